import { ARM_TABLE, TORQUE_CLASSES, type ArmCount, type ArmRowId, type TorqueClass } from "../standards/axleTorque";

/** Class of a hub drive by the highest of torque, rated power and peak input; an unknown peak input puts it one class higher. */
export function torqueClass(p: { torqueNm: number; ratedW: number; peakW: number | null }): TorqueClass {
  const index = TORQUE_CLASSES.findIndex(
    (row) => p.torqueNm <= row.torqueNm && p.ratedW <= row.ratedW && (p.peakW ?? 0) <= row.peakW,
  );
  return TORQUE_CLASSES[Math.min(TORQUE_CLASSES.length - 1, index + (p.peakW === null ? 1 : 0))]!.id;
}

export type Seat = {
  end: "front" | "rear";
  dropout: string;
  material: string;
  thicknessMm: number;
  suspension: boolean;
  forkMaterial: string | null;
  matchedThruAxle: boolean;
};

/** The table's row for a seat; where two would do, the stricter. */
export function armRow(seat: Seat): ArmRowId {
  const steel = seat.material === "steel" || seat.material === "stamped steel";
  const closed = seat.dropout === "thru" && !seat.matchedThruAxle;
  if (seat.end === "rear") {
    if (seat.material === "carbon" || seat.material === "magnesium" || closed) return "rear, carbon or closed ends";
    if (seat.dropout === "hub-motor") return "rear, made for hub motors";
    if (seat.material === "aluminium")
      return seat.thicknessMm >= 8 && seat.dropout !== "hanger"
        ? "rear, aluminium of 8 mm or more"
        : "rear, aluminium under 8 mm, or axle on the hanger";
    return steel && seat.thicknessMm > 5 ? "rear, steel over 5 mm" : "rear, steel of 5 mm or less, or titanium";
  }
  const refused =
    closed ||
    seat.forkMaterial === "carbon" ||
    seat.forkMaterial === "magnesium" ||
    seat.material === "carbon" ||
    seat.material === "magnesium";
  if (refused || (seat.material === "aluminium" && seat.thicknessMm < 8))
    return "front, aluminium under 8 mm, magnesium, carbon or closed tips";
  if (seat.material === "aluminium") return "front, aluminium tips of 8 mm or more";
  if (!steel || seat.thicknessMm <= 5) return "front, steel tips of 5 mm or less";
  return seat.suspension ? "front, suspension fork with steel lowers" : "front, rigid steel fork, tips over 5 mm";
}

const raised = (count: ArmCount, by: number): ArmCount =>
  typeof count === "number" ? (Math.min(2, count + by) as ArmCount) : count;

/** Arms by the table with its modifiers: regeneration, a seat along which the axle can slide, a slot wider than the flats. */
export function armsByTable(
  seat: Seat,
  drive: { torqueClass: TorqueClass; regenerates: boolean; slotHoldsFlats: boolean },
): ArmCount {
  const rowId = armRow(seat);
  let count: ArmCount = ARM_TABLE[rowId][drive.torqueClass];
  if (drive.regenerates)
    count = seat.end === "front" && seat.material === "aluminium" ? "stop" : raised(count, seat.end === "front" ? 2 : 1);
  if (seat.dropout === "track end" && count === 0) count = 1;
  if (!drive.slotHoldsFlats) count = raised(count, 2);
  return count;
}
