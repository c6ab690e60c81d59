/** What a desk that has no news is told as. */
export const NOTHING_NEW = "Nothing new.";
