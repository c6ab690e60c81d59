/** Minutes to quote for independent steps: the sum and one spread. @example quoteMinutes([{minutes: 50, spread: 10}]) // => 60 */
export function quoteMinutes(steps: readonly { minutes: number; spread: number }[]): number {
  return steps.reduce((sum, step) => sum + step.minutes, 0) + Math.hypot(...steps.map((step) => step.spread));
}
