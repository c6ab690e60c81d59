import { bad, good, type Result } from "../../result";
import { cleaned, type CleanLog } from "./cleaned";
import type { Said } from "./columns";
import { readLog } from "./readLog";
import type { LogIssue } from "./readLogCsv";

export type ReadRide = Result<{ readonly name: string; readonly ride: CleanLog }, LogIssue>;

/** A recording from its bytes to a ride that can be kept; or what is wrong, with the columns where they have to be told. */
export async function readRide(bytes: Uint8Array, chosen: Readonly<Record<string, Said>> = {}): Promise<ReadRide> {
  const read = await readLog(bytes, chosen);
  if (!read.ok) return read;
  const ride = cleaned(read.value);
  return ride.ok ? good({ name: read.value.name, ride: ride.value }) : bad({ says: ride.error });
}
