import { PRACTICE } from "../../basis";
import { combined } from "../../donor/reading";
import { formatNumber } from "../../units/formatQuantity";
import { motorsOf, type Build, type Motor } from "../build";
import type { Figure, Outcome, PinPlace, Remedy } from "../finding";
import { bought, consumable, isDone, operation } from "../remedies";
import { acknowledge, defineRule } from "../rule";
import type { ChoiceKey } from "../../donor/items";

const bike = (build: Build) => motorsOf(build).slice(0, 1);
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
    subjects: bike,
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

/** Tyres older than this are renewed before a motor, years (common practice). */
const TYRE_YEARS = 6;

export const tyreAge = defineRule<Motor>({
  id: "condition/tyre-age",
  title: "Age of the tyres",
  why: "Old rubber cracks and lets go on the first hot day with more mass.",
  basis: [PRACTICE],
  subjects: bike,
  key: () => "bike",
  place: () => "front wheel",
  needs: () => ["tyreAge"],
  check(_motor, survey, build): Outcome {
    const age = survey.number("tyreAge").value;
    const figures: Figure[] = [
      { label: "age", value: age, unit: "years" },
      { label: "at most", value: TYRE_YEARS, unit: "years" },
    ];
    const margin = { value: TYRE_YEARS - age, unit: "years", plusMinus: 0 };
    if (age <= TYRE_YEARS || isDone(build, "tyres renewed"))
      return { verdict: "clear", says: age <= TYRE_YEARS ? `${age} years old.` : "Renewed with this build.", figures, margin };
    const tyre = build.catalogue.distinct("tyre").find(({ spec }) => spec.beadSeatMm === build.donor.rearBeadSeatMm?.value);
    return {
      verdict: "adapt",
      says: `${age} years old; ${TYRE_YEARS} is the most.`,
      figures,
      margin,
      remedies: [
        bought(
          "new-tyres",
          "New tyres",
          "both, of this size",
          [
            {
              kind: "tyre",
              partId: tyre?.id ?? null,
              quantity: 2,
              says: `tyres for ${build.donor.rearBeadSeatMm?.value ?? "the bike's"} rims`,
            },
          ],
          ["moveTyre"],
          "tyres renewed",
        ),
      ],
    };
  },
});

/** Saddle height over the crank axle as a share of the inseam, and the bar's reach as a share of height (common practice). */
const SADDLE_SHARE = 0.883;
const REACH_SHARE = { least: 0.27, most: 0.36 };

export const standOver = defineRule<Motor>({
  id: "rider/stand-over",
  title: "Standing over the frame",
  why: "A rider who cannot stand over a heavy bike drops it at the first stop.",
  basis: [PRACTICE],
  subjects: bike,
  key: () => "rider",
  place: () => "rider",
  needs: () => ["inseamMm", "standOverMm"],
  check(_motor, survey): Outcome {
    const inseam = survey.number("inseamMm");
    const over = survey.number("standOverMm");
    const room = inseam.value - over.value;
    return {
      verdict: room >= 0 ? "clear" : "stop",
      says:
        room >= 0
          ? `${formatNumber(room, 0)} mm between rider and frame.`
          : `The frame is ${formatNumber(-room, 0)} mm higher than the rider's inseam.`,
      figures: [
        { label: "inseam", value: inseam.value, unit: "mm", plusMinus: inseam.plusMinus },
        { label: "stand-over", value: over.value, unit: "mm", plusMinus: over.plusMinus },
      ],
      margin: { value: room, unit: "mm", plusMinus: Math.hypot(inseam.plusMinus, over.plusMinus) },
      settle: ["inseamMm", "standOverMm"],
      ...(room < 0 && { lifts: "a smaller or a step-through frame: this bike does not fit its rider", safety: true }),
    };
  },
});

