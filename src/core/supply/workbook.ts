import Papa from "papaparse";
import readWorkbook from "read-excel-file/universal";
import { bad, good, type Result } from "../result";
import { MOST_ROWS } from "./priceList";

/** Figures of a workbook are binary: what stands after the twelfth figure is noise of that, no price. */
const FIGURES = 12;

/** A list as text, and which sheet of a workbook it is; the others are not read. */
export type WorkbookText = { readonly text: string; readonly sheet: string; readonly others: readonly string[] };

/**
 * A workbook's first sheet with two columns or more as a list, its cells as they would be typed.
 * @returns what is wrong with the file, in words, where it holds no such sheet
 */
export async function workbookText(bytes: Uint8Array): Promise<Result<WorkbookText>> {
  const sheets = await readWorkbook<string>(bytes.slice().buffer, { parseNumber: (text) => text, trim: true }).catch(() => null);
  if (sheets === null) return bad("This is no workbook (.xlsx) that can be read: save it as one, or as CSV in UTF-8.");
  const found = sheets.find(({ data }) => data.some((row) => row.filter((cell) => cell !== null).length > 1));
  if (!found) return bad("No sheet of this workbook has two columns or more.");
  if (found.data.length > MOST_ROWS + 1)
    return bad(
      `Sheet “${found.sheet.slice(0, 40)}” has ${found.data.length.toLocaleString("en-GB")} rows; at most ${MOST_ROWS.toLocaleString("en-GB")} are read at once.`,
    );
  const rows = found.data.map((row) => row.map(written)).filter((row) => row.some((cell) => cell !== ""));
  const others = sheets.filter((one) => one !== found).map((one) => one.sheet);
  return good({ text: Papa.unparse(rows, { delimiter: ";" }), sheet: found.sheet, others });
}

/** A cell as it would be typed: figures with a point, days as ISO, nothing for what is empty. */
function written(cell: unknown): string {
  if (cell === null || cell === undefined) return "";
  if (cell instanceof Date) return cell.toISOString().slice(0, 10);
  const text = String(cell);
  // A plain figure as a workbook keeps it, with or without a power of ten.
  return /^-?\d+(\.\d+)?(e[+-]?\d+)?$/i.test(text) && text.length > FIGURES
    ? String(Number(Number(text).toPrecision(FIGURES)))
    : text;
}
