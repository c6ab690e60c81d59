import { spawnSync } from "node:child_process";
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import writeWorkbook from "write-excel-file/node";
import { chainLength } from "@/core/chain/chainLength";
import { CALCULATORS } from "@/core/calc/registry";
import { openDatabase } from "@/data/connection";
import { saveParts, saveSuppliers } from "@/data/catalogue";
import { DEMO_PARTS } from "@/data/demo/parts";
import { DEMO_SUPPLIERS } from "@/data/demo/suppliers";
import { listJobs } from "@/data/jobs";
import { exportJob } from "@/shop/jobFiles";
import { openDemoShop } from "../../tests/demoShop";
import { asCsv, AS_FORECAST, madeUpRide } from "@/core/prove/madeUpRide";
import { roadSegments } from "@/core/route/roadSegments";
import { HUB, roadOf } from "../../tests/prove.fixture";
import { readText } from "./readText";
import { run } from "./run";

const folder = mkdtempSync(join(tmpdir(), "gull-cli-"));
const NOW = "2026-11-25T09:00:00.000Z";
const gull = (line: string, input = "") => run(line.split(" "), { input: () => input, now: () => NOW });
const read = (text: string | undefined) => JSON.parse(text ?? "") as Record<string, unknown>;

let before: string | undefined;
beforeAll(() => {
  before = process.env.GULL_DB;
  process.env.GULL_DB = join(folder, "none.sqlite");
});
afterAll(() => {
  if (before === undefined) delete process.env.GULL_DB;
  else process.env.GULL_DB = before;
  rmSync(folder, { recursive: true });
});

describe("calc", () => {
  const input = { ringTeeth: 42, cogTeeth: 28, centreMm: 1150, derailleur: true };
  test("answers with the calculator's own figures, one line, exit 0", async () => {
    const told = await gull("calc chain-length", JSON.stringify(input));
    expect(told).toEqual({ exit: 0, out: `${JSON.stringify(chainLength({ ...input, linksPerChain: 116 }))}\n` });
  });
  test.each([
    ["calc chain-length", "{", "", "not JSON"],
    ["calc chain-length", '{"ringTeeth":42}', "cogTeeth", ""],
    ["calc toString", "{}", "name", ""],
    ["calc --schema wings", "", "name", ""],
    ["calc", "", "name", ""],
  ])("refuses %s on %s with the path of what is wrong, and prints no answer", async (line, text, path, message) => {
    const told = await gull(line, text);
    expect([told.exit, told.out]).toEqual([2, undefined]);
    const { issues } = read(told.error).error as { issues: { path: string; message: string }[] };
    expect(issues.map((issue) => issue.path)).toContain(path);
    expect(issues[0]!.message).toContain(message);
    expect(told.error!.endsWith("}\n")).toBe(true);
  });
  test("lists every calculator, and tells each one's schemas", async () => {
    const { out } = await gull("calc --list");
    expect(out!.trim().split("\n")).toEqual(CALCULATORS.map((c) => `${c.name}\t${c.title}`));
    expect(Object.keys(read((await gull("calc --schema wire-drop")).out))).toEqual(expect.arrayContaining(["input", "output"]));
  });
  test("answers a batch line by line, each bad line by itself", async () => {
    const lines = [
      JSON.stringify({ id: 1, name: "chain-length", input }),
      "nonsense",
      "",
      JSON.stringify({ id: 3, name: "chain-length", input: {} }),
    ];
    const answers = (await gull("calc --batch", lines.join("\n"))).out!.trim().split("\n").map(read);
    expect(answers).toHaveLength(3);
    expect(answers[0]).toMatchObject({ id: 1, output: chainLength({ ...input, linksPerChain: 116 }) });
    expect(answers[1]).toHaveProperty("error");
    expect(answers[2]).toMatchObject({ id: 3, error: { issues: expect.any(Array) as unknown } });
  });
  test("the input is read only where it is wanted", async () => {
    const input = () => {
      throw new Error("read");
    };
    for (const line of ["calc --list", "schema job", "help"])
      expect((await run(line.split(" "), { input, now: () => NOW })).exit).toBe(0);
  });
});

