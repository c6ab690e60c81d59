import type { Rule } from "../rule";
import { axleSlot } from "./axleSlot";
import { chainAngle, climbingCog } from "./chainAngle";
import { chainLengthRule } from "./chainLengthRule";
import { clusterInterface } from "./clusterInterface";
import { cutOff, lostShifter } from "./cutOff";
import { gearCase } from "./gearCase";
import { kitComplete } from "./kitComplete";
import { madeForFrame } from "./madeForFrame";
import { nutEngagement } from "./nutEngagement";
import { overLocknut } from "./overLocknut";
import { packCurrent } from "./packCurrent";
import { shellBore } from "./shellBore";
import { shifterMatch } from "./shifterMatch";
import { torqueArms } from "./torqueArms";
import { chargerMatch, voltsWindow } from "./voltsWindow";
import { wheelSize } from "./wheelSize";

/** Every rule, in the order that a builder would go round the bike. Adding one: a file here, its test beside it, its name in this list. */
export const RULES: readonly Rule[] = [
  shellBore,
  nutEngagement,
  gearCase,
  madeForFrame,
  chainAngle,
  climbingCog,
  chainLengthRule,
  overLocknut,
  axleSlot,
  torqueArms,
  wheelSize,
  clusterInterface,
  shifterMatch,
  cutOff,
  lostShifter,
  packCurrent,
  voltsWindow,
  chargerMatch,
  kitComplete,
];
