import { existsSync, readFileSync } from "node:fs";
import { doubtsIn } from "@/core/donor/donor";
import { fitOf } from "@/core/job/assess";
import type { HouseRules } from "@/core/house/houseRules";
import type { Job } from "@/core/job/job";
import { readJobFile } from "@/core/job/jobFile";
import { isOpen, type Finding } from "@/core/fit/finding";
import { Catalogue } from "@/core/parts/catalogue";
import { readPart, type Part } from "@/core/parts/part";
import { NotText, readText } from "./readText";
import type { Told } from "./told";

/** What the shop can buy: the file's own parts first, then its database's, and where there is none the demo's catalogue. */
async function catalogueFor(parts: readonly Part[]): Promise<Catalogue> {
  const { databaseFile, lookAt } = await import("@/data/connection");
  const own = new Set(parts.map((part) => part.id));
  const file = databaseFile();
  if (existsSync(file)) {
    const { loadCatalogue } = await import("@/data/catalogue");
    // To look at: a question from the command line changes nothing in a shop.
    const db = await lookAt(file);
    const shop = await loadCatalogue(db).finally(() => db.destroy());
    return new Catalogue(
      [...parts, ...[...shop.parts.values()].filter((part) => !own.has(part.id))],
      [...shop.suppliers.values()],
      [],
      {},
      new Date().toISOString().slice(0, 10),
    );
  }
  const [{ DEMO_PARTS }, { DEMO_SUPPLIERS }] = await Promise.all([import("@/data/demo/parts"), import("@/data/demo/suppliers")]);
  const demo = DEMO_PARTS.flatMap((raw) => {
    const read = readPart(raw);
    return read.ok && !own.has(read.value.id) ? [read.value] : [];
  });
  return new Catalogue([...parts, ...demo], DEMO_SUPPLIERS);
}

const refuse = (issues: { path: string; message: string }[]): Told => ({
  exit: 2,
  error: `${JSON.stringify({ error: { issues } })}\n`,
});

/** A job file with all that it is reckoned with, or what is wrong with it. @param name a file's, or what `input` reads */
export async function readJob(
  name: string | undefined,
  input: () => string,
): Promise<{ job: Job; house: HouseRules; catalogue: Catalogue } | Told> {
  let text: string;
  try {
    text = name === undefined ? input() : readText(readFileSync(name));
  } catch (error) {
    const says = error instanceof NotText ? error.message : `cannot read ${name ?? "standard input"}`;
    return refuse([{ path: "", message: says }]);
  }
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return refuse([{ path: "", message: "not JSON" }]);
  }
  const read = readJobFile(raw);
  if (!read.ok) return refuse(read.error);
  const catalogue = await catalogueFor(read.value.parts).catch((error: unknown) => error as Error);
  if (catalogue instanceof Error) return refuse([{ path: "", message: catalogue.message }]);
  const { job, house } = read.value;
  const missing = [
    ...Object.entries(job.choices).map(([slot, id]) => ({ path: `choices.${slot}`, id })),
    ...job.also.map((a, i) => ({ path: `also.${i}.partId`, id: a.partId })),
  ].filter(({ id }) => !catalogue.parts.has(id ?? ""));
  if (missing.length > 0)
    return refuse(missing.map(({ path, id }) => ({ path, message: `no part ${id} in the file or the catalogue` })));
  return { job, house, catalogue };
}

/**
 * Reads a job file and says what fits: exit 0 clear or adapt, 3 something is left to measure or ask, 4 a stop, 2 unreadable.
 * @param words a file's name, or none for what `input` reads; `--table` for a table in place of JSON
 */
export async function fitFile(words: readonly string[], input: () => string): Promise<Told> {
  const table = words.includes("--table");
  const strange = words.find((word) => word.startsWith("-") && word !== "--table");
  const [name, ...more] = words.filter((word) => word !== "--table");
  if (strange !== undefined) return refuse([{ path: "", message: `fit has no ${strange}: only --table` }]);
  if (more.length > 0) return refuse([{ path: "", message: "one file at a time" }]);
  const read = await readJob(name, input);
  if ("exit" in read) return read;
  const { job, house, catalogue } = read;
  const { findings, idle, unusedOverrides } = fitOf(job, catalogue, house);
  const doubted = doubtsIn(job.donor).map(({ key, says }) => ({ path: `donor.${key}`, message: `${says}: not used` }));
  const open = findings.filter(isOpen);
  const exit = open.some((f) => f.verdict === "stop") ? 4 : open.some((f) => f.verdict === "measure") ? 3 : 0;
  return {
    exit,
    out: `${table ? asTable(findings) : JSON.stringify({ findings, idle, unusedOverrides, doubted })}\n`,
    ...(table && doubted.length > 0 && { error: doubted.map(({ path, message }) => `${path}: ${message}\n`).join("") }),
  };
}

function asTable(findings: readonly Finding[]): string {
  const rows = findings.map((f) => [f.verdict + (f.settled && f.verdict !== "clear" ? " (settled)" : ""), f.key, f.says]);
  const width = (column: number) => Math.max(...rows.map((row) => row[column]!.length), 0);
  return rows.map((row) => `${row[0]!.padEnd(width(0))}  ${row[1]!.padEnd(width(1))}  ${row[2]!}`).join("\n");
}
