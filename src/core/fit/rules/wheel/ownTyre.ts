import { type Build } from "../../build";
import { wasTaken } from "../../rule";
import { type End, keysOfEnd } from "../subjects";

/**
 * Survey item of the width of the tyre that an end has now. Tyres are bought in pairs (common practice): on wheels of one size the one
 * width that was read serves both, until the front one was read for itself. Wheels of two sizes have two tyres.
 */
export function ownTyreKey(end: End, build: Build): "tyreWidthMm" | "frontTyreWidthMm" {
  if (end === "rear") return "tyreWidthMm";
  // A doubtful reading is a reading: it is looked at again, and the rear's does not stand in for it.
  if (wasTaken(build, "frontTyreWidthMm")) return "frontTyreWidthMm";
  const seatOf = (at: End) => build.donor[keysOfEnd(at).beadSeat]?.value;
  const [front, rear] = [seatOf("front"), seatOf("rear")];
  return front !== undefined && rear !== undefined && front !== rear ? "frontTyreWidthMm" : "tyreWidthMm";
}
