/** Standard acceleration of free fall, m/s² (ISO 80000-3). */
export const GRAVITY_MS2 = 9.80665;
