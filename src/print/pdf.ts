import path from "node:path";
import pdfmake from "pdfmake";
import type { TDocumentDefinitions } from "pdfmake/interfaces";
import type { Paper } from "./paper";

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

/** A paper as PDF, on A4 with page numbers at the foot. */
export async function pdfOf({ title, content, bare = false }: Paper): Promise<Uint8Array> {
  prepare();
  const definition: TDocumentDefinitions = {
    info: { title },
    pageSize: "A4",
    pageMargins: bare ? [0, 0, 0, 0] : [48, 44, 48, 52],
    defaultStyle: { font: "Text", fontSize: 10, lineHeight: 1.2, color: "#1D2A30" },
    styles: {
      title: { fontSize: 20, bold: true },
      heading: { fontSize: 13, bold: true, margin: [0, 12, 0, 4] },
      foot: { alignment: "center", fontSize: 8, color: "#47565C" },
      soft: { color: "#47565C" },
    },
    content,
    // A heading goes over the page with what it heads: no line follows it here, the foot of the page apart.
    pageBreakBefore: (node, queries) =>
      node.style === "heading" &&
      !queries.getFollowingNodesOnPage().some((next) => next.text !== undefined && next.style !== "foot"),
    footer: (page, pages) =>
      bare
        ? null
        : {
            text: `${title}, page ${page} of ${pages}`,
            style: "foot",
            margin: [0, 16, 0, 0],
          },
  };
  return new Uint8Array(await pdfmake.createPdf(definition).getBuffer());
}
