/** Numbers that repeat: a linear congruential generator (Numerical Recipes' constants). */
export function dice(seed: number): (from: number, to: number) => number {
  let state = seed;
  return (from, to) => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return from + Math.floor((state / 2 ** 32) * (to - from + 1));
  };
}
