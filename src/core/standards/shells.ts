import { handbook, memory, PRACTICE, standard, type Basis } from "../basis";

/** Bottom-bracket shells. `boreMm`: over the thread crests, or the press-fit bore. Left-hand threads loosen clockwise. */
export type ShellRow = {
  readonly id: string;
  readonly says: string;
  readonly boreMm: readonly [low: number, high: number];
  readonly widthsMm: readonly number[];
  readonly driveSideThread: "left" | "right" | "none";
  readonly basis: Basis;
};

const BROWN = handbook("Brown, bottom-bracket size tables, to 2008");

export const SHELLS = [
  {
    id: "iso",
    says: "Threaded 1.370 in × 24",
    boreMm: [33.6, 33.9],
    widthsMm: [68, 70, 73, 83, 100, 120],
    driveSideThread: "left",
    basis: standard("ISO 6696"),
  },
  { id: "italian", says: "Threaded 36 mm × 24", boreMm: [34.6, 34.9], widthsMm: [70], driveSideThread: "right", basis: BROWN },
  // The column of the tables ends at 33.9; the thread profile gives 33.92, so the measured bore governs up to 34.0.
  {
    id: "french",
    says: "Threaded 35 mm × 1, both right",
    boreMm: [33.6, 34.0],
    widthsMm: [68, 70],
    driveSideThread: "right",
    basis: BROWN,
  },
  {
    id: "swiss",
    says: "Threaded 35 mm × 1, drive side left",
    boreMm: [33.6, 34.0],
    widthsMm: [68],
    driveSideThread: "left",
    basis: BROWN,
  },
  {
    id: "inch26",
    says: "Threaded 1.375 in × 26",
    boreMm: [33.6, 33.9],
    widthsMm: [68, 71, 76],
    driveSideThread: "left",
    basis: memory("older British utility shells"),
  },
  {
    id: "m47",
    says: "Threaded M47 × 1",
    boreMm: [45.9, 46.2],
    widthsMm: [68, 73, 77, 86.5, 100],
    driveSideThread: "left",
    basis: memory("M47 widths past 73"),
  },
  {
    id: "press42",
    says: "Press fit, 42 bore",
    boreMm: [41.96, 42.04],
    widthsMm: [68, 73],
    driveSideThread: "none",
    basis: PRACTICE,
  },
  {
    id: "press46",
    says: "Press fit, 46 bore",
    boreMm: [45.95, 46.05],
    widthsMm: [68, 73, 79, 83, 86.5, 89.5, 92],
    driveSideThread: "none",
    basis: PRACTICE,
  },
  {
    id: "press41",
    says: "Press fit, 41 bore",
    boreMm: [40.95, 41.05],
    widthsMm: [86.5, 89.5, 92, 107, 121],
    driveSideThread: "none",
    basis: PRACTICE,
  },
  {
    id: "press37",
    says: "Press fit, 37 bore",
    boreMm: [36.95, 37.05],
    widthsMm: [90.5, 95.5],
    driveSideThread: "none",
    basis: memory("37 mm moulded shells"),
  },
  {
    id: "onepiece",
    says: "One-piece crank, 51.3 bore",
    boreMm: [51.2, 51.5],
    widthsMm: [66, 68, 73],
    driveSideThread: "none",
    basis: PRACTICE,
  },
  { id: "made", says: "Made for a motor", boreMm: [60, 200], widthsMm: [], driveSideThread: "none", basis: PRACTICE },
] as const satisfies readonly ShellRow[];

export type ShellId = (typeof SHELLS)[number]["id"];

/** Basic minor diameter of a 60° thread: D − 1.0825·p (S, ISO 68-1). @example threadCrestBoreMm(34.798, 1.0583) // => 33.65 */
export const threadCrestBoreMm = (majorMm: number, pitchMm: number) => majorMm - 1.0825 * pitchMm;

/** Least and greatest clearance on the diameter for each way of fitting a tube in a bore, mm (P). A limit belongs to the milder side. */
export const BORE_CLEARANCE_MM = { direct: 0.05, shim: 0.5, sleeve: 2.0, dressAtMost: 0.2 } as const;
