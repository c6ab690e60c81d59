/** Minutes as hours and minutes. @example hoursOf(95) // => "1 h 35" */
export const hoursOf = (minutes: number): string =>
  `${Math.floor(Math.round(minutes) / 60)} h ${String(Math.round(minutes) % 60).padStart(2, "0")}`;
