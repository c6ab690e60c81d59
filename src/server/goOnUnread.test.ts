import { spawn } from "node:child_process";
import { once } from "node:events";
import { join } from "node:path";

// As the server's own: whatever nobody caught is printed, and the program goes on.
const program = (quiet: boolean) => `
  ${quiet ? `require(${JSON.stringify(join(__dirname, "goOnUnread.ts"))}).goOnUnread(process.stdout, process.stderr);` : ""}
  let caught = 0;
  process.on("uncaughtException", () => { caught += 1; if (caught < 50) process.stdout.write("again\\n"); });
  process.stdin.once("data", () => {
    process.stdout.write("nobody reads this\\n");
    setTimeout(() => process.exit(caught > 0 ? 3 : 0), 300);
  });
`;

test.each([
  [true, 0],
  [false, 3],
])("a program whose reader is gone, told to go on unread: %s", async (quiet, code) => {
  const child = spawn(process.execPath, ["--import", "tsx", "-e", program(quiet)], { stdio: ["pipe", "pipe", "ignore"] });
  child.stdout.destroy();
  await new Promise((resolve) => setTimeout(resolve, 50));
  child.stdin.write("go\n");
  const [ended] = (await once(child, "exit")) as [number];
  expect(ended).toBe(code);
});
