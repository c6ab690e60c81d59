/** How a motor that a frame was made for bolts to it, in general words: which of them a frame has its maker's sheet says. */
export const MOTOR_SEATS = {
  "four bolts, level": "Four bolts, motor level",
  "four bolts, tilted": "Four bolts, motor tilted",
  "six bolts": "Six bolts",
  "three bolts": "Three bolts",
  "bolts and sleeve": "Bolts and a sleeve at the axle",
} as const;
export type MotorSeat = keyof typeof MOTOR_SEATS;
