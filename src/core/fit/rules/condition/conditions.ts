import { PRACTICE } from "../../../basis";
import type { ChoiceKey } from "../../../donor/items";
import { type Build, type Motor, needBest, needPart, partsOf } from "../../build";
import type { Figure, Outcome, PartNeed, PinPlace, Remedy } from "../../finding";
import { bought, consumable, isDone, operation } from "../../remedies";
import { acknowledge, defineRule } from "../../rule";
import { brakeIn } from "../brakes/brakeAt";
import { hasBelt } from "../chain/gears";
import { chainGoes } from "../chain/chainGoes";
import { lastAt } from "../perEnd";
import { ENDS, firstMotor, hubMotors, rearHubMotors } from "../subjects";
import { knownRimSizeAt } from "../wheel/rimAt";
import { tyrePartAt } from "../wheel/tyreAt";
import { againstTyre } from "../wheel/tyreGoes";

const WITHOUT = "the job without it, or the frame brought back with a frame builder's written word for what was done";

const REFER = "a frame builder's written word, or another frame";

type Say = { verdict: "clear" | "adapt" | "stop"; says: string; lifts?: string; remedies?: (build: Build) => readonly Remedy[] };

type Condition = {
  readonly id: string;
  readonly title: string;
  readonly why: string;
  readonly item: ChoiceKey;
  readonly place: PinPlace;
  readonly flag: string;
  readonly answers: Readonly<Record<string, Say>>;
  /** Where it is looked at; on every bike when it is left out. */
  readonly when?: (build: Build) => boolean;
  /** Whether what was looked at stays on the bike; it always does when it is left out. */
  readonly stays?: (build: Build) => boolean;
};

/** Pads for each end by the brake that will be there; a new one comes with its own. */
function padsFor(build: Build): PartNeed[] {
  const kinds = ENDS.flatMap((end) => {
    const brake = lastAt(build, "brake", end) ? undefined : brakeIn(end, build);
    return brake === "disc" ? ["disc pads"] : brake === "rim linear" || brake === "rim calliper" ? ["rim pads"] : [];
  });
  return [...new Set(kinds)].map((kind) => consumable(build, kind, kinds.filter((one) => one === kind).length));
}

const told = (id: string, says: string): Remedy => acknowledge(`condition/${id} bike`, says);

