import { PRACTICE } from "../../../basis";
import type { ChoiceKey } from "../../../donor/items";
import type { Build, Motor } from "../../build";
import type { Figure, Outcome, PinPlace, Remedy } from "../../finding";
import { bought, consumable, isDone, operation } from "../../remedies";
import { acknowledge, defineRule } from "../../rule";
import { firstMotor } from "../subjects";

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
};

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
            [consumable(build, build.donor.frontBrake?.value === "disc" ? "disc pads" : "rim pads", 2)],
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
            [consumable(build, build.donor.frontBrake?.value === "disc" ? "disc pads" : "rim pads", 2)],
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
];

const SAFE: ReadonlySet<string> = new Set(["cracks", "rust", "dents", "pads", "hoses"]);

export const conditionRules = CONDITIONS.map((condition) =>
  defineRule<Motor>({
    id: `condition/${condition.id}`,
    title: condition.title,
    why: condition.why,
    basis: [PRACTICE],
    subjects: firstMotor,
    key: () => "bike",
    place: () => condition.place,
    needs: () => [condition.item],
    check(_motor, survey, build): Outcome {
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
