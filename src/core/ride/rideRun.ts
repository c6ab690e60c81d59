import type { Chemistry } from "../power/batteryPack";
import { warm, windingRate, type Temperatures, type Thermal } from "../power/heat";
import { atForce, braking, COPPER_PER_K, dragW, fullThrottle, newWorking, type Machine, type Working } from "../power/machine";
import { openCircuitV } from "../power/openCircuit";
import { RIDER_FLOOR_MS, riderN } from "./driveSteady";
import { phi1, phi2, phi3 } from "./phi";
import { loadN, loadSlope, type Resistance } from "./roadLoad";

/** A piece of the road on which grade and wind stay. */
export type Stretch = {
  readonly lengthM: number;
  readonly gradePercent: number;
  readonly road: Resistance;
  /** the drive in the gear that is ridden here, where it is not the plan's */
  readonly machine?: Machine | undefined;
  /** the bike stops at its end and stands so long, s */
  readonly stopS?: number | undefined;
};

export type RidePlan = {
  readonly machine: Machine;
  readonly thermal: Thermal;
  readonly battery: {
    readonly chemistry: Chemistry;
    readonly series: number;
    readonly capacityAh: number;
    readonly internalOhm: number;
    readonly startPercent: number;
    readonly reservePercent: number;
  };
  readonly riderW: number;
  readonly massKg: number;
  /** the motors hold it, and the brakes do not let the bike pass it, m/s */
  readonly targetMs: number;
  readonly stretches: readonly Stretch[];
  readonly ambientC: number;
  /** the motors give at most so many times the rider's own force; left out where pedals or a hand call for all of it */
  readonly assistRatio?: number | undefined;
  /** motors without a clutch brake on descents and charge the battery up to these volts, V */
  readonly regenMaxV?: number | undefined;
  /** lamps and display draw so much all the time, at rest too, W */
  readonly auxW?: number | undefined;
  /** motors without a clutch: their own drag holds the bike back while they are off */
  readonly drags?: boolean | undefined;
};

/** A ride that would take more reckoning than it was given. */
export class TooLong extends Error {}

export type Ended = "route" | "reserve" | "stalled" | "cut";

/** Folded back to this share of its current a controller drives no more. */
const CUT_SHARE = 0.1;
/** A cyclist brakes for a junction so hard, m/s² (common practice). */
const BRAKING_MS2 = 1.5;
const BRAKING_STEP_S = 0.25;

/**
 * Where the energy came from and went: at the road (rider, motors, road, brakes) and in the motors (copper, their own drag), J.
 * Motors that brake and charge count with a minus.
 */
export type Ledger = { riderJ: number; motorsJ: number; copperJ: number; dragJ: number; roadJ: number; brakesJ: number };

/** What one step adds: of the battery, of one motor (its current's square, its drag), and at the road. */
type Sums = {
  ampereS: number;
  joule: number;
  ampere2S: number;
  dragJ: number;
  motorsJ: number;
  riderJ: number;
  roadJ: number;
};

/** Called at the start and after every step. */
export type Watch = (run: RideRun, gradePercent: number, electricalW: number) => void;

/** One step is at most so long, m; changes the speed by at most so much, m/s; warms the winding by so much, K or share of its
 *  absolute temperature; and takes so much of the charge. At half of all four no figure of a ride moves by 0.2 %. */
const STEP = { lengthM: 25, speedMs: 0.15, warmK: 2, warmShare: 0.01, chargeShare: 0.01 };
/** What a kink in the motor's curve that comes this early in a step could change is under the step's own error. */
const KINK_SHARE = 1e-3;

/** The time in which what moves at a rate, and faster by so much for each unit that it has moved, has moved by a change; endless if never. */
function timeFor(change: number, rate: number, slope: number): number {
  if (rate === 0) return Infinity;
  const z = (slope * change) / Math.abs(rate);
  if (z <= -1) return Infinity;
  return (change / Math.abs(rate)) * (Math.abs(z) < 1e-9 ? 1 : Math.log1p(z) / z);
}

