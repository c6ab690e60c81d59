/**
 * What is printed where nobody reads any more is lost, and nothing else happens: else the loss itself is an error that is printed, and
 * lost, and so on, for ever.
 */
export function goOnUnread(...streams: readonly NodeJS.WritableStream[]): void {
  for (const stream of streams) stream.on("error", () => undefined);
}
