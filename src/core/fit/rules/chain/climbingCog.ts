import { PRACTICE } from "../../../basis";
import { atMost } from "../../../units/atLeast";
import { formatNumber } from "../../../units/formatQuantity";
import type { CrankMotor } from "../../build";
import type { Outcome } from "../../finding";
import { acknowledge, defineRule } from "../../rule";
import { crankMotors } from "../subjects";
import { lineOf, ringOffsetMm } from "./line";
import { hasDerailleur } from "./rearCogs";
import { ringsFor } from "./rings";

/** Behind a strong mid-drive the ring stands near the cog that climbs: the fourth largest unless the ride says otherwise, mm. */
const CLIMBING_COG_MM = 4;

const STRONG_NM = 80;

export const climbingCog = defineRule<CrankMotor>({
  id: "chain/climbing-cog",
  title: "Ring in line with the climbing cog",
  why: "Behind a strong motor the large cogs wear and derail first; the ring belongs in line with the cog that climbs.",
  basis: [PRACTICE],
  subjects: (build) => crankMotors(build).filter((motor) => motor.spec.peakTorqueNm >= STRONG_NM && hasDerailleur(build)),
  key: (motor) => motor.id,
  place: () => "ring",
  needs: (motor) => [
    "gears",
    "rearOverLocknutMm",
    "chainstayMm",
    ...(motor.kind === "mid-motor" ? (["shellWidthMm"] as const) : []),
  ],
  check(motor, survey, build): Outcome {
    const { line, plusMinusMm } = lineOf(motor, survey, build);
    const named = survey.seen("climbingCog")?.value;
    const cog = line.cogs[named === undefined ? Math.max(0, line.cogs.length - 4) : Math.min(line.cogs.length, named) - 1]!;
    const which = named === undefined ? "fourth largest cog" : `cog ${named} from the smallest, which climbs`;
    const offMm = Math.abs(cog.offsetMm);
    const common = {
      figures: [
        { label: "ring", value: line.frontMm, unit: "mm" },
        { label: which, value: cog.rearMm, unit: "mm" },
        { label: "apart", value: offMm, unit: "mm" },
        { label: "at most", value: CLIMBING_COG_MM, unit: "mm" },
      ],
      margin: { value: CLIMBING_COG_MM - offMm, unit: "mm", plusMinus: plusMinusMm },
      settle: ["climbingCog", "locknutToSmallestMm", "rearOverLocknutMm", "shellWidthMm"] as const,
    };
    const says = `Ring and ${which} are ${formatNumber(offMm, 1)} mm apart.`;
    if (atMost(offMm, CLIMBING_COG_MM)) return { verdict: "clear", says, ...common };
    const now = ringOffsetMm(build);
    const nearer = ringsFor(motor, build)
      .filter((ring) => Math.abs(cog.offsetMm - (ring.spec.offsetMm - now)) <= CLIMBING_COG_MM - plusMinusMm)
      .slice(0, 2)
      .map((ring) => ({
        id: `ring-${ring.id}`,
        title: ring.name,
        says: `then ${formatNumber(Math.abs(cog.offsetMm - (ring.spec.offsetMm - now)), 1)} mm apart`,
        parts: [{ kind: "chainring" as const, partId: ring.id, quantity: 1, says: ring.name }],
        tasks: [],
        effect: { numbers: { ringOffsetMm: ring.spec.offsetMm, ringTeeth: ring.spec.teeth } },
      }));
    return {
      verdict: "adapt",
      says,
      remedies: [
        ...nearer,
        acknowledge(`chain/climbing-cog ${motor.id}`, "large cogs wear sooner; quote a cluster at the first service"),
      ],
      ...common,
    };
  },
});