/**
 * A ride from rest, run on a stretch of road after another: m·v̇ = drive − load, charge, and heat.
 *
 * While the speed is under the target the motors give all they can, and the speed is stepped by the exponential Rosenbrock method
 * of order three (Hochbruck & Ostermann, Exponential integrators, Acta Numerica 19, 2010), exact where force is linear in speed, so a
 * stiff drive on a light bike needs no small steps. Steps end where the motor's bound changes, so that each lies on a smooth piece.
 * At the target the force is what the road asks, and only charge and heat move. Those are taken at the step's middle, foretold.
 */
export class RideRun {
  timeS = 0;
  distanceM = 0;
  speedMs = 0;
  usedAh: number;
  energyJ = 0;
  lastElectricalW = 0;
  peakW = 0;
  maxMs = 0;
  maxWindingC: number;
  readonly temperatures: Temperatures;
  readonly ledger: Ledger = { riderJ: 0, motorsJ: 0, copperJ: 0, dragJ: 0, roadJ: 0, brakesJ: 0 };

  private readonly full: Working = newWorking();
  private readonly atStart: Working = newWorking();
  private readonly part: Working = newWorking();
  private readonly reserveAh: number;
  private readonly assistRatio: number;
  private road!: Resistance;
  private machine: Machine;
  private openV = 0;
  private windingOhm = 0;
  private accel = 0;
  private accelSlope = 0;
  private endMs = 0;
  private middleMs = 0;
  private pathM = 0;
  private endAccel = 0;

  private worked = 0;

  /** @param mostWork how many times the drive may be balanced before it is too much; a step takes some */
  constructor(
    private readonly plan: RidePlan,
    private readonly fineness = 1,
    private readonly mostWork = Infinity,
  ) {
    const { battery, ambientC } = plan;
    this.machine = plan.machine;
    this.usedAh = battery.capacityAh * (1 - battery.startPercent / 100);
    this.assistRatio = plan.assistRatio ?? Infinity;
    this.reserveAh = battery.capacityAh * (1 - battery.reservePercent / 100);
    this.temperatures = { windingC: ambientC, shellC: ambientC };
    this.maxWindingC = ambientC;
  }

  get percent(): number {
    return 100 * (1 - this.usedAh / this.plan.battery.capacityAh);
  }

  /** Rides the whole route once, from where the last left the bike's state. */
  lap(watch?: Watch): Ended {
    for (const [i, stretch] of this.plan.stretches.entries()) {
      this.road = stretch.road;
      this.machine = stretch.machine ?? this.plan.machine;
      let leftM = stretch.lengthM;
      const startM = this.distanceM;
      if (i === 0 && watch) watch(this, stretch.gradePercent, this.startsHere() ? this.full.batteryA * this.full.batteryV : 0);
      while (leftM > 0) {
        if (this.usedAh >= this.reserveAh) return "reserve";
        if (this.isCut()) return "cut";
        if (!this.step(leftM)) return "stalled";
        if (!Number.isFinite(this.distanceM + this.usedAh))
          throw new RangeError("ride: the figures are too large to compute with");
        // What is left below the rounding of the stretch's own length is no road.
        leftM -= this.pathM;
        if (leftM <= 1e-12 * stretch.lengthM) {
          leftM = 0;
          this.distanceM = startM + stretch.lengthM;
        }
        watch?.(this, stretch.gradePercent, this.lastElectricalW);
      }
      if (stretch.stopS === undefined) continue;
      this.halt(stretch.stopS);
      watch?.(this, stretch.gradePercent, 0);
    }
    return "route";
  }

  /** Rest at a junction: what the bike carried goes into the brakes, the motors cool. The way braked on is ridden as the rest. */
  private halt(stopS: number): void {
    const { thermal, ambientC, massKg, regenMaxV } = this.plan;
    const chargedJ = regenMaxV === undefined ? 0 : this.brakeToRest(regenMaxV);
    this.ledger.brakesJ += (massKg * this.speedMs ** 2) / 2 - chargedJ;
    const haltS = stopS + this.speedMs / (2 * BRAKING_MS2);
    this.timeS += haltS;
    this.feedLamps(haltS);
    this.speedMs = 0;
    warm(this.temperatures, stopS, { copperW: 0, dragW: 0, ambientC, speedMs: 0 }, thermal);
  }

