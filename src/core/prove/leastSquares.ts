/** A figure that is looked for: what was thought of it before, and how sure that was (one standard deviation). */
export type Prior = { readonly mean: number; readonly sd: number };

/** What was found: the figures, what they leave open together, and how well they fit. */
export type Found = {
  readonly values: readonly number[];
  /** of the figures, row by row */
  readonly covariance: readonly (readonly number[])[];
  /** how alike the data alone would let each two of them be taken for each other, −1 to 1; NaN where the data say nothing of one */
  readonly dataCorrelation: readonly (readonly number[])[];
  /** the noise against what was thought of it: 1 as thought */
  readonly noiseTimes: number;
};

/**
 * One equation: what was measured, the slope of what it should be by each figure, and its own standard deviation. `answers`: the first
 * figure's slope answers to what is not in the equation, as a motor does to gusts: at most by so much variance.
 */
export type Row = { readonly y: number; readonly slopes: readonly number[]; readonly sd: number; readonly answers?: number };

/** Under this the noise is not taken to be smaller than was thought, however well a ride fits. */
const LEAST_NOISE = 0.5;

/**
 * Linear least squares with priors (Gelman et al., Bayesian Data Analysis, 2013, 14.8: a prior is one more row), the noise's size taken
 * from what is left over.
 * @param rows as many as there are measurements, with as many slopes as there are priors; sd over 0
 */
export function leastSquares(rows: readonly Row[], priors: readonly Prior[]): Found {
  const data = normalOf(rows, priors.length);
  const solve = (noise: number) => {
    const left = data.matrix.map((line, i) =>
      line.map((value, k) => value / noise ** 2 + (i === k ? 1 / priors[i]!.sd ** 2 : 0)),
    );
    // A slope that answers to the noise draws its figure towards nothing (Fuller, Measurement Error Models, 1987): half of the most that
    // it may be is put back, and as much is left open.
    const back = (0.5 * data.answers) / noise ** 2;
    const right = data.right.map((value, i) => value / noise ** 2 + priors[i]!.mean / priors[i]!.sd ** 2 + (i === 0 ? back : 0));
    const solved = inverse(left);
    const drawn = solved.map((line) => line[0]! * back);
    const covariance = solved.map((line, i) => line.map((value, k) => value + drawn[i]! * drawn[k]!));
    return { values: solved.map((line) => line.reduce((sum, value, i) => sum + value * right[i]!, 0)), covariance };
  };
  let noise = 1;
  let found = solve(noise);
  for (let turn = 0; turn < 3; turn += 1) {
    const squares = rows.reduce((sum, { y, slopes, sd }) => {
      const off = (y - slopes.reduce((total, slope, i) => total + slope * found.values[i]!, 0)) / sd;
      return sum + off * off;
    }, 0);
    noise = Math.max(LEAST_NOISE, Math.sqrt(squares / Math.max(1, rows.length - priors.length)));
    found = solve(noise);
  }
  return { ...found, dataCorrelation: correlationOf(data.matrix), noiseTimes: noise };
}

function normalOf(rows: readonly Row[], count: number): { matrix: number[][]; right: number[]; answers: number } {
  const matrix = Array.from({ length: count }, () => new Array<number>(count).fill(0));
  const right = new Array<number>(count).fill(0);
  for (const { y, slopes, sd } of rows)
    for (let i = 0; i < count; i += 1) {
      const weighed = slopes[i]! / sd ** 2;
      right[i]! += weighed * y;
      for (let k = 0; k < count; k += 1) matrix[i]![k]! += weighed * slopes[k]!;
    }
  return { matrix, right, answers: rows.reduce((sum, { answers = 0, sd }) => sum + answers / sd ** 2, 0) };
}

/** By elimination with the largest pivot; figures of very different size are brought to one first. @throws RangeError when singular */
export function inverse(matrix: readonly (readonly number[])[]): number[][] {
  const count = matrix.length;
  const scale = matrix.map((line, i) => 1 / Math.sqrt(Math.abs(line[i]!) || 1));
  const work = matrix.map((line, i) => [
    ...line.map((value, k) => value * scale[i]! * scale[k]!),
    ...Array.from({ length: count }, (_, k) => (i === k ? 1 : 0)),
  ]);
  for (let col = 0; col < count; col += 1) {
    let best = col;
    for (let i = col + 1; i < count; i += 1) if (Math.abs(work[i]![col]!) > Math.abs(work[best]![col]!)) best = i;
    [work[col], work[best]] = [work[best]!, work[col]!];
    const pivot = work[col]![col]!;
    if (!(Math.abs(pivot) > 1e-14)) throw new RangeError("the figures cannot be told apart");
    for (let k = 0; k < 2 * count; k += 1) work[col]![k]! /= pivot;
    for (let i = 0; i < count; i += 1) {
      const times = work[i]![col]!;
      if (i !== col && times !== 0) for (let k = 0; k < 2 * count; k += 1) work[i]![k]! -= times * work[col]![k]!;
    }
  }
  return work.map((line, i) => line.slice(count).map((value, k) => value * scale[i]! * scale[k]!));
}

/** Of the data alone; two figures that the data cannot tell apart come out near 1 or −1. */
function correlationOf(matrix: readonly (readonly number[])[]): number[][] {
  return matrix.map((line, i) => line.map((value, k) => value / Math.sqrt(matrix[i]![i]! * matrix[k]![k]!)));
}

/** Turns of it at most, and when nothing moves any more, in standard deviations of what was thought before. */
const TURNS = 12;
const STILL = 1e-4;
/** Slopes are taken over such a part of what was thought before, to both sides. */
const SLOPE_OVER = 1e-3;

/**
 * Least squares of what is not straight in its figures, by Gauss and Newton: straight about where it stands, again until nothing moves.
 * @param p.model what should be measured with such figures   @param p.sd of each measurement
 * @param p.least under which each figure cannot be; left out where it may be anything
 */
export function fitted(p: {
  readonly model: (figures: readonly number[]) => readonly number[];
  readonly measured: readonly number[];
  readonly sd: number;
  readonly priors: readonly Prior[];
  readonly least: readonly (number | undefined)[];
}): Found {
  const { model, measured, sd, priors, least } = p;
  let at = priors.map(({ mean }) => mean);
  for (let turn = 1; ; turn += 1) {
    const now = model(at);
    const slopes = at.map((value, k) => {
      const step = Math.max(1e-6, SLOPE_OVER * priors[k]!.sd);
      const [up, down] = [model(at.with(k, value + step)), model(at.with(k, value - step))];
      return up.map((one, i) => (one - down[i]!) / (2 * step));
    });
    const rows = measured.map((one, i): Row => {
      const row = slopes.map((of) => of[i]!);
      // What is looked for is the figure itself.
      return { y: one - now[i]! + row.reduce((sum, slope, k) => sum + slope * at[k]!, 0), slopes: row, sd };
    });
    const found = leastSquares(rows, priors);
    const moved = Math.max(...found.values.map((value, k) => Math.abs(value - at[k]!) / priors[k]!.sd));
    at = found.values.map((value, k) => Math.max(least[k] ?? -Infinity, value));
    if (moved < STILL || turn === TURNS) return { ...found, values: at };
  }
}
