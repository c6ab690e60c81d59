type Loose = Readonly<Record<string, unknown>>;
const isObject = (value: unknown): value is Loose => typeof value === "object" && value !== null && !Array.isArray(value);

/**
 * Recipes as they were kept before a step of the shop's own said its minutes in three points: what was told as so many minutes apart by ±
 * becomes three points with the same mean and, as far as none is under nothing, the same spread. All else is left as it is.
 * @param raw house rules, or a part of them, or a file of recipes, as they came
 */
export function inThreePoints(raw: unknown): unknown {
  if (!isObject(raw) || !isObject(raw.recipes) || !Array.isArray(raw.recipes.own)) return raw;
  return { ...raw, recipes: { ...raw.recipes, own: raw.recipes.own.map(pointsOf) } };
}

/** The same, of recipes that came without what is signed at their steps: nothing is. For a draft that was typed before, whose other figures are not checked yet. */
export function withSigns(raw: unknown): unknown {
  const read = inThreePoints(raw);
  if (!isObject(read) || !isObject(read.recipes) || !Array.isArray(read.recipes.own)) return read;
  const signed = <T>(of: T, none: unknown): T => (!isObject(of) || "signs" in of ? of : { ...of, signs: none });
  return { ...read, recipes: { ...signed(read.recipes, {}), own: read.recipes.own.map((step: unknown) => signed(step, [])) } };
}

function pointsOf(step: unknown): unknown {
  if (!isObject(step) || "likely" in step || typeof step.minutes !== "number" || typeof step.spread !== "number") return step;
  const { minutes, spread, ...rest } = step as Loose & { minutes: number; spread: number };
  const off = Math.min(minutes, 3 * spread);
  return { ...rest, low: minutes - off, likely: minutes, high: minutes + off };
}