  /** What lamps and display take in a time. */
  private feedLamps(s: number): void {
    const { auxW = 0 } = this.plan;
    if (auxW === 0 || this.openV <= 0) return;
    this.energyJ += auxW * s;
    this.usedAh = Math.min(this.plan.battery.capacityAh, this.usedAh + (auxW * s) / this.openV / 3600);
  }

  /** What motors without a clutch take at the road by their own drag while they are off, N. */
  private offDragN(v: number): number {
    if (!this.plan.drags || v <= 0) return 0;
    const { motors, dragNm, dragNmPerRpm, rpmPerMs, forcePerNm } = this.machine;
    return motors * forcePerNm * (dragNm + dragNmPerRpm * rpmPerMs * v);
  }

  /** A motor that is off and has no clutch holds back by its own drag, or by as much of it as there is to hold. */
  private holdBack(v: number, out: Working, mostN = Infinity): void {
    if (!this.plan.drags || out.phaseA !== 0) return;
    const dragN = this.offDragN(v);
    out.forceN = -Math.min(dragN, mostN);
    const { motors, dragNmPerRpm, rpmPerMs, forcePerNm } = this.machine;
    out.slope = dragN < mostN ? -motors * forcePerNm * dragNmPerRpm * rpmPerMs : 0;
  }

  /** Motors without a clutch take their part in braking for a stop; what they take at the road, J. */
  private brakeToRest(mostV: number): number {
    const { massKg, battery, thermal, ambientC } = this.plan;
    const { machine, part } = this;
    let takenJ = 0;
    for (let v = this.speedMs; v > 0; v -= BRAKING_MS2 * BRAKING_STEP_S) {
      const h = Math.min(BRAKING_STEP_S, v / BRAKING_MS2);
      const middle = v - (BRAKING_MS2 * h) / 2;
      this.settle(this.usedAh, this.temperatures.windingC);
      const wanted = Math.max(0, massKg * BRAKING_MS2 - loadN(this.road, middle));
      const at = { openV: this.openV, packOhm: battery.internalOhm, windingOhm: this.windingOhm, mostV };
      const { batteryA, batteryV, phaseA, forceN } = braking(machine, middle, wanted, at, part);
      if (batteryA === 0) continue;
      const drag = dragW(machine, middle);
      this.usedAh += (batteryA * h) / 3600;
      this.energyJ += batteryA * batteryV * h;
      this.ledger.motorsJ += forceN * middle * h;
      this.ledger.copperJ += machine.motors * phaseA ** 2 * this.windingOhm * h;
      this.ledger.dragJ += machine.motors * drag * h;
      takenJ -= forceN * middle * h;
      warm(this.temperatures, h, { copperW: phaseA ** 2 * machine.windingOhm, dragW: drag, ambientC, speedMs: middle }, thermal);
    }
    return takenJ;
  }

  /** The battery has so few volts over the controller's cut that less than a tenth of its current is left. */
  private isCut(): boolean {
    const { cutV, batteryA } = this.machine.controller;
    if (cutV <= 0) return false;
    this.settle(this.usedAh, this.temperatures.windingC);
    const sharedOhm = this.machine.motors * this.plan.battery.internalOhm;
    return this.openV - cutV <= CUT_SHARE * batteryA * sharedOhm;
  }

  /** Skips laps that are like the last: as many as take so much charge, two laps short of the reserve at most. */
  leap(chargeAh: number, lapAh: number, lapM: number): void {
    const laps = Math.floor(Math.min(chargeAh, this.reserveAh - this.usedAh - 2 * lapAh) / lapAh);
    if (!(laps > 0)) return;
    this.usedAh += laps * lapAh;
    this.distanceM += laps * lapM;
  }

  private startsHere(): boolean {
    if (this.usedAh >= this.reserveAh) return false;
    this.settle(this.usedAh, this.temperatures.windingC);
    return this.speedMs > 0 || this.balance(this.speedMs) > 0;
  }

  private settle(usedAh: number, windingC: number): void {
    this.worked += 1;
    if (this.worked > this.mostWork) throw new TooLong("the ride takes too many steps to reckon");
    const { chemistry, series, capacityAh } = this.plan.battery;
    this.openV = series * openCircuitV(chemistry, 100 * (1 - usedAh / capacityAh));
    this.windingOhm = this.machine.windingOhm * (1 + COPPER_PER_K * (windingC - 20));
  }

