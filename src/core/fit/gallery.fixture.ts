import {
  battery,
  controller,
  donorOf,
  hub,
  mid,
  partOf,
  QUAY,
  shellRings,
  SOUND,
  ASKED,
  NOTHING_ASKED,
} from "../../../tests/bench.fixture";
import { DEFAULT_HOUSE_RULES } from "../house/defaults";
import type { HouseRules } from "../house/houseRules";
import { Catalogue } from "../parts/catalogue";
import type { Part } from "../parts/part";
import type { PartKind } from "../parts/kinds";
import type { WrittenSpec } from "../parts/specs";
import type { Asked, Build, Supplied } from "./build";
import { joinEffects } from "./effect";
import type { Donor } from "../donor/donor";
import { runRules } from "./engine";
import type { Finding } from "./finding";
import { surveyOf, type Rule } from "./rule";
import { RULES } from "./rules";

type DonorValues = Parameters<typeof donorOf>[0];

/** A part under a name of its own, so that a table that names it stays as it is. */
const put = <K extends PartKind>(id: string, kind: K, spec: WrittenSpec<K>, more: Partial<Part> = {}) =>
  partOf(kind, spec, { id, name: id, ...more });
const named = (id: string, part: Part, more: Partial<Part> = {}): Part => ({ ...part, id, name: id, ...more }) as Part;

const consumable = (id: string, name: string) => put(id, "consumable", { use: name });
const arm = (id: string, clamps: "hose clamp" | "bolted saddle" | "clamping plates", axle: 12 | 14, armMm = 110) =>
  put(id, "torque-arm", {
    axleDiameterMm: axle,
    axleFlatsMm: 10,
    plateMm: 6,
    clamps,
    armMm,
    tubeMm: clamps === "hose clamp" ? [14, 30] : null,
  });

