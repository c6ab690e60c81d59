import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import { leftOpen } from "../../leftOpen";
import { judge } from "../../judge";
import { acknowledge, defineRule, wasTaken } from "../../rule";
import { crankMotors, rearHubMotors } from "../subjects";
import { angleOfCog, lineOf, readLine, ringOffsetMm, type Subject } from "./line";
import { hasDerailleur } from "./rearCogs";
import { ringsFor, useRing } from "./rings";

/** Angle of the chain on the cog that is used most, degrees: it runs there for years (common practice). */
const USED_COG_DEG = 2;

export const usedCog = defineRule<Subject>({
  id: "chain/used-cog",
  title: "Chain straight on the cog most used",
  why: "A chain that runs askew all day is noisy and eats the cog that the rider likes best.",
  basis: [PRACTICE],
  subjects: (build) =>
    hasDerailleur(build) && wasTaken(build, "usedCog") ? [...crankMotors(build), ...rearHubMotors(build)] : [],
  key: (motor) => motor.id,
  place: () => "chain",
  needs: (motor) => [
    "gears",
    "usedCog",
    "rearOverLocknutMm",
    "chainstayMm",
    ...(motor.kind === "hub-motor"
      ? (["frontChainlineMm"] as const)
      : motor.kind === "mid-motor"
        ? (["shellWidthMm"] as const)
        : []),
  ],
  check(motor, survey, build) {
    const { line, chainstayMm } = lineOf(motor, survey, build);
    const at = Math.min(line.cogs.length, survey.number("usedCog").value) - 1;
    const cog = line.cogs[at]!;
    const deg = Math.abs(cog.angleDeg);
    return judge({
      room: USED_COG_DEG - deg,
      unit: "°",
      plusMinus: leftOpen(survey, (s) => Math.abs(readLine(motor, s, build).line.cogs[at]!.angleDeg)),
      figures: [
        { label: "ring", value: line.frontMm, unit: "mm" },
        { label: `cog ${at + 1} from the smallest`, value: cog.rearMm, unit: "mm" },
        { label: "angle", value: deg, unit: "°" },
        { label: "at most", value: USED_COG_DEG, unit: "°" },
      ],
      settle: ["locknutToSmallestMm", "rearOverLocknutMm"],
      clear: `${formatNumber(deg, 2)}° on the cog most used, ${USED_COG_DEG} at most.`,
      short: () => {
        const now = ringOffsetMm(build);
        const rings =
          motor.kind !== "hub-motor"
            ? ringsFor(motor, build)
                .filter(({ spec }) => angleOfCog(cog, spec.offsetMm - now, chainstayMm) <= USED_COG_DEG)
                .slice(0, 2)
                .map((ring) =>
                  useRing(ring, `then ${formatNumber(angleOfCog(cog, ring.spec.offsetMm - now, chainstayMm), 2)}° there`),
                )
            : [];
        return {
          verdict: "adapt",
          says: `${formatNumber(deg, 2)}° on the cog most used, ${USED_COG_DEG} at most.`,
          remedies: [
            ...rings,
            acknowledge(
              `chain/used-cog ${motor.id}`,
              "noise and wear there are told; another ring or cluster at the next service",
            ),
          ],
        };
      },
    });
  },
});
