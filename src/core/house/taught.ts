/** Figures of the ride that finished bikes teach, each against the tables. */
export const TAUGHT_FIGURES = ["drive", "rolling", "drag", "capacity", "resistance", "winding", "shell"] as const;
export type TaughtFigure = (typeof TAUGHT_FIGURES)[number];

/** What a figure hangs on: air and tyres on the kind of bike, drive and heat on the motor, charge and resistance on the pack. */
export const HANGS_ON: Readonly<Record<TaughtFigure, "bike" | "motor" | "battery">> = {
  drag: "bike",
  rolling: "bike",
  drive: "motor",
  winding: "motor",
  shell: "motor",
  capacity: "battery",
  resistance: "battery",
};

export const FIGURE_SAYS: Readonly<Record<TaughtFigure, string>> = {
  drag: "Drag area",
  rolling: "Rolling",
  drive: "Drive",
  capacity: "Pack's charge",
  resistance: "Pack's resistance",
  winding: "Winding over its shell",
  shell: "Motor's shell over the air",
};

/** Under this name the house's rules keep what was taken over. @example taughtKey("drag", "upright") // => "drag upright" */
export const taughtKey = (figure: TaughtFigure, of: string): string => `${figure} ${of}`;
export const TAUGHT_KEY = new RegExp(`^(${TAUGHT_FIGURES.join("|")}) [a-z0-9][a-z0-9 -]{0,60}$`);

/** Where the next bike's figure will lie against the table, one standard deviation; from so many bikes. `priorSd`: of the table. */
export type TakenOver = { readonly times: number; readonly sd: number; readonly priorSd: number; readonly bikes: number };
