/** Hours to charge: Ah·Δ/(A·η); the charger's slow last stretch is not in it. @example chargeTimeHours({ capacityAh: 15.4, chargerA: 2, efficiency: 0.8, fromPercent: 0, toPercent: 100 }) // => 9.625 */
export function chargeTimeHours(p: {
  capacityAh: number;
  chargerA: number;
  efficiency: number;
  fromPercent: number;
  toPercent: number;
}): number {
  return (p.capacityAh * (p.toPercent - p.fromPercent)) / 100 / (p.chargerA * p.efficiency);
}
