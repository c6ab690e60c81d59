import { chainline, chainlineFrom } from "../chain/chainline";
import { chainEnvelopeRadiusMm } from "../chain/chainLength";
import type { DonorKey } from "../donor/items";
import { effectOf, partsOf, type Build } from "../fit/build";
import { ringOffsetMm, ringTeeth } from "../fit/rules/chain/line";
import type { End } from "../fit/rules/subjects";
import { riseBetween } from "../fit/rules/wheel/crankRise";
import { ownTyreKey } from "../fit/rules/wheel/ownTyre";
import { knownWheelAt } from "../fit/rules/wheel/tyreAt";
import { COG_PITCH_MM } from "../standards/clusters";
import type { Job } from "./job";
import { placesOf, type Places } from "./places";

/** A length for a drawing, and whether somebody measured it; what nobody did is drawn dashed, at a usual size. */
export type Drawn = { readonly mm: number; readonly measured: boolean };

/** The bike and its build as the drawings want it. All in mm. */
export type Layout = {
  readonly frameKind: string;
  /** The wheels that will turn: with the rim and the tyre that the build brings. */
  readonly wheels: Readonly<Record<End, WheelDrawn>>;
  readonly chainstay: Drawn;
  readonly shellWidth: Drawn;
  readonly rearOverLocknut: Drawn;
  readonly stay: { readonly near: { radius: Drawn; out: Drawn }; readonly far: { radius: Drawn; out: Drawn } };
  readonly motors: readonly MotorDrawn[];
  readonly battery: {
    readonly lengthMm: number;
    readonly heightMm: number;
    readonly mount: string;
    readonly name: string;
  } | null;
  readonly ring: { readonly frontMm: number; readonly teeth: number; readonly radiusMm: number; readonly measured: boolean };
  readonly cogs: readonly { readonly rearMm: number; readonly angleDeg: number }[];
  readonly driveSpacerMm: number;
  readonly largestCogTeeth: number;
  readonly crankHeight: Drawn;
  readonly wheelbase: Drawn;
  readonly places: Places;
};

/** @property radiusMm on its tyre */
export type WheelDrawn = { readonly beadSeat: Drawn; readonly tyreWidth: Drawn; readonly radiusMm: number };

export type MotorDrawn = {
  readonly at: "front" | "rear" | "crank";
  readonly name: string;
  readonly hubPcdMm: number | null;
  readonly caseOffsetMm: number;
  readonly caseRadiusMm: number;
};

/** Usual sizes by frame kind, for what was not measured (common practice). */
const USUAL: Record<string, { beadSeat: number; front: number; chainstay: number; tyre: number }> = {
  folding: { beadSeat: 406, front: 406, chainstay: 420, tyre: 42 },
  "long-wheelbase": { beadSeat: 406, front: 559, chainstay: 980, tyre: 50 },
  tandem: { beadSeat: 622, front: 622, chainstay: 1150, tyre: 37 },
  trike: { beadSeat: 507, front: 507, chainstay: 700, tyre: 47 },
};
const USUAL_BIKE = { beadSeat: 622, front: 622, chainstay: 445, tyre: 37 };
const USUAL_CHAINLINE_MM = 45;
const USUAL_RING_TEETH = 42;

const wheelOf = (beadSeat: Drawn, tyreWidth: Drawn): WheelDrawn => ({
  beadSeat,
  tyreWidth,
  radiusMm: beadSeat.mm / 2 + tyreWidth.mm,
});

/** The wheel that will be at an end: a rim and a tyre that are bought are of the size that their sheets say. */
function turning(end: End, own: WheelDrawn, build: Build): WheelDrawn {
  const { beadSeatMm, tyreMm } = knownWheelAt(end, build);
  const known = (mm: number | undefined, otherwise: Drawn): Drawn => (mm === undefined ? otherwise : { mm, measured: true });
  return wheelOf(known(beadSeatMm, own.beadSeat), known(tyreMm, own.tyreWidth));
}

