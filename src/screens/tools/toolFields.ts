import { inner, typedNumber, typedNumbers, type FieldSchema } from "@/core/figures/schema";

export type ObjectSchema = FieldSchema;

/** What each tool starts with: an ordinary case of the trade. */
const FRAME_SPACE = [
  [0, 0],
  [430, 0],
  [470, 110],
  [90, 400],
  [-70, 120],
].map(([x, y]) => ({ x, y }));

const DRIVE = {
  motor: { kvRpmPerV: 34.7, windingOhm: 0.15, gearRatio: 4.43, gearEfficiency: 0.93, dragNm: 0.06, dragNmPerRpm: 0.00006 },
  motors: 1,
  output: "wheel",
  controller: { batteryA: 15, phaseA: 30, efficiency: 0.97 },
  circumferenceMm: 2155,
  riderW: 80,
};

export const EXAMPLES: Record<string, Record<string, unknown>> = {
  "spoke-length": { erdMm: 605, flangePcdMm: 125, flangeOffsetMm: 28, spokeHoleMm: 2.6, spokes: 36, crosses: 1 },
  lacing: {
    erdMm: 605,
    spokes: 36,
    spokeHoleMm: 3,
    left: { flangePcdMm: 125, flangeOffsetMm: 28 },
    right: { flangePcdMm: 125, flangeOffsetMm: 18 },
    clearNippleAngleDeg: 8,
    stopNippleAngleDeg: 15,
  },
  "battery-bay": {
    bay: FRAME_SPACE,
    rail: { from: { x: 20, y: 0 }, to: { x: 420, y: 0 } },
    pack: { lengthMm: 360, heightMm: 90, cradleMm: 12 },
    slideMm: 0,
    clearanceMm: 3,
    bossesMm: [150, 214],
    slotsMm: [
      [90, 190],
      [160, 260],
    ],
  },
  "axle-reaction": {
    torqueNm: 40,
    diameterMm: 12,
    flatsMm: 10,
    dropoutMm: 6,
    dropoutYieldMpa: 300,
    arms: 1,
    slotMm: 10.2,
  },
  stopping: { massKg: 130, speedKmh: 32, reactionS: 1, decelerationMs2: 4, rotorMm: 160 },
  "wheel-size": { beadSeatMm: 622, tyreWidthMm: 37 },
  "gear-table": { chainringTeeth: 42, cogTeeth: [14, 16, 18, 20, 22, 24, 28], circumferenceMm: 2187, cadenceRpm: 80 },
  "cadence-at-speed": { chainringTeeth: 50, cogTeeth: 14, circumferenceMm: 1571, speedKmh: 24.5 },
  "chain-length": { ringTeeth: 42, cogTeeth: 28, centreMm: 1150, derailleur: true, linksPerChain: 116 },
  chainline: {
    shellWidthMm: 68,
    ringOffsetMm: 18,
    driveSpacerMm: 2.5,
    overLocknutMm: 135,
    locknutToSmallestMm: 6,
    cogPitchMm: 5,
    cogs: 7,
    chainstayMm: 440,
  },
  "battery-pack": { chemistry: "nmc", series: 10, parallel: 4, cellAh: 3.35, cellMaxA: 8, cellMilliohm: 28 },
  "charge-time": { capacityAh: 13.4, chargerA: 2, efficiency: 0.8, fromPercent: 0, toPercent: 100 },
  "road-load": {
    speedKmh: 25,
    gradePercent: 0,
    massKg: 115,
    cdaM2: 0.6,
    crr: 0.008,
    headwindKmh: 0,
    altitudeM: 0,
    temperatureC: 15,
    wheelDragAreaM2: 0.0044,
    drivetrainEfficiency: 0.977,
  },
  "drive-steady": {
    ...DRIVE,
    battery: { openCircuitV: 37.5, internalOhm: 0.12 },
    load: { massKg: 115, cdaM2: 0.6, crr: 0.008, gradePercent: 5 },
  },
  ride: {
    ...DRIVE,
    battery: { chemistry: "nmc", series: 10, capacityAh: 13.4, internalOhm: 0.1125 },
    load: { massKg: 115, cdaM2: 0.6, crr: 0.008 },
    segments: [
      { lengthM: 3000, gradePercent: 0 },
      { lengthM: 800, gradePercent: 6 },
      { lengthM: 1500, gradePercent: -3 },
    ],
    targetKmh: 25,
    ambientC: 20,
    thermal: { windingJPerK: 250, shellJPerK: 900, windingToShellWPerK: 2, shellToAirWPerK: 1.2, shellToAirWPerKPerMs: 0.3 },
  },
  "wire-drop": { awg: 14, lengthM: 0.8, currentA: 20, voltageV: 36, temperatureC: 20 },
};

/** A link's texts as the calculator's input; what is empty is left out, what is no number stays text and is refused by the schema. */
export function inputOf(schema: ObjectSchema, texts: Readonly<Record<string, string>>): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(schema.properties ?? {}).flatMap(([key, field]) => {
      const text = texts[key] ?? "";
      const { schema: of } = inner(field);
      if (of.type === "boolean") return [[key, text === "true"]];
      if (text.trim() === "") return [];
      if (/^\s*[[{]/.test(text)) return [[key, structured(text)]];
      if (of.type === "array") return [[key, typedNumbers(text)]];
      return [[key, of.type === "string" || of.anyOf ? text : typedNumber(text)]];
    }),
  );
}

/** The other way round: what a link carries of figures that stand on the screen. */
export const textsOf = (values: Readonly<Record<string, unknown>>): Record<string, string> =>
  Object.fromEntries(
    Object.entries(values).flatMap(([key, value]) =>
      value === null || value === undefined || value === ""
        ? []
        : [[key, typeof value === "object" ? JSON.stringify(value) : String(value as string)]],
    ),
  );

/** A group of figures in a link; what cannot be read stays text, and the schema refuses it at its path. */
function structured(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return text;
  }
}
