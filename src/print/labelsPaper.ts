import type { Content, TableCell } from "pdfmake/interfaces";
import type { Label } from "@/core/parts/label";
import type { Paper } from "./paper";

/** Three in a row and eight rows on A4, each 70 by 37 mm: a common size of label sheets. */
const COLUMNS = 3;
const POINTS_PER_MM = 72 / 25.4;
const HIGH = 37 * POINTS_PER_MM;
const WIDE = 70 * POINTS_PER_MM;
export const LABELS_ON_A_PAGE = 24;

/**
 * Labels with a QR code each. The code holds the number and nothing else, so that a reader that types does what a person would.
 * @param skip places of the first sheet that are used already
 */
export function labelsPaper(labels: readonly Label[], skip = 0): Paper {
  const cells: TableCell[] = [
    ...Array.from({ length: skip }, () => ({ text: "" })),
    ...labels.map(({ code, name, note }): TableCell => ({
      columns: [
        { qr: code, fit: 76, width: 80, margin: [0, 2, 0, 0] } as Content,
        {
          width: "*",
          stack: [
            { text: name.slice(0, 60), bold: true, fontSize: 9 },
            { text: code, fontSize: 9 },
            { text: note.slice(0, 60), fontSize: 8, color: "#47565C" },
          ],
        },
      ],
      margin: [10, 14, 6, 0],
    })),
  ];
  while (cells.length % COLUMNS !== 0) cells.push({ text: "" });
  const rows = Array.from({ length: cells.length / COLUMNS }, (_, i) => cells.slice(i * COLUMNS, (i + 1) * COLUMNS));
  return {
    title: "Labels",
    bare: true,
    content: [
      {
        table: { widths: Array.from({ length: COLUMNS }, () => WIDE), heights: HIGH, dontBreakRows: true, body: rows },
        layout: {
          hLineWidth: () => 0,
          vLineWidth: () => 0,
          paddingLeft: () => 0,
          paddingRight: () => 0,
          paddingTop: () => 0,
          paddingBottom: () => 0,
        },
      },
    ],
  };
}