  /** Full throttle's net acceleration at a speed, m/s²; leaves its slope, and the motors' state in `full`. */
  private balance(v: number, out = this.full): number {
    const { battery, riderW, massKg } = this.plan;
    const { machine } = this;
    this.worked += 1;
    fullThrottle(machine, v, this.openV, battery.internalOhm, this.windingOhm, out);
    if (this.assistRatio < Infinity) this.boundByRider(v, out);
    this.holdBack(v, out);
    const riderSlope = v > RIDER_FLOOR_MS ? -riderW / (v * v) : 0;
    this.accelSlope = (out.slope + riderSlope - loadSlope(this.road, v)) / massKg;
    return (out.forceN + riderN(riderW, v) - loadN(this.road, v)) / massKg;
  }

  /** Where the motors answer the rider's own force they give no more than so many times it. */
  private boundByRider(v: number, out: Working): void {
    const { riderW, battery } = this.plan;
    const mostN = this.assistRatio * riderN(riderW, v);
    if (out.forceN <= mostN) return;
    atForce(this.machine, v, mostN, this.openV, battery.internalOhm, this.windingOhm, out);
    if (!(mostN > 0)) return;
    out.bound = "assist";
    out.slope = v > RIDER_FLOOR_MS ? -mostN / v : 0;
  }

  /** One step, at most to the stretch's end. False when the bike stands and cannot pull away. */
  private step(leftM: number): boolean {
    this.settle(this.usedAh, this.temperatures.windingC);
    const v = this.speedMs;
    const accel = this.balance(v);
    if (v <= 0 && !(accel > 0)) return false;
    if (v >= this.plan.targetMs && accel >= 0) this.hold(leftM);
    else this.pull(leftM, accel);
    this.maxMs = Math.max(this.maxMs, this.speedMs);
    this.maxWindingC = Math.max(this.maxWindingC, this.temperatures.windingC);
    return true;
  }

  /** The longest step that heat and charge allow with the motors in a state, s. */
  private longestS(state: Working): number {
    const { battery } = this.plan;
    const warmK = Math.max(STEP.warmK, STEP.warmShare * (this.temperatures.windingC + 273.15)) * this.fineness;
    const byHeat = timeFor(warmK, this.windingRate(state), this.windingSlope(state));
    const byCharge = state.batteryA > 0 ? (STEP.chargeShare * battery.capacityAh * 3600) / state.batteryA : Infinity;
    return Math.min(byHeat, byCharge * this.fineness);
  }

  private windingRate(state: Working): number {
    const { thermal } = this.plan;
    const { machine } = this;
    return windingRate(this.temperatures, state.phaseA ** 2 * machine.windingOhm, thermal);
  }

  /** How the winding's warming changes with its own temperature, 1/s. */
  private windingSlope(state: Working): number {
    const { thermal } = this.plan;
    const { machine } = this;
    const growth = state.phaseA ** 2 * machine.windingOhm * COPPER_PER_K;
    return (growth - thermal.windingToShellWPerK) / thermal.windingJPerK;
  }

  /** Volts and winding as they will be in the middle of a step. */
  private foretell(h: number, state: Working): void {
    const half = h / 2;
    const warms = this.windingRate(state) * half * phi1(this.windingSlope(state) * half);
    this.settle(this.usedAh + (state.batteryA * half) / 3600, this.temperatures.windingC + warms);
  }