/** One part of everything that a remedy may want, and beside many of them a cheaper one that is wrong in one figure. */
export const SHELF: Part[] = [
  ...shellRings,
  ...[0.5, 1, 1.5, 2, 2.5, 3].map((mm) =>
    put(`axle-ring-${mm * 10}`, "washer", { use: "axle spacer", boreMm: 12.2, thicknessMm: mm }),
  ),
  put("tab-12", "washer", { use: "tab washer", boreMm: 12.2, thicknessMm: 3 }),
  put("recess-12-2", "washer", { use: "recess washer", boreMm: 12.2, thicknessMm: 2 }),
  put("rotor-shim-10", "washer", { use: "rotor shim", boreMm: 44, thicknessMm: 1 }),
  put("calliper-shim", "washer", { use: "calliper shim", boreMm: 6, thicknessMm: 0.5 }),
  put("head-washers", "washer", { use: "spoke head", boreMm: 5, thicknessMm: 0.5 }),
  put("nipple-washers", "washer", { use: "nipple", boreMm: 5, thicknessMm: 0.5 }),
  arm("arm-hose-12", "hose clamp", 12),
  arm("arm-saddle-12", "bolted saddle", 12, 150),
  arm("plates-12", "clamping plates", 12),
  arm("plates-14", "clamping plates", 14),
  arm("arm-hose-14", "hose clamp", 14),
  put("nut-12-thin", "axle-nut", { diameterMm: 12, heightMm: 7 }),
  put("shell-shim", "shell-adapter", { style: "shim", boreMm: 34.8, tubeMm: 33.5 }),
  put("shell-sleeve", "shell-adapter", { style: "sleeve", boreMm: 46, tubeMm: 33.5 }),
  put("ring-40-in6", "chainring", { teeth: 40, mount: "test", offsetMm: -6, narrowWide: true }),
  put("ring-44-in3", "chainring", { teeth: 44, mount: "test", offsetMm: -3, narrowWide: false }),
  put("ring-48-nw", "chainring", { teeth: 48, mount: "test", offsetMm: 0, narrowWide: true }),
  put("ring-52-out4", "chainring", { teeth: 52, mount: "test", offsetMm: 4, narrowWide: false }),
  put("ring-other", "chainring", { teeth: 42, mount: "another", offsetMm: -4, narrowWide: false }),
  put("cluster-7-fw", "cluster", { interface: "freewheel-iso", teeth: [14, 16, 18, 20, 22, 24, 28], family: "A" }),
  put("cluster-9", "cluster", { interface: "spline-8-10", teeth: [11, 13, 15, 17, 20, 23, 26, 30, 34], family: "A" }),
  put("cluster-8", "cluster", { interface: "spline-8-10", teeth: [12, 13, 15, 17, 19, 21, 24, 28], family: "A" }),
  put("chain-9", "chain", { speeds: 9, links: 116 }),
  put("chain-7", "chain", { speeds: 7, links: 114 }),
  put("chain-1", "chain", { speeds: 1, links: 112 }),
  put("shifter-7-a", "shifter", { speeds: 7, family: "A", style: "trigger", barMm: 24 }),
  put("shifter-9-a", "shifter", { speeds: 9, family: "A", style: "trigger", barMm: 24 }),
  put("shifter-friction", "shifter", { speeds: 10, family: null, style: "thumb", barMm: 18 }),
  put("guide-40-44", "chain-guide", { mount: "seat tube", teeth: [38, 46] }),
  put("gear-sensor-one", "gear-sensor", { cableMm: 1.2, plug: "three-pin", leadMm: 800 }),
  put("gear-sensor-two", "gear-sensor", { cableMm: 1.2, plug: "three-pin", twoWay: true, leadMm: 800 }),
  ...[160, 180, 203].map((mm) => put(`rotor-${mm}`, "rotor", { diameterMm: mm, mount: "six-bolt", thicknessMm: 1.8 })),
  put("rotor-180-spline", "rotor", { diameterMm: 180, mount: "spline", thicknessMm: 1.8 }),
  put("adapter-160-180", "calliper-adapter", { mount: "post", baseMm: 160, newMm: 180 }),
  put("adapter-160-203", "calliper-adapter", { mount: "post", baseMm: 160, newMm: 203 }),
  put("adapter-tabs-180", "calliper-adapter", { mount: "tabs", baseMm: 160, newMm: 180 }),
  put("levers-short", "brake-lever", { pull: "short", switched: true, levers: 2, barMm: 30 }),
  put("levers-long", "brake-lever", { pull: "long", switched: true, levers: 2, barMm: 30 }),
  put("reed-one", "cut-off", { method: "magnet switch", switches: 1, plug: "three-pin" }),
  put("cable-switch", "cut-off", { method: "cable switch", switches: 1, plug: "three-pin" }),
  put("pressure-two", "cut-off", { method: "pressure switch", switches: 2, plug: "three-pin" }),
  put("calliper-long", "brake", { style: "rim calliper", reachMm: [55, 73], fluid: null, hoseMm: null }),
  put("tyre-622-42", "tyre", { beadSeatMm: 622, widthMm: 42, ratedKmh: 50 }),
  put("tyre-622-32", "tyre", { beadSeatMm: 622, widthMm: 32 }),
  put("tyre-559-50", "tyre", { beadSeatMm: 559, widthMm: 50, ratedKmh: 25 }),
  put("tube-622", "tube", { beadSeatMm: 622, fromMm: 28, toMm: 47 }),
  put("rim-622-36", "rim", { beadSeatMm: 622, erdMm: 600, holes: 36, innerMm: 21 }),
  put("rim-406-36", "rim", { beadSeatMm: 406, erdMm: 389, holes: 36, innerMm: 25 }),
  ...[222, 223, 240, 241, 242, 243, 244, 245, 246, 247].map((mm) => put(`spoke-${mm}`, "spoke", { diameterMm: 2, lengthMm: mm })),
  put("display-22", "display", { plug: "five-pin", clampMm: 22.2, showsSpeed: true, barMm: 28, leadMm: 900 }),
  put("display-31", "display", { plug: "five-pin", clampMm: 31.8, showsSpeed: true, barMm: 0, leadMm: 900 }),
  put("shim-25-31", "clamp-shim", { barMm: 25.4, clampMm: 31.8 }),
  put("thumb", "throttle", { style: "thumb", clampMm: 22.2, plug: "three-pin", barMm: 22, leadMm: 900 }),
  put("twist", "throttle", { style: "twist", clampMm: 22.2, plug: "three-pin", barMm: 5, leadMm: 900 }),
  put("cadence", "pedal-sensor", { senses: "cadence", side: "left", plug: "three-pin", thickMm: 8, leadMm: 700 }),
  ...[42, 54.6].flatMap((v) =>
    [2, 5].map((a) => put(`charger-${v * 10}-${a}`, "charger", { outputV: v, outputA: a, plug: "three charge pins, 5 A" })),
  ),
  ...[15, 20, 25, 30, 40].map((a) => put(`fuse-${a}`, "fuse", { ratedA: a, maxV: 58 })),
  put("fuse-20-32v", "fuse", { ratedA: 20, maxV: 32 }),
  ...[10, 12].map((awg) => put(`wire-${awg}`, "wire", { awg, lengthMm: 1500 })),
  put("lead-display", "lead", { plug: "five-pin", lengthMm: 800, use: "display" }),
  put("lead-motor", "lead", { plug: "nine-pin", lengthMm: 600, use: "motor" }),
  put("lead-sensor", "lead", { plug: "three-pin", lengthMm: 800, use: "sensor" }),
  put("bracket-round", "motor-bracket", { holdsOn: "round tube", reachMm: 90 }),
  put("bracket-large", "motor-bracket", { holdsOn: "large tube", reachMm: 90 }),
  put("bands", "battery-mount", { style: "clamp band", bosses: 0 }),
  put("rail", "battery-mount", { style: "boss rail", bosses: 2 }),
  put("lamp-front", "light", { end: "front", minV: 5, maxV: 14, watts: 2.4, barMm: 20, leadMm: 600 }),
  put("lamp-rear", "light", { end: "rear", minV: 5, maxV: 14, watts: 0.6, barMm: 0, leadMm: 900 }),
  put("lamp-front-48", "light", { end: "front", minV: 36, maxV: 60, watts: 5, barMm: 20, leadMm: 600 }),
  put("converter-60-12", "converter", { maxV: 60, outV: 12, outA: 1.5 }),
  put("bell", "bell", { barMm: 22 }),
  consumable("hose-clamp", "hose clamp"),
  consumable("axle-stops", "axle stops"),
  consumable("short-grips", "short grips"),
  consumable("rim-pads", "rim pads"),
  consumable("disc-pads", "disc pads"),
  consumable("kill-switch", "kill switch"),
  consumable("brake-hose", "brake hose"),
  consumable("hose-ends", "hose ends"),
  consumable("mineral-oil", "mineral oil"),
  consumable("dot-fluid", "DOT fluid"),
  consumable("brake-cables", "brake cables"),
  consumable("joining-link", "joining link"),
  consumable("headset-bearings", "headset bearings"),
  consumable("hub-bearings", "hub bearings"),
  consumable("sealant", "tyre sealant"),
  consumable("nipples-20", "nipples, brass, for 2 mm"),
  consumable("nipples-23", "nipples, brass, for 2.3 mm"),
];

