/** The pad on which somebody signs, in its own units. */
export const PAD = { width: 560, height: 180 } as const;
export const MOST_POINTS = 4_000;

/** A signature as it was drawn: lines of points on the pad. */
export type Strokes = [number, number][][];

/**
 * A signature as it was drawn on a screen, brought to the pad's own units: points that fall together are one, and a very long one
 * keeps every so many.
 * @param widthPx of the pad on that screen
 */
export function strokesOf(drawn: readonly (readonly { readonly x: number; readonly y: number }[])[], widthPx: number): Strokes {
  const scale = PAD.width / Math.max(1, widthPx);
  const within = (value: number, most: number) => Math.min(most, Math.max(0, Math.round(value * scale)));
  const strokes = drawn.map((stroke) =>
    stroke
      .map(({ x, y }): [number, number] => [within(x, PAD.width), within(y, PAD.height)])
      .filter(([x, y], i, all) => i === 0 || x !== all[i - 1]![0] || y !== all[i - 1]![1]),
  );
  const points = strokes.reduce((sum, stroke) => sum + stroke.length, 0);
  const every = Math.ceil(points / (MOST_POINTS / 2));
  return strokes
    .filter((stroke) => stroke.length > 0)
    .slice(0, 300)
    .map((stroke) => (every <= 1 ? stroke : stroke.filter((_, i) => i % every === 0)));
}

/** A signature as an SVG path. */
export const strokesPath = (strokes: Strokes): string =>
  strokes
    .map(([first, ...rest]) => `M${first!.join(" ")}${rest.length === 0 ? "h1" : rest.map((p) => `L${p.join(" ")}`).join("")}`)
    .join("");
