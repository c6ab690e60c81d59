import type { Donor } from "@/core/donor/donor";
import { donorItem, type DonorKey } from "@/core/donor/items";
import { plusMinusOf } from "@/core/donor/donor";
import type { How } from "@/core/donor/reading";
import { DEFAULT_HOUSE_RULES, type HouseRules } from "@/core/house/houseRules";
import { Catalogue } from "@/core/parts/catalogue";
import { readPart, type Part, type Supplier } from "@/core/parts/part";
import type { PartKind, Spec } from "@/core/parts/specs";
import { fit, type Accepted, type Fit } from "@/core/fit/engine";
import type { Finding, Override } from "@/core/fit/finding";
import type { Rule } from "@/core/fit/rule";

const TAKEN = { at: "2026-01-05T09:00:00Z", by: "test" };

/** A survey in a few words: figures by the item's own tool, or `[figure, tool]`. */
export function donorOf(values: Partial<Record<DonorKey, number | string | [value: number, how: How]>>): Donor {
  return Object.fromEntries(
    Object.entries(values).map(([key, entry]) => {
      const item = donorItem(key as DonorKey);
      const [value, how] = Array.isArray(entry) ? entry : [entry, item.kind === "choice" ? ("seen" as const) : item.tool];
      return [key, { value, how, plusMinus: plusMinusOf(item, how), taken: TAKEN, earlier: [] }];
    }),
  );
}

let made = 0;
export function partOf<K extends PartKind>(kind: K, spec: Spec<K>, more: Partial<Part> = {}): Part {
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

export const hub = (over: Partial<Spec<"hub-motor">> = {}) =>
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
    flangeOffsetMm: 28,
    spokeHoleMm: 2.6,
    ...over,
  });

/** The motor of the trade's worked grip and clearance examples. */
export const mid = (over: Partial<Spec<"mid-motor">> = {}) =>
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
    ...over,
  });

export const battery = (over: Partial<Spec<"battery">> = {}) =>
  partOf("battery", {
    chemistry: "nmc",
    series: 10,
    capacityAh: 10,
    continuousA: 20,
    mount: "down tube",
    lengthMm: 360,
    heightMm: 90,
    widthMm: 90,
    plug: "x",
    ...over,
  });
export const controller = (over: Partial<Spec<"controller">> = {}) =>
  partOf("controller", {
    batteryA: 14,
    leastBatteryA: 6,
    maxV: 43,
    cutV: 31,
    cutSettable: false,
    speedSettable: true,
    plug: "x",
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
    wishesThrottle: p.throttle ?? false,
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
