/** Bench times in minutes for one competent fitter with the parts to hand (common practice throughout; replace with the shop's own
 *  records). `stage` orders the work: survey, brakes, wheel, fit, drive, electrics, settings, checks, road, hand-over. */
export type TaskRow = {
  readonly title: string;
  readonly low: number;
  readonly likely: number;
  readonly high: number;
  readonly stage: Stage;
};

export const STAGES = [
  "survey",
  "brakes",
  "strip",
  "prepare",
  "wheel",
  "fit",
  "drive",
  "electrics",
  "settings",
  "checks",
  "road",
  "hand over",
] as const;
export type Stage = (typeof STAGES)[number];
/** Stages in which a shop may have steps of its own: it hands over as the tables do. */
export const OWN_STAGES = STAGES.filter((stage) => stage !== "hand over") as Exclude<Stage, "hand over">[];

const task = (title: string, low: number, likely: number, high: number, stage: Stage): TaskRow => ({
  title,
  low,
  likely,
  high,
  stage,
});

/** Changing a ring alone is put like changing a cluster (from memory).
 *  Commissioning is one task of 20/30/60 in the trade's tables; here its static checks stand apart from the road test. */
export const TASKS = {
  survey: task("Take in, survey, photograph, sign the checklist", 15, 25, 40, "survey"),
  wash: task("Wash and degrease", 10, 20, 40, "strip"),
  removeOld: task("Take the old conversion off, its faults looked for", 30, 60, 120, "strip"),
  takeOff: task("Take off what is renewed, and look at what stays", 10, 20, 60, "strip"),
  takeOut: task("Take out what is not in the build any more", 10, 20, 60, "strip"),
  paint: task("Prepare the frame and lay its coats of paint", 90, 180, 360, "prepare"),
  assembleFrame: task("Assemble the frame: headset, brakes, wheels, gears, seat", 180, 270, 480, "fit"),
  brakesFirst: task("Overhaul the brakes: pads, cables, levers", 15, 30, 60, "brakes"),
  hose: task("Open and bleed a hydraulic hose", 20, 30, 50, "brakes"),
  cutOffs: task("Fit the motor cut-offs and test each lever", 8, 15, 40, "brakes"),
  removeWheel: task("Take the wheel, tyre, tube and tape off", 5, 10, 20, "strip"),
  removeCranks: task("Take out the cranks and the bottom bracket", 10, 20, 60, "strip"),
  spreadFrame: task("Spread and align the dropouts", 20, 35, 60, "prepare"),
  seatWashers: task("Seat the axle and its washers in the slots", 5, 15, 40, "prepare"),
  fileSlots: task("File the slots parallel and seat the washers", 5, 15, 40, "prepare"),
  cleanShell: task("Clean and face the shell, fit shim or sleeve", 10, 20, 60, "prepare"),
  faceShell: task("Face the shell, both sides parallel", 10, 20, 40, "prepare"),
  clearShell: task("Shorten the guide bolt, take cables out of the shell", 10, 20, 45, "prepare"),
  reroute: task("Re-route cables or hoses from where the motor or pack goes", 15, 25, 60, "prepare"),
  service: task("Adjust or renew worn bearings", 10, 25, 60, "prepare"),
  inspect: task("Inspect the doubtful place with dye, in clean light", 10, 20, 40, "survey"),
  brakeUpgrade: task("Fit the larger rotor or the new brake, bed it in", 15, 30, 60, "brakes"),
  rotorLine: task("Set the rotor's line: shims, calliper centred", 8, 15, 30, "fit"),
  bosses: task("Set rivet nuts or reinforce the bosses", 10, 20, 40, "electrics"),
  bracket: task("Fit the motor's bracket or pad", 8, 15, 30, "fit"),
  chainGuide: task("Fit the chain guide", 5, 10, 25, "drive"),
  lights: task("Wire the lamps to the main battery", 15, 25, 45, "electrics"),
  leads: task("Lay extension leads, plugs greased and lashed", 5, 10, 25, "electrics"),
  barLayout: task("Lay out the bar: shims, clamps, reach", 5, 10, 25, "electrics"),
  setSpeed: task("Set the assist limit and read it back", 3, 5, 10, "settings"),
  setRegen: task("Set the regeneration ceiling and read it back", 3, 5, 10, "settings"),
  laceWheel: task("Lace, true and tension the motor wheel", 60, 90, 150, "wheel"),
  laceOther: task("Lace the new rim of the other wheel over, true it", 60, 90, 150, "wheel"),
  checkWheel: task("Check the bought wheel: tension, dish, nuts", 10, 20, 40, "wheel"),
  moveTyre: task("Fit tape, tube and tyre", 8, 12, 25, "wheel"),
  redish: task("Re-dish the rim to the new hub line", 10, 20, 40, "wheel"),
  fitHub: task("Fit the hub motor: washers, arms, nuts", 15, 25, 50, "fit"),
  fitMid: task("Fit the mid-drive: bracket, ring, cranks", 30, 45, 90, "fit"),
  fitFrameMotor: task("Draw the leads in, bolt the frame's motor, ring and cranks", 30, 45, 90, "fit"),
  cluster: task("Change the cluster", 8, 15, 30, "drive"),
  shifter: task("Change the shifter and its cable", 10, 20, 40, "drive"),
  derailleur: task("Set the derailleur: limits, indexing, chain length", 15, 25, 45, "drive"),
  ring: task("Change the chainring", 8, 15, 30, "drive"),
  joinChains: task("Join the chain and set its length", 8, 12, 25, "drive"),
  cradle: task("Fit the battery cradle, lock and connector", 10, 25, 50, "electrics"),
  harness: task("Fit controller, display, throttle and harness", 25, 40, 90, "electrics"),
  pedalSensor: task("Fit the pedal sensor", 8, 15, 40, "electrics"),
  gearSensor: task("Fit the gear sensor", 8, 15, 30, "electrics"),
  settings: task("Set the controller: wheel size, limits, class", 8, 15, 30, "settings"),
  setCurrent: task("Set the battery current limit and read it back", 3, 5, 10, "settings"),
  setVolts: task("Set the low-voltage cut and read it back", 3, 5, 10, "settings"),
  checks: task("Static checks in safe order, power last", 8, 12, 24, "checks"),
  roadTest: task("Commission and road test", 12, 18, 36, "road"),
  handOver: task("Hand over: leaflet, log, re-torque date", 8, 12, 25, "hand over"),
  revisit: task("Re-torque visit after 20 km: nuts, arms, cranks, rotor, spokes", 15, 25, 40, "hand over"),
} as const satisfies Record<string, TaskRow>;

export type TaskId = keyof typeof TASKS;
/** A step of the tables, or one of a shop's own. */
export type StepId = TaskId | `own-${string}`;
export const TASK_IDS = Object.keys(TASKS) as [TaskId, ...TaskId[]];

/** Expected minutes and spread of a three-point estimate: (a + 4m + b)/6, (b − a)/6 (H, Malcolm et al., Operations Research, 1959).
 *  @example estimate({ low: 30, likely: 45, high: 90 }) // => { minutes: 50, spread: 10 } */
export const estimate = (p: { low: number; likely: number; high: number }) => ({
  minutes: (p.low + 4 * p.likely + p.high) / 6,
  spread: (p.high - p.low) / 6,
});
