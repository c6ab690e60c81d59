import { hoursOf } from "../units/hours";
import type { LabourShare } from "./labourShare";

/** Lines of labour as a sheet or a paper shows them: one, or one for each rate. */
export const labourLines = (sheet: {
  readonly labour: readonly LabourShare[];
  readonly labourMinutes: number;
  readonly labourMinor: number;
}): [says: string, minor: number][] =>
  sheet.labour.length > 1
    ? sheet.labour.map(({ of, minutes, minor }) => [`Labour on ${of}, ${hoursOf(minutes)}`, minor])
    : [[`Labour, ${hoursOf(sheet.labourMinutes)}`, sheet.labourMinor]];
