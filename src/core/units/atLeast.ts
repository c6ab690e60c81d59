/** Slack of binary arithmetic in a comparison of trade figures, of which the finest is a hundredth. */
const SLACK = 1e-9;

/** Whether a figure reaches its limit; the limit itself does, however the fractions were rounded. @example atLeast(39.6, 26.4 * 1.5) // => true */
export const atLeast = (value: number, limit: number): boolean => value >= limit - SLACK;
/** Whether a figure keeps under its limit; the limit itself does. @example atMost(0.1 + 0.2, 0.3) // => true */
export const atMost = (value: number, limit: number): boolean => value <= limit + SLACK;
