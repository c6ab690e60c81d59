import type { Verdict } from "@/core/fit/finding";

/** The list of jobs as the screen gets it. */
export type JobTicket = {
  id: string;
  number: number;
  customer: string;
  bike: string;
  summary: {
    verdicts: Record<Verdict, number>;
    stages: { name: string; knot: string; undone: number }[];
    allInMinor: number;
    currency: string;
    readyBy: string | null;
    budgetMinor: number | null;
    build: string;
  };
};
export type JobList = { rows: JobTicket[]; total: number };
