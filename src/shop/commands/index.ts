import type { Command, Done, Refusal } from "@/core/job/command";
import type { Job } from "@/core/job/job";
import type { Result } from "@/core/result";
import { refused, type Bench, type UseCase } from "../useCase";
import { ASIDE, putAside, takeUp } from "./aside";
import { mark, unmark } from "./marks";
import { noteMinutes, sign, tick, untick } from "./build";
import { dropReading, noteReading, reportProblem, settleProblem } from "./atBench";
import { beginStep, pauseStep } from "./timers";
import { dropSerial, noteSerial } from "./serials";
import { brought, choose, putIn, putInInstead, takeOut } from "./choose";
import { editWish } from "./editWish";
import { noteCall } from "./noteCall";
import { accept, offerAgain, override, refuse, takeBack, withdrawOverride } from "./findings";
import { forgetReading, measure } from "./measure";
import { arrived, callOff, noteBill, placeOrder } from "./orders";
import { noteVisit, takeOutVisit } from "./visits";
import { agreeToLess, dropRide, failCheck, forgetWeighing, handOver, openCheck, passCheck, takeInRide, weigh } from "./prove";
import { readSettings, writeSettings } from "./settings";
import { takePayment } from "./payments";
import { dropPhoto, keepPhoto } from "./photos";
import { answerSheet, discount, giveSheet, takeUpSheet } from "./given";
import { addLine, removeLine, source } from "./sheet";

const USE_CASES: { [D in Command["do"]]: UseCase<D> } = {
  "edit wish": editWish,
  measure,
  "forget reading": forgetReading,
  choose,
  accept,
  "take back": takeBack,
  refuse,
  "offer again": offerAgain,
  "put in": putIn,
  "take out": takeOut,
  "put in instead": putInInstead,
  "keep photo": keepPhoto,
  "drop photo": dropPhoto,
  override,
  "withdraw override": withdrawOverride,
  source,
  "add line": addLine,
  "remove line": removeLine,
  "give sheet": giveSheet,
  "answer sheet": answerSheet,
  "take up sheet": takeUpSheet,
  discount,
  "place order": placeOrder,
  arrived,
  "call off": callOff,
  tick,
  untick,
  mark,
  unmark,
  "begin step": beginStep,
  "pause step": pauseStep,
  "note reading": noteReading,
  "drop reading": dropReading,
  "report problem": reportProblem,
  "settle problem": settleProblem,
  "note minutes": noteMinutes,
  "note serial": noteSerial,
  "drop serial": dropSerial,
  "note bill": noteBill,
  "pass check": passCheck,
  "fail check": failCheck,
  "open check": openCheck,
  weigh,
  "forget weighing": forgetWeighing,
  "take in ride": takeInRide,
  "drop ride": dropRide,
  "agree to less": agreeToLess,
  "hand over": handOver,
  "note visit": noteVisit,
  "take out visit": takeOutVisit,
  "read settings": readSettings,
  "write settings": writeSettings,
  sign,
  brought,
  "note call": noteCall,
  "take payment": takePayment,
  "put aside": putAside,
  "take up": takeUp,
};

/** What may still happen to a job that is put aside: parts that were ordered come all the same, or are called off. */
const WHILE_ASIDE: ReadonlySet<Command["do"]> = new Set([
  "put aside",
  "take up",
  "arrived",
  "call off",
  "note call",
  "take payment",
  "note bill",
]);

export const carryOut = (job: Job, command: Command, bench: Bench): Result<Done, Refusal> =>
  job.aside && !WHILE_ASIDE.has(command.do)
    ? refused(ASIDE)
    : (USE_CASES[command.do] as UseCase<Command["do"]>)(job, command as never, bench);
