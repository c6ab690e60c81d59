import { machineOf, type Output } from "../power/machine";
import type { RideInput, TracePoint } from "./ride";
import type { RidePlan } from "./rideRun";

/** A gear on a grade: what it holds there, and how fast the legs turn, rpm. */
export type Held = { output: Output; kmh: number; rpm: number };

/** Gear changes on the way, and each of those that were made while the motor pulled: where, and how hard. */
export type Shifts = { count: number; underLoad: { km: number; electricalW: number }[] };

/** Legs turn best about here, and are let go so far from it before the gear is changed, rpm (common practice). */
const CADENCE_RPM = 75;
const WINDOW_RPM = [55, 95] as const;
/** Speeds closer than this are alike, km/h. */
const ALIKE_KMH = 0.3;
/** Over this a change of gear is under load, W from the battery: chain and cogs of a strong drive want it eased (common practice). */
const UNDER_LOAD_W = 100;

/** A drive's gears; a hub has one. What each holds on a grade is worked out once for every half percent. */
export class Gears {
  private readonly known = new Map<number, { held: readonly Held[]; best: Held }>();

  /** @param speedKmh what an output holds on a grade, up to the target */
  constructor(
    readonly outputs: readonly Output[],
    private readonly circumferenceMm: number,
    private readonly speedKmh: (output: Output, gradePercent: number) => number,
  ) {}

  /** The gear that is fastest on a grade, and of those alike the one that turns the legs best. */
  best(gradePercent: number): Held {
    return this.on(gradePercent).best;
  }

  /** The gear that a rider keeps: the one already in while it does nearly as well and the legs turn, else the best. */
  next(gradePercent: number, now: Output | null): Output {
    const { held, best } = this.on(Math.round(2 * gradePercent) / 2);
    const same = now === null ? undefined : held.find(({ output }) => output === now);
    const keeps = same && same.kmh >= best.kmh - ALIKE_KMH && same.rpm >= WINDOW_RPM[0] && same.rpm <= WINDOW_RPM[1];
    return keeps ? same.output : best.output;
  }

  private on(gradePercent: number): { held: readonly Held[]; best: Held } {
    const known = this.known.get(gradePercent);
    if (known) return known;
    const held = this.outputs.map((output): Held => {
      const kmh = this.speedKmh(output, gradePercent);
      const wheelRpm = (kmh / 0.06 / this.circumferenceMm) * 1000;
      return { output, kmh, rpm: output === "wheel" ? CADENCE_RPM : (wheelRpm * output.cogTeeth) / output.chainringTeeth };
    });
    let [best, fastest] = [held[0]!, held[0]!.kmh];
    for (const one of held.slice(1)) {
      const faster = one.kmh > fastest + ALIKE_KMH;
      const alike = one.kmh > fastest - ALIKE_KMH;
      if (!faster && !(alike && Math.abs(one.rpm - CADENCE_RPM) < Math.abs(best.rpm - CADENCE_RPM))) continue;
      best = one;
      fastest = Math.max(fastest, one.kmh);
    }
    const made = { held, best };
    this.known.set(gradePercent, made);
    return made;
  }
}

/** A plan ridden through the gears, and afterwards the changes of gear that its trace shows. */
export function inGears(
  gears: Gears,
  p: RideInput,
): { change: (plan: RidePlan) => RidePlan; shifts: (trace: readonly TracePoint[]) => Shifts | null } {
  if (gears.outputs.length < 2) return { change: (plan) => plan, shifts: () => null };
  const changesM: number[] = [];
  const change = (plan: RidePlan): RidePlan => {
    const machines = new Map(gears.outputs.map((output) => [output, machineOf({ ...p, output })]));
    let now: Output | null = null;
    let atM = 0;
    const stretches = plan.stretches.map((stretch) => {
      const output = gears.next(stretch.gradePercent, now);
      if (now !== null && output !== now) changesM.push(atM);
      now = output;
      atM += stretch.lengthM;
      return { ...stretch, machine: machines.get(output)! };
    });
    return { ...plan, stretches };
  };
  const shifts = (trace: readonly TracePoint[]): Shifts => {
    const underLoad: Shifts["underLoad"] = [];
    let [count, i] = [0, 0];
    for (const atM of changesM) {
      while (i < trace.length - 1 && 1000 * trace[i + 1]!.km <= atM + 1e-6) i += 1;
      const { km, electricalW } = trace[i]!;
      // The ride ended before it.
      if (1000 * trace.at(-1)!.km < atM) break;
      count += 1;
      if (electricalW > UNDER_LOAD_W) underLoad.push({ km, electricalW });
    }
    return { count, underLoad };
  };
  return { change, shifts };
}
