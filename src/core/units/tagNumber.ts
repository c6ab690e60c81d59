/** A job's number as its hang-tag shows it. @example tagNumber(112) // => "0112" */
export const tagNumber = (number: number): string => String(number).padStart(4, "0");
