import { calculate } from "./registry";

const unreadable = (message: string) => ({ id: null, error: { calculator: null, issues: [{ path: "", message }] } });

const LONGEST_LINE = 4_000_000;

/** Answers one line of a batch, `{"id","name","input"}`; undefined for a blank line. Never throws. */
export function answerBatchLine(line: string): object | undefined {
  if (line.trim() === "") return undefined;
  if (line.length > LONGEST_LINE) return unreadable("the line is longer than 4,000,000 bytes");
  let parsed: unknown;
  try {
    parsed = JSON.parse(line);
  } catch {
    return unreadable("not JSON");
  }
  if (typeof parsed !== "object" || parsed === null || Array.isArray(parsed))
    return unreadable("expected an object with id, name and input");
  if (!Object.hasOwn(parsed, "id")) return unreadable("id is missing");
  const { id, name, input } = parsed as { id: unknown; name?: unknown; input?: unknown };
  const answer = calculate(name, input);
  return answer.ok ? { id, output: answer.value } : { id, error: answer.error };
}
