/** One moment of a recording; what the file does not say is null. */
export type LogPoint = {
  /** since the first, s */
  t: number;
  latDeg: number | null;
  lonDeg: number | null;
  heightM: number | null;
  /** along the way since the start, m */
  wayM: number | null;
  speedMs: number | null;
  motorW: number | null;
  packA: number | null;
  packV: number | null;
  riderW: number | null;
  cadenceRpm: number | null;
  windingC: number | null;
};

/** A recording as a file has it, before anything is mended. */
export type RawLog = {
  readonly name: string;
  readonly beganAt: string | null;
  readonly points: LogPoint[];
  readonly repairs: string[];
};

export const LOG_LIMITS = { bytes: 50 * 1024 * 1024, points: 500_000 } as const;

export const TOO_LARGE = "The file is larger than 50 MB: export it with fewer points.";
export const TOO_MANY = "The file holds more than 500,000 points: export it with fewer.";

export const emptyPoint = (t: number): LogPoint => ({
  t,
  latDeg: null,
  lonDeg: null,
  heightM: null,
  wayM: null,
  speedMs: null,
  motorW: null,
  packA: null,
  packV: null,
  riderW: null,
  cadenceRpm: null,
  windingC: null,
});
