/** What a command printed, and the code that it ends with: 0 done, 2 bad input, and for `fit` 3 something to measure, 4 a stop. */
export type Told = { readonly exit: 0 | 2 | 3 | 4; readonly out?: string; readonly error?: string };
