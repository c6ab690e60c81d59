import { batteryOf, motorsOf, voltsOf, type Build } from "../fit/build";
import type { Fit } from "../fit/engine";
import { countVerdicts, fitRank, isOpen, type Verdict } from "../fit/finding";
import type { Pieces } from "../cost/shelf";
import type { HouseRules } from "../house/houseRules";
import type { Catalogue } from "../parts/catalogue";
import type { Currency, Part, PartOf } from "../parts/part";
import type { Promise } from "../promise/promises";
import type { PromiseId } from "../wish/promiseIds";
import type { Band, Forecast, ForecastInput } from "../ride/forecast";
import { assess, fitOf } from "./assess";
import type { Job } from "./job";
import type { Slot } from "./slots";
import { rideMade } from "./rideMade";
import { massOf, rideOf } from "./rideOf";
import { chosenParts, SLOT_KINDS, slotOf } from "./supplied";

export type Choices = Job["choices"];

/** The camps of the trade: where the motor sits, and how many. */
export const SCHOOLS = ["geared hub", "direct hub", "mid-drive", "two motors"] as const;
export type School = (typeof SCHOOLS)[number];

/** What a set's ride on the customer's road comes to. */
export type RideFigures = {
  readonly rangeKm: Band | null;
  readonly hill: Forecast["hill"];
  readonly averageKmh: number;
  readonly whPerKm: number;
  readonly windingC: number;
  readonly limitC: number;
  /** what the motor gives back on descents, Wh of one run */
  readonly chargedWh: number;
  readonly ended: Forecast["route"]["ended"];
};

/** A set of parts held against this job: with the first remedy of each thing to adapt in, so that all of them are priced alike. */
export type Compared = {
  readonly choices: Choices;
  readonly name: string;
  readonly batteryName: string | null;
  readonly school: School | null;
  /** as chosen, before any remedy beyond the job's own */
  readonly verdicts: Record<Verdict, number>;
  readonly allInMinor: number;
  readonly currency: Currency;
  readonly unpriced: number;
  readonly minutes: number;
  readonly promises: readonly Promise[];
  /** the promises that the customer would let go, the first first */
  readonly gives: readonly PromiseId[];
  readonly ride: RideFigures | null;
  readonly wants: readonly string[];
};

/** All that a comparison looks things up in. */
export type Bench = {
  readonly catalogue: Catalogue;
  readonly house: HouseRules;
  readonly today: string;
  readonly heldElsewhere?: Pieces;
};

/** Remedies bring findings that want remedies; after so many rounds what is still open is left so. */
const ROUNDS = 8;

/** The job with the first remedy that was not refused taken for everything to adapt. */
function adapted(job: Job, { catalogue, house }: Bench): Job {
  let now = job;
  for (let round = 0; round < ROUNDS; round += 1) {
    const more = fitOf(now, catalogue, house).findings.flatMap((finding) => {
      if (finding.verdict !== "adapt" || !isOpen(finding)) return [];
      const remedy = finding.remedies.find((r) => !job.refused.some((no) => no.finding === finding.key && no.remedy === r.id));
      const known = now.accepted.some((a) => a.finding === finding.key && a.remedy === remedy?.id);
      return remedy && !known ? [{ finding: finding.key, remedy: remedy.id, at: "", by: "" }] : [];
    });
    if (more.length === 0) break;
    now = { ...now, accepted: [...now.accepted, ...more] };
  }
  return now;
}

function schoolOf(build: Build): School | null {
  const motors = motorsOf(build);
  const [motor] = motors;
  if (!motor) return null;
  if (motors.length > 1) return "two motors";
  if (motor.kind !== "hub-motor") return "mid-drive";
  return motor.spec.drive === "direct" ? "direct hub" : "geared hub";
}

