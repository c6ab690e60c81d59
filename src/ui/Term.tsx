"use client";

import { Tooltip } from "antd";
import type { ReactNode } from "react";

/** Words of the bench, said in plain ones. */
const TERMS = {
  "running bike": "What the bike needs to run: motor, battery, controls and what makes them fit.",
  dressing: "What makes it nicer to ride and is not needed to run: throttle, gear sensor, what was added by hand as that.",
  "sundries, reserve": "Grease, ties and the like, and the share kept back for what the bike may still show.",
  adapt: "Fits once something is done: the remedies below say what.",
  measure: "Cannot be said before a figure is taken on the bike or read off a part's sheet.",
  stop: "Must not be built like that.",
  clear: "Fits as it is, with room left.",
  "over-locknut": "From the outer face of one axle nut to the other: the width that the dropouts take.",
  chainline: "How far the middle of ring or cog stands from the middle of the frame.",
  taken: "What sits on that half of the bar already: grip, lever, shifter, bell; in millimetres along it.",
} as const;

/** A word of the bench; pointed at or focused, it says what it means. */
export function Term({ of, children }: { of: keyof typeof TERMS; children: ReactNode }) {
  return (
    <Tooltip title={TERMS[of]} trigger={["hover", "focus"]}>
      <span className="term" tabIndex={0}>
        {children}
      </span>
    </Tooltip>
  );
}