const shelf = (id: string): Part => {
  const found = SHELF.find((part) => part.id === id);
  if (!found) throw new Error(`no ${id} on the shelf`);
  return found;
};

/** Motors, packs and boxes of the gallery, under names of their own. */
const FRONT = named("front-hub", hub(), { massKg: 3 });
const REAR = named(
  "rear-hub",
  hub({
    end: "rear",
    overLocknutMm: 135,
    cluster: "freewheel-iso",
    locknutToSmallestMm: 6,
    clusterRoomMm: 41,
    ratedW: 500,
    peakTorqueNm: 45,
  }),
  { massKg: 4.2 },
);
const DIRECT = named(
  "direct-hub",
  hub({
    end: "rear",
    drive: "direct",
    regenerates: true,
    overLocknutMm: 142,
    axleDiameterMm: 14,
    cluster: "spline-8-10",
    locknutToSmallestMm: 8,
    clusterRoomMm: 44,
    ratedW: 1000,
    peakTorqueNm: 60,
    coverDiameterMm: 210,
    plug: "nine-pin",
  }),
  { massKg: 7 },
);
const BARE = named("bare-hub", hub({ laced: null, end: "front" }), { massKg: 2.5 });
const STRONG = named("strong-mid", mid({ peakTorqueNm: 110, ratedW: 750 }), { massKg: 4.5 });
const SMALL = named(
  "small-mid",
  mid({ controllerBuiltIn: { batteryA: 15, leastBatteryA: 8, maxV: 60, cutV: 31, cutSettable: true, speedSettable: true } }),
  { massKg: 3.8 },
);
const MADE = named(
  "frame-motor",
  partOf("frame-motor", {
    frameInterface: "four bolts, level",
    ratedW: 250,
    peakTorqueNm: 85,
    pedalSensor: "torque",
    lightV: 6,
    lightOutputs: 2,
  }),
  { massKg: 3 },
);
const PACK = named("pack-36", battery(), { massKg: 2.6 });
const PACK48 = named("pack-48", battery({ series: 13, capacityAh: 14, continuousA: 30, plug: "round pins 3.5 mm, 30 A" }), {
  massKg: 4.1,
});
const RACK = named("pack-rack", battery({ mount: "rack", lengthMm: 380 }), { massKg: 3 });
const BOX = named("pack-box", battery({ mount: "box" }), { massKg: 3 });
const CONTROL = named("box-14", controller());
const CONTROL22 = named(
  "box-22",
  controller({
    batteryA: 22,
    leastBatteryA: 10,
    maxV: 60,
    cutV: 39,
    regenMaxV: 54.6,
    regenSettable: true,
    motorPlug: "nine-pin",
  }),
);