describe("fit", () => {
  const job = (more: object = {}) =>
    JSON.stringify({
      format: "gull-bench job 1",
      donor: { forkKind: "rigid", forkMaterial: "steel", frontDropout: "slot", frontDropoutMaterial: "steel" },
      choices: { motor: "hf250-622" },
      ...more,
    });
  type Told = { findings: { key: string; verdict: string; settled: boolean }[]; idle: unknown[]; unusedOverrides: unknown[] };
  const findings = (out: string | undefined) => read(out) as unknown as Told;

  test("something left to measure ends with 3; the findings are JSON", async () => {
    const told = await gull("fit", job());
    expect([told.exit, told.error]).toEqual([3, undefined]);
    expect(findings(told.out).findings.filter((f) => f.verdict === "measure").length).toBeGreaterThan(5);
  });
  test("one stop ends with 4, whatever is left to measure", async () => {
    const told = await gull(
      "fit",
      job({ donor: { forkMaterial: "carbon", frontDropout: "slot", frontDropoutMaterial: "carbon" } }),
    );
    expect(told.exit).toBe(4);
    expect(findings(told.out).findings.some((f) => f.key === "axle/slot front" && f.verdict === "stop")).toBe(true);
  });
  test("no motor is a thing to choose: 3; a demo job with nothing left to do ends with 0", async () => {
    expect((await gull("fit", job({ choices: {} }))).exit).toBe(3);
    const shop = await openDemoShop();
    const maud = (await exportJob(shop.db, (await listJobs(shop.db, "Maud", 1)).rows[0]!.id, NOW))!;
    await shop.close();
    const told = await gull("fit", JSON.stringify(maud.file));
    expect([told.exit, findings(told.out).findings.every((f) => f.verdict === "clear" || f.settled)]).toEqual([0, true]);
  });
  test("what was accepted and is not offered, and an override of nothing, are told", async () => {
    const stamp = { at: NOW, by: "Ida" };
    const told = findings(
      (
        await gull(
          "fit",
          job({
            accepted: [{ finding: "axle/slot front", remedy: "wings", ...stamp }],
            overrides: [{ finding: "axle/none front", reason: "no such thing", ...stamp }],
          }),
        )
      ).out,
    );
    expect(told.idle).toMatchObject([{ finding: "axle/slot front", remedy: "wings" }]);
    expect(told.unusedOverrides).toMatchObject([{ finding: "axle/none front" }]);
  });
  test("as a table: verdict, key and sentence in columns", async () => {
    const { out } = await gull("fit --table", job());
    const rows = out!.trim().split("\n");
    const columns = rows.map((row) => /^((?:stop|adapt|measure|clear)(?: \(settled\))?) {2,}(.+?) {2,}(\S.*)$/.exec(row)!);
    expect(new Set(rows.map((row, i) => row.indexOf(columns[i]![3]!))).size).toBe(1);
    expect(columns.map((column) => column[2])).toEqual(findings((await gull("fit", job())).out).findings.map((f) => f.key));
  });
  test("reads a file by its name, and says when it cannot", async () => {
    const file = join(folder, "job.json");
    writeFileSync(file, job());
    expect((await gull(`fit ${file}`)).exit).toBe(3);
    const told = await gull(`fit ${join(folder, "gone.json")}`);
    expect([told.exit, told.error]).toEqual([2, expect.stringContaining("cannot read")]);
  });
  test.each([
    ["{", "not JSON", ""],
    [JSON.stringify({ format: "something else" }), "", "format"],
    [job({ choices: { motor: "no-such-motor" } }), "no part no-such-motor", "choices.motor"],
    [
      job({
        also: [
          { partId: "tyre-622-37", quantity: 1 },
          { partId: "no-such-part", quantity: 1 },
        ],
      }),
      "no part no-such-part",
      "also.1.partId",
    ],
  ])("unreadable: %s", async (text, message, path) => {
    const told = await gull("fit", text);
    expect([told.exit, told.out]).toEqual([2, undefined]);
    const { issues } = read(told.error).error as { issues: { path: string; message: string }[] };
    expect(issues.map((issue) => issue.path)).toContain(path);
    expect(issues[0]!.message).toContain(message);
  });
  test("parts come from the file, then from the shop's database, and from the demo's catalogue where there is none", async () => {
    const own = { ...DEMO_PARTS.find((part) => part.id === "hf250-622")!, id: "own-hub", offers: [] };
    const withOwn = job({ parts: [own], choices: { motor: "own-hub" } });
    expect((await gull("fit", withOwn)).exit).toBe(3);
    const shop = join(folder, "shop.sqlite");
    const db = await openDatabase(shop);
    await saveSuppliers(db, DEMO_SUPPLIERS);
    await saveParts(db, [{ ...own, id: "shop-hub" } as (typeof DEMO_PARTS)[number]]);
    await db.destroy();
    process.env.GULL_DB = shop;
    expect((await gull("fit", job({ choices: { motor: "shop-hub" } }))).exit).toBe(3);
    expect((await gull("fit", withOwn)).exit).toBe(3);
    expect((await gull("fit", job())).exit).toBe(2);
    process.env.GULL_DB = join(folder, "none.sqlite");
  });
});