  /** At the target: the motors give what the road asks over the rider, the brakes take what is too much. */
  private hold(leftM: number): void {
    const { targetMs: v, riderW } = this.plan;
    const { machine } = this;
    this.speedMs = v;
    const load = loadN(this.road, v);
    const rider = riderN(riderW, v);
    const part = this.part;
    this.holdAt(v, load, rider);
    let h = Math.min(leftM, STEP.lengthM * this.fineness) / v;
    h = Math.min(h, this.longestS(part));
    this.foretell(h, part);
    this.holdAt(v, load, rider);
    const toReserve = part.batteryA > 0 ? ((this.reserveAh - this.usedAh) * 3600) / part.batteryA : Infinity;
    const ends = h >= toReserve;
    if (ends) h = toReserve;
    this.advance(h, h * v >= leftM ? leftM : h * v, v, ends, {
      ampereS: part.batteryA * h,
      joule: part.batteryA * part.batteryV * h,
      ampere2S: part.phaseA ** 2 * h,
      dragJ: part.phaseA === 0 ? (-part.forceN * v * h) / machine.motors : dragW(machine, v) * h,
      motorsJ: part.forceN * v * h,
      riderJ: rider * v * h,
      roadJ: load * v * h,
    });
    this.ledger.brakesJ += (rider + part.forceN - load) * v * h;
    this.lastElectricalW = part.batteryA * part.batteryV;
    this.peakW = Math.max(this.peakW, this.lastElectricalW);
  }

  /** The motors' state at the target. A rider who pedals against the brakes charges nothing: motors brake only what the road pushes. */
  private holdAt(v: number, load: number, rider: number): void {
    const { battery, regenMaxV } = this.plan;
    const { openV, windingOhm } = this;
    if (load < 0 && regenMaxV !== undefined)
      braking(this.machine, v, -load, { openV, packOhm: battery.internalOhm, windingOhm, mostV: regenMaxV }, this.part);
    else atForce(this.machine, v, Math.max(0, load - rider), openV, battery.internalOhm, windingOhm, this.part);
    this.holdBack(v, this.part, Math.max(0, rider - load));
  }

  /** Under the target, or over what full throttle holds. */
  private pull(leftM: number, accel: number): void {
    const v = this.speedMs;
    let h = Math.min(this.longestS(this.full), this.stepFor(v, accel, leftM));
    this.foretell(h, this.full);
    this.accel = this.balance(v, this.atStart);
    const slope = this.accelSlope;
    const bound = this.atStart.bound;
    this.attempt(h, slope);
    const goal = this.goalOf(v, bound, h);
    if (goal !== null) {
      h = this.timeTo(h, slope, "speed", goal);
      this.endMs = goal;
    }
    if (this.pathM > leftM) {
      h = this.timeTo(h, slope, "path", leftM);
      this.pathM = leftM;
    }
    this.finish(h, slope);
  }

  /** So long that the speed changes by no more than a step may, and the way is no longer; just past the stretch's end where it comes in reach. */
  private stepFor(v: number, accel: number, leftM: number): number {
    const pathM = Math.min(1.001 * leftM, STEP.lengthM * this.fineness);
    const square = v * v + 2 * accel * pathM;
    const byPath = (2 * pathM) / (v + Math.sqrt(Math.max(0, square)));
    return Math.min(byPath, timeFor(STEP.speedMs * this.fineness, accel, this.accelSlope));
  }

  /** The state after h from the step's start, by the exponential method; nothing is kept yet. */
  private attempt(h: number, slope: number): void {
    const v = this.speedMs;
    const z = h * slope;
    const first = v + h * phi1(z) * this.accel;
    this.endAccel = this.balance(Math.max(0, first));
    const bend = this.endAccel - this.accel - slope * (first - v);
    const more = 2 * h * phi3(z) * bend;
    this.endMs = first + more;
    this.middleMs = Math.max(0, v + (h / 2) * phi1(z / 2) * this.accel + more / 8);
    this.pathM = Math.max(0, v * h + h * h * phi2(z) * this.accel + (h * more) / 4);
  }

  /** The first speed on the way at which the motion changes its law: the target, a bound of the motor, rest. */
  private goalOf(v: number, bound: Working["bound"], h: number): number | null {
    const { targetMs } = this.plan;
    let goal = this.endMs >= targetMs && v < targetMs ? targetMs : this.endMs < 1e-9 && this.accel < 0 ? 0 : null;
    const to = goal ?? this.endMs;
    const crossesFloor = v < RIDER_FLOOR_MS !== to < RIDER_FLOOR_MS && this.plan.riderW > 0;
    if (crossesFloor && v !== RIDER_FLOOR_MS) goal = RIDER_FLOOR_MS;
    const far = goal ?? to;
    if (goal !== null) this.balance(far);
    if (this.full.bound !== bound) {
      let [near, beyond] = [v, far];
      for (let i = 0; i < 50 && Math.abs(beyond - near) > 1e-12 * Math.max(v, far); i += 1) {
        const middle = (near + beyond) / 2;
        this.balance(middle);
        if (this.full.bound === bound) near = middle;
        else beyond = middle;
      }
      const early = Math.abs(beyond - v) < KINK_SHARE * Math.abs(this.accel) * h;
      if (!early) goal = beyond;
    }
    return goal;
  }

