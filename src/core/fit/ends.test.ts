import { DONOR_KEYS, donorItem, type DonorKey } from "../donor/items";
import { buildOf, NAMES, run } from "./gallery.fixture";
import { type End, ENDS, hubMotorAt, keysOfEnd } from "./rules/subjects";

/** What the survey reads of an end; each end's tyre, once both were read. */
const readingsOf = (end: End): readonly DonorKey[] => [
  ...DONOR_KEYS.filter((key) => Object.values<string>(keysOfEnd(end)).includes(key)),
  end === "front" ? "frontTyreWidthMm" : "tyreWidthMm",
];
const other = (end: End): End => (end === "front" ? "rear" : "front");

const valuesOf = (key: DonorKey): readonly (number | string)[] => {
  const item = donorItem(key);
  return item.kind === "choice" ? Object.keys(item.options) : [item.plausible[0], ...item.chips, item.plausible[1]];
};

/** Findings that turn on a reading, by their keys, with their rules. */
function turnsOn(name: (typeof NAMES)[number], key: DonorKey): Map<string, string> {
  const told = valuesOf(key).map(
    (value) =>
      new Map(
        run(buildOf(name, { donor: { frontTyreWidthMm: 37, [key]: value } as never })).map((f) => [
          f.key,
          { rule: f.rule, says: JSON.stringify([f.verdict, f.figures, f.margin]) },
        ]),
      ),
  );
  const all = new Map(told.flatMap((one) => [...one].map(([key, { rule }]) => [key, rule] as const)));
  return new Map([...all].filter(([key]) => new Set(told.map((one) => one.get(key)?.says ?? "–")).size > 1));
}

/** Findings that look at both ends, each with why; all else looks at its own. */
const BOTH_ENDS: Readonly<Record<string, string>> = {
  "brakes/energy: frontBrake": "a rim brake may do beside a disc where it does not alone",
  "brakes/energy: rearBrake": "a rim brake may do beside a disc where it does not alone",
  "brakes/cut-off: frontBrake": "each lever cuts the motor, whichever wheel it is in",
  "brakes/cut-off: rearBrake": "each lever cuts the motor, whichever wheel it is in",
  "brakes/lever-pull: frontBrake": "each lever that cuts pulls as much as its brake wants",
  "chain/angle: rearOverLocknutMm": "where the cogs stand is a matter of the rear hub, whatever drives the front",
  "power/two-motors: frontBeadSeatMm": "the front wheel's grip is a matter of both motors",
  "power/two-motors: frontTyreWidthMm": "the front wheel's grip is a matter of both motors",
};

test.each(ENDS)("what is told of the %s end, and of a bike with a motor there, turns on no reading of the other end", (end) => {
  const wrong = new Set<string>();
  for (const name of NAMES) {
    const withMotor = hubMotorAt(end, buildOf(name)) !== undefined;
    for (const key of readingsOf(other(end)))
      for (const [finding, rule] of turnsOn(name, key)) {
        const of = finding.split(" ");
        const looksAtIt = of.includes(end) || (withMotor && !of.includes(other(end)));
        if (looksAtIt && !(`${rule}: ${key}` in BOTH_ENDS)) wrong.add(`${rule}: ${key}`);
      }
  }
  expect([...wrong].sort()).toEqual([]);
});
