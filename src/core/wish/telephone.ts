/** Telephone numbers in what was written about how to reach somebody: seven digits or more, with the marks that people put between. */
const TELEPHONE = /\+?\d(?:[\d\s()./-]{5,24})\d/g;

/** @example telephonesIn("Mill 4, 020 7946 0958") // => [{ shown: "020 7946 0958", dials: "02079460958" }] */
export function telephonesIn(text: string): { readonly shown: string; readonly dials: string }[] {
  return [...text.matchAll(TELEPHONE)].flatMap(([shown]) => {
    const dials = shown.replace(/[^\d+]/g, "");
    return dials.replace("+", "").length >= 7 ? [{ shown: shown.trim(), dials }] : [];
  });
}
