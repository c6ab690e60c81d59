import type { Knex } from "knex";
import { formatDay } from "@/core/units/date";
import { formatNumber } from "@/core/units/formatQuantity";
import { tagNumber } from "@/core/units/tagNumber";
import { jobList } from "@/shop/jobList";
import { logbookPage, recalled } from "@/shop/logbook";
import type { Told } from "./told";

/** So many of the jobs touched last are brought up to date before the logbook is told. */
const MOST_JOBS = 600;

/** Finished bikes, those that are due first. */
export async function tellLogbook(db: Knex, json: boolean, now: string): Promise<Told> {
  await jobList(db, "", MOST_JOBS, now);
  const { rows, total } = await logbookPage(db, "");
  if (json) return { exit: 0, out: `${JSON.stringify({ total, bikes: rows })}\n` };
  const today = now.slice(0, 10);
  const lines = rows.map(({ number, customer, bike, line }) =>
    [
      tagNumber(number),
      `${customer}, ${bike}`,
      `due ${formatDay(line.due.day)}${line.due.day < today ? " (late)" : ""}: ${line.due.when}`,
      line.last
        ? `last seen ${formatDay(line.last.day)}${line.last.km === null ? "" : `, ${formatNumber(line.last.km, 0)} km`}`
        : "not seen since",
      ...line.notRidden.map((why) => `NOT TO BE RIDDEN: ${why}`),
    ].join("\t"),
  );
  if (total > rows.length) lines.push(`and ${total - rows.length} more`);
  return { exit: 0, out: [...(total === 0 ? ["no bike is handed over yet"] : lines)].map((line) => `${line}\n`).join("") };
}

const WORD = { named: "has it", perhaps: "perhaps: its number or lot is not known", not: "another piece" } as const;

/** Which bikes have a part, and in which a piece is that a notice names. Exit 0 none is meant, 3 one or more are, or may be. */
export async function tellRecall(db: Knex, words: readonly string[], now: string): Promise<Told> {
  const json = words.includes("--json");
  const [partId, ...numbers] = words.filter((word) => word !== "--json");
  const wrong = (message: string): Told => ({ exit: 2, error: `${JSON.stringify({ error: { message } })}\n` });
  const strange = [partId, ...numbers].find((word) => word?.startsWith("--"));
  if (strange !== undefined) return wrong(`recall has no ${strange}: only --json`);
  if (partId === undefined) return wrong("recall wants a part's number, and the numbers or the lot that a notice names");
  await jobList(db, "", MOST_JOBS, now);
  const found = await recalled(db, { partId, numbers: numbers.join(",") });
  if (!found) return wrong(`there is no part ${partId} in the books`);
  const exit = found.bikes.some(({ is }) => is !== "not") ? 3 : 0;
  if (json) return { exit, out: `${JSON.stringify(found)}\n` };
  const lines = found.bikes.map((bike) =>
    [
      tagNumber(bike.number),
      `${bike.customer}, ${bike.bike}`,
      bike.contact || "no contact",
      (bike.handedAt ? `handed over ${formatDay(bike.handedAt)}` : "in the shop") +
        (bike.goesOnIn === null ? "" : `, renewed in job ${tagNumber(bike.goesOnIn)}`),
      bike.serials.map(({ serial, lot }) => `${serial}${lot ? ` (lot ${lot})` : ""}`).join(", ") || "number not noted",
      WORD[bike.is],
    ].join("\t"),
  );
  return { exit, out: (lines.length === 0 ? [`no bike has ${found.part}`] : lines).map((line) => `${line}\n`).join("") };
}
