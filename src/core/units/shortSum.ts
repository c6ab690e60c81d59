/** Seven letters that two texts hardly share (Fowler, Noll and Vo, 32 bits). */
export function shortSum(text: string): string {
  let sum = 0x811c9dc5;
  for (const letter of text) sum = Math.imul(sum ^ letter.codePointAt(0)!, 0x01000193);
  return (sum >>> 0).toString(36).padStart(7, "0");
}