export const saddleHeight = defineRule<Motor>({
  id: "rider/saddle",
  title: "Saddle for the rider's legs",
  why: "A bike that cannot be set to its rider is told before money is spent.",
  basis: [PRACTICE],
  subjects: bike,
  key: () => "rider",
  place: () => "rider",
  needs: () => ["inseamMm", "saddleLowMm", "saddleHighMm"],
  check(_motor, survey): Outcome {
    const inseam = survey.number("inseamMm");
    const [low, high] = [survey.number("saddleLowMm"), survey.number("saddleHighMm")];
    const wanted = inseam.value * SADDLE_SHARE;
    const room = Math.min(wanted - low.value, high.value - wanted);
    return {
      verdict: room >= 0 ? "clear" : "stop",
      says:
        room >= 0
          ? `The saddle wants ${formatNumber(wanted, 0)} mm; it goes from ${formatNumber(low.value, 0)} to ${formatNumber(high.value, 0)}.`
          : `The saddle wants ${formatNumber(wanted, 0)} mm and goes from ${formatNumber(low.value, 0)} to ${formatNumber(high.value, 0)}.`,
      figures: [
        { label: "inseam", value: inseam.value, unit: "mm", plusMinus: inseam.plusMinus },
        { label: "saddle wanted, 0.883 of it", value: wanted, unit: "mm" },
        { label: "lowest", value: low.value, unit: "mm" },
        { label: "highest", value: high.value, unit: "mm" },
      ],
      margin: { value: room, unit: "mm", plusMinus: Math.hypot(inseam.plusMinus * SADDLE_SHARE, low.plusMinus) },
      settle: ["inseamMm", wanted < low.value ? "saddleLowMm" : "saddleHighMm"],
      ...(room < 0 && {
        lifts:
          wanted > high.value
            ? `a seat post ${formatNumber(wanted - high.value, 0)} mm longer, to its mark, or a larger frame`
            : "a smaller frame",
      }),
    };
  },
});

export const reach = defineRule<Motor>({
  id: "rider/reach",
  title: "Reach to the bar",
  why: "Too long a reach puts the weight on the hands, too short a one on the back.",
  basis: [PRACTICE],
  subjects: bike,
  key: () => "rider",
  place: () => "rider",
  needs: () => ["riderHeightMm", "saddleToBarMm"],
  check(_motor, survey, build): Outcome {
    const height = survey.number("riderHeightMm");
    const span = survey.number("saddleToBarMm");
    const share = span.value / height.value;
    const figures: Figure[] = [
      { label: "saddle to bar", value: span.value, unit: "mm" },
      { label: "height", value: height.value, unit: "mm" },
      { label: "of the height", value: share * 100, unit: "%" },
    ];
    if (isDone(build, "stem changed")) return { verdict: "clear", says: "Another stem brings the bar to the rider.", figures };
    const roomMm = Math.min(share - REACH_SHARE.least, REACH_SHARE.most - share) * height.value;
    const common = {
      figures,
      margin: { value: roomMm, unit: "mm", plusMinus: combined(span.plusMinus, share * height.plusMinus) },
      settle: ["saddleToBarMm", "riderHeightMm"] as const,
    };
    if (roomMm >= -1e-9) return { verdict: "clear", says: `${formatNumber(share * 100, 0)} % of the rider's height.`, ...common };
    return {
      verdict: "adapt",
      says: `The bar is ${share > REACH_SHARE.most ? "far" : "near"}: ${formatNumber(share * 100, 0)} % of the rider's height, ${REACH_SHARE.least * 100} to ${REACH_SHARE.most * 100} is usual.`,
      remedies: [
        bought(
          "stem",
          share > REACH_SHARE.most ? "Shorter stem" : "Longer stem",
          "tried with the rider on the bike",
          [consumable(build, share > REACH_SHARE.most ? "short stem" : "long stem", 1)],
          ["barLayout"],
          "stem changed",
        ),
        acknowledge("rider/reach rider", "the rider has sat on it and wants it so"),
      ],
      ...common,
    };
  },
});
