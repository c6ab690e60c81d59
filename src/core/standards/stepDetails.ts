import type { FastenerId } from "./fasteners";
import type { CautionId } from "./cautions";
import type { TaskId } from "./tasks";

type StepDetail = {
  readonly tools?: readonly string[];
  readonly fasteners?: readonly FastenerId[];
  readonly cautions?: readonly CautionId[];
  readonly after?: readonly TaskId[];
};

/** Tools, torques, cautions and what must be done before (common practice). */
export const STEP_DETAILS: Record<TaskId, StepDetail> = {
  survey: { tools: ["caliper", "tape", "hanging scale", "camera"] },
  brakesFirst: { tools: ["5 mm key", "cable cutter"], fasteners: ["calliper"], cautions: ["brakes"], after: ["survey"] },
  hose: {
    tools: ["bleed kit", "hose cutter", "eye protection"],
    fasteners: ["hose"],
    cautions: ["hydraulic"],
    after: ["brakesFirst"],
  },
  cutOffs: { tools: ["ohmmeter"], fasteners: ["leverClamp"], cautions: ["cutOffs"], after: ["brakesFirst", "hose"] },
  removeWheel: { after: ["survey"] },
  removeCranks: { tools: ["crank extractor", "shell tool"], fasteners: ["cupsIso", "pedals"], after: ["survey"] },
  spreadFrame: { tools: ["dropout gauges", "tape"], cautions: ["spread"], after: ["removeWheel"] },
  fileSlots: { tools: ["flat file", "feeler 0.05"], cautions: ["tubeTurns"], after: ["removeWheel", "spreadFrame"] },
  cleanShell: { tools: ["facing tool", "caliper"], after: ["removeCranks"] },
  faceShell: { tools: ["facing tool", "caliper"], after: ["removeCranks"] },
  clearShell: { tools: ["rotary tool", "cable cutter"], after: ["removeCranks"] },
  reroute: { tools: ["cable cutter", "spiral wrap"], after: ["survey"] },
  service: { tools: ["cone spanners", "grease"], after: ["survey"] },
  inspect: { tools: ["dye", "lamp", "magnifier"], cautions: ["usedFrame"], after: ["survey"] },
  brakeUpgrade: {
    tools: ["T25 key", "torque wrench 2–24"],
    fasteners: ["rotor", "calliper"],
    cautions: ["brakes"],
    after: ["brakesFirst"],
  },
  rotorLine: { tools: ["T25 key", "feeler"], fasteners: ["rotor", "calliper"], cautions: ["brakes"], after: ["fitHub"] },
  bosses: { tools: ["rivet-nut tool"], fasteners: ["cradle"], cautions: ["drilling"], after: ["survey"] },
  bracket: { tools: ["5 mm key"], fasteners: ["bracket"], after: ["fitMid"] },
  chainGuide: { tools: ["4 mm key"], after: ["fitMid", "derailleur"] },
  lights: { tools: ["multimeter", "crimper"], cautions: ["faultCurrent"], after: ["harness"] },
  leads: { tools: ["silicone grease", "ties"], after: ["harness"] },
  barLayout: { tools: ["4 and 5 mm keys"], fasteners: ["leverClamp"], after: ["cutOffs"] },
  setSpeed: { tools: ["display or programming lead"], cautions: ["law"], after: ["settings"] },
  setRegen: { tools: ["display or programming lead"], cautions: ["packCurrent"], after: ["settings"] },
  laceWheel: { tools: ["truing stand", "tension meter", "goggles"], cautions: ["tension"] },
  checkWheel: { tools: ["truing stand", "tension meter"] },
  redish: { tools: ["dish gauge", "spoke key"], cautions: ["tension"], after: ["laceWheel", "checkWheel"] },
  moveTyre: { tools: ["tyre levers"], after: ["laceWheel", "checkWheel", "redish", "removeWheel"] },
  cluster: { tools: ["freewheel tool for the motor's bore"], fasteners: ["lockRing"], after: ["laceWheel", "checkWheel"] },
  fitHub: {
    tools: ["torque wrench 20–100"],
    fasteners: ["axleM12", "axleM14", "armM6", "rotor"],
    cautions: ["axleSpins"],
    after: ["fileSlots", "spreadFrame", "moveTyre", "cluster", "redish"],
  },
  fitMid: {
    tools: ["lock-nut tool", "torque wrench 20–100"],
    fasteners: ["midInnerNut", "midLockRing", "ringBolts", "crank"],
    after: ["cleanShell", "faceShell", "clearShell", "reroute"],
  },
  fitFrameMotor: {
    tools: ["torque wrench 2–24", "ring-nut tool", "crank extractor"],
    fasteners: ["crank", "pedals"],
    after: ["removeCranks", "reroute"],
  },
  shifter: { tools: ["cable cutter"], after: ["cutOffs"] },
  joinChains: { tools: ["chain tool", "joining pliers"], after: ["fitMid"] },
  derailleur: { tools: ["2 and 5 mm keys"], after: ["fitHub", "fitMid", "fitFrameMotor", "cluster", "shifter", "joinChains"] },
  cradle: {
    tools: ["4 mm key"],
    fasteners: ["cradle"],
    cautions: ["packFire"],
    after: ["fitHub", "fitMid", "fitFrameMotor", "bosses", "reroute"],
  },
  harness: { tools: ["crimper", "heat gun"], cautions: ["faultCurrent", "solder"], after: ["cradle", "cutOffs", "barLayout"] },
  pedalSensor: { tools: ["crank extractor"], fasteners: ["crank"], after: ["fitHub", "fitMid"] },
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
    ],
  },
  roadTest: { tools: ["helmet", "torque wrench 20–100"], cautions: ["brakes", "law"], after: ["checks"] },
  handOver: { cautions: ["packFire", "law"], after: ["roadTest"] },
};