describe("the rest", () => {
  test("the published schema of a job file", async () => {
    expect(read((await gull("schema job")).out)).toHaveProperty("properties.format");
    expect(await gull("schema wings")).toMatchObject({ exit: 2, error: expect.stringContaining("known schemas: job") as string });
  });
  test("without a command, or with help, the usage and no failure; with an unknown one, exit 2", async () => {
    for (const [argv, exit] of [
      [[], 0],
      [["help"], 0],
      [["fly"], 2],
    ] as const) {
      const told = await run(argv, { input: () => "", now: () => NOW });
      expect([told.exit, told.out, told.error?.startsWith("gull: the workshop's sums")]).toEqual([exit, undefined, true]);
    }
  });
  test("asked for its usage by an option, it tells it and succeeds", async () => {
    for (const option of ["--help", "-h"])
      expect(await gull(option)).toEqual({ exit: 0, out: expect.stringContaining("gull backup FILE") as string });
  });
  test("a batch has a last line and a line a last letter", async () => {
    const line = '{"id":1,"name":"wheel-size","input":{"beadSeatMm":622,"tyreWidthMm":37}}';
    const long = `{"id":2,"name":"wheel-size","input":{"x":"${"y".repeat(4_000_000)}"}}`;
    const told = (await gull("calc --batch", `${line}\n${long}\n${line}`)).out!.trim().split("\n");
    expect(told.map((one) => read(one).id)).toEqual([1, null, 1]);
    expect(told[1]).toContain("longer than 4,000,000 bytes");
    expect(await gull("calc --batch", "\n".repeat(1_000_001))).toMatchObject({
      exit: 2,
      error: expect.stringContaining("at most 1,000,000 lines") as string,
    });
  });
  test("a shop is backed up and put back; what is no backup is refused with exit 2", async () => {
    const shop = join(folder, "kept.sqlite");
    const copy = join(folder, "kept.backup");
    process.env.GULL_DB = shop;
    expect(await gull(`backup ${copy}`)).toEqual({ exit: 2, error: `There is no shop in ${shop}.\n` });
    await (await openDatabase(shop)).destroy();
    expect(await gull(`backup ${copy}`)).toEqual({
      exit: 0,
      out: `0 jobs, 0 parts, 0 photographs in ${copy}, read back whole\n`,
    });
    expect(await gull(`restore ${shop}`)).toMatchObject({
      exit: 2,
      error: expect.stringContaining("no backup of a shop") as string,
    });
    const back = await gull(`restore ${copy}`);
    expect(back.exit).toBe(0);
    expect(back.out).toMatch(/as of 2026-11-25T09:00:00.000Z, in .*kept.sqlite; the shop that was there is in .*before-/);
    for (const line of ["backup", "restore", "backup a b"]) expect(await gull(line)).toMatchObject({ exit: 2 });
    process.env.GULL_DB = join(folder, "none.sqlite");
  });
  test("buy prints the proposal; a price list is looked at, and taken in when told so", async () => {
    const shop = join(folder, "buy.sqlite");
    process.env.GULL_DB = shop;
    expect(await gull("buy")).toEqual({ exit: 2, error: `There is no shop in ${shop}.\n` });
    const demo = await openDemoShop();
    process.env.GULL_DB = demo.file;
    const told = await gull("buy");
    expect(told.exit).toBe(0);
    expect(told.out).toMatch(/^\S.*, here 20\d\d-\d\d-\d\d: /);
    expect(told.out).toMatch(/together .*, job by job .*, proved the cheapest/);
    expect(told.out).toContain("left out: ");
    const page = JSON.parse((await gull("buy --json")).out!) as { orders: { totalMinor: number }[]; totalMinor: number };
    expect(page.totalMinor).toBe(page.orders.reduce((sum, order) => sum + order.totalMinor, 0));
    const list = join(folder, "list.csv");
    writeFileSync(list, "Our part number,Price\nchain-7,13.10\n");
    expect(await gull(`import prices ${list} lowtide`)).toMatchObject({
      exit: 0,
      out: expect.stringContaining("1 changed") as string,
    });
    expect(await gull(`import prices ${list} lowtide --take`)).toMatchObject({
      exit: 0,
      out: expect.stringContaining("Price list: 1 changed") as string,
    });
    // A decimal comma that went missing: asked about, and taken in only where somebody says that it is meant.
    writeFileSync(list, "Our part number,Price\nchain-7,1310\n");
    expect(await gull(`import prices ${list} lowtide --take`)).toMatchObject({
      exit: 2,
      out: expect.stringContaining("(asked about)") as string,
      error: expect.stringContaining("1 price leaps") as string,
    });
    expect(await gull(`import prices ${list} lowtide --take --leaps-are-right`)).toMatchObject({ exit: 0 });
    writeFileSync(list, "Our part number,Price\nchain-7,13.10\n");
    expect(await gull(`import prices ${list} lowtide --take --leaps-are-right`)).toMatchObject({ exit: 0 });
    const book = join(folder, "list.xlsx");
    const rows = [
      ["Our part number", "Price"],
      ["chain-7", 13.35],
    ];
    await writeWorkbook(rows.map((row) => row.map((value) => ({ value })))).toFile(book);
    expect(await gull(`import prices ${book} lowtide`)).toMatchObject({
      exit: 0,
      out: expect.stringContaining("1 changed") as string,
    });
    writeFileSync(book, readFileSync(book).subarray(0, 300));
    expect(await gull(`import prices ${book} lowtide`)).toMatchObject({
      exit: 2,
      error: expect.stringContaining("no workbook") as string,
    });
    expect(await gull("import prices - lowtide", "Our part number,Price\nchain-7,0\n")).toMatchObject({
      exit: 2,
      error: expect.stringContaining("Nothing was taken in") as string,
    });
    for (const line of [
      "import",
      "import parts x y",
      `import prices ${list}`,
      `import prices ${list} lowtide --force`,
      `import prices ${join(folder, "none.csv")} lowtide`,
      `import prices ${list} nobody`,
      "buy --all",
    ])
      expect([line, (await gull(line)).exit]).toEqual([line, 2]);
    process.env.GULL_DB = join(folder, "none.sqlite");
    await demo.close();
  });
  test("recipes go out as JSON, are looked at from a file, and are taken in when told so; records go out", async () => {
    const shop = await openDemoShop();
    process.env.GULL_DB = shop.file;
    try {
      const out = await gull("recipes");
      const given = read(out.out) as { recipes: { own: object[]; texts: object; order: object[] } };
      expect(given).toMatchObject({ format: "gull-bench recipes 1", recipes: { own: [], texts: {}, order: [] }, minutes: {} });
      const own = {
        id: "own-wax",
        title: "Wax the frame",
        low: 6,
        likely: 11,
        high: 22,
        stage: "prepare",
        place: "stand",
        on: "every",
        after: [],
        before: [],
        does: [],
        tools: [],
        waitDays: 0,
      };
      const file = join(folder, "recipes.json");
      writeFileSync(file, JSON.stringify({ ...given, recipes: { ...given.recipes, own: [own] } }));
      const looked = await gull(`recipes ${file}`);
      expect(looked.exit).toBe(0);
      expect(looked.out).toContain("New step: Wax the frame, 12 min");
      expect(looked.out).toContain("Nothing is stored");
      expect(read((await gull("recipes")).out)).toEqual(given);
      expect((await gull(`recipes ${file} --take`)).out).toBe("The recipes are taken in.\n");
      expect(read((await gull("recipes")).out)).toMatchObject({ recipes: { own: [own] } });
      for (const [line, input, says] of [
        ["recipes -", "{", "It is not JSON"],
        ["recipes -", "[]", "It is no file of recipes"],
        [
          "recipes - --take",
          JSON.stringify({ ...given, recipes: { ...given.recipes, own: [own, own] } }),
          "two steps of the name",
        ],
        ["recipes --take", "", "takes one file"],
        [`recipes ${join(folder, "none.json")}`, "", "there is no file"],
        ["recipes one two", "", "takes one file"],
      ] as const) {
        const told = await gull(line, input);
        expect([line, told.exit, told.error?.includes(says)]).toEqual([line, 2, true]);
      }
      const records = read((await gull("records")).out) as {
        format: string;
        times: { minutes: number; by: string; bike: string }[];
      };
      expect(records.format).toBe("gull-bench records 1");
      expect(records.times.length).toBeGreaterThan(5);
      expect(records.times[0]).toMatchObject({ job: 112, by: "Tamsin", bike: "Step-through" });
      for (const name of ["recipes", "records"])
        expect(read((await gull(`schema ${name}`)).out)).toHaveProperty("properties.format");
    } finally {
      process.env.GULL_DB = join(folder, "none.sqlite");
      await shop.close();
    }
  });
  test("a file that is no shop is told and left as it is", async () => {
    const file = join(folder, "notes.txt");
    process.env.GULL_DB = file;
    for (const text of ["", "a list of things to do"]) {
      writeFileSync(file, text);
      for (const line of ["migrate", "demo"])
        expect(await gull(line)).toMatchObject({ exit: 2, error: expect.stringContaining("is no shop's database") as string });
      expect(readFileSync(file, "utf8")).toBe(text);
    }
    process.env.GULL_DB = join(folder, "none.sqlite");
  });
  test.each([
    ["fit --tabel", "fit has no --tabel"],
    ["fit -x", "fit has no -x"],
    ["fit a.json b.json", "one file at a time"],
    ["fit a b c d", "too many words"],
    ["calc chain-length --fast", "calc has no --fast"],
    ["calc --list all", "calc has no all"],
    ["demo --force", "too many words"],
    ["migrate now", "too many words"],
    ["key twice", "too many words"],
    ["schema job --pretty", "too many words"],
    ["wings", "gull: the workshop's sums"],
  ])("%s: what is not known is refused, and nothing is done", async (line, says) => {
    const told = await gull(line, "{}");
    expect([told.exit, told.out]).toEqual([2, undefined]);
    expect(told.error).toContain(says);
    expect(existsSync(join(folder, "none.sqlite"))).toBe(false);
  });
  test.each(["--help", "-h", "fit --help", "calc --help", "backup -h"])("%s: the usage, exit 0", async (line) => {
    expect(await gull(line)).toMatchObject({ exit: 0, out: expect.stringContaining("gull fit") as string });
  });
  test("input that is no UTF-8 is told, by whatever door; a mark of order at the beginning is left out", async () => {
    const wrong = join(folder, "latin1.json");
    writeFileSync(wrong, Buffer.from([0x7b, 0x22, 0xe9, 0x22, 0x7d]));
    expect(await gull(`fit ${wrong}`)).toMatchObject({ exit: 2, error: expect.stringContaining("not UTF-8") as string });
    const wide = join(folder, "wide.json");
    writeFileSync(wide, Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from("{}", "utf16le")]));
    expect(await gull(`fit ${wide}`)).toMatchObject({ exit: 2, error: expect.stringContaining("UTF-16") as string });
    const told: string[] = [];
    expect(readText(Buffer.concat([Buffer.from([0xef, 0xbb, 0xbf]), Buffer.from("{}")]), (says) => told.push(says))).toBe("{}");
    expect(told).toEqual([expect.stringContaining("byte order mark")]);
    expect([readText(Buffer.from("{}"), (says) => told.push(says)), told.length]).toEqual(["{}", 1]);
    const throwing = () => readText(new Uint8Array([0xff]));
    for (const line of ["calc chain-length", "calc --batch", "fit"])
      expect(await run(line.split(" "), { input: throwing, now: () => NOW })).toMatchObject({ exit: 2 });
  });
  test("a question from the command line changes nothing in a shop, be it of an older application", async () => {
    const file = join(folder, "older.sqlite");
    process.env.GULL_DB = file;
    const db = await openDatabase(file);
    await db.raw("delete from knex_migrations where name = '010_job_line'");
    await db.raw("drop index job_line");
    await db.raw("pragma wal_checkpoint(truncate)");
    await db.destroy();
    const before = readFileSync(file);
    const told = await gull("fit", JSON.stringify({ format: "gull-bench job 1" }));
    expect([told.exit, told.out]).toEqual([2, undefined]);
    expect(told.error).toContain("written by an older Gull Bench");
    expect(readFileSync(file).equals(before)).toBe(true);
    process.env.GULL_DB = join(folder, "none.sqlite");
  });
  test("a key for the owner is told once, and kept as what cannot be read back", async () => {
    const file = join(folder, "key.sqlite");
    process.env.GULL_DB = file;
    const { out } = await gull("key");
    expect(out).toMatch(/^[A-Za-z0-9_-]{24}\n$/);
    expect(readFileSync(file).includes(out!.trim())).toBe(false);
    process.env.GULL_DB = join(folder, "none.sqlite");
  });
  test("who reads no further is no error", () => {
    const told = spawnSync("sh", ["-c", "npx tsx src/cli/gull.ts calc --list | head -1"], { encoding: "utf8" });
    expect(told.stdout.trim().split("\n")).toHaveLength(1);
    expect(told.stderr).not.toContain("EPIPE");
  });
  test("migrate makes the database, demo fills it once and says where", async () => {
    const file = join(folder, "demo.sqlite");
    process.env.GULL_DB = file;
    expect(await gull("migrate")).toEqual({ exit: 0 });
    expect(existsSync(file)).toBe(true);
    expect((await gull("demo")).out).toBe(`Demo shop loaded into ${file}\n`);
    expect((await gull("demo")).out).toBe(`There are jobs already in ${file}\n`);
    const db = await openDatabase(file);
    expect((await listJobs(db, "", 1)).total).toBe(14);
    await db.destroy();
    // Its finished bikes, and a part that is called back.
    const book = await gull("logbook");
    expect([book.exit, book.out!.trim().split("\n").length]).toEqual([0, 2]);
    expect(book.out).toMatch(/Doran Thatch.*\(late\).*not seen since\n.*Nessa Quill.*618 km/);
    expect(JSON.parse((await gull("logbook --json")).out!)).toMatchObject({ total: 2, bikes: [{ number: 100 }, { number: 99 }] });
    const recall = await gull("recall bat-36-13-rack EB-0726-2044");
    expect([recall.exit, recall.out!.split("\n")[0]]).toEqual([3, expect.stringMatching(/Doran Thatch.*has it$/)]);
    expect((await gull("recall bat-48-11-dt")).exit).toBe(0);
    for (const bad of ["logbook --all", "recall", "recall no-such-part", "recall --json", "recall bat-36-8-bag --all"])
      expect([bad, (await gull(bad)).exit]).toEqual([bad, 2]);
    process.env.GULL_DB = join(folder, "none.sqlite");
  });
});

