/** Numbers from 0 to 1, the same for a seed (mulberry32, public domain). */
export function chance(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}

/** Two numbers of the normal law from two of the even one (Box and Muller, Annals of Mathematical Statistics 29, 1958). */
export function normal(roll: () => number): () => number {
  let spare: number | null = null;
  return () => {
    if (spare !== null) {
      const one = spare;
      spare = null;
      return one;
    }
    const r = Math.sqrt(-2 * Math.log(1 - roll()));
    const angle = 2 * Math.PI * roll();
    spare = r * Math.sin(angle);
    return r * Math.cos(angle);
  };
}
