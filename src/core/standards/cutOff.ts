/** Kinds of brake lever as a survey finds them, each with the ways to put a motor cut-off on it, first choice first (common practice). */
export const LEVER_CUT_OFFS = {
  "separate mechanical": {
    says: "Separate, mechanical",
    methods: ["switched lever", "magnet switch", "cable switch"],
    shifterIsOnIt: false,
    fluid: false,
  },
  "combined flat": {
    says: "Combined with the shifter, flat bar",
    methods: ["magnet switch", "cable switch", "switched lever"],
    shifterIsOnIt: true,
    fluid: false,
  },
  "drop mechanical": {
    says: "Drop bar, combined, mechanical",
    methods: ["cable switch", "magnet switch"],
    shifterIsOnIt: true,
    fluid: false,
  },
  "drop hydraulic": {
    says: "Drop bar, combined, hydraulic",
    methods: ["magnet switch", "pressure switch"],
    shifterIsOnIt: true,
    fluid: true,
  },
  "hydraulic flat": {
    says: "Hydraulic, flat bar",
    methods: ["magnet switch", "pressure switch"],
    shifterIsOnIt: false,
    fluid: true,
  },
  "hydraulic combined": {
    says: "Hydraulic, combined with the shifter",
    methods: ["magnet switch", "pressure switch"],
    shifterIsOnIt: true,
    fluid: true,
  },
  none: { says: "No hand lever", methods: [], shifterIsOnIt: false, fluid: false },
} as const satisfies Record<string, { says: string; methods: readonly CutOffMethod[]; shifterIsOnIt: boolean; fluid: boolean }>;

export type LeverKind = keyof typeof LEVER_CUT_OFFS;
export type CutOffMethod = "switched lever" | "magnet switch" | "cable switch" | "pressure switch";

/** The caution that goes with each method (common practice). */
export const CUT_OFF_CAUTION: Record<CutOffMethod, string> = {
  "switched lever":
    "Match the pull: a wrong pull halves the braking or bottoms the lever. A broken wire means no cut: test at each service.",
  "magnet switch":
    "Magnets come off: bond and lash them. Gap 1 to 3 mm; it must cut within 5 mm of lever travel, before the pads touch.",
  "cable switch": "It must trip before the pads touch and the outer must be seated both sides; test with the bar tape on.",
  "pressure switch": "New hose ends and a bleed each side; never mix mineral oil and DOT fluid.",
};
