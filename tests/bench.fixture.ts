import type { PlacedOrder } from "@/core/supply/placedOrder";
import type { Donor } from "@/core/donor/donor";
import { donorItem, type DonorKey } from "@/core/donor/items";
import { plusMinusOf } from "@/core/donor/donor";
import type { How } from "@/core/donor/reading";
import { DEFAULT_HOUSE_RULES } from "@/core/house/defaults";
import type { HouseRules } from "@/core/house/houseRules";
import { Catalogue } from "@/core/parts/catalogue";
import { readPart, type Offer, type Part, type Supplier } from "@/core/parts/part";
import type { WrittenSpec } from "@/core/parts/specs";
import type { PartKind } from "@/core/parts/kinds";
import type { Asked } from "@/core/fit/build";
import { fit, type Accepted, type Fit } from "@/core/fit/engine";
import type { Finding, Override } from "@/core/fit/finding";
import type { Rule } from "@/core/fit/rule";

const TAKEN = { at: "2026-01-05T09:00:00Z", by: "test" };

/** A survey in a few words: figures by the item's own tool, or `[figure, tool]`. */
export function donorOf(values: Partial<Record<DonorKey, number | string | [value: number, how: How] | undefined>>): Donor {
  return Object.fromEntries(
    Object.entries(values).flatMap(([key, entry]) => {
      if (entry === undefined) return [];
      const item = donorItem(key as DonorKey);
      const [value, how] = Array.isArray(entry) ? entry : [entry, item.kind === "choice" ? ("seen" as const) : item.tool];
      return [[key, { value, how, plusMinus: plusMinusOf(item, how, value), taken: TAKEN, earlier: [] }]];
    }),
  );
}

/** An ordinary steel bike that everything goes on: rules are tested by what differs from it. */
export const SOUND: Parameters<typeof donorOf>[0] = {
  frameKind: "diamond",
  frameMaterial: "steel",
  frontBrake: "disc",
  rearBrake: "disc",
  leverKind: "separate mechanical",
  leverPull: "short",
  shifterSpeeds: 9,
  shifterFamily: "A",
  shiftCable: "cable",
  barKind: "flat",
  barGripMm: 22.2,
  barCentreMm: 25.4,
  barLeftMm: 280,
  barRightMm: 280,
  gripMm: 130,
  barTakenLeftMm: 60,
  barTakenRightMm: 60,
  bell: "yes",
  lights: "battery",
  forkKind: "rigid",
  forkMaterial: "steel",
  forkColumnMm: 28.6,
  forkColumnMaterial: "steel",
  headset: "sound",
  frontBeadSeatMm: 622,
  frontOverLocknutMm: 100,
  frontDropout: "slot",
  frontDropoutMaterial: "steel",
  frontDropoutThicknessMm: 6.1,
  frontSlotWidthMm: 10.1,
  frontSlotDepthMm: 11,
  frontDropoutCondition: "sound",
  frontLips: "none",
  frontInsideMm: 96,
  frontTyreRoomMm: 62,
  frontMudguard: "no",
  frontArmSeat: "round",
  frontArmFromMm: 80,
  frontLegMm: 22,
  frontBrakeMount: "post",
  frontRotorMm: 160,
  frontRotorLimitMm: 203,
  frontMountBaseMm: 160,
  frontRotorLineMm: 10.5,
  shellStandard: "iso",
  shellWidthMm: 68.1,
  shellBoreMm: 33.72,
  shellRoundMm: 0.03,
  shellFaceMm: 0.03,
  guideBoltMm: 0,
  shellInside: "clear",
  behindShellMm: 64,
  shellHeightMm: 285,
  underDownTube: "clear",
  bracketSeat: "round",
  crankKind: "square",
  leftCrankGapMm: 12,
  stayNearRadiusMm: 60,
  stayNearOutMm: 32,
  stayFarRadiusMm: 115,
  stayFarOutMm: 36,
  frameFlexes: "no",
  chainstayMm: [440, "tape"],
  rearBeadSeatMm: 622,
  rearOverLocknutMm: 135,
  rearDropout: "slot",
  rearDropoutMaterial: "steel",
  rearDropoutThicknessMm: 6.2,
  rearSlotWidthMm: 10.1,
  rearSlotDepthMm: 16,
  rearDropoutCondition: "sound",
  rearLips: "none",
  rearInsideMm: 122,
  rearTyreRoomMm: 64,
  rearMudguard: "no",
  rearArmSeat: "round",
  rearArmFromMm: 90,
  rearLegMm: 18,
  rearBrakeMount: "post",
  rearRotorMm: 160,
  rearRotorLimitMm: 180,
  rearMountBaseMm: 160,
  rearRotorLineMm: 15.4,
  gears: "derailleur",
  clusterInterface: "spline-8-10",
  cogCount: 9,
  smallestCogTeeth: 11,
  largestCogTeeth: 32,
  locknutToSmallestMm: 4.7,
  frontChainlineMm: 46,
  chainLinks: 112,
  ringCount: 1,
  ringLargeTeeth: 42,
  wrapTeeth: 35,
  triangleBy: "angles",
  seatTubeMm: 505,
  topTubeMm: 565,
  downTubeMm: 615,
  headTubeMm: 88,
  seatAngleDeg: 72.5,
  headAngleDeg: 71,
  seatTubeDiameterMm: 28.6,
  topTubeDiameterMm: 28.6,
  downTubeDiameterMm: 31.8,
  bossKind: "brazed",
  bossCount: 2,
  bossFirstMm: 210,
  bossSpacingMm: 64,
  guideUpMm: 0,
  seatBoltsMm: 0,
  crankRoomMm: 152,
  otherBay: "none",
  tyreWidthMm: 37,
  bikeMassKg: 14,
  wheelbaseMm: 1050,
  loadLimitKg: 150,
  cracks: "none",
  alteration: "none",
  rust: "none",
  dents: "none",
  bearings: "sound",
  chain24Mm: 305,
  cogTeeth: "square",
  pads: "good",
  hoses: "sound",
  controllerPlace: "down tube",
  controllerLengthMm: 190,
  controllerWidthMm: 90,
  controllerHeightMm: 60,
  controllerAir: "open",
  controllerWater: "splashed",
  controllerExits: "down",
  tyreCasing: "sound",
  chainState: "free",
  freehub: "turns",
  tyreAge: 2,
  riderHeightMm: 1750,
  inseamMm: 810,
  standOverMm: 750,
  saddleLowMm: 620,
  saddleHighMm: 790,
  saddleToBarMm: 540,
};

