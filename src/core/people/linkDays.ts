/** A customer's link lasts so long at most. */
export const MOST_DAYS = 180;
