import { bad, good, type Result } from "../result";
import { ANSWER, COMMANDS, fourBytes, framed, ofFour, unframed } from "./frame";
import { stepsOf, valueOf, type ParameterSheet, type Values } from "./sheetSchema";
import { REFUSALS, stagedSum } from "./standIn";

/**
 * A line to a controller: bytes go out, what came back in time comes back; nothing where nobody answered. Every send may fail in any way: a
 * link trusts only what holds its checksum and its number.
 */
export type Line = (bytes: readonly number[]) => readonly number[];

/** A question is asked so often before the line is given up. */
const TRIES = 4;

/** What came of writing. `unknown`: the line broke while it was put in force, and nobody could look since. */
export type Written =
  | { readonly state: "verified"; readonly before: Values; readonly after: Values }
  | { readonly state: "nothing written"; readonly says: string; readonly before: Values | null }
  | { readonly state: "unknown"; readonly says: string; readonly before: Values };

const WHY: Readonly<Record<number, string>> = {
  [REFUSALS.unknown]: "it does not know that parameter",
  [REFUSALS.range]: "a value is outside what it takes",
  [REFUSALS.sum]: "what it took aside is not what was sent",
  [REFUSALS.running]: "its wheel turns: stop it first",
};

type Asked = Result<readonly number[], { readonly refused: boolean; readonly says: string }>;

/** A talk with one controller over a line. */
export class Link {
  private sequence = 0;

  constructor(
    private readonly line: Line,
    private readonly sheet: ParameterSheet,
  ) {}

  /** Asks until an answer comes that is whole, and to this very question. */
  private ask(command: number, payload: readonly number[]): Asked {
    this.sequence = (this.sequence + 1) & 0xff;
    const bytes = framed({ sequence: this.sequence, command, payload });
    for (let tries = 0; tries < TRIES; tries += 1) {
      let came = this.line(bytes);
      for (let found = unframed(came); found !== null; found = unframed(came)) {
        came = found.rest;
        const { message } = found;
        if (message.sequence !== this.sequence) continue;
        if (message.command === (COMMANDS.refuse | ANSWER))
          return bad({ refused: true, says: WHY[message.payload[0] ?? 0] ?? "it refuses" });
        if (message.command === (command | ANSWER)) return good(message.payload);
      }
    }
    return bad({ refused: false, says: "no answer that can be read: the lead, the plug, the power" });
  }

  /** Who is at the other end: only the family and version that the sheet is for is read or written. */
  private hello(): Result<true> {
    const told = this.ask(COMMANDS.hello, []);
    if (!told.ok) return bad(`The controller does not answer: ${told.error.says}.`);
    const [high = 0, low = 0, ...letters] = told.value;
    const version = (high << 8) + low;
    const family = String.fromCharCode(...letters);
    if (family !== this.sheet.family)
      return bad(`This is a ${family}, the sheet is for a ${this.sheet.family}: nothing is written.`);
    return version === this.sheet.version
      ? good(true)
      : bad(`This ${family} is of version ${version}, the sheet is for ${this.sheet.version}: nothing is written.`);
  }

  /** Reads every parameter. */
  read(): Result<Values> {
    const there = this.hello();
    return there.ok ? this.readAll() : there;
  }

  private readAll(): Result<Values> {
    const values: Record<string, number> = {};
    for (const parameter of this.sheet.parameters) {
      const told = this.ask(COMMANDS.read, [parameter.address]);
      if (!told.ok) return bad(`${parameter.says} could not be read: ${told.error.says}.`);
      if (told.value[0] !== parameter.address || told.value.length !== 5)
        return bad(`${parameter.says} could not be read: the answer is for another parameter.`);
      values[parameter.id] = valueOf(parameter, ofFour(told.value.slice(1)));
    }
    return good(values);
  }

  /**
   * Writes values: read first, each taken aside and read back, put in force all at once, and read again. Never half: the controller holds
   * what it held or all that was sent, and where nobody can say which, that is what is said.
   */
  write(wanted: Values): Written {
    const before = this.read();
    if (!before.ok) return { state: "nothing written", says: before.error, before: null };
    const staged = new Map<number, number>();
    const nothing = (says: string): Written => {
      this.ask(COMMANDS.drop, []);
      return { state: "nothing written", says, before: before.value };
    };
    for (const [id, value] of Object.entries(wanted)) {
      const parameter = this.sheet.parameters.find((one) => one.id === id);
      if (!parameter) return nothing(`${id} is no parameter of this family: nothing was written.`);
      const steps = stepsOf(parameter, value);
      const told = this.ask(COMMANDS.stage, [parameter.address, ...fourBytes(steps)]);
      if (!told.ok) return nothing(`${parameter.says} was not taken: ${told.error.says}. Nothing was written.`);
      if (ofFour(told.value.slice(1)) !== steps) return nothing(`${parameter.says} came back otherwise. Nothing was written.`);
      staged.set(parameter.address, steps);
    }
    const sum = stagedSum(staged);
    const put = this.ask(COMMANDS.commit, [staged.size, sum >> 8, sum & 0xff]);
    // An answer that was lost is asked for again, and by then there is nothing aside: what it holds is what tells.
    const after = this.readAgain();
    if (after === null)
      return {
        state: "unknown",
        says: "The line broke while it was put in force: it holds the old values or the new ones, all of them. Do not ride it: mend the line and read it again.",
        before: before.value,
      };
    const holds = (values: Values) => Object.entries(values).every(([id, value]) => Math.abs(after[id]! - value) < 1e-6);
    if (holds({ ...before.value, ...wanted })) return { state: "verified", before: before.value, after };
    if (holds(before.value))
      return nothing(
        put.ok
          ? "It said that it wrote, and holds the old values: look at the controller."
          : `It was not put in force: ${put.error.says}.`,
      );
    return {
      state: "unknown",
      says: "It holds neither what it held nor what was sent: somebody else writes to it, or it is broken. Do not ride it.",
      before: before.value,
    };
  }

  private readAgain(): Values | null {
    const values = this.readAll();
    return values.ok ? values.value : null;
  }
}
