import type { Rule } from "../rule";
import { armSeat } from "./axle/armSeat";
import { cableExit } from "./axle/cableExit";
import { dish } from "./axle/dish";
import { forkColumn } from "./axle/forkColumn";
import { lips } from "./axle/lips";
import { motorWidth } from "./axle/motorWidth";
import { overLocknut } from "./axle/overLocknut";
import { axleProtrusion } from "./axle/protrusion";
import { axleSlot } from "./axle/slot";
import { torqueArms } from "./axle/torqueArms";
import { trackEnd } from "./axle/trackEnd";
import { batteryBayRule } from "./battery/bay";
import { batteryBosses } from "./battery/bosses";
import { batteryCase } from "./battery/case";
import { batteryCold } from "./battery/cold";
import { batteryGuides } from "./battery/guides";
import { rackLoad } from "./battery/rackLoad";
import { batteryReach } from "./battery/reach";
import { batterySlide } from "./battery/slide";
import { batteryWidth } from "./battery/width";
import { adapterLift } from "./brakes/adapter";
import { cutBoth } from "./brakes/cutBoth";
import { cutOff } from "./brakes/cutOff";
import { brakeDescent } from "./brakes/descent";
import { brakeEnergy } from "./brakes/energy";
import { brakeReach } from "./brakes/reach";
import { found } from "./bench/found";
import { measured } from "./bench/measured";
import { brakeSeat } from "./brakes/seat";
import { rotorWorn } from "./brakes/rotorWorn";
import { hose } from "./brakes/hose";
import { brakeLost } from "./brakes/lostWithHub";
import { leverPull } from "./brakes/leverPull";
import { lostShifter } from "./brakes/lostShifter";
import { rotorCover } from "./brakes/rotorCover";
import { rotorLine } from "./brakes/rotorLine";
import { rotorRoom } from "./brakes/rotorRoom";
import { runOn } from "./brakes/runOn";
import { chainAngle } from "./chain/angle";
import { climbingCog } from "./chain/climbingCog";
import { gearSensor } from "./chain/gearSensor";
import { hubGearTorque } from "./chain/hubGearTorque";
import { chainKept } from "./chain/keptOn";
import { chainLengthRule } from "./chain/length";
import { chainPitch } from "./chain/pitch";
import { ringOnMotor } from "./chain/ringOnMotor";
import { ringToStay } from "./chain/ringStay";
import { usedCog } from "./chain/usedCog";
import { chainWear } from "./chain/wear";
import { wrapCapacity } from "./chain/wrap";
import { clusterInterface } from "./cluster/interface";
import { clusterRoom } from "./cluster/room";
import { shifterMatch } from "./cluster/shifter";
import { conditionRules } from "./condition/conditions";
import { tyreAge } from "./condition/tyreAge";
import { barBudget } from "./controls/barBudget";
import { bellRule } from "./controls/bell";
import { clampSize } from "./controls/clamp";
import { lightsRule } from "./controls/lights";
import { pedalSensorPlace } from "./controls/pedalSensor";
import { kitComplete } from "./kit/lacks";
import { oneOfAKind } from "./kit/twice";
import { limitSetting } from "./law/setting";
import { speedometer } from "./law/speedometer";
import { legalClass } from "./law/class";
import { chargerMatch } from "./power/charger";
import { chargerAmps } from "./power/chargerAmps";
import { otherChargers } from "./power/otherChargers";
import { packCurrent } from "./power/packCurrent";
import { plugRating } from "./power/plugRating";
import { regenCeiling } from "./power/regen";
import { protectionTrip } from "./power/trip";
import { twoMotors } from "./power/twoMotors";
import { voltsWindow } from "./power/voltsWindow";
import { reach } from "./rider/reach";
import { saddleHeight } from "./rider/saddle";
import { standOver } from "./rider/standOver";
import { behindShell } from "./shell/behind";
import { crankStay } from "./shell/crankStay";
import { shellBore } from "./shell/bore";
import { canToTube } from "./shell/canToTube";
import { shellFacing } from "./shell/facing";
import { gearCase } from "./shell/gearCase";
import { groundClearance } from "./shell/ground";
import { guideBolt } from "./shell/guideBolt";
import { shellInside } from "./shell/inside";
import { frameCranks } from "./shell/frameCranks";
import { madeForFrame } from "./shell/madeForFrame";
import { nutEngagement } from "./shell/nutEngagement";
import { shellRound } from "./shell/round";
import { torqueReactionRule } from "./shell/torqueReaction";
import { laceWheel } from "./wheel/lacing";
import { rimWear } from "./wheel/rimWear";
import { spokeCount } from "./wheel/spokeCount";
import { spokes } from "./wheel/spokes";
import { wheelSize } from "./wheel/size";
import { tyreRim } from "./wheel/tyreOnRim";
import { tyreRoom } from "./wheel/tyreRoom";
import { tyreSize } from "./wheel/tyreSize";
import { tyreSpeed } from "./wheel/tyreSpeed";
import { frameKindRule } from "./whole/frameKind";
import { massPlace } from "./whole/frontShare";
import { forkLength } from "./whole/fork";
import { otherForkColumn } from "./whole/forkColumn";
import { forkEnds } from "./whole/forkEnds";
import { shockSize } from "./whole/shock";
import { loadLimit } from "./whole/loadLimit";
import { frameSpeed } from "./whole/speed";
import { towing } from "./whole/towing";
import { batteryLead } from "./wiring/batteryLead";
import { controllerAir } from "./wiring/controllerAir";
import { controllerRoom } from "./wiring/controllerRoom";
import { controllerWater } from "./wiring/controllerWater";
import { converter } from "./wiring/converter";
import { fuseAndCable } from "./wiring/fuse";
import { leadLength } from "./wiring/lead";
import { midBatteryLead } from "./wiring/packToMotor";
import { plugs } from "./wiring/plugs";

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
    crankStay,
    canToTube,
    groundClearance,
    torqueReactionRule,
    madeForFrame,
    frameCranks,
  ],
  chain: [
    chainAngle,
    climbingCog,
    usedCog,
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
    clusterRoom,
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
  wheel: [wheelSize, laceWheel, spokes, spokeCount, tyreRim, tyreRoom, rimWear, tyreSize, tyreSpeed],
  brakes: [
    brakeLost,
    brakeSeat,
    brakeReach,
    brakeEnergy,
    brakeDescent,
    rotorLine,
    rotorRoom,
    rotorCover,
    rotorWorn,
    adapterLift,
    leverPull,
    hose,
  ],
  "cut-offs and controls": [
    cutOff,
    cutBoth,
    lostShifter,
    runOn,
    pedalSensorPlace,
    barBudget,
    clampSize,
    bellRule,
    lightsRule,
    plugs,
    legalClass,
    limitSetting,
    speedometer,
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
    batteryCase,
    packCurrent,
    protectionTrip,
    voltsWindow,
    regenCeiling,
    chargerMatch,
    chargerAmps,
    otherChargers,
    twoMotors,
  ],
  wiring: [
    controllerRoom,
    controllerAir,
    controllerWater,
    leadLength,
    midBatteryLead,
    batteryLead,
    fuseAndCable,
    plugRating,
    converter,
  ],
  "whole bike": [
    frameKindRule,
    loadLimit,
    massPlace,
    frameSpeed,
    towing,
    forkLength,
    otherForkColumn,
    forkEnds,
    shockSize,
    ...conditionRules,
    tyreAge,
    standOver,
    saddleHeight,
    reach,
  ],
  "kit and parts": [kitComplete, oneOfAKind],
  "at the bench": [measured, found],
};

export const RULES: readonly Rule[] = Object.values(RULES_BY_PLACE).flat();
