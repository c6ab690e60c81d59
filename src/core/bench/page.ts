import type { Bar, JobOnBoard, Week } from "./board";
import type { BenchPlace, BenchPerson, ShopFloor } from "./shopFloor";
import type { Spans } from "./shifts";

/** What the plan moves or would move, a job each, in words. @property hit whether its promise suffers */
export type Told = { readonly job: string; readonly says: string; readonly hit: boolean };

/** The bench as its screen shows it. Moments are minutes by the clock on the wall. */
export type BenchPage = {
  readonly nowMin: number;
  /** Changes with each plan that is kept; null as version for a plan that nobody kept. */
  readonly version: number;
  readonly isKept: boolean;
  readonly floor: ShopFloor;
  readonly floorVersion: number;
  readonly people: readonly (Pick<BenchPerson, "id" | "name"> & { readonly shifts: Spans })[];
  readonly places: readonly (Pick<BenchPlace, "id" | "name" | "kind"> & { readonly open: Spans })[];
  readonly bars: readonly Bar[];
  /** What was painted and dries, by its place. */
  readonly drying: readonly {
    readonly number: number;
    readonly name: string;
    readonly place: string;
    readonly untilMin: number;
  }[];
  readonly jobs: readonly JobOnBoard[];
  /** Jobs that are not planned, and why. */
  readonly notPlanned: readonly { readonly id: string; readonly number: number; readonly name: string; readonly why: string }[];
  readonly weeks: readonly Week[];
  readonly busy: readonly { readonly what: string; readonly share: number }[];
  /** What lateness costs by this plan, what it costs at least with each job by itself, and taken as they came in. */
  readonly lateMinor: number;
  readonly leastMinor: number;
  readonly plainLateMinor: number;
  readonly currency: string;
  /** What stands elsewhere than the plan that was kept says, and why. */
  readonly moved: readonly Told[];
  /** Labour as it is sold for what is left, and what its hours cost the shop. */
  readonly money: { readonly soldMinor: number; readonly costMinor: number; readonly losing: readonly string[] };
  /** Lines of jobs that are being worked out anew. */
  readonly behind: number;
};

/** A job among all the others, before its day is promised. */
export type WhatIf = {
  readonly name: string;
  /** Days, and in how many of a hundred weeks it is done by then. */
  readonly days: readonly { readonly day: string; readonly share: number }[];
  /** The first day of nine in ten; null where there is none. */
  readonly safe: string | null;
  /** Taken before all that is not frozen: the same, and what that moves. */
  readonly first: { readonly safe: string | null; readonly moved: readonly Told[] };
  readonly cause: string;
};

/** How far a search for a better plan is. */
export type Planning = {
  readonly id: string;
  readonly tries: number;
  readonly lateMinor: number;
  /** Proved: no plan costs less; null while that is worked out. */
  readonly boundMinor: number | null;
  readonly isOver: boolean;
  /** By so many days, all bikes together, they are ready sooner than by what stands. */
  readonly soonerDays: number;
  /** What it would move against what stands now; told at its end. */
  readonly moved: readonly Told[];
};
