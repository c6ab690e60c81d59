import fc from "fast-check";
import { ASKED, battery, controller, donorOf, fitCase, frameMotor, hub, mid, partOf, SOUND } from "../../../tests/bench.fixture";
import { isAsked } from "../donor/donor";
import { DONOR_KEYS, donorItem, type DonorKey } from "../donor/items";
import type { Part } from "../parts/part";
import type { Fit } from "./engine";
import { isOpen, settledBy } from "./finding";
import { SHELF } from "./gallery.fixture";

type Values = Partial<Record<DonorKey, number | string>>;

const drives: Part[] = [
  hub(),
  hub({ end: "rear", overLocknutMm: 135, cluster: "spline-8-10", locknutToSmallestMm: 4.7, clusterRoomMm: 40 }),
  mid(),
  frameMotor(),
];
const packs = (["down tube", "rack", "seat tube", "box", "bag"] as const).map((mount) => battery({ mount }));
const wires = [
  controller(),
  partOf("display", { plug: "five-pin", clampMm: 25.4, showsSpeed: true, barMm: 28, leadMm: 900 }),
  partOf("pedal-sensor", { senses: "cadence", side: "left", plug: "three-pin", thickMm: 8, leadMm: 700 }),
];
const filled = partOf("brake", { style: "disc hydraulic", fluid: "DOT", hoseMm: 1500 });

/** The sound bike with some answers turned round, some figures left out, and figures that its walk never asked left over. */
const bike: fc.Arbitrary<Values> = fc.tuple(...DONOR_KEYS.map(() => fc.tuple(fc.nat(99), fc.nat(20)))).map((dice) =>
  Object.fromEntries(
    DONOR_KEYS.flatMap((key, i): [DonorKey, number | string][] => {
      const [chance, which] = dice[i]!;
      const item = donorItem(key);
      const own = (SOUND as Values)[key];
      if (item.kind === "choice") {
        const options = Object.keys(item.options);
        return chance < 12 ? [[key, options[which % options.length]!]] : own === undefined || chance > 97 ? [] : [[key, own]];
      }
      const figure = own ?? (chance < 50 ? item.chips[which % item.chips.length] : undefined);
      return figure === undefined || chance > 96 ? [] : [[key, Array.isArray(figure) ? (figure as number[])[0]! : figure]];
    }),
  ),
);

const build = fc
  .tuple(fc.constantFrom(...drives), fc.constantFrom(...packs), fc.subarray([...SHELF, filled], { maxLength: 5 }))
  .map(([drive, pack, more]) => [drive, pack, ...wires, ...more]);

const said = ({ findings }: Fit) => new Map(findings.map(({ key, verdict, says }) => [key, `${verdict}: ${says}`]));
const fitOf = (parts: Part[], donor: Values) => fitCase({ parts, donor, shelf: SHELF, asked: ASKED });
/** A brake that goes on wants an end measured that the bike's own brake says nothing of, whatever it is. */
const bringsBrake = (parts: readonly Part[]) => parts.some(({ kind }) => kind === "brake");
const OF_A_BRAKE = /^(front|rear)(RimWear|Reach|BrakeSeat|BrakeMount|MountBase|Rotor)|^leverPull/;

test("what a finding asks for is on this bike's walk, but for what a brake that goes on brings with it", () => {
  fc.assert(
    fc.property(bike, build, (values, parts) => {
      const donor = donorOf(values);
      const off = [...settledBy(fitOf(parts, values).findings).keys()].filter((key) => !isAsked(key, donor));
      expect(bringsBrake(parts) ? off.filter((key) => !OF_A_BRAKE.test(key)) : off).toEqual([]);
    }),
    { numRuns: 250 },
  );
});

test("an answer that another one ruled out, and that is left over in the survey, changes nothing", () => {
  fc.assert(
    fc.property(bike, build, (values, parts) => {
      const donor = donorOf(values);
      const left = DONOR_KEYS.filter((key) => values[key] !== undefined && !isAsked(key, donor));
      const ruledOut = bringsBrake(parts) ? left.filter((key) => !OF_A_BRAKE.test(key)) : left;
      const without = Object.fromEntries(Object.entries(values).filter(([key]) => !ruledOut.includes(key as DonorKey)));
      expect(said(fitOf(parts, values))).toEqual(said(fitOf(parts, without)));
    }),
    { numRuns: 250 },
  );
});

test("a remedy whose parts are to be had settles the finding that offers it", () => {
  let tried = 0;
  fc.assert(
    fc.property(bike, build, (donor, parts) => {
      const given = { parts, donor, shelf: SHELF, asked: ASKED };
      for (const { key, remedies } of fitCase(given).findings.filter(isOpen))
        for (const { id, parts: needs } of remedies) {
          if (needs.some(({ partId }) => partId === null)) continue;
          const { findings } = fitCase({ ...given, accept: [{ finding: key, remedy: id }] });
          const own = findings.find((finding) => finding.key === key);
          expect([key, id, own && isOpen(own) ? own.says : ""]).toEqual([key, id, ""]);
          tried += 1;
        }
    }),
    { numRuns: 60 },
  );
  expect(tried).toBeGreaterThan(300);
});

test("a pressure switch finds no hose on cables: none is asked for; in a brake that comes filled it takes that one's fluid", () => {
  const pressure = partOf("cut-off", { method: "pressure switch", switches: 2, plug: "three-pin" });
  const keys = (values: Values, ...more: Part[]) =>
    fitOf([mid(), packs[0]!, ...wires, pressure, ...more], { ...(SOUND as Values), ...values }).findings.filter(
      ({ rule }) => rule === "brakes/hose",
    );
  expect(keys({ leverKind: "separate mechanical" })).toEqual([]);
  const [both] = keys({ leverKind: "separate mechanical" }, filled);
  expect(both).toMatchObject({ verdict: "adapt", says: "Opened hoses want new ends and DOT fluid." });
  const [unknown] = keys({ leverKind: undefined } as never);
  expect(unknown).toMatchObject({ verdict: "measure", settle: ["leverKind"] });
});
