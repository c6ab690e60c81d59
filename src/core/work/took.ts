/** No step is longer than two days without a night: more is a timer that nobody stopped. */
export const MOST_TOOK_MINUTES = 2880;
/** Minutes of a timer that are noted: what nobody would believe is a timer that was forgotten, or a step ticked afterwards. */
export const believed = (timer: number | null, quoted: number): number | null =>
  timer === null || askTook(timer, quoted) !== null ? null : timer;

/** So many times the quoted minutes, or so small a part of them, is asked about before it is taken. */
const UNLIKELY = 4;

/**
 * What to ask before minutes are taken; null where they are likely, or none are noted.
 *
 * @param took minutes
 * @param quoted minutes as quoted
 */
export const askTook = (took: number | null, quoted: number): string | null =>
  took !== null && (took > quoted * UNLIKELY || took * UNLIKELY < quoted)
    ? `${Math.round(took)} minutes for a step of about ${Math.round(quoted)}: is that right?`
    : null;