/** A set of choices on this job, worked out in full; nothing is stored. */
export function compareSet(job: Job, choices: Choices, bench: Bench): Compared {
  const { catalogue, house, today, heldElsewhere } = bench;
  const as = { ...job, choices };
  const { verdicts, school } = quickLook(as, bench);
  const made = assess(adapted(as, bench), catalogue, house, today, heldElsewhere);
  const ride = rideOf(made.fit.build, job.wish, massOf(made.promises));
  const ridden = rideMade(ride, job.wish);
  return {
    choices,
    name: nameOf(choices, made.fit, catalogue),
    batteryName: batteryOf(made.fit.build)?.name ?? null,
    school,
    verdicts,
    allInMinor: made.sheet.allInMinor,
    currency: made.sheet.currency,
    unpriced: made.sheet.unpriced,
    minutes: made.sheet.labourMinutes,
    promises: [...made.promises, ...(ridden?.promises ?? [])],
    gives: job.wish.gives,
    ride: ridden && ride.input ? figuresOf(ridden.forecast, ride.input) : null,
    wants: ride.wants ?? [],
  };
}

function quickLook(job: Job, { catalogue, house }: Bench): { verdicts: Record<Verdict, number>; school: School | null } {
  const { findings, build } = fitOf(job, catalogue, house);
  return { verdicts: countVerdicts(findings), school: schoolOf(build) };
}

const nameOf = (choices: Choices, fit: Fit, catalogue: Catalogue): string =>
  catalogue.parts.get(choices.motor ?? choices.kit ?? "")?.name ?? motorsOf(fit.build)[0]?.name ?? "Nothing chosen";

function figuresOf({ rangeKm, hill, route }: Forecast, input: ForecastInput): RideFigures {
  const charged = route.trace.reduce((sum, point, i) => {
    const before = route.trace[i - 1];
    if (!before || point.electricalW >= 0 || point.kmh === 0) return sum;
    return sum - (point.electricalW * (point.km - before.km)) / point.kmh;
  }, 0);
  return {
    rangeKm,
    hill,
    averageKmh: route.averageKmh,
    whPerKm: route.whPerKm,
    windingC: Math.max(route.maxWindingC, hill?.windingC ?? -Infinity),
    limitC: input.thermal.limitC,
    chargedWh: charged,
    ended: route.ended,
  };
}

/** The choices with a part put in a slot; a kit takes with it what was chosen for the slots that it fills. */
export function withPart(choices: Choices, slot: Slot, partId: string, catalogue: Catalogue): Choices {
  if (slot !== "kit") return { ...choices, [slot]: partId };
  const kit = catalogue.parts.get(partId);
  const contents = kit?.kind === "kit" ? kit.spec.contents : [];
  const fills = new Set<string | undefined>(["motor"]);
  for (const { partId: id } of contents) {
    const part = catalogue.parts.get(id);
    if (part) fills.add(slotOf(part.kind));
  }
  const kept = Object.entries(choices).filter(([name]) => !fills.has(name));
  return { ...Object.fromEntries(kept), kit: partId };
}

/** What is set beside the others: the job as it is, or with a part in a slot. */
export type Beside = "as it is" | { readonly slot: Slot; readonly partId: string };

export function besideSet(job: Job, beside: Beside, bench: Bench): Choices {
  if (beside === "as it is") return job.choices;
  const choices = withPart(job.choices, beside.slot, beside.partId, bench.catalogue);
  return beside.slot === "kit" ? powered(job, choices, bench) : choices;
}

/**
 * The best-fitting kit of each school for this bike, with a battery that suits it where it comes without: the one chosen where its
 * volts are right, else the cheapest of about as many watt-hours.
 * @returns at most one set for each school that the catalogue has, the job's own set among them where it has one
 */
