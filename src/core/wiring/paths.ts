/** Slack on every run, the loop at the head tube and a service loop, mm (common practice). */
const SLACK = 1.05;
export const STEERING_LOOP_MM = 120;
export const SERVICE_LOOP_MM = 80;

/** Length of a lead along its path: 1.05 × the segments, and the loops; ends with plugs need nothing more (common practice).
 *  @example leadMm([950], 150) // => 1147.5; with two bare ends of 40 mm to terminate 1228 */
export const leadMm = (segments: readonly number[], loopsMm: number) =>
  SLACK * segments.reduce((sum, segment) => sum + segment, 0) + loopsMm;

export type Run = { readonly segments: readonly { readonly says: string; readonly mm: number }[]; readonly loopsMm: number };
export const runMm = (run: Run) =>
  leadMm(
    run.segments.map((s) => s.mm),
    run.loopsMm,
  );

/** What of the bike the leads run along, mm. `downTubeMm` null on a frame without one that was measured. */
export type Ways = {
  downTubeMm: number;
  chainstayMm: number;
  rearRadiusMm: number;
  frontRadiusMm: number;
  barHalfMm: number;
  /** Where the pack and a controller of its own sit; a box stands so far from the shell, along the bike. */
  batteryAt: SeatOn;
  controllerAt: SeatOn;
  boxFromShellMm: number;
};

/** Where on a bike a pack or controller sits. */
export type SeatOn = "down tube" | "seat tube" | "rack" | "box";

/** From the bar's half over the head tube to the head's foot, mm (from memory: stem and column of an adult bike). */
const STEM_AND_HEAD_MM = 260;
/** Share of the down tube between its head and the middle of a pack or controller on it. */
const HALF = 0.5;

/** From the head to where the controller sits. */
function fromHead(w: Ways) {
  const tube = { says: "down tube", mm: w.downTubeMm };
  if (w.controllerAt === "rack") return [tube, { says: "along the stay to the rack", mm: w.rearRadiusMm + 120 }];
  if (w.controllerAt === "box") return [tube, { says: "shell to the box", mm: w.boxFromShellMm }];
  return [{ says: "down tube to the controller", mm: w.downTubeMm * (w.controllerAt === "down tube" ? HALF : 1) }];
}
function toShell(w: Ways) {
  if (w.controllerAt === "rack") return [{ says: "rack down to the axle", mm: w.rearRadiusMm + 120 }];
  if (w.controllerAt === "box") return [{ says: "box to the shell", mm: w.boxFromShellMm }];
  return [{ says: "controller to the shell", mm: w.downTubeMm * HALF }];
}

/** Bar to controller: display, throttle, levers. */
export const displayRun = (w: Ways): Run => ({
  segments: [{ says: "half the bar", mm: w.barHalfMm }, { says: "stem and head", mm: STEM_AND_HEAD_MM }, ...fromHead(w)],
  loopsMm: STEERING_LOOP_MM,
});

/** Bar to a mid-drive at the shell. */
export const midDisplayRun = (w: Ways): Run => ({
  segments: [
    { says: "half the bar", mm: w.barHalfMm },
    { says: "stem and head", mm: STEM_AND_HEAD_MM },
    { says: "down tube", mm: w.downTubeMm },
  ],
  loopsMm: STEERING_LOOP_MM,
});

/** Controller to a hub motor: down a fork leg with a steering loop, or along the chainstay. */
export const motorRun = (w: Ways, end: "front" | "rear"): Run =>
  end === "front"
    ? {
        segments: [
          ...(w.controllerAt === "rack" || w.controllerAt === "box"
            ? fromHead(w)
            : [{ says: "controller to the head", mm: w.downTubeMm * (w.controllerAt === "down tube" ? HALF : 1) }]),
          { says: "fork leg", mm: w.frontRadiusMm + 60 },
        ],
        loopsMm: STEERING_LOOP_MM,
      }
    : {
        segments: w.controllerAt === "rack" ? toShell(w) : [...toShell(w), { says: "along the chainstay", mm: w.chainstayMm }],
        loopsMm: SERVICE_LOOP_MM,
      };

/** A mid-drive's speed sensor on the stay: the magnet sits on a spoke 120 mm from the axle. */
export const sensorRun = (w: Ways): Run => ({
  segments: [{ says: "shell to the magnet", mm: Math.max(0, w.chainstayMm - 120) }],
  loopsMm: 40,
});

/** Pack to a mid-drive. */
export const midBatteryRun = (w: Ways): Run =>
  w.batteryAt === "rack"
    ? {
        segments: [
          { says: "rack to the axle", mm: w.rearRadiusMm + 120 },
          { says: "chainstay", mm: w.chainstayMm },
        ],
        loopsMm: SERVICE_LOOP_MM,
      }
    : w.batteryAt === "box"
      ? { segments: [{ says: "box to the shell", mm: w.boxFromShellMm }], loopsMm: SERVICE_LOOP_MM }
      : { segments: [{ says: "along the tube", mm: w.downTubeMm * HALF * 0.7 }], loopsMm: 40 };

/** A run along a path that was measured on the bike: it beats what is worked out. */
export const measuredRun = (run: Run, pathMm: number): Run => ({
  segments: [{ says: "path, measured on the bike", mm: pathMm }],
  loopsMm: run.loopsMm,
});

/** Two bare ends to terminate, mm (common practice); ends with plugs need nothing more. */
export const BARE_ENDS_MM = 80;
