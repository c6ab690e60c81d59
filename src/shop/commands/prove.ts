import { withoutMarksOf } from "@/core/work/marks";
import { assessOn, done, refused, type Bench, type UseCase } from "../useCase";
import { isSealed, NAMELESS, SEALED } from "./sealed";
import type { Job } from "@/core/job/job";
import { handOverHolds } from "@/core/job/handOver";
import { checksOfJob } from "@/core/job/proof";
import { workOrderOf } from "@/core/job/workOrder";
import { checkOf, type CheckId } from "@/core/standards/commissioning";
import { asProved, taughtBy } from "@/core/logbook/taught";
import type { Build } from "@/core/fit/build";
import { TAUGHT_FIGURES, type TaughtFigure } from "@/core/house/taught";
import { massOf, rideOf, taughtOf } from "@/core/job/rideOf";
import { ridden } from "@/core/job/ridden";
import { isOddWeighing, SCALES_PLUS_MINUS_KG, weighingOf } from "@/core/prove/weighing";
import { stepOfCheck } from "@/core/prove/checks";
import { shownUnit } from "@/core/units/dimension";
import { formatNumber } from "@/core/units/formatQuantity";
import { parseQuantity } from "@/core/units/parseQuantity";
import { windSays } from "@/core/prove/windOnRide";
import { rideLogSchema } from "@/core/prove/rideLogSchema";

/** A check as it stands now, or why nothing can be done to it. */
function checkIn(job: Job, id: CheckId, bench: Bench) {
  if (bench.by.trim() === "") return { ok: false as const, says: NAMELESS };
  const now = assessOn(job, bench);
  if (isSealed(job, now.steps)) return { ok: false as const, says: SEALED };
  const state = checksOfJob(job, now).find(({ check }) => check.id === id);
  return state
    ? { ok: true as const, state, steps: now.steps }
    : { ok: false as const, says: "There is no work order yet: choose a motor in Drive." };
}

/** A check of commissioning passes: in its order, with its readings taken and within their limits. */
export const passCheck: UseCase<"pass check"> = (job, command, bench) => {
  const found = checkIn(job, command.check, bench);
  if (!found.ok) return refused(found.says);
  const { check, stands, waits, lacks, passed } = found.state;
  if (stands === "passed") return refused(`“${check.title}” has passed already, by ${passed!.by}.`);
  if (waits.length > 0) return refused(`“${check.title}” is not made yet. ${waits.join(". ")}.`);
  if (lacks.length > 0) return refused(`“${check.title}” does not pass. ${lacks.join(". ")}.`);
  return done(
    { passed: { ...job.passed, [check.id]: { at: bench.at, by: bench.by, says: command.says } } },
    `Check passed: ${check.title}${command.says && `, ${command.says}`}`,
  );
};

/** A check fails: it and those after it are made again, the work that may put it right is open again, and a finding holds all else. */
export const failCheck: UseCase<"fail check"> = (job, command, bench) => {
  const found = checkIn(job, command.check, bench);
  if (!found.ok) return refused(found.says);
  const { steps, state } = found;
  const { check } = state;
  const work = command.task === null ? undefined : steps.find(({ id }) => id === command.task);
  if (command.task !== null && !work && !check.helps.some((task) => task === command.task))
    return refused("That work is not in the work order.");
  const step = stepOfCheck(check);
  const ticks = { ...job.ticks };
  const opened = [step, "roadTest", ...(work ? [work.id] : [])];
  for (const id of opened) delete ticks[id];
  return done(
    {
      passed: withoutAfter(job.passed, check.id),
      ticks,
      marks: withoutMarksOf(job.marks, opened),
      found: [
        ...job.found,
        {
          id: bench.newId(),
          step,
          what: command.task === null ? "bike" : "work",
          partId: null,
          task: command.task,
          says: `${check.title} fails: ${command.says}`,
          hurts: true,
          at: bench.at,
          by: bench.by,
          over: null,
        },
      ],
    },
    `Check failed: ${check.title}: ${command.says}${work ? `; open again: ${work.title}` : ""}`,
  );
};

/** The checks that still count when one does not: those that did not wait for it. */
function withoutAfter(passed: Job["passed"], id: CheckId): Job["passed"] {
  const gone = new Set<CheckId>([id]);
  const left = { ...passed };
  for (let grew = true; grew;) {
    grew = false;
    for (const other of Object.keys(passed) as CheckId[])
      if (!gone.has(other) && checkOf(other).after.some((before) => gone.has(before))) {
        gone.add(other);
        grew = true;
      }
  }
  for (const one of gone) delete left[one];
  return left;
}

/** A check is taken back: it and those that waited for it are made again. */
export const openCheck: UseCase<"open check"> = (job, command, bench) => {
  const found = checkIn(job, command.check, bench);
  if (!found.ok) return refused(found.says);
  if (!job.passed[command.check]) return refused(`“${found.state.check.title}” has not passed.`);
  return done({ passed: withoutAfter(job.passed, command.check) }, `Check to be made again: ${found.state.check.title}`);
};

