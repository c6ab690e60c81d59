/** (eᶻ − 1) ÷ z: how much a rate that decays or grows by eᶻ over a step gives, against one that stays. */
export const phi1 = (z: number): number => (Math.abs(z) < 1e-5 ? 1 + z / 2 : Math.expm1(z) / z);

/** (φ₁ − 1) ÷ z; near 0 by its series, where the difference would lose its digits. */
export const phi2 = (z: number): number => (Math.abs(z) < 0.05 ? series(z, 2) : (phi1(z) - 1) / z);

/** (φ₂ − ½) ÷ z. */
export const phi3 = (z: number): number => (Math.abs(z) < 0.05 ? series(z, 6) : (phi2(z) - 0.5) / z);

/** Σ zᵏ ÷ (k + n)!, n! being given; five terms are exact to 1e-12 at |z| = 0.05. */
function series(z: number, factorial: 2 | 6): number {
  let n = factorial === 2 ? 2 : 3;
  let term = 1 / factorial;
  let sum = term;
  for (let k = 0; k < 7; k += 1) {
    n += 1;
    term *= z / n;
    sum += term;
  }
  return sum;
}