export function layoutOf(job: Job, build: Build): Layout {
  const drawn = (key: DonorKey, usual: number): Drawn => {
    const value = build.donor[key]?.value;
    return typeof value === "number" ? { mm: value, measured: true } : { mm: usual, measured: false };
  };
  const kind = String(build.donor.frameKind?.value ?? "diamond");
  const usual = USUAL[kind] ?? USUAL_BIKE;
  const shellWidth = drawn("shellWidthMm", 68);
  const rearOverLocknut = drawn("rearOverLocknutMm", 135);
  const chainstay = drawn("chainstayMm", usual.chainstay);
  const mid = partsOf(build, "mid-motor")[0];
  const hubs = partsOf(build, "hub-motor");
  const battery = partsOf(build, "battery")[0];
  const rearHub = hubs.find((hub) => hub.spec.end === "rear");
  const count =
    partsOf(build, "cluster")[0]?.spec.teeth.length ?? (build.donor.gears?.value === "derailleur" ? drawn("cogCount", 8).mm : 1);
  const smallest =
    rearHub?.spec.locknutToSmallestMm ?? drawn("locknutToSmallestMm", count > 1 ? 5 : rearOverLocknut.mm / 2 - 44).mm;
  const driveSpacerMm = effectOf(build, "driveSpacerMm", 0);
  const shared = {
    overLocknutMm: rearOverLocknut.mm,
    locknutToSmallestMm: smallest,
    cogPitchMm: COG_PITCH_MM[count]?.pitchMm ?? 0,
    cogs: count,
    chainstayMm: chainstay.mm,
  };
  const front = drawn("frontChainlineMm", USUAL_CHAINLINE_MM);
  const line = mid
    ? chainline({
        ...shared,
        shellWidthMm: shellWidth.mm,
        driveSpacerMm,
        ringOffsetMm: mid.spec.ringPlaneMm + ringOffsetMm(build),
      })
    : chainlineFrom({ ...shared, frontMm: front.mm });
  const tyre = drawn("tyreWidthMm", usual.tyre);
  const own = {
    front: wheelOf(drawn("frontBeadSeatMm", usual.front), drawn(ownTyreKey("front", build), tyre.mm)),
    rear: wheelOf(drawn("rearBeadSeatMm", usual.beadSeat), tyre),
  };
  const wheels = { front: turning("front", own.front, build), rear: turning("rear", own.rear, build) };
  const gain = (end: End) => wheels[end].radiusMm - own[end].radiusMm;
  const wheelbase = drawn("wheelbaseMm", 0);
  const height = drawn("shellHeightMm", 280);
  const rise = riseBetween({ front: gain("front"), rear: gain("rear") }, chainstay.mm, wheelbase.mm);
  const teeth = mid ? ringTeeth(mid, build) : drawn("ringLargeTeeth", USUAL_RING_TEETH).mm;
  return {
    frameKind: kind,
    wheels,
    chainstay,
    shellWidth,
    rearOverLocknut,
    stay: {
      near: { radius: drawn("stayNearRadiusMm", 70), out: drawn("stayNearOutMm", 33) },
      far: { radius: drawn("stayFarRadiusMm", 105), out: drawn("stayFarOutMm", 38) },
    },
    motors: [
      ...(mid
        ? [
            {
              at: "crank" as const,
              name: mid.name,
              hubPcdMm: null,
              caseOffsetMm: mid.spec.caseOffsetMm,
              caseRadiusMm: mid.spec.caseRadiusMm,
            },
          ]
        : []),
      ...hubs.map((hub) => ({
        at: hub.spec.end,
        name: hub.name,
        hubPcdMm: hub.spec.flangePcdMm ?? null,
        caseOffsetMm: 0,
        caseRadiusMm: 0,
      })),
    ],
    battery: battery
      ? { lengthMm: battery.spec.lengthMm, heightMm: battery.spec.heightMm, mount: battery.spec.mount, name: battery.name }
      : null,
    ring: {
      frontMm: line.frontMm,
      teeth,
      radiusMm: chainEnvelopeRadiusMm(teeth),
      measured: mid ? shellWidth.measured : front.measured,
    },
    cogs: line.cogs.map((cog) => ({ rearMm: cog.rearMm, angleDeg: cog.angleDeg })),
    driveSpacerMm,
    crankHeight: { ...height, mm: height.mm + rise },
    wheelbase,
    places: placesOf(build),
    largestCogTeeth: drawn("largestCogTeeth", count > 1 ? 32 : 19).mm,
  };
}
