/** What a figure of the wish can be at all, in its unit. What is ordinary for it is narrower, and is asked about. */
export const WISH_LIMITS = {
  riderKg: [20, 250],
  loadKg: [0, 250],
  massKg: [5, 150],
  assistKmh: [6, 100],
  hillPercent: [0, 40],
  hillKm: [0, 50],
  coldestC: [-40, 30],
  chargeHours: [0.5, 48],
  riderW: [20, 1000],
  rangeKm: [1, 500],
  hillKmh: [3, 50],
} as const;
