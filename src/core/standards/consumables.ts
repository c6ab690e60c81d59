import type { TaskId } from "./tasks";

/** What a step uses up and nobody writes down: what it is, and about what it is worth in hundredths of the shop's currency. */
export type Consumable = { readonly says: string; readonly minor: number };

const GREASE: Consumable = { says: "grease", minor: 40 };
const THREAD_LOCK: Consumable = { says: "thread lock, medium", minor: 60 };
const CONTACT_GREASE: Consumable = { says: "silicone grease for plugs", minor: 50 };
const TIES: Consumable = { says: "cable ties", minor: 80 };
const DEGREASER: Consumable = { says: "degreaser and rag", minor: 90 };
const INNER_CABLE: Consumable = { says: "inner cable, end caps", minor: 350 };

/** By step (common practice for what is used; the worth from memory, of the order of a euro: a shop's own purchases say better). */
export const CONSUMABLES: Partial<Record<TaskId, readonly Consumable[]>> = {
  wash: [DEGREASER],
  removeOld: [DEGREASER, { says: "fuse for finding faults", minor: 120 }],
  paint: [
    { says: "abrasive, masking", minor: 450 },
    { says: "primer, colour, clear coat", minor: 2200 },
  ],
  assembleFrame: [GREASE, THREAD_LOCK, INNER_CABLE],
  brakesFirst: [INNER_CABLE],
  hose: [{ says: "brake fluid as the brake's sheet names it, olive and insert", minor: 550 }],
  cutOffs: [TIES],
  cleanShell: [{ says: "facing oil", minor: 60 }, GREASE],
  faceShell: [{ says: "facing oil", minor: 60 }],
  reroute: [{ says: "outer cable or spiral wrap", minor: 300 }, TIES],
  service: [GREASE],
  inspect: [{ says: "penetrant dye and developer", minor: 380 }],
  brakeUpgrade: [THREAD_LOCK, { says: "isopropanol", minor: 40 }],
  rotorLine: [{ says: "isopropanol", minor: 40 }],
  bosses: [{ says: "primer for bare metal", minor: 120 }],
  bracket: [THREAD_LOCK],
  lights: [{ says: "wire, crimps, shrink tube", minor: 260 }],
  leads: [CONTACT_GREASE, TIES],
  laceWheel: [{ says: "spoke thread grease or linseed oil", minor: 40 }],
  laceOther: [{ says: "spoke thread grease or linseed oil", minor: 40 }],
  moveTyre: [{ says: "talc", minor: 20 }],
  fitHub: [GREASE, { says: "paint for witness marks", minor: 20 }],
  fitMid: [GREASE, THREAD_LOCK],
  fitFrameMotor: [GREASE, THREAD_LOCK],
  shifter: [INNER_CABLE],
  ring: [GREASE],
  joinChains: [{ says: "chain oil", minor: 40 }],
  derailleur: [INNER_CABLE],
  cradle: [THREAD_LOCK],
  harness: [TIES, { says: "crimps, shrink tube, fabric tape", minor: 380 }, CONTACT_GREASE],
  pedalSensor: [GREASE],
  gearSensor: [TIES],
  revisit: [THREAD_LOCK],
};
