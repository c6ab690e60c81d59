import { spawn, type ChildProcess } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { CALCULATORS } from "@/core/calc/registry";
import { openDatabase } from "@/data/connection";
import { allJobIds, findJob, listJobs } from "@/data/jobs";
import { bringLines } from "@/shop/jobList";
import { loadDemo } from "@/shop/loadDemo";
import { killAgainAndAgain } from "./kills";
import { randomOf } from "./random";

/** Everything that may go wrong in a shop's own machine, on purpose and with figures. Bounded, seeded, on loopback. */
const SEED = Number(process.env.SEED ?? 13);
const COPIES = Number(process.env.COPIES ?? 150);
const KILLS = Number(process.env.KILLS ?? 40);
const HOSTILE = Number(process.env.HOSTILE ?? 4_000);
const LOAD_S = Number(process.env.LOAD_S ?? 60);
const SERVER_KILLS = Number(process.env.SERVER_KILLS ?? 5);
/** A shop of many years: twelve jobs so many times over, and so many parts. */
const MANY = { copies: Number(process.env.MANY_COPIES ?? 834), parts: 5_000 };
const HANG_MS = 10_000;
/** A shop opens mostly those of its jobs that it works on. */
const IN_WORK = 44;
/** So long somebody looks at a page before the next, on average; so long each of two programs rests between two edits. */
const THINK_MS = Number(process.env.THINK_MS ?? 5_000);
const REST_MS = Number(process.env.REST_MS ?? 400);
/** After so much of an hour 99 of 100 jobs were looked at, and what is kept of them is. */
const WARM_TENTHS = 3;

const folder = mkdtempSync(join(tmpdir(), "gull-torture-"));
const file = join(folder, "shop.sqlite");
const random = randomOf(SEED);
const pick = <T>(all: readonly T[]): T => all[Math.floor(random() * all.length)]!;
const say = (what: string, figure: string) => console.log(`${what.padEnd(58)} ${figure}`);
const part = (times: readonly number[], at: number) =>
  [...times].sort((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * at))] ?? 0;
const spread = (times: readonly number[]) =>
  `p50 ${part(times, 0.5).toFixed(0)} ms, p95 ${part(times, 0.95).toFixed(0)} ms, p99 ${part(times, 0.99).toFixed(0)} ms, most ${part(times, 1).toFixed(0)} ms`;

async function fillShop(file: string, copies: number, parts = 0): Promise<string[]> {
  const db = await openDatabase(file);
  await loadDemo(db, new Date().toISOString());
  // A piece is in one bike: the copies have none of the numbers.
  await db("job").update({ body: db.raw("json_remove(body, '$.serials')") });
  const rows = (await db("job").select()) as { id: string; number: number }[];
  for (let i = 1; i < copies; i += 1)
    await db("job").insert(rows.map((row) => ({ ...row, id: `${row.id}-c${i}`, number: 1_000 + i * rows.length + row.number })));
  const books = (await db("part").select()) as { id: string; name: string }[];
  for (let i = 1; books.length * i < parts; i += 1)
    await db.batchInsert(
      "part",
      books.map((row) => ({ ...row, id: `${row.id}-c${i}`.slice(0, 60), name: `${row.name} ${i}`, in_stock: 0 })),
      50,
    );
  const ids = (await listJobs(db, "", 600)).rows.map((row) => row.id);
  say("the shop: jobs", String(((await db("job").count({ n: "*" })) as { n: number }[])[0]!.n));
  await db.destroy();
  return ids;
}

async function bringAll(file: string): Promise<void> {
  const db = await openDatabase(file);
  await bringLines(db, await allJobIds(db), new Date().toISOString());
  await db.destroy();
}

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.listen(0, "127.0.0.1", () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });
}

