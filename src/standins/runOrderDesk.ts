import { ODD_DESK, openDesk, PLAIN_DESK } from "./orderDesk";

/** Opens a supplier's order desk on this machine, to try a shop with: `npm run desk -- [PORT] [--odd]`. */
const words = process.argv.slice(2);
const port = Number(words.find((word) => /^\d+$/.test(word)) ?? 4180);
const strange = words.find((word) => word !== "--odd" && !/^\d+$/.test(word));
if (strange !== undefined || port < 1 || port > 65_535) {
  console.error("npm run desk -- [PORT] [--odd]: a port from 1 to 65535, and whether it is down, late, dear and short by turns");
  process.exit(2);
}
const { server } = openDesk(words.includes("--odd") ? ODD_DESK : PLAIN_DESK);
server.on("error", (error: NodeJS.ErrnoException) => {
  console.error(error.code === "EADDRINUSE" ? `Port ${port} is taken: name another.` : error.message);
  process.exit(1);
});
server.listen(port, "127.0.0.1", () =>
  console.log(`An order desk to try with listens at http://127.0.0.1:${port}: write that into a supplier's terms.`),
);
