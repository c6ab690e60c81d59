/** Why the database refuses; empty where it does not. The driver's errors may be of another test file's realm, so no `Error` of this one. */
export const refusal = (work: PromiseLike<unknown>): Promise<string> =>
  Promise.resolve(work).then(
    () => "",
    (error: unknown) => String((error as { message?: unknown }).message),
  );