/** What an ordinary customer says. */
export const ASKED: Partial<Asked> = { where: "EU, public roads", riderKg: 75, loadKg: 8, assistKmh: 25 };

let made = 0;
export function partOf<K extends PartKind>(kind: K, spec: WrittenSpec<K>, more: Partial<Part> = {}): Part {
  const raw = {
    id: `${kind}-${(made += 1)}`,
    kind,
    name: `A ${kind}`,
    maker: "",
    massKg: 1,
    inStock: 0,
    offers: [{ supplierId: "quay", priceMinor: 1000, currency: "EUR", packSize: 1, leadDays: 3, carriage: "ordinary" }],
    ...more,
    spec,
  };
  const read = readPart(raw);
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  return read.value;
}

export const QUAY: Supplier = {
  id: "quay",
  name: "Quay Test Supply",
  currency: "EUR",
  carriageMinor: 500,
  freeFromMinor: 20000,
  dangerousGoodsMinor: 2500,
};
/** What a supplier asks for one piece. */
/** An order as it was placed with Quay: so many pieces of one part, in packs of a size, for so much together. */
export const placedOrder = (
  partId: string,
  line: Partial<PlacedOrder["lines"][number]> = {},
  over: Partial<PlacedOrder> = {},
): PlacedOrder => {
  const { totalMinor = 100 } = line;
  return {
    id: "o",
    number: "0007-1",
    supplierId: QUAY.id,
    supplierName: QUAY.name,
    placed: { at: "2026-01-05T09:00:00Z", by: "" },
    currency: "EUR",
    lines: [
      {
        partId,
        name: partId,
        kind: "tyre",
        quantity: 1,
        packs: 1,
        packSize: 1,
        packPriceMinor: totalMinor,
        offerCurrency: "EUR",
        totalMinor,
        because: [],
        ...line,
      },
    ],
    goodsMinor: totalMinor,
    carriageMinor: 500,
    landed: null,
    purchase: null,
    dangerousGoods: false,
    leadDays: 4,
    arrived: null,
    billed: null,
    off: null,
    ...over,
  };
};
export const offer = (supplierId: string, priceMinor: number, more: Partial<Offer> = {}): Offer => ({
  supplierId,
  priceMinor,
  currency: "EUR",
  packSize: 1,
  leadDays: 3,
  carriage: "ordinary",
  ...more,
});

