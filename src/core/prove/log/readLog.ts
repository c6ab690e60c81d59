import { bad, type Result } from "../../result";
import type { Said } from "./columns";
import type { RawLog } from "./rawLog";
import { readLogCsv, type LogIssue } from "./readLogCsv";
import { readLogFit } from "./readLogFit";
import { readLogGpx } from "./readLogGpx";

/** Where the binary activity file says what it is: after its length, version and size. */
const FIT_MARK = [0x2e, 0x46, 0x49, 0x54] as const;

/** A recording, by what the file is and not by its name. @param chosen what somebody said of a table's columns */
export async function readLog(bytes: Uint8Array, chosen: Readonly<Record<string, Said>> = {}): Promise<Result<RawLog, LogIssue>> {
  if (bytes.byteLength === 0) return bad({ says: "The file holds nothing." });
  if (FIT_MARK.every((byte, i) => bytes[8 + i] === byte)) return toldAs(await readLogFit(bytes));
  if ((bytes[0] === 0x50 && bytes[1] === 0x4b) || (bytes[0] === 0x1f && bytes[1] === 0x8b))
    return bad({ says: "This is a packed file: unpack it first and give what is inside." });
  const text = new TextDecoder().decode(bytes);
  if (text.includes("\uFFFD"))
    return bad({ says: "This file is no text that can be read: save it as UTF-8, or give the recording itself." });
  if (/^\uFEFF?\s*</.test(text)) return toldAs(readLogGpx(text));
  return readLogCsv(text, chosen);
}

const toldAs = (read: Result<RawLog>): Result<RawLog, LogIssue> => (read.ok ? read : bad({ says: read.error }));
