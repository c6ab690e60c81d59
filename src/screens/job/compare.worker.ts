import { argue, type Argument } from "@/core/job/argument";
import { benchIn, type Books } from "@/core/job/books";
import {
  besideSet,
  compareSet,
  nearestParts,
  schoolSets,
  type Bench,
  type Beside,
  type Compared,
  type NearestPart,
} from "@/core/job/compare";
import { substitutes, type Substitute } from "@/core/job/substitutes";
import type { Job } from "@/core/job/job";

/** The four schools where `beside` is null, else the sets that it names. Books come along when the worker's are old. */
export type Ask = { readonly n: number; readonly job: Job; readonly books?: Books } & (
  | { readonly do: "compare"; readonly beside: readonly Beside[] | null }
  | { readonly do: "nearest" }
  | { readonly do: "substitutes" }
);
export type Answer =
  | { readonly n: number; readonly sets: readonly Compared[]; readonly arguments: readonly Argument[] }
  | { readonly n: number; readonly nearest: readonly NearestPart[] }
  | { readonly n: number; readonly substitutes: readonly Substitute[] }
  | { readonly n: number; readonly failed: string };

const port = self as unknown as { onmessage: (event: MessageEvent<Ask>) => void; postMessage: (answer: Answer) => void };
let bench: Bench | null = null;

function answer(ask: Ask): Answer {
  const { n, job } = ask;
  if (ask.do === "nearest") return { n, nearest: nearestParts(job, bench!) };
  if (ask.do === "substitutes") return { n, substitutes: [...substitutes(job, bench!)] };
  const choices = ask.beside === null ? schoolSets(job, bench!) : ask.beside.map((one) => besideSet(job, one, bench!));
  const sets = choices.map((set) => compareSet(job, set, bench!));
  return { n, sets, arguments: argue(sets) };
}

port.onmessage = ({ data }) => {
  if (data.books) bench = benchIn(data.books);
  try {
    port.postMessage(answer(data));
  } catch (error) {
    port.postMessage({ n: data.n, failed: String(error) });
  }
};
