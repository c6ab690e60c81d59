import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { jobLabels } from "@/core/job/jobLabels";
import type { Label } from "@/core/parts/label";
import { EMPTY_WISH } from "@/core/wish/wish";
import { labelsPaper, LABELS_ON_A_PAGE } from "./labelsPaper";
import { pdfOf } from "./pdf";

const label = (i: number): Label => ({ code: `part-${i}`, name: `Part of a long enough name, number ${i}`, note: "lies in B 4" });

/** The text of each page. */
async function pagesOf(labels: readonly Label[], skip = 0): Promise<string[]> {
  const folder = mkdtempSync(join(tmpdir(), "gull-labels-"));
  const file = join(folder, "labels.pdf");
  writeFileSync(file, await pdfOf(labelsPaper(labels, skip)));
  const text = execFileSync("pdftotext", ["-layout", file, "-"], { encoding: "utf8" });
  rmSync(folder, { recursive: true });
  return text.split("\f").filter((page) => page.trim() !== "");
}

test.each([
  [1, 0, 1],
  [24, 0, 1],
  [25, 0, 2],
  [24, 5, 2],
  [60, 0, 3],
])("%d labels from place %d on: %d sheets, each label once and whole", async (count, skip, sheets) => {
  const pages = await pagesOf(
    Array.from({ length: count }, (_, i) => label(i)),
    skip,
  );
  expect(pages).toHaveLength(sheets);
  const codes = pages.join("\n").match(/part-\d+/g) ?? [];
  expect(codes.map((code) => Number(code.slice(5))).sort((a, b) => a - b)).toEqual(Array.from({ length: count }, (_, i) => i));
  expect(LABELS_ON_A_PAGE).toBe(24);
});

test("a code holds the part's number alone: what a reader types is what a person would", () => {
  const { content } = labelsPaper([label(7)]);
  const codes = JSON.stringify(content).match(/"qr":"[^"]*"/g);
  expect(codes).toEqual(['"qr":"part-7"']);
});

test("bike, box and key of a job have a label each, whose code is what the job is found by", async () => {
  const labels = jobLabels({ number: 112, wish: { ...EMPTY_WISH, customer: "Wenna Hale", bike: "Quay roadster" } });
  const [page] = await pagesOf(labels);
  for (const words of ["0112 Wenna Hale", "Bike: Quay roadster", "Box:", "Key of the pack"]) expect(page).toContain(words);
  expect(labels.map(({ code }) => code)).toEqual(["112", "112", "112"]);
});
