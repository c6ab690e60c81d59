/** A plain figure as a table or a box holds it, with a point or a comma; null for what is none. @example plainFigure("−3,5") // => -3.5 */
export function plainFigure(cell: string | undefined): number | null {
  const plain = (cell ?? "").trim().replace(",", ".").replace("−", "-");
  return /^-?(\d+\.?\d*|\.\d+)([eE][+-]?\d{1,2})?$/.test(plain) ? Number(plain) : null;
}
