import type { Corner } from "../bay/batteryBay";
import { frameJoints, type Joints } from "../bay/frameTriangle";
import { lastOf, partsOf, type Build } from "../fit/build";
import { surveyOf, Unasked, Unmeasured, Unstated, type Survey } from "../fit/rule";
import { stackOf } from "../fit/rules/axle/stack";
import { bossesMm, frameLengths, packIn, PACK_ROOM_MM, roomOf } from "../fit/rules/battery/frameRoom";
import { addedToBar } from "../fit/rules/controls/barBudget";
import { keysOfEnd } from "../fit/rules/subjects";
import { crossingsOf } from "../fit/rules/wheel/lacing";
import { motorBody } from "../shell/motorBody";

/** The frame's joints from the crank axle, mm, and whether they were measured. */
export type FrameDrawn = { readonly joints: Joints; readonly seatMm: number; readonly topMm: number; readonly downMm: number };

/** The pack in the open triangle: the space, the rail, where it stands and how far it slides, mm from the crank axle. */
export type BayDrawn = {
  readonly bay: readonly Corner[];
  readonly rail: { readonly from: Corner; readonly to: Corner };
  readonly railFromMm: number;
  readonly shock: { readonly near: Corner; readonly far: Corner } | null;
  readonly fits: boolean;
  readonly atMm: number;
  readonly fromMm: number | null;
  readonly toMm: number | null;
  readonly clearanceMm: number | null;
  readonly wantedMm: number;
  readonly slideMm: number;
  readonly bossesMm: readonly number[];
  readonly slotsMm: readonly (readonly [number, number])[];
  readonly pack: { readonly name: string; readonly lengthMm: number; readonly heightMm: number; readonly cradleMm: number };
};

export type Layer = { readonly says: string; readonly mm: number };
/** A motor's axle in its seat: the stack on both sides from the shoulder outwards, and the slot end-on. */
export type AxleDrawn = {
  readonly end: "front" | "rear";
  readonly name: string;
  readonly overLocknutMm: number;
  readonly frameMm: number;
  readonly axleMm: number | null;
  readonly diameterMm: number;
  readonly flatsMm: number;
  readonly slotMm: number;
  readonly depthMm: number;
  readonly left: readonly Layer[];
  readonly right: readonly Layer[];
  readonly arm: { readonly armMm: number; readonly fromMm: number } | null;
  readonly cableSide: "left" | "right" | null;
  readonly filed: boolean;
};

/** One half of the bar from its end inwards: the grip, what is on it, what the build adds, what is left. */
export type BarHalf = {
  readonly half: "left" | "right";
  readonly straightMm: number;
  readonly pieces: readonly { readonly says: string; readonly mm: number; readonly added: boolean }[];
  readonly freeMm: number;
};

export type WheelDrawn = {
  readonly end: "front" | "rear";
  readonly name: string;
  readonly rim: string;
  readonly erdMm: number;
  readonly pcdMm: number;
  readonly spokes: number;
  readonly crosses: number;
  readonly leftMm: number;
  readonly rightMm: number;
  readonly nippleDeg: number;
  readonly tensionRatio: number;
};

/** How a mid-drive's body lies: its middle from the crank axle, mm, and its radius. */
export type BodyDrawn = { readonly centre: Corner; readonly radiusMm: number };

/** What the drawings of single places want; null where something it needs was not measured or stated. */
export type Places = {
  readonly frame: FrameDrawn | null;
  readonly bay: BayDrawn | null;
  readonly axles: readonly AxleDrawn[];
  readonly bar: readonly BarHalf[];
  readonly wheels: readonly WheelDrawn[];
  readonly body: BodyDrawn | null;
  /** A controller's plate, for a template on the frame's bosses. */
  readonly plate: {
    readonly name: string;
    readonly lengthMm: number;
    readonly widthMm: number;
    readonly bossesMm: readonly number[];
  } | null;
};

export function placesOf(build: Build): Places {
  const survey = surveyOf(build.donor);
  return {
    frame: attempt(() => frameOf(survey)),
    bay: attempt(() => bayOf(survey, build)),
    axles: partsOf(build, "hub-motor").flatMap((motor) => attempt(() => axleOf(motor, survey, build)) ?? []),
    bar: (["left", "right"] as const).flatMap((half) => attempt(() => halfOf(half, survey, build)) ?? []),
    wheels: partsOf(build, "hub-motor").flatMap((motor) => attempt(() => wheelOf(motor, survey, build)) ?? []),
    body: attempt(() => bodyOf(survey, build)),
    plate: attempt(() => plateOf(survey, build)),
  };
}

/** Null in place of what the survey, a sheet or the wish leaves open. */
function attempt<T>(work: () => T | null): T | null {
  try {
    return work();
  } catch (error) {
    if (error instanceof Unmeasured || error instanceof Unstated || error instanceof Unasked) return null;
    throw error;
  }
}

function frameOf(survey: Survey): FrameDrawn | null {
  if (survey.choice("triangleBy") === "none") return null;
  const joints = frameJoints(frameLengths(survey));
  return (
    joints && {
      joints,
      seatMm: survey.number("seatTubeDiameterMm").value,
      topMm: survey.number("topTubeDiameterMm").value,
      downMm: survey.number("downTubeDiameterMm").value,
    }
  );
}

