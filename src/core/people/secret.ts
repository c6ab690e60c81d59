/** At least so many digits, or letters and digits: with the locks of signing in, years of guessing. */
const PIN_DIGITS = 6;
const PASSWORD_LENGTH = 8;
export const LONGEST_SECRET = 200;

/** @returns what is wrong with a PIN or password, or null. Never holds any of it. */
export function weakness(secret: string, name: string): string | null {
  if (secret.length > LONGEST_SECRET) return `At most ${LONGEST_SECRET} letters.`;
  const digits = /^\d+$/.test(secret);
  if (digits && secret.length < PIN_DIGITS) return `A PIN has ${PIN_DIGITS} digits at least.`;
  if (!digits && secret.length < PASSWORD_LENGTH)
    return `A password has ${PASSWORD_LENGTH} letters at least; a PIN ${PIN_DIGITS} digits.`;
  if (new Set(secret).size < 3) return "That is one or two signs again and again: take another.";
  if (digits && isRow(secret)) return "Digits in a row are tried first: take others.";
  if (name !== "" && secret.toLowerCase().includes(name.toLowerCase()))
    return "The own name is tried first: take something else.";
  return null;
}

/** 123456, 654321. */
function isRow(digits: string): boolean {
  const steps = [...digits].slice(1).map((digit, i) => Number(digit) - Number(digits[i]));
  return steps.every((step) => step === steps[0]) && Math.abs(steps[0]!) <= 1;
}

const FREE_TRIES = 5;
const FIRST_WAIT_S = 30;
const LONGEST_WAIT_S = 900;

/** So long nobody signs in by a name after so many wrong tries in a row; in seconds, 0 for the first few. */
export const waitAfter = (wrong: number): number =>
  wrong < FREE_TRIES ? 0 : Math.min(LONGEST_WAIT_S, FIRST_WAIT_S * 2 ** Math.min(10, wrong - FREE_TRIES));