/** A bike of the gallery: what differs from the sound one, and what is to go on it. */
type Bike = { donor?: DonorValues; parts: readonly Part[]; asked?: Partial<Asked>; house?: Partial<HouseRules> };

const electric = (...more: string[]) => [shelf("display-22"), shelf("charger-420-2"), shelf("fuse-20"), ...more.map(shelf)];
const HYDRAULIC: DonorValues = { leverKind: "hydraulic flat", brakeFluid: "mineral", hoseSlackMm: 25 };
const HUB_GEAR: DonorValues = { gears: "hub gear", shiftCable: "two-way", hubGearLimitNm: 85, hubGearCogTeeth: 20, cogCount: 1 };

export const BIKES: Readonly<Record<string, Bike>> = {
  "front hub, cadence": { parts: [FRONT, PACK, CONTROL, ...electric("cadence", "arm-hose-12", "tyre-622-42", "tube-622")] },
  "rear hub, throttle": {
    parts: [REAR, PACK48, CONTROL22, ...electric("thumb", "levers-short", "arm-hose-12", "charger-546-5", "lamp-front")],
    asked: { throttle: true, assistKmh: 32, where: "private land", hillPercent: 8, hillKm: 3, coldestC: -5 },
  },
  "direct rear hub": {
    parts: [DIRECT, PACK48, CONTROL22, ...electric("twist", "plates-14", "cluster-9", "shifter-9-a", "rotor-203", "wire-12")],
    asked: { throttle: true, assistKmh: 45, where: "private land", hillPercent: 12, hillKm: 2, riderKg: 95, loadKg: 20 },
    donor: {
      rearOverLocknutMm: 141.8,
      rearDropoutMaterial: "aluminium",
      frameMaterial: "aluminium",
      rearDropoutThicknessMm: 8.6,
      rearSlotWidthMm: 10.1,
    },
  },
  "bare front hub": {
    parts: [BARE, PACK, CONTROL, ...electric("cadence", "reed-one")],
    donor: { frontRimHoles: 36, frontRimErdMm: 598, frontRimInnerMm: 21 },
  },
  "strong mid-drive": {
    parts: [STRONG, PACK48, CONTROL22, ...electric("chain-9", "gear-sensor-one", "rail")],
    asked: { hillPercent: 10, hillKm: 5, coldestC: -15, tows: "trailer" },
  },
  "small mid-drive, hub gear": { parts: [SMALL, PACK, ...electric("lamp-front", "lamp-rear")], donor: HUB_GEAR },
  "motor made for the frame": { parts: [MADE, PACK, CONTROL, ...electric()], donor: { shellStandard: "made" } },
  "two hubs": {
    parts: [FRONT, REAR, PACK48, CONTROL22, CONTROL, ...electric("thumb", "reed-one", "arm-hose-12")],
    asked: { assistKmh: 30, hillPercent: 15, hillKm: 1 },
  },
  "rim calliper, hydraulic": {
    parts: [FRONT, PACK, CONTROL, ...electric("cadence", "pressure-two")],
    donor: {
      ...HYDRAULIC,
      frontBrake: "rim calliper",
      rearBrake: "disc",
      frontReachMm: 52,
      frontRimWearMm: 0.2,
      frontBeadSeatMm: 630,
      frontTyreWidthMm: 37,
    },
  },
  "linear brakes": {
    parts: [REAR, PACK, CONTROL, ...electric("cadence", "cable-switch")],
    donor: { frontBrake: "rim linear", rearBrake: "rim linear", frontRimWearMm: 0.1, rearRimWearMm: 0.1 },
    asked: { assistKmh: 32, hillPercent: 9, hillKm: 4, riderKg: 90, loadKg: 25 },
  },
  "pack on the rack": {
    parts: [SMALL, RACK, ...electric()],
    donor: { triangleBy: "none", otherBay: "rack", rackLimitKg: 25, rackLengthMm: 400, rackWidthMm: 140 },
  },
  "pack in a box": {
    parts: [SMALL, BOX, ...electric()],
    donor: {
      frameKind: "long-wheelbase",
      otherBay: "box",
      boxLengthMm: 500,
      boxWidthMm: 300,
      boxHeightMm: 200,
      chainstayMm: [1200, "tape"],
      triangleBy: "none",
    },
  },
  "suspension, by diagonals": {
    parts: [SMALL, PACK, ...electric()],
    donor: {
      frameKind: "full-suspension",
      triangleBy: "diagonals",
      diagonalUpMm: 800,
      diagonalDownMm: 560,
      axleToSeatMm: 1050,
      shockNearMm: 380,
      shockNearUpMm: 190,
      shockFarMm: 460,
      shockFarUpMm: 210,
    },
  },
  "lips and track ends": {
    parts: [FRONT, PACK, CONTROL, ...electric("cadence", "arm-saddle-12")],
    donor: { frontLips: "recess", frontRecessMm: 2, frontRecessDiameterMm: 23, frontDropout: "track end", frontArmSeat: "boss" },
  },
  "carbon frame": {
    parts: [SMALL, PACK, ...electric()],
    donor: { frameMaterial: "carbon", shellLining: "metal", bossKind: "rivet" },
  },
};

