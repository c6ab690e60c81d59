import { readFileSync } from "node:fs";
import { answerBatchLine } from "@/core/calc/batch";
import { CALCULATORS, calculate, calculatorSchema, getCalculator, unknownCalculator } from "@/core/calc/registry";

const USAGE = `gull: the workshop's sums on the command line

  gull calc NAME          input as JSON on standard input, one line of JSON out
  gull calc --batch       one {"id","name","input"} a line in, one answer a line out
  gull calc --list        names and titles
  gull calc --schema NAME JSON Schemas of input and output
  gull fit [FILE]         what fits: a job file, or standard input; JSON, or --table; exit 0, 2, 3 or 4
  gull schema job         JSON Schema of a job file
  gull demo               loads the invented shop into the database in GULL_DB
  gull migrate            brings the database in GULL_DB up to date
`;

const [command, ...words] = process.argv.slice(2);

/** Bad input: exit 2, nothing on standard output, the error as JSON on standard error. */
function refuse(error: unknown): void {
  process.stderr.write(`${JSON.stringify({ error })}\n`);
  process.exitCode = 2;
}

const standardInput = () => readFileSync(0, "utf8");

function calc(): void {
  const [first, second] = words;
  if (first === "--list") return void process.stdout.write(CALCULATORS.map((c) => `${c.name}\t${c.title}\n`).join(""));
  if (first === "--batch") {
    const answers = standardInput()
      .split("\n")
      .map(answerBatchLine)
      .filter((answer) => answer !== undefined);
    return void process.stdout.write(answers.map((answer) => `${JSON.stringify(answer)}\n`).join(""));
  }
  if (first === "--schema") {
    const calculator = getCalculator(second);
    return calculator
      ? void process.stdout.write(`${JSON.stringify(calculatorSchema(calculator))}\n`)
      : refuse(unknownCalculator(second));
  }
  if (!getCalculator(first)) return refuse(unknownCalculator(first));
  let raw: unknown;
  try {
    raw = JSON.parse(standardInput());
  } catch {
    return refuse({ calculator: first, issues: [{ path: "", message: "not JSON" }] });
  }
  const answer = calculate(first, raw);
  if (!answer.ok) return refuse(answer.error);
  process.stdout.write(`${JSON.stringify(answer.value)}\n`);
}

async function withDatabase(work: "demo" | "migrate"): Promise<void> {
  const { database, databaseFile } = await import("@/data/connection");
  const db = await database();
  if (work === "demo") {
    const { loadDemo } = await import("@/shop/loadDemo");
    const loaded = await loadDemo(db, new Date().toISOString());
    process.stdout.write(`${loaded ? "Demo shop loaded into" : "There are jobs already in"} ${databaseFile()}\n`);
  }
  await db.destroy();
}

async function fitting(): Promise<void> {
  const { fitFile } = await import("./fit");
  const told = await fitFile(words);
  if (told.out !== undefined) process.stdout.write(`${told.out}\n`);
  if (told.error !== undefined) process.stderr.write(`${told.error}\n`);
  process.exitCode = told.exit;
}

async function schema(): Promise<void> {
  if (words[0] !== "job") return refuse({ issues: [{ path: "name", message: "known schemas: job" }] });
  const { jobFileJsonSchema } = await import("@/core/job/jobFile");
  process.stdout.write(`${JSON.stringify(jobFileJsonSchema(), null, 2)}\n`);
}

if (command === "calc") calc();
else if (command === "fit") await fitting();
else if (command === "schema") await schema();
else if (command === "demo" || command === "migrate") await withDatabase(command);
else {
  process.stderr.write(USAGE);
  process.exitCode = command === undefined || command === "help" ? 0 : 2;
}
