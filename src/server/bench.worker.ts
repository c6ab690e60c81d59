import { benchBefore, freezeJob, keepBench, makeMove, tryMove } from "@/shop/benchPlans";
import { benchPage } from "@/shop/benchPage";
import { whatIf } from "@/shop/benchWhatIf";
import { shopLearned } from "@/shop/logbook";
import { serve } from "./serve";

const WORKS = { benchPage, whatIf, tryMove, makeMove, keepBench, benchBefore, freezeJob, shopLearned };
export type BenchWorks = typeof WORKS;

/** The bench: all jobs' steps are laid out and weeks are simulated, which takes some hundred milliseconds. */
serve(WORKS, "The bench could not be worked out: nothing was stored.");
