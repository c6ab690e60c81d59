import path from "node:path";
import pdfmake from "pdfmake";
import type { Content, TableCell, TDocumentDefinitions } from "pdfmake/interfaces";

const fontFile = (folder: string, file: string) =>
  path.join(/* turbopackIgnore: true */ process.cwd(), "node_modules/@expo-google-fonts", folder, file);

let ready = false;

/** Full TrueType fonts, so that ≤, č and ½ come out as written; nothing is fetched. */
function prepare(): void {
  if (ready) return;
  pdfmake.setFonts({
    Text: {
      normal: fontFile("atkinson-hyperlegible-next", "400Regular/AtkinsonHyperlegibleNext_400Regular.ttf"),
      bold: fontFile("atkinson-hyperlegible-next", "700Bold/AtkinsonHyperlegibleNext_700Bold.ttf"),
      italics: fontFile("atkinson-hyperlegible-next", "400Regular_Italic/AtkinsonHyperlegibleNext_400Regular_Italic.ttf"),
      bolditalics: fontFile("atkinson-hyperlegible-next", "700Bold_Italic/AtkinsonHyperlegibleNext_700Bold_Italic.ttf"),
    },
  });
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy((file) => file.startsWith(fontFile("", "")));
  ready = true;
}

/** A document on A4 with page numbers at the foot. */
export async function pdfOf(title: string, content: Content[]): Promise<Uint8Array> {
  prepare();
  const definition: TDocumentDefinitions = {
    info: { title },
    pageSize: "A4",
    pageMargins: [48, 44, 48, 52],
    defaultStyle: { font: "Text", fontSize: 10, lineHeight: 1.2, color: "#1D2A30" },
    styles: {
      title: { fontSize: 20, bold: true },
      heading: { fontSize: 13, bold: true, margin: [0, 12, 0, 4] },
      soft: { color: "#47565C" },
    },
    content,
    footer: (page, pages) => ({
      text: `${title}, page ${page} of ${pages}`,
      alignment: "center",
      fontSize: 8,
      color: "#47565C",
      margin: [0, 16, 0, 0],
    }),
  };
  return new Uint8Array(await pdfmake.createPdf(definition).getBuffer());
}

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