  /** The time within a step at which speed or path reaches a goal: Newton's steps, kept between what lies on either side. */
  private timeTo(h: number, slope: number, of: "speed" | "path", goal: number): number {
    let low = 0;
    let high = h;
    let t = h;
    let sign = 0;
    for (let i = 0; i < 40; i += 1) {
      const off = goal - (of === "speed" ? this.endMs : this.pathM);
      if (i === 0) sign = Math.sign(off);
      if (Math.sign(off) === sign) high = t;
      else low = t;
      let next = t + off / (of === "speed" ? this.endAccel : this.endMs);
      if (!(next > low && next < high)) next = (low + high) / 2;
      if (Math.abs(next - t) <= 1e-7 * h) break;
      t = next;
      this.attempt(t, slope);
    }
    return t;
  }

  /** Sums the step up by Simpson's rule over its start, middle and end, and stops it at the reserve. */
  private finish(h: number, slope: number): void {
    let step = this.sums(h);
    const room = (this.reserveAh - this.usedAh) * 3600;
    const ends = step.ampereS >= room;
    for (let i = 0; ends && i < 6; i += 1) {
      h *= room / step.ampereS;
      this.attempt(h, slope);
      step = this.sums(h);
    }
    this.advance(h, this.pathM, Math.max(0, this.endMs), ends, step);
  }

  private sums(h: number): Sums {
    const sums: Sums = { ampereS: 0, joule: 0, ampere2S: 0, dragJ: 0, motorsJ: 0, riderJ: 0, roadJ: 0 };
    this.addTo(sums, this.speedMs, h / 6, this.atStart);
    this.balance(this.middleMs);
    this.addTo(sums, this.middleMs, (4 * h) / 6, this.full);
    const end = Math.max(0, this.endMs);
    this.balance(end);
    this.addTo(sums, end, h / 6, this.full);
    return sums;
  }

  private addTo(sums: Sums, v: number, weight: number, state: Working): void {
    const { riderW } = this.plan;
    const { machine } = this;
    const { batteryA, batteryV, phaseA, forceN } = state;
    const electricalW = batteryA * batteryV;
    sums.ampereS += weight * batteryA;
    sums.joule += weight * electricalW;
    sums.ampere2S += weight * phaseA * phaseA;
    if (phaseA > 0) sums.dragJ += weight * dragW(machine, v);
    else sums.dragJ -= (weight * forceN * v) / machine.motors;
    sums.motorsJ += weight * forceN * v;
    sums.riderJ += weight * riderN(riderW, v) * v;
    sums.roadJ += weight * loadN(this.road, v) * v;
    this.peakW = Math.max(this.peakW, electricalW);
    this.lastElectricalW = electricalW;
  }

  private advance(h: number, pathM: number, speedMs: number, atReserve: boolean, step: Sums): void {
    const { thermal, ambientC } = this.plan;
    const { machine } = this;
    const copperW = h > 0 ? (step.ampere2S / h) * machine.windingOhm : 0;
    warm(
      this.temperatures,
      h,
      { copperW, dragW: h > 0 ? step.dragJ / h : 0, ambientC, speedMs: h > 0 ? pathM / h : speedMs },
      thermal,
    );
    this.timeS += h;
    this.pathM = pathM;
    this.distanceM += pathM;
    this.speedMs = speedMs;
    this.usedAh = atReserve ? this.reserveAh : this.usedAh + step.ampereS / 3600;
    this.energyJ += step.joule;
    this.feedLamps(h);
    this.ledger.copperJ += machine.motors * step.ampere2S * this.windingOhm;
    this.ledger.dragJ += machine.motors * step.dragJ;
    this.ledger.motorsJ += step.motorsJ;
    this.ledger.riderJ += step.riderJ;
    this.ledger.roadJ += step.roadJ;
  }
}
