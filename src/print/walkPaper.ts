import type { Content, TableCell } from "pdfmake/interfaces";
import { walk } from "@/core/donor/donor";
import { settledBy } from "@/core/fit/finding";
import { donorItem, PLACES, type DonorKey } from "@/core/donor/items";
import { KIND_UNIT } from "@/core/donor/item";
import type { JobView } from "@/core/job/view";
import { formatNumber } from "@/core/units/formatQuantity";
import type { Paper } from "./paper";

/** The walk as a paper form: filled in at the stand, typed in later in the same order and under the same numbers. */
export function walkPaper(view: JobView): Paper {
  const items = walk(view.job.donor, settledBy(view.findings));
  const number = String(view.job.number).padStart(4, "0");
  const needed = new Set(view.needed);
  return {
    title: `Walk round the bike, job ${number}`,
    content: [
      { text: "The walk round the bike", style: "title" },
      { text: `Job ${number}: ${view.job.wish.customer}, ${view.job.wish.bike || "bike not named"}`, margin: [0, 2, 0, 2] },
      {
        text: "Bike down: bars, fork. Bike up: front end, shell, stays, rear end, cluster. Then frame, condition, rider. Circle a size or write the figure; one circle in each row of answers. Bold numbers decide something on this build. A crack stops the job.",
        style: "soft",
        margin: [0, 0, 0, 6],
      },
      ...PLACES.flatMap((place) => placeTable(place, items, needed, view)),
      { text: "Measured by ______________________   on ____________   with caliper no. ______", margin: [0, 14, 0, 0] },
    ],
  };
}

function placeTable(place: string, items: readonly DonorKey[], needed: ReadonlySet<DonorKey>, view: JobView): Content[] {
  const rows = items.flatMap((key, index) =>
    donorItem(key).place === place ? [rowOf(key, index + 1, needed.has(key), view)] : [],
  );
  if (rows.length === 0) return [];
  return [
    { text: place[0]!.toUpperCase() + place.slice(1), style: "heading" },
    {
      table: { widths: [22, 150, "*", 74, 40], body: rows, dontBreakRows: true },
      layout: {
        hLineWidth: () => 0.4,
        vLineWidth: () => 0,
        hLineColor: () => "#7C8B92",
        paddingLeft: () => 0,
        paddingRight: () => 6,
        paddingTop: () => 3,
        paddingBottom: () => 3,
      },
      fontSize: 9,
    },
  ];
}

function rowOf(key: DonorKey, number: number, needed: boolean, view: JobView): TableCell[] {
  const item = donorItem(key);
  const reading = view.job.donor[key];
  const chosen =
    reading && (item.kind === "choice" ? item.options[String(reading.value)] : formatNumber(Number(reading.value), 2));
  const choices =
    item.kind === "choice"
      ? Object.values(item.options).join("  ·  ")
      : item.chips.map((chip) => formatNumber(chip, 2)).join("  ·  ");
  const unit = item.kind === "choice" ? "" : KIND_UNIT[item.kind].replace("count", "");
  return [
    { text: String(number), bold: needed },
    {
      text: [
        { text: item.label, bold: needed },
        { text: `\n${item.ask}`, fontSize: 7.5, color: "#47565C" },
      ],
    },
    { text: choices },
    { text: item.kind === "choice" ? (chosen ?? "") : `${chosen ?? "__________"} ${unit}` },
    { text: item.kind === "choice" ? "" : item.tool, color: "#47565C" },
  ];
}
