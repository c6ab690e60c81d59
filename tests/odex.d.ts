/** The package ships its TypeScript source, which does not hold under this project's stricter settings; this is the part that is used. */
export class Solver {
  constructor(unknowns: number);
  absoluteTolerance: number;
  relativeTolerance: number;
  maxSteps: number;
  maxStepSize: number;
  solve(
    slopes: (x: number, y: number[]) => number[],
    from: number,
    start: readonly number[],
    to: number,
  ): { y: number[]; nEval: number };
}
