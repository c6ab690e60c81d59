import type { FastenerId } from "./fasteners";
import type { CautionId } from "./cautions";
import type { TaskId } from "./tasks";

type StepDetail = {
  readonly tools?: readonly string[];
  readonly fasteners?: readonly FastenerId[];
  readonly cautions?: readonly CautionId[];
  readonly after?: readonly TaskId[];
  /** How it is done, beyond what the remedies say. */
  readonly does?: readonly string[];
  /** Facts of the work that nobody sees afterwards: somebody puts a name to each. */
  readonly signs?: readonly Sign[];
  /** What must cure or settle before the work goes on. */
  readonly waits?: readonly Wait[];
};

export type Sign = { readonly id: string; readonly says: string };

/** Common practice. */
const POWERLESS: Sign = { id: "powerless", says: "Pack off, capacitors discharged, no volts left on the leads: metered" };
const BRAKES_STOP: Sign = { id: "stops", says: "Both brakes stop the bike before a motor goes on" };
const TURNS: Sign = { id: "turns", says: "Cranks turn free both ways, nothing touches" };
const HOLDS: Sign = { id: "holds", says: "Pack locked in, does not move by hand, comes out without its lead" };
const POLARITY: Sign = { id: "polarity", says: "Polarity metered at every plug before the pack goes in" };
const SEATED: Sign = { id: "seated", says: "Axle at the bottom of both slots, washers in their order" };
const LEVER_FIRM: Sign = { id: "firm", says: "Lever firm under a hard pull, no drop at the nuts" };

/** A wait in words, and the whole days by which it holds the bike back. */
export type Wait = { readonly says: string; readonly days: number };

/** Thread lock of medium strength at 20 °C; its own sheet governs (from memory). */
const THREAD_LOCK: Wait = { says: "Thread lock: handled after 20–30 min, full strength after 24 h", days: 1 };

/** Paint at 20 °C, until it may be clamped and assembled; its own sheet governs (maker's typical figures, from memory). */
export const PAINT_WAITS: Readonly<Record<string, Wait>> = {
  "two-pack": { says: "Two-pack polyurethane: 24 h before assembly, full hardness after 7 days", days: 1 },
  acrylic: { says: "Spray acrylic: 30–60 min between coats, 48 h before assembly, full hardness after 7 days", days: 2 },
};
/** Common practice. */
const CRANKS_CLEAR = "Crank arms 4 mm or more from the stays, 2 with a load on the pedal: measured, and entered in the survey";

/** Whatever takes a drive off a bike begins with no volts on it. */
const POWERED_DOWN = {
  tools: ["multimeter", "insulated tools", "camera"],
  cautions: ["packFire", "faultCurrent"],
  signs: [POWERLESS],
} as const satisfies StepDetail;

/** What comes off is off before anything else is begun. */
const STRIPPED = ["survey", "removeOld", "takeOff", "takeOut"] as const;

