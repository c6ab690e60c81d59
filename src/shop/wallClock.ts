/** A moment by the clock on the shop's wall: a supplier's hour is told by that one. */
export const wallClock = (iso: string): string => {
  const moment = new Date(iso);
  return new Date(moment.getTime() - moment.getTimezoneOffset() * 60_000).toISOString();
};