/** The build of a bike as it stands, everything in force that is given. */
export function buildOf(
  name: string,
  more: { donor?: DonorValues; house?: Partial<HouseRules>; asked?: Partial<Asked> } = {},
): Build {
  const bike = BIKES[name]!;
  const parts = bike.parts;
  const supplied: Supplied[] = parts.map((part) => ({ part, quantity: 1, origin: { type: "choice", slot: "gallery" } }));
  return {
    donor: donorOf({ ...SOUND, ...bike.donor, ...more.donor }),
    supplied,
    geometry: joinEffects([]),
    house: { ...DEFAULT_HOUSE_RULES, ...bike.house, ...more.house },
    catalogue: CATALOGUE,
    asked: {
      ...NOTHING_ASKED,
      ...ASKED,
      ...bike.asked,
      ...more.asked,
    } as Asked,
    memo: {},
  };
}

/** What stands first on the shelf is the cheapest. */
const CATALOGUE = new Catalogue(
  SHELF.map((part, i) => ({ ...part, offers: part.offers.map((offer) => ({ ...offer, priceMinor: 500 + i * 10 })) })),
  [QUAY],
);

export const NAMES = Object.keys(BIKES);
const EXACT = 0.02;

export const run = (build: Build, donor: Donor = build.donor): Finding[] =>
  runRules(RULES, surveyOf(donor), { ...build, donor, memo: {} });
