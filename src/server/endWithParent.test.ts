import { spawn } from "node:child_process";
import { createServer, type Server } from "node:net";

const CHILD = `
  import { createServer } from "node:net";
  import { endWithParent } from "./src/server/endWithParent.ts";
  endWithParent(process.env.GULL_STARTED_BY);
  createServer().listen(Number(process.env.TAKES), "127.0.0.1", () => console.log(process.pid));
`;
const PARENT = `
  const { spawn } = require("node:child_process");
  const child = spawn(process.execPath, ["--import", "tsx", "--input-type=module", "-e", process.env.CHILD], {
    env: { ...process.env, GULL_STARTED_BY: String(process.pid) },
    stdio: ["ignore", "inherit", "inherit"],
  });
  setInterval(() => child, 1000);
`;

const listen = (port: number): Promise<Server | null> =>
  new Promise((resolve) => {
    const server = createServer();
    server.once("error", () => resolve(null));
    server.listen(port, "127.0.0.1", () => resolve(server));
  });

test("a server whose parent is killed ends too, and its port is free again", async () => {
  const probe = (await listen(0))!;
  const { port } = probe.address() as { port: number };
  await new Promise((resolve) => probe.close(resolve));
  const parent = spawn(process.execPath, ["-e", PARENT], {
    env: { ...process.env, CHILD, TAKES: String(port) },
    stdio: ["ignore", "pipe", "inherit"],
  });
  await new Promise((resolve) => parent.stdout.once("data", resolve));
  expect(await listen(port)).toBeNull();
  parent.kill("SIGKILL");
  let free: Server | null = null;
  for (let tries = 0; tries < 80 && free === null; tries += 1) {
    await new Promise((resolve) => setTimeout(resolve, 100));
    free = await listen(port);
  }
  expect(free).not.toBeNull();
  free!.close();
});
