import { lineTo, type Faults } from "./faultyLine";
import { framed } from "./frame";
import { Link, type Written } from "./link";
import { StandIn } from "./standIn";
import type { LineKind } from "./lines";
import type { ParameterSheet, Values } from "./sheetSchema";
import type { Result } from "../result";

/** A talk with the stand-in, and what it holds after it. */
export type Talked<T> = { readonly came: T; readonly holds: Values };

const NOISY: Faults = { flips: 0.004, late: 0.05 };

function open(sheet: ParameterSheet, held: Values, line: LineKind, values: number): { controller: StandIn; link: Link } {
  const own = line === "another version" ? { ...sheet, version: sheet.version + 1 } : sheet;
  const controller = new StandIn(own, held, line === "wheel turning");
  // Half way: reading is over, and half of what is sent has been taken aside.
  const question = framed({ sequence: 0, command: 0, payload: [0, 0, 0, 0, 0] }).length;
  const read = sheet.parameters.length * 2 * question;
  const faults = line === "noisy" ? NOISY : line === "pulled half way" ? { pulledAfter: read + values * question } : {};
  return { controller, link: new Link(lineTo(controller, faults), sheet) };
}

/** Reads the stand-in. @param held what it holds; as delivered where nobody wrote to it yet */
export function readStandIn(sheet: ParameterSheet, held: Values, line: LineKind): Talked<Result<Values>> {
  const { controller, link } = open(sheet, held, line, Infinity);
  const came = link.read();
  return { came, holds: controller.values() };
}

export function writeStandIn(sheet: ParameterSheet, held: Values, wanted: Values, line: LineKind): Talked<Written> {
  const { controller, link } = open(sheet, held, line, Object.keys(wanted).length);
  const came = link.write(wanted);
  return { came, holds: controller.values() };
}

/** What differs between what is held and what is wanted, by the parameter. */
export const differs = (held: Values, wanted: Values): string[] =>
  Object.keys(wanted).filter((id) => held[id] === undefined || Math.abs(held[id] - wanted[id]!) > 1e-6);