/** The finished bike on the scales, wheel by wheel. */
export const weigh: UseCase<"weigh"> = (_job, command, bench) => {
  if (bench.by.trim() === "") return refused(NAMELESS);
  const unit = shownUnit("mass", command.system);
  const [front, rear] = [command.front, command.rear].map((text) => parseQuantity(text, "mass", unit));
  if (!front!.ok) return refused(`Under the front wheel: ${front!.error}`);
  if (!rear!.ok) return refused(`Under the rear wheel: ${rear!.error}`);
  const [frontKg, rearKg] = [front!.value, rear!.value];
  if (!(frontKg > 0 && rearKg > 0))
    return refused("Both ends of a bike weigh something: put each wheel on the scales by itself.");
  if (frontKg > 200 || rearKg > 200) return refused("At most 200 kg at each end: no bike weighs more.");
  const { massKg, frontShare } = weighingOf({ frontKg, rearKg, plusMinusKg: SCALES_PLUS_MINUS_KG });
  const odd = isOddWeighing({ frontKg, rearKg, plusMinusKg: SCALES_PLUS_MINUS_KG });
  if (odd && !command.confirmed)
    return {
      ok: false,
      error: {
        kind: "ask",
        says: `${formatNumber(massKg, 1)} kg, ${formatNumber(100 * frontShare, 0)} % of it on the front wheel: is that right?`,
        perhaps: null,
        value: massKg,
      },
    };
  return done(
    {
      weighed: {
        frontKg,
        rearKg,
        plusMinusKg: SCALES_PLUS_MINUS_KG,
        at: bench.at,
        by: bench.by,
        ...(odd && { confirmed: true as const }),
      },
    },
    `Weighed: ${formatNumber(massKg, 1)} kg, ${formatNumber(100 * frontShare, 0)} % on the front wheel`,
  );
};

export const forgetWeighing: UseCase<"forget weighing"> = (job) =>
  job.weighed ? done({ weighed: null }, "Weighing taken back") : refused("It was not weighed.");

/** A recorded ride goes with the job. Nobody rides before the checks on the stand have passed; who did is asked. */
export const takeInRide: UseCase<"take in ride"> = (job, command, bench) => {
  if (bench.by.trim() === "") return refused(NAMELESS);
  const left = checksOfJob(job, assessOn(job, bench)).filter(
    ({ check, stands }) => check.stage !== "road" && stands !== "passed",
  );
  if (left.length > 0 && !job.signed && !command.confirmed)
    return {
      ok: false,
      error: {
        kind: "ask",
        says: `${left.length} check${left.length === 1 ? "" : "s"} on the stand ${left.length === 1 ? "has" : "have"} not passed. Was this bike ridden all the same?`,
        perhaps: null,
        value: left.length,
      },
    };
  const ride = rideLogSchema.safeParse({ ...command.ride, id: bench.newId(), at: bench.at, by: bench.by });
  if (!ride.success) return refused(`The ride cannot be kept: ${ride.error.issues[0]!.message}.`);
  const km = ride.data.wayM.reduce((sum, m) => sum + m, 0) / 1000;
  const same = job.rides.find((other) => sameRide(other, ride.data));
  if (same && sameDay(same, ride.data)) return refused("This ride is among those of the job already.");
  // The same recording with another rider, load or weather: what was noted of it is put right, under a number of its own.
  if (same)
    return done(
      { rides: job.rides.map((other) => (other === same ? ride.data : other)) },
      `Ride noted anew: ${ride.data.name || "without a name"}, ${formatNumber(ride.data.riderKg, 0)} kg, ${formatNumber(ride.data.loadKg, 0)} kg of load, ${formatNumber(ride.data.airC, 0)} °C, ${windSays(ride.data)}`,
    );
  if (job.rides.length >= 6) return refused("A job holds at most 6 rides: take one out first.");
  return done(
    { rides: [...job.rides, ride.data] },
    `Ride taken in: ${ride.data.name || "without a name"}, ${formatNumber(km, 1)} km`,
  );
};

const sameRide = (a: Job["rides"][number], b: Job["rides"][number]): boolean =>
  a.points === b.points && a.windowS === b.windowS && JSON.stringify(a.wayM) === JSON.stringify(b.wayM);

const sameDay = (a: Job["rides"][number], b: Job["rides"][number]): boolean =>
  (["riderKg", "loadKg", "airC", "windKmh", "windFromDeg"] as const).every((key) => a[key] === b[key]);

export const dropRide: UseCase<"drop ride"> = (job, command) => {
  const rides = job.rides.filter(({ id }) => id !== command.id);
  return rides.length < job.rides.length ? done({ rides }, "Ride taken out") : refused("There is no such ride.");
};

/** The customer takes less than was promised, by name. */
export const agreeToLess: UseCase<"agree to less"> = (job, command, bench) => {
  if (bench.by.trim() === "") return refused(NAMELESS);
  const { promise, customer, says } = command;
  return done(
    { less: [...job.less, { promise, customer, says, at: bench.at, by: bench.by }] },
    `${customer} agrees to less: ${says}`,
  );
};

/** What each figure of a bike's ride was reckoned with, against the tables. */
function reckonedWith(build: Build): Record<TaughtFigure, number> {
  const taught = taughtOf(build);
  return Object.fromEntries(TAUGHT_FIGURES.map((figure) => [figure, taught[figure].times])) as Record<TaughtFigure, number>;
}

/** The bike goes to whoever takes it, by both names; what was promised and proved is kept as it stands then. */
export const handOver: UseCase<"hand over"> = (job, command, bench) => {
  if (bench.by.trim() === "") return refused(NAMELESS);
  if (job.handed) return refused(`The bike was handed over to ${job.handed.customer} already.`);
  const now = assessOn(job, bench);
  const { proofs, promises: ofRide } = ridden(job.rides, rideOf(now.fit.build, job.wish, massOf(now.promises)), job.wish);
  const promises = [...now.promises, ...ofRide];
  const holds = handOverHolds(job, { promises }, workOrderOf(job, now, bench.at.slice(0, 10)));
  if (holds.length > 0) return refused(`It is not handed over yet. ${holds.join(". ")}.`);
  const { customer, strokes } = command;
  return done(
    {
      handed: {
        customer,
        strokes,
        at: bench.at,
        by: bench.by,
        proved: promises.map(asProved),
        taught: taughtBy(proofs, reckonedWith(now.fit.build)),
      },
    },
    `Handed over to ${customer} by ${bench.by}`,
  );
};