/** What the eye finds: each answer of the walk with what follows from it (common practice). */
const CONDITIONS: readonly Condition[] = [
  {
    id: "cracks",
    title: "Cracks, cuts and heat",
    why: "A motor's steady pull finds every crack; a frame that was cut or heated has lost its strength there.",
    item: "cracks",
    place: "frame",
    flag: "inspected",
    answers: {
      none: { verdict: "clear", says: "No crack, cut or heated joint was seen." },
      unsure: {
        verdict: "adapt",
        says: "A line that may be a crack.",
        remedies: () => [
          operation(
            "inspect",
            "Inspect it with dye",
            "paint off, dye, magnifier; a crack stops the job",
            ["inspect"],
            "inspected",
            "usedFrame",
          ),
        ],
      },
      crack: { verdict: "stop", says: "The frame or fork is cracked.", lifts: REFER },
      cut: { verdict: "stop", says: "A tube was cut or filed.", lifts: REFER },
      heat: { verdict: "stop", says: "A joint was heated or welded outside a factory.", lifts: REFER },
    },
  },
  {
    id: "alteration",
    title: "Cut or weld that is wanted",
    why: "A frame that is cut or heated is no longer what its maker tested, and a motor finds the place.",
    item: "alteration",
    place: "frame",
    flag: "alteration given up",
    answers: {
      none: { verdict: "clear", says: "No tube is cut, drilled or welded." },
      cut: { verdict: "stop", says: "A cut or hole in a tube is wanted.", lifts: WITHOUT },
      weld: { verdict: "stop", says: "A weld or braze on the frame is wanted.", lifts: WITHOUT },
    },
  },
  {
    id: "rust",
    title: "Rust",
    why: "Rust eats thin tubes from inside, first at the shell and the seat cluster.",
    item: "rust",
    place: "frame",
    flag: "rust treated",
    answers: {
      none: { verdict: "clear", says: "No rust." },
      surface: { verdict: "clear", says: "On the surface only; cleaned and oiled." },
      deep: { verdict: "stop", says: "Deep or blistered rust.", lifts: REFER },
    },
  },
  {
    id: "dents",
    title: "Dents",
    why: "A dent is where a loaded tube folds.",
    item: "dents",
    place: "frame",
    flag: "dents seen",
    answers: {
      none: { verdict: "clear", says: "No dents." },
      shallow: {
        verdict: "adapt",
        says: "A shallow dent away from the joints.",
        remedies: () => [told("dents", "photographed and shown to the customer; looked at at every service")],
      },
      deep: { verdict: "stop", says: "A deep dent, or one at a joint.", lifts: REFER },
    },
  },
  {
    id: "headset",
    title: "Headset",
    why: "Play or a notch in the headset shakes the front at speed.",
    item: "headset",
    place: "fork",
    flag: "headset served",
    answers: {
      sound: { verdict: "clear", says: "It turns freely, without play." },
      play: {
        verdict: "adapt",
        says: "The headset has play.",
        remedies: () => [
          operation(
            "adjust-headset",
            "Adjust the headset",
            "then rock it again with the front brake on",
            ["service"],
            "headset served",
          ),
        ],
      },
      notched: {
        verdict: "adapt",
        says: "The headset is notched.",
        remedies: (build) => [
          bought(
            "new-headset",
            "New headset bearings",
            "both, greased",
            [consumable(build, "headset bearings", 1)],
            ["service"],
            "headset served",
          ),
        ],
      },
    },
  },
  {
    id: "bearings",
    title: "Wheel bearings",
    why: "Play in a hub puts the rotor and the rim off their line.",
    item: "bearings",
    place: "rear wheel",
    flag: "bearings served",
    // Where each end gets a motor's wheel, both hubs come off; a trike has a third.
    stays: (build) =>
      new Set(hubMotors(build).map(({ spec }) => spec.end)).size < ENDS.length || build.donor.rearWheels?.value === "two",
    answers: {
      sound: { verdict: "clear", says: "They spin freely, without play." },
      play: {
        verdict: "adapt",
        says: "A wheel has play.",
        remedies: () => [
          operation("adjust-hubs", "Adjust the hub bearings", "no play with the wheel clamped", ["service"], "bearings served"),
        ],
      },
      rough: {
        verdict: "adapt",
        says: "A wheel runs rough.",
        remedies: (build) => [
          bought(
            "new-bearings",
            "New hub bearings",
            "balls and grease, or cartridges",
            [consumable(build, "hub bearings", 1)],
            ["service"],
            "bearings served",
          ),
        ],
      },
    },
  },
  {
    id: "pads",
    title: "Brake pads",
    why: "Old or oily pads were enough for 20 km/h.",
    item: "pads",
    place: "front brake",
    flag: "pads renewed",
    answers: {
      good: { verdict: "clear", says: "Enough pad, and clean." },
      worn: {
        verdict: "adapt",
        says: "The pads are near their end.",
        remedies: (build) => [
          bought(
            "new-pads",
            "New pads, both ends",
            "of the brake's own shape; bedded in",
            padsFor(build),
            ["brakesFirst"],
            "pads renewed",
          ),
        ],
      },
      oily: {
        verdict: "adapt",
        says: "The pads are oily or glazed.",
        remedies: (build) => [
          bought(
            "new-pads",
            "New pads, rotor or rim cleaned",
            "oily pads are never saved",
            padsFor(build),
            ["brakesFirst"],
            "pads renewed",
          ),
        ],
      },
    },
  },
  {
    id: "hoses",
    title: "Hoses and brake cables",
    why: "A frayed cable or a weeping hose gives way at the hardest pull.",
    item: "hoses",
    place: "bar",
    flag: "hoses renewed",
    answers: {
      sound: { verdict: "clear", says: "Sound." },
      perished: {
        verdict: "adapt",
        says: "Frayed or perished.",
        remedies: (build) => [
          bought(
            "new-cables",
            "New cables and casing",
            "or hoses, cut to length",
            [consumable(build, "brake cables", 1)],
            ["brakesFirst"],
            "hoses renewed",
          ),
        ],
      },
      leaking: {
        verdict: "adapt",
        says: "A hose leaks.",
        remedies: (build) => [
          bought(
            "new-hose",
            "New hose, ends and fluid",
            "bled; pads that were wet are thrown away",
            [
              consumable(build, "brake hose", 1),
              consumable(build, "hose ends", 2),
              consumable(build, build.donor.brakeFluid?.value === "DOT" ? "DOT fluid" : "mineral oil", 1),
            ],
            ["hose"],
            "hoses renewed",
          ),
        ],
      },
    },
  },
  {
    id: "casing",
    title: "Tread and casing of the tyres",
    why: "A casing that shows its threads bursts, and a motor's bike is faster and heavier when it does.",
    item: "tyreCasing",
    place: "rear wheel",
    flag: "tyres renewed",
    stays: keepsTyre,
    answers: {
      sound: { verdict: "clear", says: "Tread and casing are sound." },
      worn: {
        verdict: "adapt",
        says: "The tread is nearly gone.",
        remedies: (build) => [...newTyres(build), told("casing", "the tyres are changed before 500 km; the rider is told")],
      },
      threads: {
        verdict: "adapt",
        says: "Casing threads show, or the tyre bulges.",
        remedies: (build) => newTyres(build),
      },
    },
  },
  {
    id: "links",
    title: "Chain's links",
    why: "A stiff link skips under the motor's pull, rust breaks a plate.",
    item: "chainState",
    place: "chain",
    flag: "chain renewed",
    when: (build) => !hasBelt(build) && partsOf(build, "chain").length === 0,
    answers: {
      free: { verdict: "clear", says: "Every link bends." },
      stiff: { verdict: "adapt", says: "A link is stiff.", remedies: (build) => newChain(build) },
      rusty: { verdict: "adapt", says: "The chain is rusty.", remedies: (build) => newChain(build) },
    },
  },
  {
    id: "freehub",
    title: "Freehub or freewheel",
    why: "A body that sticks lets the motor drive the pedals, or drags the chain down when the rider stops.",
    item: "freehub",
    place: "cluster",
    flag: "freehub renewed",
    when: (build) =>
      (build.donor.gears?.value === "derailleur" || build.donor.gears?.value === "single") && rearHubMotors(build).length === 0,
    answers: {
      turns: { verdict: "clear", says: "Free one way, drives the other." },
      sticks: { verdict: "adapt", says: "It sticks or grinds.", remedies: (build) => newBody(build) },
      locked: { verdict: "adapt", says: "It does not turn freely.", remedies: (build) => newBody(build) },
    },
  },
];