/** Tools, torques, cautions and what must be done before (common practice). Torque wrenches follow from the torques. */
export const STEP_DETAILS: Record<TaskId, StepDetail> = {
  survey: { tools: ["caliper", "tape", "hanging scale", "camera"] },
  wash: { tools: ["brush"], after: ["survey"] },
  removeOld: {
    ...POWERED_DOWN,
    does: [
      "Volts and faults are read and photographed before anything is loosened",
      "Pack off first, the controller's capacitors discharged, then the wires",
      "Slots, shell and wires are looked at; old connectors are not used again",
    ],
    after: ["survey", "wash"],
  },
  takeOff: {
    ...POWERED_DOWN,
    does: [
      "Pack off first, the controller's capacitors discharged, then what comes off",
      "Witness marks, slots, plugs and wires of what stays are looked at and photographed",
    ],
    after: ["survey"],
  },
  takeOut: {
    ...POWERED_DOWN,
    does: [
      "Pack off first, the controller's capacitors discharged, then what comes out",
      "What held it is looked at before the next part goes on: slots, shell, threads, tubes, wires",
      "What it stood in the place of goes back on where nothing new takes that place: wheel, levers, chain; brakes are set again where a lever or a wheel changed",
    ],
    after: ["survey"],
  },
  assembleFrame: {
    tools: ["headset press", "shell tool", "chain tool"],
    fasteners: ["cups", "crank", "crankSplined", "crankPinch", "pedals", "calliper", "brakeArm", "rotor", "leverClamp"],
    cautions: ["brakes"],
    does: ["Wires are drawn in before a tube is closed off"],
    signs: [BRAKES_STOP],
    after: ["survey", "inspect", "paint", "cleanShell", "faceShell", "clearShell", "bosses", "reroute"],
  },
  paint: {
    tools: ["masking plugs", "respirator", "gloves"],
    cautions: ["paint"],
    does: [
      "Every thread, seat and bearing face is plugged or masked; tubes degreased after the last sanding",
      "The frame's number stays legible",
    ],
    after: ["survey", "inspect", "bosses"],
  },
  brakesFirst: {
    tools: ["5 mm key", "cable cutter"],
    fasteners: ["calliper", "brakeArm"],
    cautions: ["brakes"],
    signs: [BRAKES_STOP],
    after: [...STRIPPED, "assembleFrame"],
  },
  hose: {
    tools: ["bleed kit", "hose cutter", "eye protection"],
    fasteners: ["hose"],
    cautions: ["hydraulic"],
    signs: [LEVER_FIRM],
    waits: [{ says: "Lever felt again after 1 h and the next day: a soft one is bled again", days: 1 }],
    after: ["brakesFirst"],
  },
  cutOffs: { tools: ["ohmmeter"], fasteners: ["leverClamp"], cautions: ["cutOffs"], after: ["brakesFirst", "hose"] },
  removeWheel: { after: STRIPPED },
  removeCranks: { tools: ["crank extractor", "shell tool"], after: STRIPPED },
  spreadFrame: { tools: ["dropout gauges", "tape"], cautions: ["spread"], after: ["removeWheel"] },
  seatWashers: { tools: ["feeler 0.05"], after: ["removeWheel", "spreadFrame"] },
  fileSlots: { tools: ["flat file", "feeler 0.05"], cautions: ["tubeTurns"], after: ["removeWheel", "spreadFrame"] },
  // Faces are cut after the paint: none may stay in the clamp.
  cleanShell: { tools: ["facing tool", "caliper"], after: ["removeCranks", "paint"] },
  faceShell: { tools: ["facing tool", "caliper"], after: ["removeCranks", "paint"] },
  clearShell: { tools: ["rotary tool", "cable cutter"], after: ["removeCranks"] },
  reroute: { tools: ["cable cutter"], after: STRIPPED },
  service: { tools: ["cone spanners"], after: ["survey"] },
  inspect: { tools: ["lamp", "magnifier"], cautions: ["usedFrame"], after: ["survey"] },
  brakeUpgrade: {
    tools: ["T25 key"],
    fasteners: ["rotor", "calliper", "brakeArm"],
    cautions: ["brakes"],
    waits: [THREAD_LOCK],
    after: ["brakesFirst", "assembleFrame"],
  },
  rotorLine: { tools: ["T25 key", "feeler"], fasteners: ["rotor", "calliper"], cautions: ["brakes"], after: ["fitHub"] },
  bosses: { tools: ["rivet-nut tool"], fasteners: ["cradle"], cautions: ["drilling"], after: ["survey"] },
  bracket: { tools: ["5 mm key"], fasteners: ["bracket"], after: ["fitMid"] },
  chainGuide: { tools: ["4 mm key"], after: ["fitMid", "derailleur"] },
  lights: { tools: ["multimeter", "crimper"], cautions: ["faultCurrent"], after: ["harness"] },
  leads: { tools: ["side cutters"], after: ["harness"] },
  barLayout: { tools: ["4 and 5 mm keys"], fasteners: ["leverClamp"], after: ["cutOffs"] },
  setSpeed: { tools: ["display or programming lead"], cautions: ["law"], after: ["settings"] },
  setRegen: { tools: ["display or programming lead"], cautions: ["packCurrent"], after: ["settings"] },
  laceWheel: { tools: ["truing stand", "tension meter", "goggles"], cautions: ["tension"] },
  laceOther: { tools: ["truing stand", "tension meter", "goggles"], cautions: ["tension"], after: ["survey"] },
  checkWheel: { tools: ["truing stand", "tension meter"] },
  redish: { tools: ["dish gauge", "spoke key"], cautions: ["tension"], after: ["laceWheel", "checkWheel"] },
  moveTyre: { tools: ["tyre levers"], after: ["laceWheel", "checkWheel", "redish", "removeWheel"] },
  cluster: { tools: ["freewheel tool for the motor's bore"], fasteners: ["lockRing"], after: ["laceWheel", "checkWheel"] },
  fitHub: {
    fasteners: ["axleM12", "axleM14", "armM6", "wormClamp", "rotor"],
    cautions: ["axleSpins"],
    does: [
      "Nuts finger tight, rotor and wheel lined up; tightened on the left, then the right, then both to value",
      "Arms after the nuts are seated, then the nuts once more; witness marks painted",
    ],
    signs: [SEATED],
    after: ["seatWashers", "fileSlots", "spreadFrame", "moveTyre", "cluster", "redish", "assembleFrame"],
  },
  fitMid: {
    tools: ["lock-nut tool"],
    fasteners: ["midInnerNut", "midLockRing", "ringBolts", "crank", "pedals"],
    does: [CRANKS_CLEAR],
    signs: [TURNS],
    waits: [THREAD_LOCK],
    after: ["assembleFrame", "cleanShell", "faceShell", "clearShell", "reroute"],
  },
  fitFrameMotor: {
    tools: ["ring-nut tool", "crank extractor"],
    fasteners: ["ringBolts", "crank", "crankSplined", "pedals"],
    does: [
      CRANKS_CLEAR,
      "Cables and hoses are drawn in before the motor goes to its seat",
      "Mount bolts to the frame maker's torque, in turns, thread lock by its sheet",
      "The motor's ring nut may be left-hand: look for its arrow, torque by its sheet",
    ],
    signs: [TURNS],
    waits: [THREAD_LOCK],
    after: ["removeCranks", "reroute", "assembleFrame"],
  },
  shifter: { tools: ["cable cutter"], after: ["cutOffs"] },
  ring: {
    tools: ["5 mm key", "crank extractor"],
    fasteners: ["ringBolts", "crank"],
    after: STRIPPED,
  },
  joinChains: { tools: ["chain tool", "joining pliers"], after: ["fitMid", "fitHub", "fitFrameMotor", "cluster", "ring"] },
  derailleur: {
    tools: ["2 and 5 mm keys"],
    after: ["fitHub", "fitMid", "fitFrameMotor", "cluster", "ring", "shifter", "joinChains"],
  },
  cradle: {
    tools: ["4 mm key"],
    fasteners: ["cradle"],
    cautions: ["packFire"],
    signs: [HOLDS],
    after: ["takeOff", "takeOut", "fitHub", "fitMid", "fitFrameMotor", "bosses", "reroute"],
  },
  harness: {
    tools: ["crimper", "heat gun"],
    cautions: ["faultCurrent", "solder"],
    signs: [POLARITY],
    after: ["cradle", "cutOffs", "barLayout"],
  },
  pedalSensor: { tools: ["crank extractor"], fasteners: ["crank", "crankSplined", "crankPinch"], after: ["fitHub", "fitMid"] },
  gearSensor: { after: ["derailleur"] },
  settings: { tools: ["display or programming lead"], cautions: ["law"], after: ["harness", "pedalSensor", "gearSensor"] },
  setCurrent: { tools: ["display or programming lead"], cautions: ["packCurrent"], after: ["settings"] },
  setVolts: { tools: ["display or programming lead"], cautions: ["packCurrent"], after: ["settings"] },
  checks: {
    tools: ["multimeter", "bench supply or 5 A fuse", "wheel guard"],
    cautions: ["spinningWheel", "cutOffs"],
    after: [
      "settings",
      "setCurrent",
      "setVolts",
      "setSpeed",
      "setRegen",
      "derailleur",
      "lights",
      "leads",
      "rotorLine",
      "bracket",
      "chainGuide",
      "laceOther",
      "brakeUpgrade",
      "service",
      "assembleFrame",
    ],
  },
  roadTest: { tools: ["helmet"], cautions: ["brakes", "law"], after: ["checks"] },
  handOver: { cautions: ["packFire", "law"], after: ["roadTest"] },
  revisit: {
    fasteners: ["axleM12", "axleM14", "armM6", "wormClamp", "midInnerNut", "crank", "crankSplined", "crankPinch", "rotor"],
    after: ["handOver"],
  },
};
