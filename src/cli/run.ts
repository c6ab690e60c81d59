import type { Knex } from "knex";
import { answerBatchLine } from "@/core/calc/batch";
import { CALCULATORS, calculate, calculatorSchema, getCalculator, unknownCalculator } from "@/core/calc/registry";
import { existsSync, readFileSync } from "node:fs";
import { isWorkbook } from "@/core/supply/isWorkbook";
import { NotText, readText } from "./readText";
import type { Told } from "./told";

/** What a command may read and where it works: the standard input, read only when it is wanted, and the time. */
export type Setting = { readonly input: () => string; readonly now: () => string };

const USAGE = `gull: the workshop's sums on the command line

  gull calc NAME          input as JSON on standard input, one line of JSON out
  gull calc --batch       one {"id","name","input"} a line in, one answer a line out
  gull calc --list        names and titles
  gull calc --schema NAME JSON Schemas of input and output
  gull fit [FILE]         what fits: a job file, or standard input; JSON, or --table; exit 0, 2, 3 or 4
  gull prove JOB [LOG] [--air C] [--wind KMH] [--wind-from DEGREES] [--json]
                          what was asked, predicted and proved: a job file, and a recorded ride (GPX, CSV, activity file) with
                          its weather, 15 °C and still air where nothing is said; exit 0 kept, 3 not proved or too near to tell, 4 not kept
  gull settings JOB [--write] [--json]
                          what a job file wants of its controller and what speaks against it; with --write the stand-in is
                          written and read back; exit 0, 3 something is asked about, 4 a stop, or not written
  gull logbook [--json]   finished bikes, those that are due first
  gull recall PART [NUMBER …] [--json]
                          which bikes have a part, and which a piece that a notice names by its number or lot; exit 0 none, 3 some
  gull schema NAME        JSON Schema of a file: job, recipes, records or settings
  gull demo               loads the invented shop into the database in GULL_DB
  gull migrate            brings the database in GULL_DB up to date
  gull key                a new owner's key for the shop in GULL_DB, shown this once; the old one opens nothing any more
  gull buy [--json]       what all open jobs and the shelf want, from whom it is bought for least, and what hurry costs
  gull plan-week [--json] what each person does this week, and how each job comes out
  gull recipes            the shop's own steps, lines, orders and minutes as JSON
  gull recipes FILE [--take]
                          what such a file would change in the open jobs (- is standard input); with --take it is taken in
  gull records            what the shop's own steps took, as JSON
  gull import prices FILE SUPPLIER [--take] [--leaps-are-right]
                          a supplier's price list (CSV; - is standard input): every row's change; with --take it is taken in;
                          prices that more than double or halve are asked about
  gull backup FILE        the shop in GULL_DB with its photographs in one file, checked; the shop may go on
  gull restore FILE       puts a backup in the place of GULL_DB, the old shop kept beside it; the shop must be stopped
`;

const MOST_LINES = 1_000_000;

/** Bad input: nothing on standard output, the error as JSON on standard error. */
const refuse = (error: unknown): Told => ({ exit: 2, error: `${JSON.stringify({ error })}\n` });
const lines = (rows: readonly string[]): Told => ({ exit: 0, out: rows.map((row) => `${row}\n`).join("") });

/** What a command takes after its name. */
const MOST_WORDS: Readonly<Record<string, number>> = {
  calc: 2,
  fit: 3,
  prove: 9,
  settings: 3,
  schema: 1,
  backup: 1,
  restore: 1,
  buy: 1,
  "plan-week": 1,
  logbook: 1,
  recall: 60,
  recipes: 2,
  records: 0,
  import: 5,
};