/** Whether the bike's own tyre stays on a wheel, whatever else is new. */
export function keepsTyre(build: Build): boolean {
  return ENDS.some((end) => !tyrePartAt(end, build));
}

/** A tyre for each wheel that gets none yet, of the size that each will have. */
export const newTyres = (build: Build): Remedy[] => [
  bought(
    "new-tyres",
    "New tyres, front and rear",
    "of the bike's sizes, rated for the load",
    ENDS.filter((end) => !tyrePartAt(end, build)).map((end) => {
      const size = knownRimSizeAt(end, build);
      return needBest(
        build,
        "tyre",
        1,
        `tyre for ${size ?? "?"}`,
        (spec) => spec.beadSeatMm === size,
        (spec) => againstTyre(spec, end, build),
      );
    }),
    ["moveTyre"],
    "tyres renewed",
  ),
];

function newChain(build: Build): Remedy[] {
  const cogs = build.donor.gears?.value === "derailleur" ? Number(build.donor.cogCount?.value ?? 0) : 1;
  return [
    bought(
      "new-chain",
      "New chain",
      "gauge the cogs with it",
      [needPart(build, "chain", 1, `chain for ${cogs} cogs`, (spec) => chainGoes(spec, cogs))],
      ["derailleur"],
      "chain renewed",
    ),
  ];
}

const newBody = (build: Build): Remedy[] => [
  bought(
    "new-body",
    "New freehub body or freewheel",
    "of the hub's own make; nothing is packed with grease to keep it going",
    [consumable(build, "freehub body", 1)],
    ["cluster"],
    "freehub renewed",
  ),
];

const SAFE: ReadonlySet<string> = new Set(["cracks", "rust", "dents", "pads", "hoses", "casing"]);

export const conditionRules = CONDITIONS.map((condition) =>
  defineRule<Motor>({
    id: `condition/${condition.id}`,
    title: condition.title,
    why: condition.why,
    basis: [PRACTICE],
    subjects: (build) => (condition.when && !condition.when(build) ? [] : firstMotor(build)),
    key: () => "bike",
    place: () => condition.place,
    needs: () => (condition.stays ? [] : [condition.item]),
    check(_motor, survey, build): Outcome {
      if (condition.stays && !condition.stays(build))
        return { verdict: "clear", says: "It comes off; what goes on is new.", figures: [] };
      const answer = survey.choice(condition.item);
      const say = condition.answers[answer]!;
      const figures: Figure[] = [{ label: "seen", value: answer }];
      if (say.verdict !== "stop" && isDone(build, condition.flag))
        return { verdict: "clear", says: `${say.says} Put right with this build.`, figures };
      return {
        verdict: say.verdict,
        says: say.says,
        figures,
        ...(say.verdict !== "clear" && { safety: SAFE.has(condition.id), caution: "usedFrame" as const }),
        ...(say.lifts && { lifts: say.lifts }),
        ...(say.remedies && { remedies: say.remedies(build) }),
      };
    },
  }),
);