export const hub = (over: Partial<WrittenSpec<"hub-motor">> = {}) =>
  partOf("hub-motor", {
    end: "front",
    drive: "geared",
    laced: { beadSeatMm: 622, rimInnerMm: 19 },
    overLocknutMm: 100,
    axleDiameterMm: 12,
    axleFlatsMm: 10,
    ratedW: 250,
    peakTorqueNm: 25,
    cluster: null,
    locknutToSmallestMm: null,
    clusterRoomMm: null,
    rotorMount: "six-bolt",
    matchedThruAxle: false,
    regenerates: false,
    spokes: 36,
    flangePcdMm: 125,
    flangeOffsetLeftMm: 28,
    flangeOffsetRightMm: 28,
    spokeHoleMm: 2.6,
    flangeThickMm: 4.5,
    coverDiameterMm: 138,
    coverWidthMm: 78,
    axleLengthMm: over.end === "rear" ? 200 : 160,
    rotorToCoverMm: 3,
    rotorFaceMm: over.end === "rear" ? 15.2 : 10.3,
    cableSide: "right",
    cableMm: 1400,
    plug: "nine-pin",
    ...over,
  });

/** The motor of the trade's worked grip and clearance examples. */
export const mid = (over: Partial<WrittenSpec<"mid-motor">> = {}) =>
  partOf("mid-motor", {
    gripMm: [66.5, 74],
    tubeDiameterMm: 33.5,
    shoulderToThreadEndMm: 92,
    shoulderToThreadStartMm: 62,
    innerNutMm: 10,
    lockRingMm: 5,
    threadPitchMm: 1.5,
    plateMm: 3,
    caseOffsetMm: 4,
    caseRadiusMm: 80,
    ringPlaneMm: 18,
    stockRingTeeth: 42,
    ringMount: "test",
    ratedW: 250,
    peakTorqueNm: 70,
    controllerBuiltIn: null,
    pedalSensor: "torque",
    coasterSafe: false,
    canRadiusMm: 56,
    canCentreMm: 96,
    behindMm: 44,
    bracketMm: 90,
    nutTorqueNm: 40,
    ringMinTeeth: 40,
    sensorLeadMm: 500,
    batteryLeadMm: 500,
    displayLeadMm: 1800,
    batteryLeadAwg: 12,
    plug: "flat contacts, 30 A",
    lightV: 6,
    lightOutputs: 1,
    lightA: 1,
    runOnS: 0.2,
    ...over,
  });

/** A motor made for a frame, its leads not stated. */
export const frameMotor = (over: Partial<WrittenSpec<"frame-motor">> = {}) =>
  partOf("frame-motor", {
    frameInterface: "four bolts, level",
    ratedW: 250,
    peakTorqueNm: 85,
    pedalSensor: "torque",
    controllerBuiltIn: null,
    chainlineMm: 53,
    stockRingTeeth: 38,
    ringMount: "test",
    ringNut: "left-hand",
    crankInterface: "splined",
    ...over,
  });

export const battery = (over: Partial<WrittenSpec<"battery">> = {}) =>
  partOf("battery", {
    chemistry: "nmc",
    series: 10,
    capacityAh: 10,
    continuousA: 20,
    mount: "down tube",
    lengthMm: 360,
    heightMm: 90,
    widthMm: 90,
    plug: "flat contacts, 30 A",
    cradleMm: 10,
    slideMm: 40,
    slotsMm: [
      [60, 130],
      [134, 200],
      [220, 300],
    ],
    reliefMm: 6,
    lockSide: "left",
    chargeSide: "left",
    coldC: -10,
    chargePlugA: 5,
    chargePlug: "three charge pins, 5 A",
    ...over,
  });
