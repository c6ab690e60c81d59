import { partOf } from "../../../tests/bench.fixture";
import { donorItem, type DonorKey } from "../donor/items";
import type { Part } from "../parts/part";
import type { Supplied } from "./build";
import { buildOf, NAMES, run } from "./gallery.fixture";

/** A part that takes the place of something on the bike, and the readings that were taken of what came off. */
const REPLACED: Readonly<Record<string, { readonly part: Part; readonly readings: readonly DonorKey[] }>> = {
  tyre: {
    part: partOf("tyre", { beadSeatMm: 622, widthMm: 42, ratedKmh: 50 }, { id: "tyre-x" }),
    readings: ["tyreWidthMm", "tyreCasing", "tyreAge"],
  },
  rotor: {
    part: partOf("rotor", { diameterMm: 180, mount: "six-bolt", thicknessMm: 1.8 }, { id: "rotor-x" }),
    readings: ["frontRotorMm", "rearRotorMm", "frontRotorThickMm", "rearRotorThickMm"],
  },
  cluster: {
    part: partOf(
      "cluster",
      { interface: "spline-8-10", teeth: [11, 13, 15, 17, 20, 23, 26, 30, 34], family: "A" },
      { id: "cogs-x" },
    ),
    readings: ["cogCount", "largestCogTeeth", "smallestCogTeeth", "cogTeeth"],
  },
  shifter: {
    part: partOf("shifter", { speeds: 9, family: "A", style: "trigger", barMm: 24 }, { id: "shifter-x" }),
    readings: ["shifterSpeeds", "shifterFamily"],
  },
  chainring: {
    part: partOf("chainring", { teeth: 44, mount: "test", offsetMm: 0, narrowWide: true }, { id: "ring-x" }),
    readings: ["ringLargeTeeth"],
  },
  chain: {
    part: partOf("chain", { speeds: 9, links: 128 }, { id: "chain-x" }),
    readings: ["chainLinks", "chain24Mm", "chainState"],
  },
  rim: {
    part: partOf("rim", { beadSeatMm: 622, erdMm: 600, holes: 36, innerMm: 21 }, { id: "rim-x" }),
    readings: ["frontRimErdMm", "frontRimHoles", "frontRimInnerMm", "frontRimWearMm", "rearRimWearMm"],
  },
};

/** What only some bikes were asked about wakes the rules that look at it. */
const ALSO_READ = { ringCount: 1, limitSettingKmh: 25, wheelSetMm: 2150, usedCog: 3, crankLeftStayMm: 9, crankRightStayMm: 9 };

/** What came off still tells something of what stays, each with why. */
const STILL_TELLS: Readonly<Record<string, string>> = {
  "frontRotorMm brakes/adapter": "the calliper stands as high as the old rotor wanted it",
  "rearRotorMm brakes/adapter": "the calliper stands as high as the old rotor wanted it",
  "rearRotorMm brakes/energy": "what was on stands on its maker's word",
  "tyreWidthMm wheel/tyre-room": "on a wheel without a motor a tyre that is no wider goes where that went",
  "tyreWidthMm wheel/tyre-on-rim": "on a wheel without a motor a tyre as wide goes where that went",
  "tyreWidthMm shell/ground": "the crank axle was measured on the bike's own tyres, and rises with wider ones",
  "frontRimHoles wheel/size": "the hub that stays has as many",
  "chain24Mm chain/wear": "what ran under a worn chain is worn with it, and stays",
  "shifterFamily cluster/shifter": "cogs that move over are spaced for the shifter that they came with",
};

test.each(Object.keys(REPLACED))("once a %s goes on no check turns on what was read of the one that came off", (kind) => {
  const { part, readings } = REPLACED[kind]!;
  const wrong = new Set<string>();
  const put: Supplied = { part, quantity: 2, origin: { type: "choice", slot: "by hand" } };
  let tried = 0;
  for (const key of readings) {
    const item = donorItem(key);
    const values = item.kind === "choice" ? Object.keys(item.options) : [item.plausible[0], ...item.chips, item.plausible[1]];
    for (const name of NAMES) {
      const told = values.map((value) => {
        const bike = buildOf(name, { donor: { ...ALSO_READ, [key]: value } as never });
        tried += 1;
        const build = { ...bike, supplied: [...bike.supplied, put], memo: {} };
        return new Map(run(build).map((finding) => [finding.key, { rule: finding.rule, verdict: finding.verdict }]));
      });
      for (const finding of new Set(told.flatMap((all) => [...all.keys()]))) {
        const verdicts = new Set(told.map((all) => all.get(finding)?.verdict ?? "–"));
        const rule = told.flatMap((all) => all.get(finding)?.rule ?? [])[0]!;
        if (verdicts.size > 1 && !(`${key} ${rule}` in STILL_TELLS)) wrong.add(`${key} -> ${finding} on ${name}`);
      }
    }
  }
  expect([...wrong]).toEqual([]);
  expect(tried).toBe(readings.reduce((sum, key) => sum + NAMES.length * valuesOf(key), 0));
});

const valuesOf = (key: DonorKey): number => {
  const item = donorItem(key);
  return item.kind === "choice" ? Object.keys(item.options).length : item.chips.length + 2;
};

test("another ring on a bike with a motor in a wheel wants a chain that goes round it", () => {
  const chain = (teeth: number) => {
    const bike = buildOf("rear hub, throttle", { donor: { ringCount: 1, ringLargeTeeth: 38, chainLinks: 108 } as never });
    const ring = partOf("chainring", { teeth, mount: "test", offsetMm: 0, narrowWide: true }, { id: "ring-x" });
    const put: Supplied = { part: ring, quantity: 1, origin: { type: "choice", slot: "by hand" } };
    const others = bike.supplied.filter(({ part: { kind } }) => kind !== "chain" && kind !== "cluster");
    return run({ ...bike, supplied: [...others, put], memo: {} }).find(({ rule }) => rule === "chain/length");
  };
  expect(chain(38)?.verdict).toBe("clear");
  expect(chain(58)?.verdict).toBe("adapt");
});
