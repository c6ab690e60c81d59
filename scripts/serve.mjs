// Starts the built application on HOST and PORT, and says so when the port is taken.
import { spawn } from "node:child_process";
import { createServer } from "node:net";
import { join } from "node:path";
import { FOR_SERVER, root } from "./setup.mjs";

export const host = process.env.HOST ?? "127.0.0.1";
export const port = Number(process.env.PORT ?? 4170);
if (!Number.isInteger(port) || port < 1 || port > 65_535) {
  console.error(`PORT must be a whole number, 1 to 65535, not “${process.env.PORT}”.`);
  process.exit(2);
}

export function refuseTakenPort() {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once("error", (error) => {
      console.error(
        error.code === "EADDRINUSE"
          ? `Port ${port} on ${host} is taken: is Gull Bench running already? Stop it, or set PORT to another.`
          : `Cannot listen on ${host}:${port}: ${error.message}`,
      );
      process.exit(1);
    });
    probe.listen(port, host, () => probe.close(resolve));
  });
}

/** @param mode "start" for the built application, "dev" for work on it */
export function serve(mode, env = {}) {
  const next = spawn(process.execPath, [join(root, "node_modules/next/dist/bin/next"), mode, "-H", host, "-p", String(port)], {
    cwd: root,
    stdio: "inherit",
    env: { ...process.env, ...FOR_SERVER, HOST: host, GULL_STARTED_BY: String(process.pid), ...env },
  });
  for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => next.kill(signal));
  next.on("exit", (code) => process.exit(code ?? 0));
  console.log(`Gull Bench: http://${host}:${port}`);
}
