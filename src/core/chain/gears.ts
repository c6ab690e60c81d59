/** Road speed in km/h of a wheel that turns `rpm` times a minute. */
const speedKmhOf = (rpm: number, circumferenceMm: number) => (rpm * circumferenceMm * 60) / 1e6;

/** One row a cog, in the order given: ratio, metres a crank turn, gear inches (by circumference/π), speed at the cadence. */
export function gearTable(p: { chainringTeeth: number; cogTeeth: number[]; circumferenceMm: number; cadenceRpm: number }) {
  return p.cogTeeth.map((cogTeeth) => {
    const ratio = p.chainringTeeth / cogTeeth;
    return {
      cogTeeth,
      ratio,
      developmentM: (ratio * p.circumferenceMm) / 1000,
      gearInches: (ratio * p.circumferenceMm) / Math.PI / 25.4,
      speedKmh: speedKmhOf(p.cadenceRpm * ratio, p.circumferenceMm),
    };
  });
}

/** Crank turns a minute at a road speed. @example cadenceAtSpeed({ chainringTeeth: 44, cogTeeth: 11, circumferenceMm: 2143, speedKmh: 48.28 }) // => 93.9 */
export function cadenceAtSpeed(p: {
  chainringTeeth: number;
  cogTeeth: number;
  circumferenceMm: number;
  speedKmh: number;
}): number {
  return p.speedKmh / speedKmhOf(p.chainringTeeth / p.cogTeeth, p.circumferenceMm);
}
