import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pdfOf } from "./pdf";

test.each([44, 45, 46, 47, 48, 49, 50, 51, 52, 53, 54])(
  "after %d lines a heading goes over the page with what it heads",
  async (lines) => {
    const filler = Array.from({ length: lines }, (_, i) => ({ text: `line ${i + 1}` }));
    const content = [...filler, { text: "The heading", style: "heading" }, { ul: ["what it heads", "and more"] }];
    const folder = mkdtempSync(join(tmpdir(), "gull-pdf-"));
    const file = join(folder, "paper.pdf");
    writeFileSync(file, await pdfOf({ title: "A paper", content }));
    const pages = execFileSync("pdftotext", ["-layout", file, "-"], { encoding: "utf8" }).split("\f");
    rmSync(folder, { recursive: true });
    const headed = pages.filter((page) => page.includes("The heading"));
    expect(headed).toHaveLength(1);
    expect(headed[0]).toContain("what it heads");
  },
);
