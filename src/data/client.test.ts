import { keepStatements } from "./client";
import { connect } from "./connection";

test("a text that is asked again is read once; what alters tables, and lists of many numbers, are read each time", () => {
  const read: string[] = [];
  const connection = keepStatements({ prepare: (sql: string) => (read.push(sql), { sql }) });
  const ask = "select * from `job` where `id` = ?";
  expect(connection.prepare(ask)).toBe(connection.prepare(ask));
  expect(read).toEqual([ask]);
  const many = `select * from job where id in (${Array.from({ length: 2_000 }, () => "?").join(", ")})`;
  connection.prepare(many);
  connection.prepare(many);
  connection.prepare("alter table job add column hue text");
  connection.prepare("pragma user_version");
  connection.prepare(ask);
  expect(read.map((sql) => sql.slice(0, 11))).toEqual([
    "select * fr",
    "select * fr",
    "select * fr",
    "alter table",
    "pragma user",
    "select * fr",
  ]);
});

test("kept statements see what was written meanwhile, a table that became another, and begin and end transactions as new ones do", async () => {
  const db = connect(":memory:");
  await db.schema.createTable("lamp", (table) => void table.string("says"));
  const all = () => db("lamp").orderBy("says");
  expect(await all()).toEqual([]);
  await db("lamp").insert({ says: "lit" });
  expect(await all()).toEqual([{ says: "lit" }]);
  await db.schema.alterTable("lamp", (table) => void table.integer("watts"));
  expect(await all()).toEqual([{ says: "lit", watts: null }]);
  for (const says of ["out", "dim"])
    await db
      .transaction(async (trx) => {
        await trx("lamp").insert({ says });
        if (says === "dim") throw new Error("let it be");
      })
      .catch((error: Error) => expect(error.message).toBe("let it be"));
  expect(await all().pluck("says")).toEqual(["lit", "out"]);
  await db.schema.dropTable("lamp");
  // The driver keeps the kind of error of whichever test loaded it first: the words are what counts.
  const told = await all().then(
    () => "",
    (error: unknown) => (error as { message: string }).message,
  );
  expect(told).toContain("no such table");
  await db.destroy();
});