async function serve(file: string, port?: number): Promise<{ base: string; server: ChildProcess }> {
  port ??= await freePort();
  const start = ["node_modules/next/dist/bin/next", "start", "-H", "127.0.0.1", "-p", String(port)];
  const server = spawn(process.execPath, ["--expose-gc", "--require", "./tests/torture/held.cjs", ...start], {
    env: { ...process.env, GULL_DB: file, NEXT_TELEMETRY_DISABLED: "1" },
    stdio: ["ignore", "ignore", "pipe"],
  });
  const base = `http://127.0.0.1:${port}`;
  for (let tries = 0; tries < 200; tries += 1) {
    if (
      await fetch(`${base}/tools`).then(
        (answer) => answer.ok,
        () => false,
      )
    )
      return { base, server };
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error("the application did not start");
}

/** Every page and route, by its file. */
const doors = () =>
  readdirSync("src/app", { recursive: true, encoding: "utf8" })
    .filter((one) => /(page\.tsx|route\.ts)$/.test(one))
    .map((one) => (dirname(one) === "." ? "/" : `/${dirname(one)}`));

const junk = (): string =>
  pick([
    "",
    "0",
    "-1",
    "1e308",
    "NaN",
    "null",
    "undefined",
    "true",
    "[]",
    "{}",
    "../../etc/passwd",
    "%00",
    "%2e%2e%2f",
    "' or 1=1 --",
    "<script>alert(1)</script>",
    "𝕏".repeat(50),
    "a".repeat(5_000),
    "\u202e",
    "__proto__",
    "constructor",
    "9".repeat(400),
  ]);

function value(depth: number): unknown {
  const kind = Math.floor(random() * (depth > 3 ? 5 : 7));
  if (kind === 0) return pick([0, -1, 1e308, 5e-324, 2 ** 53, 0.1, 1_000_000_000]);
  if (kind === 1) return junk();
  if (kind === 2) return null;
  if (kind === 3) return random() < 0.5;
  if (kind === 4) return [];
  if (kind === 5) return Array.from({ length: Math.floor(random() * 20) }, () => value(depth + 1));
  return Object.fromEntries(Array.from({ length: Math.floor(random() * 6) }, () => [junk().slice(0, 20), value(depth + 1)]));
}

/** A calculator's fields, each filled with what none of them expects. */
const figures = (): unknown => {
  const { input } = pick(CALCULATORS) as unknown as { input: { shape?: Record<string, unknown> } };
  return Object.fromEntries(
    Object.keys(input.shape ?? {}).map((key) => [key, random() < 0.5 ? value(0) : pick([1, 10, 1e6, 1e12, -5])]),
  );
};

async function hostile(base: string, ids: readonly string[]): Promise<void> {
  const all = doors();
  const by = new Map<string, { n: number; fives: number; hangs: number }>();
  const [wrong, cut] = [[] as string[], [] as string[]];
  let done = 0;
  const ask = async () => {
    const door = pick(all);
    const path = door
      .replace("[id]", () => (random() < 0.6 ? pick(ids) : encodeURIComponent(junk())))
      .replace("[name]", () => (random() < 0.7 ? pick(CALCULATORS).name : encodeURIComponent(junk())))
      .replace(/\[\w+\]/g, () => encodeURIComponent(junk()));
    const query =
      random() < 0.5
        ? `?${new URLSearchParams({ [pick(["find", "slot", "parts", "what", "at", "kind", "to", "limit"])]: junk() })}`
        : "";
    const method = door.startsWith("/api/calc") ? "POST" : pick(["GET", "GET", "GET", "POST", "PUT", "DELETE"]);
    const body = method === "GET" ? undefined : random() < 0.7 ? JSON.stringify(random() < 0.6 ? figures() : value(0)) : junk();
    const seen = by.get(door) ?? { n: 0, fives: 0, hangs: 0 };
    by.set(door, seen);
    seen.n += 1;
    const stop = AbortSignal.timeout(HANG_MS);
    try {
      const answer = await fetch(base + path + query, {
        method,
        signal: stop,
        redirect: "manual",
        ...(body !== undefined && { body }),
        headers: { origin: base, ...(random() < 0.2 && { "next-action": junk().replace(/[^\x20-\x7e]/g, "") }) },
      });
      await answer.arrayBuffer();
      if (answer.status >= 500) {
        seen.fives += 1;
        if (wrong.length < 10)
          wrong.push(`${answer.status} ${method} ${path.slice(0, 90)}${query.slice(0, 60)} ${String(body).slice(0, 120)}`);
      }
    } catch (error) {
      if (stop.aborted) seen.hangs += 1;
      // A body over its limit is cut off while it is sent: the connection ends with it. A server that is gone answers nobody after.
      else cut.push(`${method} ${path.slice(0, 90)} ${String(body).length} letters: ${String((error as Error).cause ?? error)}`);
    }
  };
  while (done < HOSTILE) {
    await Promise.all(Array.from({ length: 8 }, ask));
    done += 8;
  }
  for (const [door, { n, fives, hangs }] of [...by].sort())
    say(`hostile requests at ${door}`, `${n}, 500s ${fives}, hangs ${hangs}`);
  const sum = [...by.values()];
  say(
    "hostile requests in all",
    `${done}, 500s ${sum.reduce((a, b) => a + b.fives, 0)}, hangs ${sum.reduce((a, b) => a + b.hangs, 0)}`,
  );
  for (const one of wrong) console.log(`  ${one}`);
  say("hostile requests whose connection was cut", String(cut.length));
  for (const one of cut.slice(0, 10)) console.log(`  ${one}`);
  const answers = await fetch(`${base}/tools`).then(
    (answer) => answer.ok,
    () => false,
  );
  if (!answers) crashed = true;
}

const memoryMb = (server: ChildProcess): number => {
  const status = readFileSync(`/proc/${server.pid}/status`, "utf8");
  return Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1024;
};

/** Time of all cores until now, and what of it other machines of the same host took, in hundredths of a second. */
function coreTime(): { readonly all: number; readonly taken: number } {
  const figures = readFileSync("/proc/stat", "utf8").split("\n")[0]!.trim().split(/\s+/).slice(1, 9).map(Number);
  return { all: figures.reduce((a, b) => a + b, 0), taken: figures[7]! };
}

/** What it still needs once it let go of all else, as objects and as bytes: what grows of that is lost. */
type Needed = { readonly objectsMb: number; readonly bytesMb: number };
const neededMb = ({ objectsMb, bytesMb }: Needed): number => objectsMb + bytesMb;

function heldMb(server: ChildProcess): Promise<Needed> {
  return new Promise((resolve) => {
    const hear = (piece: Buffer) => {
      const told = /held (\d+) (\d+)/.exec(piece.toString());
      if (!told) return;
      server.stderr!.off("data", hear);
      const [objectsMb, bytesMb] = told.slice(1).map((bytes) => Number(bytes) / 1024 / 1024);
      resolve({ objectsMb: objectsMb!, bytesMb: bytesMb! });
    };
    server.stderr!.on("data", hear);
    server.kill("SIGUSR2");
  });
}

function listIn(all: Map<string, number[]>, key: string): number[] {
  const of = all.get(key) ?? [];
  all.set(key, of);
  return of;
}

/** What the sheets of jobs say that nobody edits: the same whoever else asks meanwhile. */
const sheetsOf = async (base: string, ids: readonly string[]): Promise<Map<string, string>> =>
  new Map(
    await Promise.all(
      ids.map(async (id): Promise<[string, string]> => [id, await (await fetch(`${base}/api/jobs/${id}/sheet.csv`)).text()]),
    ),
  );

/** The first line of a sheet that says something else now. */
function differing(id: string, before: string, now: string): void {
  const [was, is] = [before.split("\n"), now.split("\n")];
  const at = is.findIndex((line, i) => line !== was[i]);
  console.log(`  sheet of ${id}, line ${at + 1}: ${was[at]?.slice(0, 200)} -> ${is[at]?.slice(0, 200)}`);
}

/** Fifty read and ten write, for so many seconds: writers in processes of their own on the same file. */
async function load(base: string, server: ChildProcess, ids: readonly string[], of: string, seconds: number): Promise<void> {
  const [times, errors] = [[] as number[], [] as string[]];
  const stages = ["ask", "survey", "drive", "fit", "sheet", "order", "build"];
  const quiet = ids.slice(20, 44);
  const sheets = await sheetsOf(base, quiet);
  // Ten people who write, every two seconds each, from two other processes on the same file.
  const writers = [0, 1].map((i) => {
    const own = ids.slice(i * 5, i * 5 + 5).join(",");
    const child = spawn(
      process.execPath,
      ["--import", "tsx", "tests/torture/writer.ts", file, own, `writer ${i}`, String(REST_MS)],
      {
        stdio: ["ignore", "pipe", "pipe"],
      },
    );
    let [edits, error] = [0, ""];
    child.stdout.setEncoding("utf8").on("data", (piece: string) => (edits += piece.split("\n").length - 1));
    child.stderr.setEncoding("utf8").on("data", (piece: string) => (error += piece));
    const begun = new Promise((resolve) => child.once("exit", resolve).stdout.once("data", resolve));
    return { child, begun, told: () => ({ edits, error }) };
  });
  // To start a program takes all there is for seconds: that is not what is measured.
  await Promise.all(writers.map(({ begun }) => begun));
  const until = Date.now() + seconds * 1_000;
  let [looked, wrong] = [0, 0];
  const accountant = async () => {
    while (Date.now() < until) {
      const id = pick(quiet);
      looked += 1;
      const now = await sheetsOf(base, [id]).catch((error: unknown) => String(error));
      if (typeof now === "string") errors.push(now);
      else if (now.get(id) !== sheets.get(id)) {
        wrong += 1;
        differing(id, sheets.get(id)!, now.get(id)!);
      }
      await new Promise((resolve) => setTimeout(resolve, THINK_MS * (0.4 + random() * 1.2)));
    }
  };
  // In an hour's soak: after each tenth of it what the server holds, and how long pages took.
  const [held, needed] = [[] as number[], [] as Needed[]];
  const tenths: number[][] = [[]];
  const cores = [coreTime()];
  const byPage = new Map<string, number[]>();
  const watch = setInterval(
    () => {
      cores.push(coreTime());
      held.push(memoryMb(server));
      void heldMb(server).then((mb) => needed.push(mb));
      tenths.push([]);
    },
    (seconds * 1_000) / 10,
  );
  const seen = new Set<string>();
  const reader = async () => {
    // Fifty people do not click within one moment.
    await new Promise((resolve) => setTimeout(resolve, THINK_MS * random()));
    while (Date.now() < until) {
      const from = performance.now();
      const path = random() < 0.2 ? "/" : `/jobs/${pick(ids)}/${pick(stages)}`;
      const answer = await fetch(base + path, { signal: AbortSignal.timeout(60_000) }).catch(
        (error: unknown) => `${String(error)} ${String((error as Error).cause ?? "")}`,
      );
      if (typeof answer === "string" || !answer.ok) errors.push(typeof answer === "string" ? answer : `${answer.status} ${path}`);
      else await answer.arrayBuffer();
      const took = performance.now() - from;
      const kind = path === "/" ? "the list" : seen.has(path) ? "a job opened before" : "a job's first look";
      seen.add(path);
      for (const of of [times, tenths.at(-1)!, listIn(byPage, kind)]) of.push(took);
      await new Promise((resolve) => setTimeout(resolve, THINK_MS * (0.4 + random() * 1.2)));
    }
  };
  const before = memoryMb(server);
  await Promise.all([...Array.from({ length: 50 }, reader), accountant()]);
  clearInterval(watch);
  for (const { child, told } of writers) {
    // Where nobody wrote, nothing was tried.
    if (child.exitCode !== null || told().edits === 0) errors.push(`a writer ended: ${told().error.slice(0, 200)}`);
    child.kill("SIGKILL");
  }
  loadErrors += errors.length;
  say(`load: 50 read ${of} and 10 write for ${seconds} s`, `${times.length} pages, ${spread(times)}, errors ${errors.length}`);
  for (const error of new Set(errors)) console.log(`  ${error}`);
  for (const [i, of] of tenths.entries())
    if (of.length > 0) say(`load: in its ${i + 1}. tenth`, `${of.length} pages, ${spread(of)}`);
  const taken = cores.slice(1).map((now, i) => (100 * (now.taken - cores[i]!.taken)) / (now.all - cores[i]!.all));
  say("load: of the cores' time other machines took in each", `${taken.map((percent) => percent.toFixed(0)).join(" ")} %`);
  for (const [kind, of] of [...byPage].sort()) say(`load: ${kind}`, `${of.length} pages, ${spread(of)}`);
  say(
    "load: edits meanwhile",
    writers.map(({ told }) => `${told().edits}${told().error && ` (${told().error.slice(0, 200)})`}`).join(" and "),
  );
  say("load: sheets looked at meanwhile", `${looked}, with other figures than alone ${wrong}`);
  wrongFigures += wrong;
  say("load: memory of the server", `${before.toFixed(0)} MB before, ${memoryMb(server).toFixed(0)} MB after`);
  const list = (of: readonly number[]) => `${of.map((mb) => mb.toFixed(0)).join(" ")} MB`;
  say("load: the same after each tenth of it", list(held));
  say("load: what it needs of that, all else let go", list(needed.map(neededMb)));
  say("load: that as bytes, most of them views that are kept", list(needed.map(({ bytesMb }) => bytesMb)));
  const [warm, last] = [needed[WARM_TENTHS - 1], needed.at(-1)];
  if (warm && last && warm !== last)
    say(
      `load: that grew from the ${WARM_TENTHS}. tenth to the ${needed.length}. by`,
      `${(100 * (neededMb(last) / neededMb(warm) - 1)).toFixed(1)} %`,
    );
}

/** One page after the other, alone: what the server itself takes. */
async function pages(base: string, ids: readonly string[], what = "300 job pages, one after the other"): Promise<void> {
  const times: number[] = [];
  for (let i = 0; i < 300; i += 1) {
    const from = performance.now();
    await (await fetch(`${base}/jobs/${pick(ids)}/fit`)).arrayBuffer();
    times.push(performance.now() - from);
  }
  say(what, spread(times));
}

/** The server is killed with requests under way, and started again at the same address: what it says is as before. */
async function killServer(file: string, ids: readonly string[]): Promise<void> {
  let { base, server } = await serve(file);
  const port = Number(new URL(base).port);
  const quiet = ids.slice(20, 26);
  const sheets = await sheetsOf(base, quiet);
  let [came, same] = [0, 0];
  for (let i = 0; i < SERVER_KILLS; i += 1) {
    const asked = Array.from({ length: 12 }, () =>
      fetch(`${base}/jobs/${pick(ids)}/fit`).then(
        (answer) => answer.text(),
        () => null,
      ),
    );
    await new Promise((resolve) => setTimeout(resolve, 20 + random() * 200));
    server.kill("SIGKILL");
    await Promise.all(asked);
    ({ base, server } = await serve(file, port));
    came += 1;
    const now = await sheetsOf(base, quiet);
    if (quiet.every((id) => now.get(id) === sheets.get(id))) same += 1;
  }
  server.kill("SIGKILL");
  wrongFigures += came - same;
  say("kills of the server in the middle of answering", `${SERVER_KILLS}; up again ${came}, with the same figures ${same}`);
}

/** Lists and search of a shop of many years, beside those of a shop of some. */
async function many(some: string): Promise<void> {
  const file = join(folder, "many.sqlite");
  await fillShop(file, MANY.copies, MANY.parts);
  const asks = ["/", "/api/jobs?find=Perran", "/api/jobs?find=nobody", "/api/jobs?sort=price", "/parts", "/api/parts?find=spoke"];
  const timesOf = async (file: string) => {
    const { base, server } = await serve(file);
    const all = new Map<string, number>();
    for (const ask of asks) {
      const times: number[] = [];
      for (let i = 0; i < 25; i += 1) {
        const from = performance.now();
        const answer = await fetch(base + ask);
        await answer.arrayBuffer();
        if (!answer.ok) throw new Error(`${answer.status} ${ask}`);
        times.push(performance.now() - from);
      }
      all.set(ask, part(times.slice(5), 0.5));
    }
    server.kill("SIGKILL");
    return all;
  };
  const [few, lots] = [await timesOf(some), await timesOf(file)];
  for (const ask of asks)
    say(
      `${ask} with ${COPIES * 12} and with ${MANY.copies * 12} jobs`,
      `${few.get(ask)!.toFixed(1)} and ${lots.get(ask)!.toFixed(1)} ms: ${(lots.get(ask)! / few.get(ask)!).toFixed(2)} ×`,
    );
}

let wrongFigures = 0;
let loadErrors = 0;
let crashed = false;
const ids = await fillShop(file, COPIES);
// What a copy puts by of the shelf is in its line: brought up to date first, or figures change under whoever looks.
await bringAll(file);
const { base, server } = await serve(file);
server.once("exit", () => (crashed = true));
try {
  await pages(base, ids);
  await hostile(base, ids);
  await load(base, server, ids, "all jobs alike", LOAD_S);
  await load(base, server, ids.slice(0, IN_WORK), "the jobs in work", Math.min(LOAD_S, 120));
  await pages(base, ids.slice(0, IN_WORK), "300 pages of the jobs in work, one after the other");
} finally {
  say("crashes of the server", crashed ? "1" : "0");
  // From here on it ends because it is told to.
  server.removeAllListeners("exit");
  server.kill("SIGKILL");
}
await killServer(file, ids);
if (MANY.copies > 0) await many(file);
const killed = await killAgainAndAgain({ file, id: ids[0]!, kills: KILLS, seed: SEED });
say(
  "kills in the middle of writing",
  `${killed.kills}; ${killed.acknowledged} edits acknowledged, ${killed.lost} lost, ${killed.unreadable} times unreadable`,
);
const db = await openDatabase(file);
let unread = 0;
for (const id of ids) await findJob(db, id).catch(() => (unread += 1));
await db.destroy();
say("jobs that do not read afterwards", String(unread));
rmSync(folder, { recursive: true, force: true });
process.exitCode =
  crashed || wrongFigures > 0 || loadErrors > 0 || killed.lost > 0 || killed.unreadable > 0 || unread > 0 ? 1 : 0;
