import { PRACTICE } from "../../../basis";
import { COG_TO_DROPOUT_MM } from "../../../standards/clusters";
import { formatNumber } from "../../../units/formatQuantity";
import { type Build, type HubMotor } from "../../build";
import type { Remedy } from "../../finding";
import { isDone } from "../../remedies";
import { judge } from "../../judge";
import { defineRule, type Survey, stated } from "../../rule";
import { ringsFlag, ringsOn } from "../axle/rings";
import { rearCogs } from "../chain/rearCogs";
import { hubEnds } from "../chain/gears";
import { endKeys, rearHubMotors } from "../subjects";
import { thinnestRing } from "../washers";
import { clustersFor, cogsKnown } from "./interface";
import { roomBesideMm } from "./roomBeside";

export const clusterRoom = defineRule<HubMotor>({
  id: "cluster/room",
  title: "Cluster beside the frame",
  why: "The chain on the smallest cog runs past dropout and stay: where it touches, it saws, and the wheel does not turn.",
  basis: [PRACTICE],
  subjects: (build) => (hubEnds(build) ? [] : rearHubMotors(build).filter((motor) => cogsKnown(motor, build))),
  key: (motor) => motor.id,
  place: () => "cluster",
  needs: () => ["gears"],
  check(motor, survey, build) {
    const cogs = rearCogs(survey, build).count;
    const rings = ringsOn(motor, survey, build);
    const gap = survey.seen("cogToStayMm");
    // Measured with the washers alike on both sides; each millimetre more on the drive side than on the other moves the hub by half of it.
    const measured = gap && { mm: gap.value + (rings.right - rings.left) / 2, plusMinus: gap.plusMinus };
    const computed = roomBesideMm(motor, cogs, rings.right);
    if (!measured && motor.spec.clusterRoomMm === null) survey.number("cogToStayMm");
    const roomMm = measured ? measured.mm - COG_TO_DROPOUT_MM : computed;
    const figures = [
      { label: "cogs", value: cogs },
      ...(measured
        ? [{ label: "smallest cog's chain to the stay", value: measured.mm, unit: "mm", plusMinus: measured.plusMinus }]
        : []),
      ...(motor.spec.clusterRoomMm === null
        ? []
        : [{ label: "motor's shoulder to locknut", value: motor.spec.clusterRoomMm, unit: "mm" }]),
      { label: "rings on the drive side", value: rings.right, unit: "mm" },
      { label: "least beside the frame", value: COG_TO_DROPOUT_MM, unit: "mm" },
    ];
    const room = stated(motor, roomMm, `the room of a cluster of ${cogs}`);
    return judge({
      room,
      unit: "mm",
      plusMinus: measured?.plusMinus ?? 0,
      figures,
      settle: ["cogToStayMm"],
      clear: `${formatNumber(room + COG_TO_DROPOUT_MM, 1)} mm between the smallest cog's chain and the frame.`,
      short: () => {
        const remedies = waysOf(motor, -room + (measured?.plusMinus ?? 0), cogs, survey, build);
        const says = `${cogs} cogs leave ${formatNumber(room + COG_TO_DROPOUT_MM, 1)} mm to the frame, ${COG_TO_DROPOUT_MM} wanted.`;
        return remedies.length > 0
          ? { verdict: "adapt", says, remedies }
          : { verdict: "stop", says, lifts: "a cluster with fewer cogs, or a motor with more room; a stay is never ground" };
      },
    });
  },
});

function waysOf(motor: HubMotor, shortMm: number, cogs: number, survey: Survey, build: Build): Remedy[] {
  const { end } = motor.spec;
  const keys = endKeys(motor);
  const rings = ringsOn(motor, survey, build);
  const measured = survey.seen("cogToStayMm") !== undefined;
  const remedies: Remedy[] = [];
  if (rings.left > 0 && rings.left >= shortMm - 1e-9 && !isDone(build, ringsFlag(end)))
    remedies.push({
      id: "rings-over",
      title: "Both sides' rings on the drive side",
      says: `${formatNumber(rings.left, 1)} mm more room; the rim is then dished to the drive side, the rotor's line and the axle's ends are looked at again`,
      parts: [],
      tasks: ["fitHub", "redish"],
      effect: { flags: [ringsFlag(end)] },
    });
  const ring = thinnestRing(build, "axle spacer", motor.spec.axleDiameterMm, measured ? 2 * shortMm : shortMm, 5);
  if (ring)
    remedies.push({
      id: `drive-ring-${ring.spec.thicknessMm}`,
      title: `Ring of ${formatNumber(ring.spec.thicknessMm, 1)} mm on the drive side`,
      says: `re-dish ${formatNumber(ring.spec.thicknessMm / 2, 2)} mm to the drive side; the smallest cog stands as much further in, the frame's width is looked at again`,
      parts: [{ kind: "washer", partId: ring.id, quantity: 1, says: ring.name }],
      tasks: ["redish"],
      effect: { numbers: { [keys.leftSpacer]: rings.left, [keys.rightSpacer]: rings.right + ring.spec.thicknessMm } },
    });
  return [...remedies, ...clustersFor(motor, cogs, rings.right, build)];
}
