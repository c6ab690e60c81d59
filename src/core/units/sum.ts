export const sum = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0);

/** 0 of none. */
export const mean = (values: readonly number[]): number => sum(values) / Math.max(1, values.length);
