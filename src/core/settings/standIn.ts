import { ANSWER, COMMANDS, crc16, fourBytes, framed, ofFour, unframed, type Message } from "./frame";
import { stepsOf, valueOf, type ParameterSheet, type Values } from "./sheetSchema";

/** Why the controller does not do what it is asked: the byte that it answers with. */
export const REFUSALS = { unknown: 1, range: 2, sum: 3, running: 4 } as const;

/**
 * A stand-in for a controller: it keeps its parameters as steps, takes values aside first and puts them all in force at once, when their
 * count and checksum are those that were sent. What is not put in force when power goes is gone.
 */
export class StandIn {
  private readonly steps = new Map<number, number>();
  private staged = new Map<number, number>();
  private inbox: number[] = [];

  /** @param values what it holds; what is left out is as delivered   @param running its wheel turns: it takes nothing then */
  constructor(
    private readonly sheet: ParameterSheet,
    values: Values = {},
    private readonly running = false,
  ) {
    for (const parameter of sheet.parameters)
      this.steps.set(parameter.address, stepsOf(parameter, values[parameter.id] ?? parameter.delivered));
  }

  /** What it holds now, in each parameter's own unit. */
  values(): Values {
    return Object.fromEntries(
      this.sheet.parameters.map((parameter) => [parameter.id, valueOf(parameter, this.steps.get(parameter.address)!)]),
    );
  }

  /** Power is off and on again. */
  restart(): void {
    this.staged = new Map();
    this.inbox = [];
  }

  /** Bytes that come over the line; the bytes that it answers with. */
  takes(bytes: readonly number[]): number[] {
    this.inbox.push(...bytes);
    const out: number[] = [];
    for (let found = unframed(this.inbox); found !== null; found = unframed(this.inbox)) {
      this.inbox = [...found.rest];
      out.push(...framed(this.answer(found.message)));
    }
    // Noise without an end is not kept.
    if (this.inbox.length > 256) this.inbox = this.inbox.slice(-128);
    return out;
  }

  private answer({ sequence, command, payload }: Message): Message {
    const tell = (bytes: readonly number[]): Message => ({ sequence, command: command | ANSWER, payload: bytes });
    const refuse = (why: number): Message => ({ sequence, command: COMMANDS.refuse | ANSWER, payload: [why] });
    const [address = 0] = payload;
    const parameter = this.sheet.parameters.find((one) => one.address === address);
    switch (command) {
      case COMMANDS.hello: {
        // A new talk begins: nothing of an old one is put in force by it.
        this.staged = new Map();
        const { version, family } = this.sheet;
        return tell([version >> 8, version & 0xff, ...[...family].map((letter) => letter.charCodeAt(0) & 0x7f)]);
      }
      case COMMANDS.read:
        return parameter ? tell([address, ...fourBytes(this.steps.get(address)!)]) : refuse(REFUSALS.unknown);
      case COMMANDS.stage: {
        if (this.running) return refuse(REFUSALS.running);
        if (!parameter) return refuse(REFUSALS.unknown);
        const steps = ofFour(payload.slice(1));
        if (payload.length !== 5 || steps < stepsOf(parameter, parameter.min) || steps > stepsOf(parameter, parameter.max))
          return refuse(REFUSALS.range);
        this.staged.set(address, steps);
        return tell([address, ...fourBytes(steps)]);
      }
      case COMMANDS.commit: {
        if (this.running) return refuse(REFUSALS.running);
        const sum = stagedSum(this.staged);
        if (payload[0] !== this.staged.size || ((payload[1] ?? 0) << 8) + (payload[2] ?? 0) !== sum) return refuse(REFUSALS.sum);
        for (const [at, steps] of this.staged) this.steps.set(at, steps);
        this.staged = new Map();
        return tell([payload[0]!]);
      }
      case COMMANDS.drop:
        this.staged = new Map();
        return tell([]);
      default:
        return refuse(REFUSALS.unknown);
    }
  }
}

/** Checksum of what is set aside, by address. */
export function stagedSum(staged: ReadonlyMap<number, number>): number {
  const sorted = [...staged].sort(([a], [b]) => a - b);
  return crc16(sorted.flatMap(([address, steps]) => [address, ...fourBytes(steps)]));
}