/** Runs one command. @param argv its words, without the program's name */
export async function run(argv: readonly string[], setting: Setting): Promise<Told> {
  const [command, ...words] = argv;
  if (argv.includes("--help") || argv.includes("-h")) return { exit: 0, out: USAGE };
  if (words.length > (MOST_WORDS[command ?? ""] ?? 0))
    return { exit: 2, error: `too many words: ${words.join(" ")}\n\n${USAGE}` };
  switch (command) {
    case "calc":
      return calc(words, setting);
    case "fit":
      return fitting(words, setting);
    case "prove":
      return (await import("./prove")).proveFile(words, setting.input, setting.now());
    case "settings":
      return (await import("./settings")).settingsOfFile(words, setting.input, setting.now());
    case "schema":
      return schema(words);
    case "backup":
    case "restore":
      return keeping(command, words, setting);
    case "buy":
      if (words.some((word) => word !== "--json"))
        return { exit: 2, error: `buy has no ${words.find((w) => w !== "--json")}\n\n${USAGE}` };
      return withShop(async (db) => (await import("./buying")).tellBuying(db, words, setting.now()));
    case "plan-week":
      if (words.some((word) => word !== "--json"))
        return { exit: 2, error: `plan-week has no ${words.find((w) => w !== "--json")}\n\n${USAGE}` };
      return withShop(async (db) => (await import("./bench")).tellWeek(db, words, setting.now()));
    case "logbook":
      if (words.some((word) => word !== "--json"))
        return { exit: 2, error: `logbook has no ${words.find((w) => w !== "--json")}\n\n${USAGE}` };
      return withShop(async (db) => (await import("./logbook")).tellLogbook(db, words.includes("--json"), setting.now()));
    case "recall":
      return withShop(async (db) => (await import("./logbook")).tellRecall(db, words, setting.now()));
    case "recipes":
      return recipes(words, setting);
    case "records":
      return withShop(async (db) => (await import("./recipes")).tellRecords(db));
    case "import":
      return importing(words, setting);
    case "demo":
    case "key":
    case "migrate":
      return withDatabase(command, setting);
    default:
      return { exit: command === undefined || command === "help" ? 0 : 2, error: USAGE };
  }
}

function calc([first, second]: readonly string[], { input }: Setting): Told {
  const takesOne = first === "--schema" ? second === undefined || !second.startsWith("-") : second === undefined;
  if (!takesOne) return refuse({ calculator: first ?? null, issues: [{ path: "", message: `calc has no ${second}` }] });
  if (first === "--list") return lines(CALCULATORS.map((c) => `${c.name}\t${c.title}`));
  if (first === "--batch") {
    let text: string;
    try {
      text = input();
    } catch (error) {
      if (!(error instanceof NotText)) throw error;
      return refuse({ calculator: null, issues: [{ path: "", message: error.message }] });
    }
    const asked = text.split("\n");
    if (asked.length > MOST_LINES + 1)
      return refuse({ calculator: null, issues: [{ path: "", message: "a batch has at most 1,000,000 lines" }] });
    return lines(
      asked
        .map(answerBatchLine)
        .filter((answer) => answer !== undefined)
        .map((answer) => JSON.stringify(answer)),
    );
  }
  if (first === "--schema") {
    const calculator = getCalculator(second);
    return calculator ? lines([JSON.stringify(calculatorSchema(calculator))]) : refuse(unknownCalculator(second));
  }
  if (!getCalculator(first)) return refuse(unknownCalculator(first));
  let raw: unknown;
  try {
    raw = JSON.parse(input());
  } catch (error) {
    const message = error instanceof NotText ? error.message : "not JSON";
    return refuse({ calculator: first, issues: [{ path: "", message }] });
  }
  const answer = calculate(first, raw);
  return answer.ok ? lines([JSON.stringify(answer.value)]) : refuse(answer.error);
}

async function withDatabase(work: "demo" | "key" | "migrate", { now }: Setting): Promise<Told> {
  const { openDatabase, databaseFile, NoShop } = await import("@/data/connection");
  const file = databaseFile();
  const opened = await openDatabase(file).catch((error: unknown) => {
    if (error instanceof NoShop) return error;
    throw error;
  });
  if (opened instanceof NoShop) return { exit: 2, error: `${opened.message}\n` };
  const db = opened;
  try {
    if (work === "migrate") return { exit: 0 };
    if (work === "key") {
      const { makeOwnerKey } = await import("@/shop/people");
      return lines([await makeOwnerKey(db)]);
    }
    const { loadDemo } = await import("@/shop/loadDemo");
    return lines([`${(await loadDemo(db, now())) ? "Demo shop loaded into" : "There are jobs already in"} ${file}`]);
  } finally {
    await db.destroy();
  }
}