export function schoolSets(job: Job, bench: Bench): Choices[] {
  const best = new Map<School, { rank: number; choices: Choices }>();
  const offer = (choices: Choices, bonus = 0) => {
    const { verdicts, school } = quickLook({ ...job, choices }, bench);
    const rank = fitRank(verdicts) - bonus;
    if (school !== null && rank < (best.get(school)?.rank ?? Infinity)) best.set(school, { rank, choices });
  };
  // The job's own set stands for its school: it is what the others are held against.
  offer(job.choices, 1e9);
  for (const kit of bench.catalogue.distinct("kit"))
    offer(powered(job, withPart({ ...job.choices }, "kit", kit.id, bench.catalogue), bench));
  return SCHOOLS.flatMap((school) => best.get(school)?.choices ?? []);
}

/** The choices with a battery that goes with the rest. */
function powered(job: Job, choices: Choices, bench: Bench): Choices {
  const { catalogue } = bench;
  const { battery: _chosen, ...others } = choices;
  if (chosenParts({ choices: others, also: job.also }, catalogue).some((s) => s.part.kind === "battery")) return choices;
  const now = catalogue.parts.get(choices.battery ?? "");
  const wattHours = (battery: PartOf<"battery">) => voltsOf(battery).nominal * battery.spec.capacityAh;
  const wantedWh = now?.kind === "battery" ? wattHours(now) : 0;
  let best = { rank: Infinity, id: choices.battery };
  const looks = (battery: PartOf<"battery">, bonus: number) => {
    const small = wattHours(battery) < 0.9 * wantedWh;
    const { verdicts } = quickLook({ ...job, choices: { ...choices, battery: battery.id } }, bench);
    const rank = fitRank(verdicts) + (small ? 5 : 0) - bonus;
    if (rank < best.rank) best = { rank, id: battery.id };
  };
  if (now?.kind === "battery") looks(now, 0.5);
  for (const battery of catalogue.distinct("battery")) looks(battery, 0);
  return best.id === undefined ? choices : { ...choices, battery: best.id };
}

/** One part that alone would keep a ride promise that the likely ride does not; a kit with the pack that it wants. */
export type NearestPart = {
  readonly promise: "range" | "hill";
  readonly choices: Choices;
  readonly name: string;
  readonly deltaMinor: number;
  readonly predicted: number;
};

const TRIES = { range: ["battery"], hill: ["controller", "motor", "kit"] } as const satisfies Record<string, readonly Slot[]>;

/** For each broken ride promise the part with the least price that keeps it, opens no stop, and breaks no other ride promise. */
export function nearestParts(job: Job, bench: Bench): NearestPart[] {
  const { catalogue } = bench;
  const now = compareSet(job, job.choices, bench);
  const broken = now.promises.filter((p) => (p.id === "range" || p.id === "hill") && p.kept === false);
  return broken.flatMap(({ id }) => {
    const promise = id as "range" | "hill";
    let best: NearestPart | null = null;
    for (const slot of TRIES[promise])
      for (const kind of SLOT_KINDS[slot])
        for (const part of catalogue.distinct(kind) as readonly Part[]) {
          const choices = besideSet(job, { slot, partId: part.id }, bench);
          // A look at the fit costs a hundredth of a ride.
          if (quickLook({ ...job, choices }, bench).verdicts.stop > now.verdicts.stop) continue;
          const then = compareSet(job, choices, bench);
          const kept = then.promises.find((p) => p.id === promise);
          const others = then.promises.some(
            (p) => (p.id === "range" || p.id === "hill") && p.kept === false && !broken.some((b) => b.id === p.id),
          );
          const deltaMinor = then.allInMinor - now.allInMinor;
          if (!kept || kept.kept === false || others || (best && deltaMinor >= best.deltaMinor)) continue;
          const pack = choices.battery === job.choices.battery ? undefined : catalogue.parts.get(choices.battery ?? "");
          const name = pack && pack !== part ? `${part.name} with ${pack.name}` : part.name;
          best = { promise, choices, name, deltaMinor, predicted: Number(kept.predicted) };
        }
    return best ? [best] : [];
  });
}
