import type { Content, TableCell } from "pdfmake/interfaces";

/** A paper before it is laid out: what stands on it, in order. */
/** `bare`: edge to edge and without a foot, for a sheet of labels. */
export type Paper = { readonly title: string; readonly content: Content[]; readonly bare?: boolean };

/** A table with a ruled head; amounts stand right. */
export function table(head: string[], rows: TableCell[][], widths: (string | number)[], right: number[] = []): Content {
  const cell = (content: TableCell, column: number, bold: boolean): TableCell =>
    ({
      ...(typeof content === "string" ? { text: content } : (content as object)),
      ...(bold && { bold: true }),
      ...(right.includes(column) && { alignment: "right" }),
    }) as TableCell;
  return {
    table: {
      headerRows: 1,
      widths,
      body: [head.map((text, i) => cell(text, i, true)), ...rows.map((row) => row.map((content, i) => cell(content, i, false)))],
    },
    layout: {
      hLineWidth: (i: number) => (i === 1 ? 1.2 : 0.4),
      vLineWidth: () => 0,
      hLineColor: () => "#7C8B92",
      paddingLeft: () => 0,
      paddingRight: () => 8,
    },
    margin: [0, 0, 0, 6],
  };
}
