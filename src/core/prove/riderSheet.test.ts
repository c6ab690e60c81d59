import { batteryOf, motorsOf } from "../fit/build";
import { buildOf, NAMES } from "../fit/gallery.fixture";
import { limitToSet } from "../fit/rules/law/limitToSet";
import { legalClassOf, PLACES_RIDDEN } from "../standards/law";
import { formatNumber } from "../units/formatQuantity";
import { riderSheetOf } from "./riderSheet";

const BUILDS = NAMES.map((name) => [name, buildOf(name)] as const);
const linesOf = (sheet: ReturnType<typeof riderSheetOf>) => sheet.sections.flatMap(({ lines }) => lines);

test.each(BUILDS)(
  "%s: the rider is told charging, water, the pack, the law, what not to do and when to stop, all in words",
  (_name, build) => {
    const sheet = riderSheetOf(build, "2026-03-02");
    const titles = sheet.sections.map(({ title }) => title);
    for (const title of [
      "Charging",
      "Rain and washing",
      "Carrying and keeping the pack",
      "What the law says here",
      "What not to do",
      "Stop",
    ])
      expect(titles).toContain(title);
    for (const line of linesOf(sheet)) {
      expect(line).toMatch(/^[A-Z].+[.]$/);
      expect(line).not.toMatch(/undefined|NaN|null|Infinity/);
    }
    // Advice on the law is never given: it is known of one year, incomplete, and to be confirmed.
    expect(sheet.sections.find(({ title }) => title === "What the law says here")!.lines.at(-1)).toMatch(
      /no advice: confirm with the authority/,
    );
    const limit = limitToSet(build);
    if (limit) expect(linesOf(sheet).join(" ")).toContain(`ends at ${formatNumber(limit.kmh, 1)} km/h`);
    const battery = batteryOf(build);
    // Charged below freezing a lithium cell plates metal (Linden and Reddy, 2011).
    if (battery && battery.spec.chemistry !== "lead-acid") expect(linesOf(sheet).join(" ")).toContain("Never charged below 0 °C");
    const label = legalClassOf(build.asked.where) && motorsOf(build)[0];
    expect(sheet.label === null).toBe(!label);
    // All that is rated stands on it, whichever motor has how much.
    const printed = [...(sheet.label?.text ?? "").matchAll(/(?:(\d+) × )?(\d+) W/g)];
    const ratedW = motorsOf(build).reduce((sum, { spec }) => sum + spec.ratedW, 0);
    if (sheet.label) expect(printed.reduce((sum, [, count, each]) => sum + Number(count ?? 1) * Number(each), 0)).toBe(ratedW);
  },
);

test("the first re-torque is a week after the hand-over, the service half a year, across a change of month and year", () => {
  const days = (from: string) => riderSheetOf(BUILDS[0]![1], from).visits.flatMap(({ day }) => day ?? []);
  expect(days("2026-12-28")).toEqual(["2027-01-04", "2027-06-28"]);
  expect(days("2028-02-25")[0]).toBe("2028-03-03");
});

test.each([...PLACES_RIDDEN, "Somewhere else"])("in %s the sheet says what is known of its law, or that nothing is", (where) => {
  const [, build] = BUILDS.find(([, one]) => motorsOf(one).length > 0)!;
  const sheet = riderSheetOf({ ...build, asked: { ...build.asked, where } }, "2026-03-02");
  const law = sheet.sections.find(({ title }) => title === "What the law says here")!.lines.join(" ");
  const row = legalClassOf(where);
  expect(law).toContain(row ? row.marks : row === null ? "private land" : "not known to us");
  expect(law).toContain("confirm");
});
