import type { Rule } from "../rule";
import { armSeat, axleProtrusion, cableExit, dish, lips, motorWidth, rotorLine, rotorRoom, trackEnd } from "./axleStack";
import { axleSlot } from "./axleSlot";
import {
  batteryBayRule,
  batteryBosses,
  batteryCold,
  batteryGuides,
  batteryReach,
  batterySlide,
  batteryWidth,
  rackLoad,
} from "./batteryPlace";
import { adapterLift, brakeDescent, brakeEnergy, hose, leverPull, runOn } from "./brakeRules";
import { chainAngle, climbingCog } from "./chainAngle";
import { chainLengthRule } from "./chainLengthRule";
import { chainKept, chainPitch, chainWear, gearSensor, ringOnMotor, ringToStay, wrapCapacity } from "./chainRules";
import { clusterInterface } from "./clusterInterface";
import { conditionRules, reach, saddleHeight, standOver, tyreAge } from "./conditionRules";
import { barBudget, bellRule, clampSize, legalClass, lightsRule, pedalSensorPlace, plugs } from "./controlRules";
import { cutOff, lostShifter } from "./cutOff";
import { forkColumn } from "./forkColumn";
import { gearCase } from "./gearCase";
import { hubGearTorque } from "./hubGear";
import { kitComplete } from "./kitComplete";
import { madeForFrame } from "./madeForFrame";
import { canToTube, groundClearance, torqueReactionRule } from "./motorPlace";
import { nutEngagement } from "./nutEngagement";
import { overLocknut } from "./overLocknut";
import { packCurrent } from "./packCurrent";
import { chargerAmps, plugRating, protectionTrip, regenCeiling, twoMotors } from "./powerRules";
import { shellBore } from "./shellBore";
import { behindShell, guideBolt, shellFacing, shellInside, shellRound } from "./shellCondition";
import { shifterMatch } from "./shifterMatch";
import { torqueArms } from "./torqueArms";
import { chargerMatch, voltsWindow } from "./voltsWindow";
import { laceWheel, rimWear, tyreRim, tyreRoom, tyreSpeed } from "./wheelRules";
import { wheelSize } from "./wheelSize";
import { frameKindRule, frameSpeed, loadLimit, massPlace, towing } from "./wholeBike";
import { batteryLead, fuseAndCable, leadLength, midBatteryLead } from "./wiringRules";

/** Every rule by place, in the order that a builder would go round the bike. Adding one: a file here, its test beside it, its name in this list. */
export const RULES_BY_PLACE: Readonly<Record<string, readonly Rule[]>> = {
  "shell and motor": [
    shellBore,
    shellRound,
    shellFacing,
    guideBolt,
    shellInside,
    nutEngagement,
    gearCase,
    behindShell,
    canToTube,
    groundClearance,
    torqueReactionRule,
    madeForFrame,
  ],
  chain: [
    chainAngle,
    climbingCog,
    ringToStay,
    ringOnMotor,
    chainKept,
    chainLengthRule,
    chainPitch,
    chainWear,
    wrapCapacity,
    gearSensor,
    hubGearTorque,
    clusterInterface,
    shifterMatch,
  ],
  "rear and front end": [
    overLocknut,
    axleSlot,
    lips,
    trackEnd,
    torqueArms,
    armSeat,
    axleProtrusion,
    dish,
    cableExit,
    motorWidth,
    forkColumn,
  ],
  wheel: [wheelSize, laceWheel, tyreRim, tyreRoom, rimWear, tyreSpeed],
  brakes: [brakeEnergy, brakeDescent, rotorLine, rotorRoom, adapterLift, leverPull, hose],
  "cut-offs and controls": [
    cutOff,
    lostShifter,
    runOn,
    pedalSensorPlace,
    barBudget,
    clampSize,
    bellRule,
    lightsRule,
    plugs,
    legalClass,
  ],
  battery: [
    batteryBayRule,
    batterySlide,
    batteryBosses,
    batteryGuides,
    batteryWidth,
    rackLoad,
    batteryReach,
    batteryCold,
    packCurrent,
    protectionTrip,
    voltsWindow,
    regenCeiling,
    chargerMatch,
    chargerAmps,
    twoMotors,
  ],
  wiring: [leadLength, midBatteryLead, batteryLead, fuseAndCable, plugRating],
  "whole bike": [
    frameKindRule,
    loadLimit,
    massPlace,
    frameSpeed,
    towing,
    ...conditionRules,
    tyreAge,
    standOver,
    saddleHeight,
    reach,
  ],
  "kit and parts": [kitComplete],
};

export const RULES: readonly Rule[] = Object.values(RULES_BY_PLACE).flat();
