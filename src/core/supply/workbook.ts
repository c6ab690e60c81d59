import Papa from "papaparse";
import readWorkbook from "read-excel-file/universal";
import { bad, good, type Result } from "../result";
import { MOST_ROWS } from "./priceList";

/** Figures of a workbook are binary, good for fifteen places (IEEE 754 double): what stands after them is noise, no price. */
const FIGURES = 15;

/** A list as text, and which sheet of a workbook it is; the others are not read. */
export type WorkbookText = { readonly text: string; readonly sheet: string; readonly others: readonly string[] };

/**
 * A workbook's first sheet with two columns or more as a list, its cells as they would be typed.
 * @returns what is wrong with the file, in words, where it holds no such sheet
 */
export async function workbookText(bytes: Uint8Array): Promise<Result<WorkbookText>> {
  // A copy of its own: a small file of Node's stands somewhere in a buffer that others share.
  const sheets = await readWorkbook<string>(new Uint8Array(bytes).buffer, { parseNumber: (text) => text, trim: true }).catch(
    () => null,
  );
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
  // A broken figure as a workbook keeps it, or one with a power of ten; a whole one may be a number of theirs and stays as it is.
  return /^-?\d+(\.\d+(e[+-]?\d+)?|e[+-]?\d+)$/i.test(text) ? String(Number(Number(text).toPrecision(FIGURES))) : text;
}