function bayOf(survey: Survey, build: Build): BayDrawn | null {
  const battery = lastOf(build, "battery");
  if (battery?.spec.mount !== "down tube") return null;
  const room = roomOf(survey);
  if (typeof room === "string") return null;
  const bosses = bossesMm(survey);
  const answer = packIn(room, battery, bosses, 0);
  const { frame } = room;
  return {
    bay: frame.bay,
    rail: frame.rail,
    railFromMm: frame.railFromMm,
    shock: frame.shock,
    fits: answer.fits,
    atMm: answer.bestMm ?? 0,
    fromMm: answer.fromMm,
    toMm: answer.toMm,
    clearanceMm: answer.clearanceMm,
    wantedMm: PACK_ROOM_MM,
    slideMm: battery.spec.slideMm ?? 0,
    bossesMm: bosses.map((mm) => mm - frame.railFromMm),
    slotsMm: battery.spec.slotsMm ?? [],
    pack: {
      name: battery.name,
      lengthMm: battery.spec.lengthMm,
      heightMm: battery.spec.heightMm,
      cradleMm: battery.spec.cradleMm,
    },
  };
}

function plateOf(survey: Survey, build: Build): Places["plate"] {
  const controller = partsOf(build, "controller")[0];
  const bosses = bossesMm(survey);
  const { lengthMm, widthMm } = controller?.spec ?? {};
  if (!controller || bosses.length < 2 || lengthMm == null || widthMm == null) return null;
  return { name: controller.name, lengthMm, widthMm, bossesMm: bosses };
}

type Hub = ReturnType<typeof partsOf<"hub-motor">>[number];

function axleOf(motor: Hub, survey: Survey, build: Build): AxleDrawn {
  const { end } = motor.spec;
  const keys = keysOfEnd(end);
  const arm = partsOf(build, "torque-arm").find((part) => Math.abs(part.spec.axleDiameterMm - motor.spec.axleDiameterMm) < 0.2);
  const from = build.donor[keys.armFrom]?.value;
  return {
    end,
    name: motor.name,
    overLocknutMm: motor.spec.overLocknutMm,
    frameMm: survey.number(keys.overLocknut).value,
    axleMm: motor.spec.axleLengthMm,
    diameterMm: motor.spec.axleDiameterMm,
    flatsMm: motor.spec.axleFlatsMm,
    slotMm: survey.number(keys.slotWidth).value,
    depthMm: survey.number(keys.slotDepth).value,
    left: stackOf(motor, survey, build, "left"),
    right: stackOf(motor, survey, build, "right"),
    arm: arm ? { armMm: arm.spec.armMm, fromMm: typeof from === "number" ? from : arm.spec.armMm } : null,
    cableSide: motor.spec.cableSide,
    filed: build.geometry.flags.has(`filed ${end}`),
  };
}

function halfOf(half: "left" | "right", survey: Survey, build: Build): BarHalf {
  const straightMm = survey.number(half === "left" ? "barLeftMm" : "barRightMm").value;
  const grip = survey.number("gripMm").value;
  const gripMm = build.geometry.flags.has("short grips") ? Math.min(90, grip) : grip;
  const takenMm = survey.number(half === "left" ? "barTakenLeftMm" : "barTakenRightMm").value;
  const added = addedToBar(build)[half].filter((item) => item.mm > 0);
  const pieces = [
    { says: "grip", mm: gripMm, added: false },
    { says: "on it now", mm: takenMm, added: false },
    ...added.map((item) => ({ says: item.name, mm: item.mm, added: true })),
  ].filter((piece) => piece.mm > 0);
  return { half, straightMm, pieces, freeMm: straightMm - pieces.reduce((sum, piece) => sum + piece.mm, 0) };
}

/** The wheel as it is or will be laced: a bare motor's by its rim, a laced one's only when its rim's figures are known. */
function wheelOf(motor: Hub, survey: Survey, build: Build): WheelDrawn | null {
  const { spec } = motor;
  const donorMm = survey.number(keysOfEnd(spec.end).beadSeat).value;
  const size = spec.laced?.beadSeatMm ?? donorMm;
  const rim =
    partsOf(build, "rim").find((part) => part.spec.beadSeatMm === size) ??
    build.catalogue.distinct("rim").find((part) => part.spec.beadSeatMm === size && part.spec.holes === spec.spokes);
  if (!rim || rim.spec.erdMm <= spec.flangePcdMm) return null;
  const table = crossingsOf(motor, rim.spec.erdMm, build);
  const option = table.options[table.recommended]!;
  return {
    end: spec.end,
    name: motor.name,
    rim: rim.name,
    erdMm: rim.spec.erdMm,
    pcdMm: spec.flangePcdMm,
    spokes: spec.spokes,
    crosses: option.crosses,
    leftMm: option.leftMm,
    rightMm: option.rightMm,
    nippleDeg: option.nippleAngleDeg,
    tensionRatio: table.tensionRatio,
  };
}

function bodyOf(survey: Survey, build: Build): BodyDrawn | null {
  const mid = partsOf(build, "mid-motor")[0];
  if (!mid || mid.spec.canCentreMm === null || mid.spec.canRadiusMm === null) return null;
  const frame = attempt(() => frameOf(survey));
  const angle = frame && (Math.atan2(frame.joints.headLow.y, frame.joints.headLow.x) * 180) / Math.PI;
  const body = motorBody({
    canCentreMm: mid.spec.canCentreMm,
    canRadiusMm: mid.spec.canRadiusMm,
    caseRadiusMm: mid.spec.caseRadiusMm,
    tubeRadiusMm: frame ? frame.downMm / 2 : 18,
    downTubeAngleDeg: angle,
  });
  const at = (body.angleDeg * Math.PI) / 180;
  return {
    centre: { x: mid.spec.canCentreMm * Math.cos(at), y: mid.spec.canCentreMm * Math.sin(at) },
    radiusMm: mid.spec.canRadiusMm,
  };
}
