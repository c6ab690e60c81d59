import fc from "fast-check";
import writeWorkbook from "write-excel-file/node";
import { isWorkbook } from "./isWorkbook";
import { readList } from "./priceList";
import { workbookText } from "./workbook";

type Cell = string | number | Date | null;
/** A workbook made by a general library, its sheets with their rows. */
async function workbook(...sheets: [name: string, rows: Cell[][]][]): Promise<Uint8Array> {
  const made = writeWorkbook(
    sheets.map(([sheet, rows]) => ({
      sheet,
      data: rows.map((row) =>
        row.map((value) => (value === null ? null : value instanceof Date ? { value, format: "yyyy-mm-dd" } : { value })),
      ),
    })),
  );
  return new Uint8Array(await made.toBuffer());
}
const read = async (bytes: Uint8Array) => {
  const made = await workbookText(bytes);
  return made.ok ? made.value : made.error;
};
const rowsOf = (text: string) => {
  const list = readList(text);
  if (!list.ok) throw new Error(list.error);
  return [list.value.heads, ...list.value.rows];
};

test("cells come as they would be typed: prices to the cent, days, empty ones, signs that part columns", async () => {
  const bytes = await workbook(
    [
      "Prices",
      [
        ["Number", "Price", "From", "Name"],
        ["A-1", 12.3, new Date("2026-12-01T00:00:00Z"), "Chain; 7-speed"],
        ["A-2", 1650, null, "Says “hi”, twice"],
        ["0042", 0.1 + 0.2, null, null],
        // A number of theirs with thirteen places is no price: none of them is lost.
        [4006381333931, 12_345.67, null, null],
      ],
    ],
    ["Terms", [["Pay within", "30 days"]]],
  );
  expect(isWorkbook(bytes)).toBe(true);
  const made = (await read(bytes)) as { text: string; sheet: string; others: string[] };
  expect([made.sheet, made.others]).toEqual(["Prices", ["Terms"]]);
  expect(rowsOf(made.text)).toEqual([
    ["Number", "Price", "From", "Name"],
    ["A-1", "12.3", "2026-12-01", "Chain; 7-speed"],
    ["A-2", "1650", "", "Says “hi”, twice"],
    ["0042", "0.3", "", ""],
    ["4006381333931", "12345.67", "", ""],
  ]);
});

test("what two people would type in a sheet reads back, whatever it is", () =>
  fc.assert(
    fc.asyncProperty(
      fc.array(
        fc.tuple(fc.stringMatching(/^[A-Za-z][A-Za-z0-9 ;,“”_-]{0,14}[A-Za-z0-9]$/), fc.integer({ min: 1, max: 9_999_999 })),
        {
          minLength: 1,
          maxLength: 12,
        },
      ),
      async (lines) => {
        const bytes = await workbook(["S", [["Name", "Price"], ...lines.map(([name, cents]): Cell[] => [name, cents / 100])]]);
        const made = (await read(bytes)) as { text: string };
        const rows = rowsOf(made.text).slice(1);
        expect(rows.map(([name, price]) => [name, Math.round(Number(price) * 100)])).toEqual(lines);
        for (const [, price] of rows) expect(price).toMatch(/^\d+(\.\d{1,2})?$/);
      },
    ),
    { numRuns: 25 },
  ));

test.each([
  ["an empty one", async () => workbook(["S", []]), "No sheet of this workbook has two columns or more."],
  ["one column", async () => workbook(["S", [["a"], ["b"]]]), "No sheet of this workbook has two columns or more."],
  ["a zip that is none", () => Promise.resolve(new Uint8Array([0x50, 0x4b, 3, 4, 1, 2, 3])), /no workbook/],
  ["half of one", async () => (await workbook(["S", [["a", "b"]]])).slice(0, 400), /no workbook/],
])("a workbook that is %s is told in words", async (_what, bytes, says) => {
  const told = await read(await bytes());
  if (typeof says === "string") expect(told).toBe(says);
  else expect(told).toMatch(says);
});

test("a small workbook reads the same wherever in a shared buffer it stands, as Node hands small files out", async () => {
  const alone = await workbook([
    "Prices",
    [
      ["Number", "Price"],
      ["A-1", 12.3],
    ],
  ]);
  const wanted = await read(alone);
  for (const offset of [0, 1, 8, 777]) {
    const pool = Buffer.alloc(offset + alone.length + 99, 7);
    pool.set(alone, offset);
    expect([offset, await read(pool.subarray(offset, offset + alone.length))]).toEqual([offset, wanted]);
  }
});