describe("prove", () => {
  test("a finished job tells what was asked, predicted and proved, with a ride more from a file; bad files are told", async () => {
    const shop = await openDemoShop();
    const maud = (await exportJob(shop.db, (await listJobs(shop.db, "Maud", 1)).rows[0]!.id, NOW))!.file;
    await shop.close();
    const job = join(folder, "maud.json");
    writeFileSync(job, JSON.stringify(maud));
    const told = await gull(`prove ${job}`);
    // Over its budget as signed: not kept.
    expect(told.exit).toBe(4);
    expect(told.out).toMatch(/^Mass of the bike +≤ 27 kg +[\d.]+ kg +25.7 kg ± 0.1 kg +kept$/m);
    expect(told.out).toMatch(/^Price, all in .* not kept$/m);
    expect(told.out).toContain("rolling and drag cannot be told apart");
    const json = read((await gull(`prove ${job} --json`)).out) as {
      promises: { id: string; proved: unknown }[];
      rides: object[];
    };
    expect(json.rides).toHaveLength(2);
    expect(json.promises.every(({ proved }) => proved !== null)).toBe(true);

    const road = roadOf(9, 90, 5);
    const ride = join(folder, "ride.csv");
    writeFileSync(ride, asCsv(madeUpRide(HUB, roadSegments(road), { truth: AS_FORECAST, seed: 2, airC: 15 })));
    expect((read((await gull(`prove ${job} ${ride} --json`)).out) as { rides: object[] }).rides).toHaveLength(3);
    const doubtful = join(folder, "doubtful.csv");
    writeFileSync(doubtful, readFileSync(ride, "utf8").replace("Speed (km/h)", "Speed"));
    const windy = await gull(`prove ${job} ${ride} --wind 12 --wind-from 270 --air -3`);
    expect(windy.out).toContain("12 km/h of wind from the west, and the file has no places");
    const asked = await gull(`prove ${job} ${doubtful}`);
    expect([asked.exit, asked.out]).toEqual([2, undefined]);
    expect(asked.error).toContain("In what unit is it");
    for (const [line, says] of [
      ["prove", "wants a job file"],
      [`prove ${job} ${join(folder, "nothing.gpx")}`, "cannot read"],
      [`prove ${job} --fast`, "prove has no --fast"],
      [`prove ${job} ${ride} --wind strong`, "--wind wants a figure: km/h"],
      [`prove ${job} ${ride} --wind`, "--wind wants a figure"],
      [`prove ${job} ${ride} --wind 400`, "must be 0 to 60 km/h"],
      [`prove ${ride}`, "not JSON"],
    ] as const)
      expect(await gull(line)).toMatchObject({ exit: 2, error: expect.stringContaining(says) as string });
    // Nothing is proved of a job that nobody built.
    const bare = join(folder, "bare.json");
    writeFileSync(bare, JSON.stringify({ format: "gull-bench job 1", wish: { massKg: 20 } }));
    expect(await gull(`prove ${bare}`)).toMatchObject({ exit: 3, out: expect.stringContaining("not yet") as string });
  });
});