export const controller = (over: Partial<WrittenSpec<"controller">> = {}) =>
  partOf("controller", {
    batteryA: 14,
    leastBatteryA: 6,
    maxV: 43,
    cutV: 31,
    cutSettable: false,
    speedSettable: true,
    plug: "flat contacts, 30 A",
    batteryLeadMm: 350,
    batteryLeadAwg: 14,
    motorLeadMm: 300,
    motorPlug: "nine-pin",
    displayLeadMm: 1800,
    controlPlug: "five-pin",
    lengthMm: 120,
    widthMm: 60,
    heightMm: 35,
    waterDigit: 5,
    lightA: 1,
    lightV: 6,
    lightOutputs: 1,
    ...over,
  });
export const shellRings = [1, 1.5, 2, 2.5, 3, 4, 5].map((thicknessMm) =>
  partOf("washer", { use: "shell spacer", boreMm: 34, thicknessMm }, { id: `shell-${thicknessMm * 10}` }),
);

export type Case = {
  donor?: Parameters<typeof donorOf>[0];
  parts: Part[];
  shelf?: Part[];
  accept?: Accepted[];
  overrides?: Override[];
  house?: Partial<HouseRules>;
  quantity?: number;
  throttle?: boolean;
  asked?: Partial<Asked>;
};

export const NOTHING_ASKED: Asked = {
  throttle: false,
  where: "",
  riderKg: null,
  loadKg: null,
  assistKmh: 25,
  hillPercent: null,
  hillKm: null,
  coldestC: null,
  chargeHours: null,
  tows: "nothing",
};

/** Runs one rule (or all) on a case. */
export function fitCase(p: Case, rules?: readonly Rule[]): Fit {
  const base = {
    donor: donorOf(p.donor ?? {}),
    supplied: p.parts.map((part) => ({
      part,
      quantity: part.kind === "torque-arm" ? (p.quantity ?? 1) : 1,
      origin: { type: "choice" as const, slot: "test" },
    })),
    house: { ...DEFAULT_HOUSE_RULES, ...p.house },
    catalogue: new Catalogue([...p.parts, ...(p.shelf ?? [])], [QUAY]),
    asked: { ...NOTHING_ASKED, throttle: p.throttle ?? false, ...p.asked },
  };
  return rules ? fit(base, p.accept ?? [], p.overrides ?? [], rules) : fit(base, p.accept ?? [], p.overrides ?? []);
}

/** The one finding of a rule on a case. */
export function findingOf(rule: Rule, p: Case): Finding {
  const { findings } = fitCase(p, [rule]);
  if (findings.length !== 1) throw new Error(`expected one finding, got ${findings.length}`);
  return findings[0]!;
}

/** Accepts the remedy whose id starts so, and gives the finding as it is then. */
export function afterRemedy(rule: Rule, p: Case, start: string): Finding {
  const before = findingOf(rule, p);
  const remedy = before.remedies.find((r) => r.id.startsWith(start));
  if (!remedy)
    throw new Error(
      `no remedy ${start} among ${before.remedies.map((r) => r.id).join(", ")} of a ${before.verdict}: ${before.says}`,
    );
  return findingOf(rule, { ...p, accept: [...(p.accept ?? []), { finding: before.key, remedy: remedy.id }] });
}

/** The verdict of a rule's one finding on a sound bike that differs by so much. */
export function on(rule: Rule, parts: Part[], donor: Parameters<typeof donorOf>[0] = {}, more: Partial<Case> = {}): Finding {
  return findingOf(rule, { ...more, parts, donor: { ...SOUND, ...donor }, asked: { ...ASKED, ...more.asked } });
}

/** The same without one item of the survey: what nobody measured is a measure finding that names it. */
export function without(rule: Rule, parts: Part[], key: DonorKey, more: Partial<Case> = {}): Finding {
  const donor = { ...SOUND };
  delete donor[key];
  return findingOf(rule, { ...more, parts, donor, asked: { ...ASKED, ...more.asked } });
}

/** The finding once the remedy whose id starts so is accepted. */
export const settled = (
  rule: Rule,
  parts: Part[],
  donor: Parameters<typeof donorOf>[0],
  start: string,
  more: Partial<Case> = {},
): Finding => afterRemedy(rule, { ...more, parts, donor: { ...SOUND, ...donor }, asked: { ...ASKED, ...more.asked } }, start);