const key = (text: string) => text.replace(/(rear|front)-hub|direct-hub|bare-hub|(strong|small)-mid|box-\d+/g, (name) => name);

/** A verdict as the tables write it: `!` nobody overrides it, then what would help. */
export const state = (finding: Finding | undefined) =>
  finding === undefined
    ? "–"
    : `${finding.verdict}${finding.safety ? "!" : ""}${finding.remedies.length > 0 ? ` [${finding.remedies.map((r) => r.id).join(" ")}]` : ""}${
        finding.verdict === "measure"
          ? ` (${[...finding.settle, finding.choose ?? "", finding.sheetOf ?? "", finding.asks ? "ask" : ""].filter(Boolean).join(" ")})`
          : ""
      }`;
/** The same without figures, which move along with what is swept. */
export const rough = (finding: Finding | undefined) => state(finding).replace(/-?\d+(\.\d+)?/g, "#");

export const number = (n: number) => String(Math.round(n * 100) / 100);

/** Where a state changes along a range, to a thousandth: `adapt <21 clear`. */
export function borders(low: number, high: number, at: (value: number) => string, whole = false): string {
  const steps = whole ? Math.min(high - low, 80) : 24;
  const points = Array.from({ length: steps + 1 }, (_, i) => low + ((high - low) * i) / steps).map((p) =>
    whole ? Math.round(p) : p,
  );
  let before = at(points[0]!);
  let told = before;
  let from = points[0]!;
  for (const point of points.slice(1)) {
    const next = at(point);
    // Between two answers there may be a narrow third: what the tool leaves open.
    for (let turns = 0; before !== next && turns < 6; turns += 1) {
      let [a, b] = [from, point];
      while (!whole && b - a > EXACT / 4) {
        const mid = (a + b) / 2;
        if (at(mid) === before) a = mid;
        else b = mid;
      }
      before = whole ? next : at(b);
      from = b;
      told += ` <${number(b)}> ${before}`;
    }
    from = point;
  }
  return told;
}

/** One line for each finding and figure that decides something; a line that an earlier bike told already is left out. */
export function linesOf(each: (name: string, put: (finding: string, line: string) => void) => void): Record<string, string[]> {
  const told = new Set<string>();
  return Object.fromEntries(
    NAMES.map((name) => {
      const lines: string[] = [];
      each(name, (finding, line) => {
        const whole = `${key(finding)}  ${line}`;
        if (!told.has(whole)) lines.push(whole);
        told.add(whole);
      });
      return [name, lines];
    }),
  );
}

/** Rules with one subject each; where an earlier bike gave the same finding of a rule in every figure, it is not swept again. */
export function rulesOf(build: Build, known: Set<string>) {
  return RULES.flatMap((rule) =>
    rule.subjects(build).flatMap((subject) => {
      const findingKey = `${rule.id} ${rule.key(subject)}`;
      const one: Rule = { ...rule, subjects: (b) => rule.subjects(b).filter((s) => `${rule.id} ${rule.key(s)}` === findingKey) };
      const [finding] = runRules([one], surveyOf(build.donor), build);
      const figures = JSON.stringify([rule.id, finding?.says, finding?.figures, finding?.remedies]);
      if (known.has(figures)) return [];
      known.add(figures);
      return [{ rule: one, findingKey }];
    }),
  );
}