/** Works on the shop in GULL_DB, which must be there. */
async function withShop(work: (db: Knex) => Promise<Told>): Promise<Told> {
  const { openDatabase, databaseFile, NoShop } = await import("@/data/connection");
  const file = databaseFile();
  if (!existsSync(file)) return { exit: 2, error: `There is no shop in ${file}.\n` };
  const db = await openDatabase(file).catch((error: unknown) => {
    if (error instanceof NoShop) return error;
    throw error;
  });
  if (db instanceof NoShop) return { exit: 2, error: `${db.message}\n` };
  try {
    return await work(db);
  } finally {
    await db.destroy();
  }
}

async function importing([what, file, supplier, ...words]: readonly string[], { input, now }: Setting): Promise<Told> {
  const odd = words.find((word) => word !== "--take" && word !== "--leaps-are-right");
  if (what !== "prices" || file === undefined || supplier === undefined || supplier.startsWith("-") || odd !== undefined)
    return { exit: 2, error: `import takes: prices FILE SUPPLIER [--take] [--leaps-are-right]\n\n${USAGE}` };
  let text: string;
  try {
    const bytes = file === "-" ? null : readFileSync(file);
    if (bytes !== null && isWorkbook(bytes)) {
      const read = await (await import("@/core/supply/workbook")).workbookText(bytes);
      if (!read.ok) return { exit: 2, error: `${file} does not read: ${read.error}\n` };
      text = read.value.text;
    } else text = bytes === null ? input() : readText(bytes);
  } catch (error) {
    return { exit: 2, error: `${file} does not read: ${(error as Error).message}\n` };
  }
  return withShop(async (db) => (await import("./buying")).importPrices(db, [supplier, ...words], text, now()));
}

async function keeping(work: "backup" | "restore", [file, ...more]: readonly string[], { now }: Setting): Promise<Told> {
  if (file === undefined || more.length > 0) return { exit: 2, error: USAGE };
  const { databaseFile } = await import("@/data/connection");
  const { backUp, restore } = await import("@/data/backup");
  const shop = databaseFile();
  const done = work === "backup" ? await backUp(shop, file, now()) : await restore(file, shop, now());
  if (!done.ok) return { exit: 2, error: `${done.error}\n` };
  const { jobs, parts, photos, at } = done.value;
  const kept =
    "kept" in done.value && typeof done.value.kept === "string" ? `; the shop that was there is in ${done.value.kept}` : "";
  const what = `${jobs} jobs, ${parts} parts, ${photos} photographs`;
  return lines([work === "backup" ? `${what} in ${file}, read back whole` : `${what}, as of ${at}, in ${shop}${kept}`]);
}

async function fitting(words: readonly string[], { input }: Setting): Promise<Told> {
  const { fitFile } = await import("./fit");
  return fitFile(words, input);
}

const SCHEMAS = {
  job: async () => (await import("@/core/job/jobFile")).jobFileJsonSchema(),
  recipes: async () => (await import("@/core/house/recipesFile")).recipesJsonSchema(),
  settings: async () => (await import("@/core/settings/sheetSchema")).parameterSheetJsonSchema(),
  records: async () => (await import("@/core/work/recordsFile")).recordsJsonSchema(),
};

async function recipes(words: readonly string[], { input, now }: Setting): Promise<Told> {
  const files = words.filter((word) => word !== "--take");
  if (files.length > 1 || (files.length === 0 && words.length > 0))
    return { exit: 2, error: `recipes takes one file, and --take\n\n${USAGE}` };
  const [file] = files;
  if (file !== undefined && file !== "-" && !existsSync(file)) return { exit: 2, error: `there is no file ${file}\n` };
  const text = () => (file === "-" ? input() : readText(readFileSync(file!)));
  return withShop(async (db) => (await import("./recipes")).tellRecipes(db, words, text, now()));
}

async function schema([name]: readonly string[]): Promise<Told> {
  const make = Object.hasOwn(SCHEMAS, name ?? "") ? SCHEMAS[name as keyof typeof SCHEMAS] : undefined;
  if (!make) return refuse({ issues: [{ path: "name", message: `known schemas: ${Object.keys(SCHEMAS).join(", ")}` }] });
  return lines([JSON.stringify(await make(), null, 2)]);
}
