/** A piece of the road: its grade, and where it differs from the rest its wind, its surface, and a stop at its end. */
export type Segment = {
  lengthM: number;
  gradePercent: number;
  /** on top of the ride's own headwind */
  headwindKmh?: number;
  crosswindKmh?: number;
  /** rolling resistance against the tyre's own on smooth asphalt */
  rollingTimes?: number;
  stopS?: number;
};
