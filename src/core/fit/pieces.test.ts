import { donorItem, type DonorKey } from "../donor/items";
import type { Build, Supplied } from "./build";
import { fit } from "./engine";
import { isOpen, type Finding } from "./finding";
import { buildOf, NAMES, run } from "./gallery.fixture";
import { ENDS, keysOfEnd } from "./rules/subjects";

/** What is said of each finding, without words and figures. */
const told = (findings: readonly Finding[]): Record<string, string> =>
  Object.fromEntries(
    findings.map((f) => [f.key, `${f.verdict}${f.safety ? "!" : ""} ${f.margin?.value.toFixed(6) ?? ""}`] as const).sort(),
  );
const withParts = (build: Build, supplied: readonly Supplied[]): Build => ({ ...build, supplied, memo: {} });

test.each(NAMES)("%s: in which order its parts are listed decides nothing", (name) => {
  const build = buildOf(name);
  const inUse = build.supplied.filter((s) => s.part.kind === "charger");
  // Of two chargers the first is the one that goes with the bike.
  const reversed = [...inUse, ...build.supplied.filter((s) => !inUse.includes(s)).toReversed()];
  expect(told(run(withParts(build, reversed)))).toEqual(told(run(build)));
});

/** A motor is a thing of its own, and a bike has one pack. */
const ONE_BY_ONE: ReadonlySet<string> = new Set(["hub-motor", "mid-motor", "frame-motor", "battery"]);

test.each(NAMES)("%s: two pieces in one line of the build are two lines of one piece", (name) => {
  const build = buildOf(name);
  for (const [i, one] of build.supplied.entries()) {
    if (ONE_BY_ONE.has(one.part.kind)) continue;
    const beside = (put: readonly Supplied[]) => [...build.supplied.slice(0, i), ...put, ...build.supplied.slice(i + 1)];
    const together = told(run(withParts(build, beside([{ ...one, quantity: 2 }]))));
    expect([one.part.name, told(run(withParts(build, beside([one, one]))))]).toEqual([one.part.name, together]);
  }
});

/** What one decision settles for both ends, each with why. */
const FOR_BOTH: Readonly<Record<string, string>> = {};

test("what is accepted for one end leaves the other end's twin as it was", () => {
  const [front, rear] = ENDS.map((end) => keysOfEnd(end) as Record<string, string>) as [
    Record<string, string>,
    Record<string, string>,
  ];
  const wrong = new Set<string>();
  let tried = 0;
  for (const key of Object.keys(front)) {
    const item = donorItem(front[key] as DonorKey) as ReturnType<typeof donorItem> | undefined;
    if (!item) continue;
    const values = item.kind === "choice" ? Object.keys(item.options) : [item.plausible[0], ...item.chips, item.plausible[1]];
    for (const value of values) {
      const { geometry: _none, ...given } = buildOf("two hubs", {
        donor: { [front[key]!]: value, [rear[key]!]: value } as never,
      });
      const before = fit(given, []).findings;
      for (const finding of before) {
        const twin = before.find((f) => f.rule === finding.rule && f.key === finding.key.replace(/ front$/, " rear"));
        if (!finding.key.endsWith(" front") || !isOpen(finding) || !twin || !isOpen(twin)) continue;
        for (const remedy of finding.remedies) {
          tried += 1;
          const after = fit(given, [{ finding: finding.key, remedy: remedy.id }]).findings.find((f) => f.key === twin.key);
          const same = after && isOpen(after) && after.verdict === twin.verdict;
          if (!same && !(`${finding.rule} ${remedy.id}` in FOR_BOTH)) wrong.add(`${finding.rule} ${remedy.id}`);
        }
      }
    }
  }
  expect(tried).toBeGreaterThan(100);
  expect([...wrong].sort()).toEqual([]);
});
