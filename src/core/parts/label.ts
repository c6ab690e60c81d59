/** What is stuck to a bin, a box or a tag: a code that a reader types, and what a person reads beside it. */
export type Label = { readonly code: string; readonly name: string; readonly note: string };

/** A part as who counts it wants it: what it is, where it lies, how many should be there. */
export type ToCount = {
  readonly id: string;
  readonly name: string;
  readonly bin: string;
  readonly there: number;
  readonly version: number;
};