describe("settings", () => {
  test("what a job wants of its controller, written to the stand-in and read back; bad words are told", async () => {
    const shop = await openDemoShop();
    const maud = (await exportJob(shop.db, (await listJobs(shop.db, "Maud", 1)).rows[0]!.id, NOW))!.file;
    await shop.close();
    const job = join(folder, "maud-settings.json");
    writeFileSync(job, JSON.stringify(maud));
    const told = await gull(`settings ${job} --write`);
    expect([told.exit, told.out]).toEqual([
      0,
      expect.stringMatching(/^Hub board, version 3\n[^]*Assist ends at +24.5 km\/h +32 km\/h/),
    ]);
    expect(told.out).toContain("written to the stand-in and read back");
    expect(read((await gull(`settings ${job} --json`)).out)).toMatchObject({ family: "Hub board", told: [], written: null });
    for (const [line, says] of [
      ["settings", "wants a job file"],
      [`settings ${job} --fast`, "settings has no --fast"],
    ] as const)
      expect(await gull(line)).toMatchObject({ exit: 2, error: expect.stringContaining(says) as string });
    const bare = join(folder, "no-motor.json");
    writeFileSync(bare, JSON.stringify({ format: "gull-bench job 1" }));
    expect(await gull(`settings ${bare}`)).toMatchObject({ exit: 2, error: expect.stringContaining("no motor yet") as string });
    expect(read((await gull("schema settings")).out)).toMatchObject({ type: "object" });
  });
});
