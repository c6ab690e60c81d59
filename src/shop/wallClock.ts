/** A moment by the clock on the shop's wall: a supplier's hour is told by that one. */
export const wallClock = (iso: string): string => {
  const moment = new Date(iso);
  return new Date(moment.getTime() - moment.getTimezoneOffset() * 60_000).toISOString();
};

/** The moment that a minute by that clock is; one that the clocks leave out in spring is an hour later. */
export const instantOf = (wallMin: number): Date => {
  const wall = new Date(wallMin * 60_000);
  return new Date(wall.getUTCFullYear(), wall.getUTCMonth(), wall.getUTCDate(), wall.getUTCHours(), wall.getUTCMinutes());
};
