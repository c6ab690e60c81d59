import { TASKS, type TaskId } from "../standards/tasks";
import type { HouseRules } from "./houseRules";

type Option = { readonly value: string | number; readonly says: string };
/** Where practitioners disagree: the choices, why the default is the default, and what the other school says (common practice). */
export type School = {
  readonly key: keyof HouseRules;
  readonly group: "cut-offs and law" | "frame and axle" | "chain" | "wheels" | "electrics" | "money and time" | "the shop";
  readonly title: string;
  readonly options?: readonly Option[];
  readonly unit?: string;
  /** It may be left empty. */
  readonly optional?: true;
  /** Words, and how many letters they may have. */
  readonly letters?: number;
  readonly reason: string;
  readonly other: string;
};

export const SCHOOLS: readonly School[] = [
  {
    key: "throttleCutOffs",
    group: "cut-offs and law",
    title: "Cut-offs with a throttle",
    options: [
      { value: 2, says: "Both levers" },
      { value: 1, says: "The main lever" },
    ],
    reason: "Torque goes on with the feet still, and the hand may brake with either lever.",
    other: "One on the main lever is enough for a rider who always brakes with it.",
  },
  {
    key: "cadenceCutOffs",
    group: "cut-offs and law",
    title: "Cut-offs with cadence sensing",
    options: [
      { value: 1, says: "One lever" },
      { value: 2, says: "Both levers" },
    ],
    reason: "It runs on for a moment after pedalling stops; one lever at the least.",
    other: "Both, because nobody knows which hand is free.",
  },
  {
    key: "packShare",
    group: "electrics",
    title: "How much of a pack's current a controller may ask",
    options: [
      { value: 0.8, says: "Four fifths of what it gives all day" },
      { value: 1, says: "All of it, for packs with a stated peak" },
    ],
    reason: "Cold, age and a weak cell take their part: at four fifths the protection stays shut on the hill.",
    other: "A pack whose sheet states a peak and its seconds was made for its whole continuous current.",
  },
  {
    key: "revisit",
    group: "money and time",
    title: "The visit after 20 km",
    options: [
      { value: "in the price", says: "In the price, and promised" },
      { value: "not promised", says: "Told, not promised" },
    ],
    reason: "Nuts, arms, cranks and spokes settle in the first kilometres; half an hour now is cheaper than a spun axle.",
    other: "Riders who check their own bolts do not come, and the others pay for them.",
  },
  {
    key: "rimBrakesOver32",
    group: "cut-offs and law",
    title: "Rim brakes over 32 km/h",
    options: [
      { value: "refuse", says: "Refused" },
      { value: "two good brakes", says: "With two good rim brakes, to 6 kJ" },
    ],
    reason: "Heat and wet rims: what was right for 20 km/h is asked to stop twice the energy.",
    other: "Two good rim brakes with new pads stop a light rider well enough.",
  },
  {
    key: "rearArms",
    group: "frame and axle",
    title: "Torque arms behind",
    options: [
      { value: "table", says: "As table and checks say" },
      { value: "always one", says: "Always one" },
    ],
    reason: "On sound steel to 30 N·m without regeneration keyed washers hold.",
    other: "One always: it costs little, and the day the nut was forgotten it saves the frame.",
  },
  {
    key: "aluminiumSpreadMm",
    group: "frame and axle",
    title: "Aluminium frame sprung apart by hand",
    options: [
      { value: 1, says: "1 mm" },
      { value: 3, says: "3 mm" },
    ],
    reason: "Aluminium does not bend back; a millimetre is what a hub is pulled in by.",
    other: "Frames of 130 take hubs of 132.5 without harm.",
  },
  {
    key: "carbonShell",
    group: "frame and axle",
    title: "Bare carbon shell",
    options: [
      { value: "refuse", says: "Refused" },
      { value: "sleeve", says: "Full-length sleeve, to 80 N·m" },
    ],
    reason: "The nuts crush it, and the motor's turn has nothing to hold on.",
    other: "A full-length expanding sleeve and written acceptance hold a weak motor.",
  },
  {
    key: "chainWith",
    group: "chain",
    title: "New cogs with a worn chain",
    options: [
      { value: "gauge", says: "By the gauge" },
      { value: "cluster", says: "Always both" },
    ],
    reason: "Cogs last two or three chains when the chain is changed in time.",
    other: "A motor finds every worn tooth: both, and no second visit.",
  },
  {
    key: "ringSchool",
    group: "chain",
    title: "What keeps the chain on",
    options: [
      { value: "narrow-wide", says: "Narrow-wide ring first" },
      { value: "guard", says: "Guide or guard first" },
      { value: "both", says: "Both" },
    ],
    reason: "Teeth that fit the links hold quietly and need no setting.",
    other: "A guide holds also when the teeth are worn.",
  },
  {
    key: "chainAngleWarnDeg",
    group: "chain",
    title: "Chain angle that is still good",
    unit: "°",
    reason: "Up to 3° neither noise nor wear is worth money; over 4.5° it is refused.",
    other: "The chain takes 4.5° where the gear is rarely used.",
  },
  {
    key: "tyres",
    group: "wheels",
    title: "Against punctures",
    options: [
      { value: "armoured", says: "Belted tyre" },
      { value: "sealant", says: "Sealant in the tube" },
    ],
    reason: "A motor wheel is slow to take out: the belt keeps the thorn out.",
    other: "Sealant weighs less and also helps against old thorns.",
  },
  {
    key: "spareSpokes",
    group: "wheels",
    title: "Spare spokes of each length",
    unit: "pieces",
    reason: "Two of each length travel with the bike: odd lengths are not on any shelf.",
    other: "None: the shop keeps them.",
  },
  {
    key: "nippleStopDeg",
    group: "wheels",
    title: "Nipple angle that is refused",
    options: [
      { value: 15, says: "Over 15°" },
      { value: 10, says: "Over 10°" },
    ],
    reason: "To 15° a nipple washer and an angled seat take it.",
    other: "Spokes bend at the nipple from 10° and break there in a year.",
  },
  {
    key: "radialDriven",
    group: "wheels",
    title: "Radial spokes on a motor",
    options: [
      { value: "large flanges", says: "On large, thick flanges" },
      { value: "never", says: "Never" },
    ],
    reason: "Wind-up on a flange of 90 mm and more is under two degrees.",
    other: "A driven wheel is crossed, whatever its flange.",
  },
  {
    key: "powerLeads",
    group: "electrics",
    title: "Power leads that do not meet",
    options: [
      { value: "plugs", says: "New plugs" },
      { value: "solder", says: "Soldered" },
    ],
    reason: "A plug comes apart for the next fault-finding.",
    other: "Solder never comes loose and costs nothing; shrink and strain relief keep it from breaking.",
  },
  {
    key: "throttleStyle",
    group: "electrics",
    title: "Throttle",
    options: [
      { value: "thumb", says: "Thumb" },
      { value: "twist", says: "Half twist" },
    ],
    reason: "A thumb lever is not opened by pushing the bike or a fall.",
    other: "A twist tires the thumb less on long roads.",
  },
  {
    key: "labourMinorPerHour",
    group: "money and time",
    title: "Labour",
    unit: "cents an hour",
    reason: "What an hour at the stand is sold for.",
    other: "A price for each job, whatever the hours.",
  },
  {
    key: "wheelMinorPerHour",
    group: "money and time",
    title: "Labour on wheels, own rate",
    unit: "cents an hour",
    optional: true,
    reason: "Lacing and truing want a hand that not everybody has, or are sold cheaper than elsewhere to win the job.",
    other: "Left empty: sold as all other work.",
  },
  {
    key: "frameMinorPerHour",
    group: "money and time",
    title: "Labour on the frame, own rate",
    unit: "cents an hour",
    optional: true,
    reason: "Facing, spreading and paint want tools that are dear, and a corner of their own.",
    other: "Left empty: sold as all other work.",
  },
  {
    key: "electricsMinorPerHour",
    group: "money and time",
    title: "Labour on electrics, own rate",
    unit: "cents an hour",
    optional: true,
    reason: "Wiring, settings and finding faults are another trade than spanners.",
    other: "Left empty: sold as all other work.",
  },
  {
    key: "hourCostMinor",
    group: "money and time",
    title: "What an hour costs the shop",
    unit: "cents an hour",
    reason: "Wage, charges and rent of an hour at the stand: what a finished job must leave before it earns anything.",
    other: "The wage alone, and the rent out of what is left.",
  },
  {
    key: "hoursPerDay",
    group: "money and time",
    title: "Bench hours a day",
    unit: "h",
    reason: "What of a day is really spent at the stand.",
    other: "The whole day, and a buffer in the date.",
  },
  {
    key: "partsMarkUpPercent",
    group: "money and time",
    title: "Mark-up on parts",
    unit: "%",
    reason: "Carries returns, storage and the wrong part.",
    other: "Parts at cost, labour dearer.",
  },
  {
    key: "batteryMarkUpPercent",
    group: "money and time",
    title: "Mark-up on packs",
    unit: "%",
    reason: "Packs are dear: less is enough.",
    other: "More, for the warranty that they bring.",
  },
  {
    key: "consumablesBy",
    group: "money and time",
    title: "How consumables are reckoned",
    options: [
      { value: "share", says: "A share of parts and labour" },
      { value: "step", says: "What each step uses up" },
    ],
    reason: "Nobody weighs grease: a share is right on average.",
    other: "A bled hose or a painted frame uses ten times what a plain build does: by step each job pays its own.",
  },
  {
    key: "consumablesPercent",
    group: "money and time",
    title: "Consumables, where they are a share",
    unit: "% of parts and labour",
    reason: "Grease, ties, shrink: too small to write down.",
    other: "What each step uses up, reckoned from the work order.",
  },
  {
    key: "contingencyPercent",
    group: "money and time",
    title: "Contingency",
    unit: "%",
    reason: "On a known bike, measured: something always seizes; builds end a tenth over their first list.",
    other: "None, and a talk with the customer when it comes.",
  },
  {
    key: "contingencyUnsurePercent",
    group: "money and time",
    title: "Contingency, not measured or converted before",
    unit: "%",
    reason: "What is not measured is not known, and old wiring hides work: a tenth to a seventh.",
    other: "Measure first, and price then.",
  },
  {
    key: "contingencyFramePercent",
    group: "money and time",
    title: "Contingency, from a bare frame or a motor made for it",
    unit: "%",
    reason: "Everything is chosen and fitted once: 15 to 25 are kept back.",
    other: "A fixed price after a dry fit.",
  },
  {
    key: "taxPercent",
    group: "money and time",
    title: "Tax on sales",
    unit: "%",
    reason: "The rate where the shop is.",
    other: "None where the shop is exempt.",
  },
  {
    key: "labourTaxPercent",
    group: "money and time",
    title: "Tax on work, where it has a rate of its own",
    unit: "%",
    optional: true,
    reason:
      "Some places tax repair work at less than goods; carriage, consumables and reserve go with the goods. Ask whoever keeps the books.",
    other: "Left empty: one rate for all.",
  },
  {
    key: "rateBufferPercent",
    group: "money and time",
    title: "Buffer on exchange rates",
    unit: "%",
    reason: "Rates move until a bill is paid: 2 to 3 % over the usual lead time.",
    other: "None: the rate of the day, and luck.",
  },
  {
    key: "shopName",
    group: "the shop",
    title: "Name of the shop",
    letters: 80,
    reason: "It stands on top of every paper.",
    other: "Without one the papers say whose they are nowhere.",
  },
  {
    key: "shopAddress",
    group: "the shop",
    title: "Address of the shop",
    letters: 200,
    reason: "It stands under the name: where the bike is brought, where parts are sent.",
    other: "A telephone number alone.",
  },
  {
    key: "deliveryAddress",
    group: "the shop",
    title: "Where parts are delivered, if elsewhere",
    letters: 200,
    reason: "It stands on every order: a yard, a neighbour who is in all day.",
    other: "Left empty: they come to the shop.",
  },
  {
    key: "billAddress",
    group: "the shop",
    title: "Where suppliers send their bills, if elsewhere",
    letters: 200,
    reason: "It stands on every order: an office, a bookkeeper.",
    other: "Left empty: they come to the shop.",
  },
  {
    key: "taxNumber",
    group: "the shop",
    title: "Tax number of the shop",
    letters: 40,
    reason: "It stands on every invoice, under the address.",
    other: "Left empty where the shop is not registered for tax.",
  },
  {
    key: "payWithinDays",
    group: "the shop",
    title: "An invoice is paid within",
    unit: "days",
    reason: "The day until which it is paid stands on the invoice; what was paid before is taken off.",
    other: "None: paid as the bike is fetched.",
  },
];

/** What a rule is called. */
export const houseTitle = (key: string): string =>
  key === "rates" || key === "ratesOf"
    ? "Rates"
    : key === "closedDays"
      ? "Days off"
      : key === "minutes"
        ? "The shop's own minutes"
        : key === "minutesOn"
          ? "The shop's own minutes by kind of bike"
          : key === "taught"
            ? "What finished bikes taught"
            : key === "recipes"
              ? "Recipes"
              : (SCHOOLS.find((school) => school.key === key)?.title ?? key);

const stepTitle = (step: PropertyKey | undefined) =>
  Object.hasOwn(TASKS, String(step)) ? `, ${TASKS[step as TaskId].title},` : "";

/** What is wrong with house rules, told by their titles. */
export const houseSentence = (issues: readonly { readonly path: readonly PropertyKey[]; readonly message: string }[]): string =>
  issues
    .map(({ path: [key, of, more], message }) => {
      const title =
        key === "rates" || key === "ratesOf"
          ? `Rate of ${String(of ?? "a currency")}`
          : key === "minutes" || key === "minutesOn"
            ? `${houseTitle(key)}${stepTitle(key === "minutes" ? of : more)}`
            : houseTitle(String(key));
      return `${title} ${message}`;
    })
    .join("; ");
