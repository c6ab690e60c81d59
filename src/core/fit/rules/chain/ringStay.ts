import { PRACTICE } from "../../../basis";
import { chainEnvelopeRadiusMm } from "../../../chain/chainLength";
import { combined } from "../../../donor/reading";
import { DRIVE_SPACER_MM, stayOutMm } from "../../../shell/caseClearance";
import { COG_PITCH_MM } from "../../../standards/clusters";
import { formatNumber } from "../../../units/formatQuantity";
import { type Build, effectOf, lastOf, type CrankMotor } from "../../build";
import type { Remedy } from "../../finding";
import { judge } from "../../judge";
import { defineRule, stated, type Survey } from "../../rule";
import { perCrankMotor } from "../subjects";
import { thinnestRing } from "../washers";
import { ringOffsetMm, ringTeeth } from "./line";
import { ringsFor, useRing } from "./rings";
import { driveFace, leastStayClearanceMm, STAY_KEYS, stayPlusMinus } from "./stay";

/** The stay's outside at the ring's radius: between the survey's points, or as far out as the last when the ring is smaller. */
function stayAtRing(survey: Survey, radiusMm: number) {
  const near = { radiusMm: survey.number("stayNearRadiusMm").value, outMm: survey.number("stayNearOutMm").value };
  const far = { radiusMm: survey.number("stayFarRadiusMm").value, outMm: survey.number("stayFarOutMm").value };
  return stayOutMm({ near, far, radiusMm });
}

/** Where the stock ring's teeth stand without spacer or offset, mm from the middle plane. */
function plainLine(motor: CrankMotor, survey: Survey, build: Build): { mm: number; plusMinus: number } {
  if (motor.kind === "frame-motor") return { mm: stated(motor, motor.spec.chainlineMm, "its chainline"), plusMinus: 0 };
  const face = driveFace(survey, build);
  return { mm: face.value + motor.spec.ringPlaneMm, plusMinus: face.plusMinus };
}

export const ringToStay = defineRule<CrankMotor>({
  ...perCrankMotor,
  id: "chain/ring-stay",
  title: "Ring to stay",
  why: "A ring or its chain that meets the right stay saws through it.",
  basis: [PRACTICE],
  place: () => "ring",
  needs: (motor) => [...(motor.kind === "mid-motor" ? (["shellWidthMm"] as const) : []), ...STAY_KEYS],
  check(motor, survey, build) {
    const teeth = ringTeeth(motor, build);
    const radiusMm = chainEnvelopeRadiusMm(teeth);
    const stayMm = stayAtRing(survey, radiusMm);
    if (stayMm === undefined)
      return {
        verdict: "measure",
        says: `The chain on ${teeth} teeth runs ${formatNumber(radiusMm, 0)} mm from the axle, outside the two points measured on the stay.`,
        figures: [{ label: "chain's outer radius", value: radiusMm, unit: "mm" }],
        settle: ["stayFarRadiusMm", "stayFarOutMm"],
      };
    const spacerMm = motor.kind === "mid-motor" ? effectOf(build, "driveSpacerMm", 0) : 0;
    const plain = plainLine(motor, survey, build);
    const lineMm = plain.mm + spacerMm + ringOffsetMm(build);
    const chainMm = chainWidthMm(build);
    const leastMm = leastStayClearanceMm(survey);
    const freeMm = lineMm - chainMm / 2 - stayMm;
    const plusMinus = combined(plain.plusMinus, stayPlusMinus(survey, radiusMm));
    const wantMm = leastMm - freeMm + plusMinus;
    return judge({
      room: freeMm - leastMm,
      unit: "mm",
      plusMinus,
      figures: [
        { label: "ring from the middle", value: lineMm, unit: "mm" },
        { label: "half the chain", value: chainMm / 2, unit: "mm" },
        { label: `stay at ${formatNumber(radiusMm, 0)} mm`, value: stayMm, unit: "mm" },
        { label: "free", value: freeMm, unit: "mm" },
        { label: "least", value: leastMm, unit: "mm" },
      ],
      settle: ["stayFarOutMm", "stayNearOutMm", ...(motor.kind === "mid-motor" ? (["shellWidthMm"] as const) : [])],
      clear: `${formatNumber(freeMm, 1)} mm between chain and stay, ${leastMm} wanted.`,
      short: () => {
        // A motor on bolts has no shell to space it from.
        const ring =
          motor.kind === "mid-motor"
            ? thinnestRing(build, "shell spacer", motor.spec.tubeDiameterMm, spacerMm + wantMm, DRIVE_SPACER_MM)
            : undefined;
        const others = ringsFor(motor, build)
          .filter(({ spec }) => {
            const at = stayAtRing(survey, chainEnvelopeRadiusMm(spec.teeth));
            const line = plain.mm + spacerMm + spec.offsetMm;
            return at !== undefined && line - chainMm / 2 - at - leastMm >= plusMinus;
          })
          .slice(0, 2)
          .map((part) =>
            useRing(part, `${part.spec.teeth} teeth, ${formatNumber(part.spec.offsetMm, 1)} mm offset: clear of the stay`),
          );
        const spacer: Remedy[] = ring
          ? [
              {
                id: `drive-spacer-${ring.spec.thicknessMm}`,
                title: `Spacer of ${ring.spec.thicknessMm} mm on the drive side`,
                says: "ring, case and right pedal move out as much",
                parts: [{ kind: "washer", partId: ring.id, quantity: 1, says: ring.name }],
                tasks: [],
                effect: { numbers: { driveSpacerMm: ring.spec.thicknessMm } },
              },
            ]
          : [];
        const remedies = [...spacer, ...others];
        const says = `${formatNumber(freeMm, 1)} mm between chain and stay, ${leastMm} wanted.`;
        return remedies.length > 0
          ? { verdict: "adapt", says, remedies }
          : {
              verdict: "stop",
              says,
              lifts: `a ring ${formatNumber(wantMm, 1)} mm further out or with fewer teeth that clears the case; a stay is never filed`,
            };
      },
    });
  },
});

/** Outer width of the chain that will run: a new one's, else by the cogs, mm. */
function chainWidthMm(build: Build): number {
  const speeds = lastOf(build, "chain")?.spec.speeds ?? Number(build.donor.cogCount?.value ?? 8);
  return COG_PITCH_MM[speeds]?.chainOuterMm ?? 7.3;
}
