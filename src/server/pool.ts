import type { Worker } from "node:worker_threads";
import { availableParallelism } from "node:os";

/** What comes back of a task: its answer, or why there is none. */
export type Answered<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly why: "deadline" | "busy" | "broke" };

type Task<I, O> = { input: I; deadlineMs: number; done: (answer: Answered<O>) => void };
/** `broke` is told when its worker is gone, at work or idle. */
type Hand = { worker: Worker; busy: boolean; broke: () => void };

const NOBODY = () => undefined;

/**
 * Workers that reckon beside the server's own thread, so that no other request waits. A task over its deadline is given up and its
 * worker with it; a task that finds the queue full is turned away.
 */
export class Pool<I, O> {
  private readonly hands: Hand[] = [];
  private readonly waiting: Task<I, O>[] = [];

  /** @param start makes a worker that answers each message with one; @param most workers at once */
  constructor(
    private readonly start: () => Worker,
    private readonly mostWaiting = 32,
    private readonly most = Math.max(1, Math.min(4, availableParallelism() - 1)),
  ) {}

  run(input: I, deadlineMs: number): Promise<Answered<O>> {
    if (this.waiting.length >= this.mostWaiting) return Promise.resolve({ ok: false, why: "busy" });
    return new Promise((done) => {
      this.waiting.push({ input, deadlineMs, done });
      this.next();
    });
  }

  private next(): void {
    const free = this.hands.find((hand) => !hand.busy) ?? (this.hands.length < this.most ? this.hire() : undefined);
    const task = free && this.waiting.shift();
    if (!free || !task) return;
    free.busy = true;
    const { worker } = free;
    const end = (answer: Answered<O>, gone: boolean) => {
      clearTimeout(timer);
      worker.off("message", answered);
      free.broke = NOBODY;
      free.busy = false;
      if (gone) {
        this.dismiss(free);
        void worker.terminate();
      } else {
        // A shop that is closed need not wait for idle hands.
        worker.unref();
      }
      task.done(answer);
      this.next();
    };
    worker.ref();
    const timer = setTimeout(() => end({ ok: false, why: "deadline" }, true), task.deadlineMs);
    const answered = (value: O) => end({ ok: true, value }, false);
    free.broke = () => end({ ok: false, why: "broke" }, true);
    worker.on("message", answered);
    worker.postMessage(task.input);
  }

  private hire(): Hand {
    const hand: Hand = { worker: this.start(), busy: false, broke: NOBODY };
    // Heard as long as the worker lives: what nobody hears would end the server.
    const gone = () => {
      this.dismiss(hand);
      hand.broke();
    };
    hand.worker.on("error", gone).on("exit", gone);
    this.hands.push(hand);
    return hand;
  }

  private dismiss(hand: Hand): void {
    const at = this.hands.indexOf(hand);
    if (at >= 0) this.hands.splice(at, 1);
  }
}
