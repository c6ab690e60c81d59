import { battery, controller, hub, partOf } from "../../../../tests/bench.fixture";
import type { WrittenSpec } from "../../parts/specs";
import { situations } from "./situation.fixture";

const rear = (over: Partial<WrittenSpec<"hub-motor">> = {}) =>
  hub({ end: "rear", overLocknutMm: 135, cluster: "freewheel-iso", locknutToSmallestMm: 6, clusterRoomMm: 40, ...over });
const arm = (over: Partial<WrittenSpec<"torque-arm">> = {}) =>
  partOf("torque-arm", { axleDiameterMm: 12, axleFlatsMm: 10, plateMm: 6, clamps: "hose clamp", armMm: 110, ...over });
const ring = (thicknessMm: number, boreMm = 12.2) => partOf("washer", { use: "axle spacer", boreMm, thicknessMm });
const rings = [0.5, 1, 1.5, 2, 2.5, 3].map((mm) => ring(mm));
/** A pack of so many cells full at 4.2 V each, and a controller of so many amperes. */
const drive = (series: number, batteryA: number, over: Partial<WrittenSpec<"controller">> = {}) => [
  battery({ series, continuousA: 60 }),
  controller({ batteryA, maxV: 120, cutV: series * 3, ...over }),
];
const A = drive(10, 14);
const B = drive(13, 18);
const C = drive(13, 25);
const rearSteel6 = {
  rearDropoutThicknessMm: [6, "nominal"] as [number, "nominal"],
  rearSlotWidthMm: [10.2, "nominal"] as [number, "nominal"],
};
const frontSteel6 = { frontDropoutThicknessMm: [6, "nominal"] as [number, "nominal"] };

// prettier-ignore
situations("rear and front end (common practice)", [
  { row: "21 a 135 hub in a 141 frame, rings to be bought", asks: "axle/over-locknut", parts: [rear()], shelf: rings, donor: { rearOverLocknutMm: [141, "caliper"] }, verdict: "adapt", settles: /rings-3-both/, never: /dish/i },
  { row: "21 the rings came with the kit", asks: "axle/over-locknut", parts: [rear(), ring(3), ring(3)], donor: { rearOverLocknutMm: [141, "caliper"] }, verdict: "clear", tells: /6 mm of rings/ },
  { row: "22 frame 135.3", asks: "axle/over-locknut", parts: [rear()], shelf: rings, donor: { rearOverLocknutMm: [135.3, "caliper"] }, verdict: "clear" },
  { row: "23 short by 1.0, steel", asks: "axle/over-locknut", parts: [rear()], donor: { rearOverLocknutMm: [134, "caliper"] }, verdict: "adapt", margin: 4, settles: /by hand/ },
  { row: "23 short by 1.0, aluminium", asks: "axle/over-locknut", parts: [rear()], donor: { frameMaterial: "aluminium", rearOverLocknutMm: [134, "caliper"] }, verdict: "measure", margin: 0 },
  { row: "23 short by 1.0, carbon", asks: "axle/over-locknut", parts: [rear()], donor: { frameMaterial: "carbon", rearOverLocknutMm: [134, "caliper"] }, verdict: "stop", margin: -1 },
  { row: "24 steel, short by 4.5", asks: "axle/over-locknut", parts: [rear({ overLocknutMm: 130.5 })], donor: { rearOverLocknutMm: [126, "caliper"] }, verdict: "adapt", margin: 0.5, settles: /by hand/ },
  { row: "24 steel, short by 7", asks: "axle/over-locknut", parts: [rear({ overLocknutMm: 133 })], donor: { rearOverLocknutMm: [126, "caliper"] }, verdict: "adapt", margin: 3, settles: /cold-set/i, never: /by hand/ },
  { row: "24 steel, short by 11", asks: "axle/over-locknut", parts: [rear({ overLocknutMm: 137 })], donor: { rearOverLocknutMm: [126, "caliper"] }, verdict: "stop", margin: -1 },
  { row: "25 thin steel, short by 3.5", asks: "axle/over-locknut", parts: [rear()], donor: { frameMaterial: "thin steel", rearOverLocknutMm: [131.5, "caliper"] }, verdict: "adapt", margin: 0.5, settles: /cold-set/i },
  { row: "25 thin steel, short by 4.5", asks: "axle/over-locknut", parts: [rear()], donor: { frameMaterial: "thin steel", rearOverLocknutMm: [130.5, "caliper"] }, verdict: "stop", margin: -0.5 },
  { row: "25 titanium, short by 2.5", asks: "axle/over-locknut", parts: [rear()], donor: { frameMaterial: "titanium", rearOverLocknutMm: [132.5, "caliper"] }, verdict: "adapt", margin: 0.5, settles: /by hand/, never: /cold-set/i },
  { row: "25 titanium, short by 3.5", asks: "axle/over-locknut", parts: [rear()], donor: { frameMaterial: "titanium", rearOverLocknutMm: [131.5, "caliper"] }, verdict: "stop", margin: -0.5 },
  { row: "26 aluminium, short by 1.0 exactly", asks: "axle/over-locknut", parts: [rear()], donor: { frameMaterial: "aluminium", rearOverLocknutMm: [134, "nominal"] }, verdict: "adapt", margin: 0, settles: /by hand/ },
  { row: "26 by tape", asks: "axle/over-locknut", parts: [rear()], donor: { frameMaterial: "aluminium", rearOverLocknutMm: [134, "tape"] }, verdict: "measure", margin: 0 },
  { row: "26 short by 1.6", asks: "axle/over-locknut", parts: [rear()], donor: { frameMaterial: "aluminium", rearOverLocknutMm: [133.4, "caliper"] }, verdict: "stop", margin: -0.6 },
  { row: "27 aluminium, short by 2.5, a house that takes 3", asks: "axle/over-locknut", parts: [rear()], house: { aluminiumSpreadMm: 3 }, donor: { frameMaterial: "aluminium", rearOverLocknutMm: [132.5, "caliper"] }, verdict: "adapt", margin: 0.5 },
  { row: "27 a reason on one job", asks: "axle/over-locknut", parts: [rear()], overrides: [{ finding: "axle/over-locknut rear", reason: "it will go", by: "K", at: "2026-01-05T09:00:00Z" }], donor: { frameMaterial: "aluminium", rearOverLocknutMm: [132.5, "caliper"] }, verdict: "stop", margin: -1.5 },
  { row: "28 rigid steel fork 96", asks: "axle/over-locknut", parts: [hub()], donor: { frontOverLocknutMm: [96, "caliper"] }, verdict: "adapt", margin: 1, settles: /cold-set/i, never: /by hand/ },
  { row: "28 rigid steel fork 90", asks: "axle/over-locknut", parts: [hub()], donor: { frontOverLocknutMm: [90, "caliper"] }, verdict: "stop", margin: -5 },
  { row: "29 suspension lowers, short by 0.8", asks: "axle/over-locknut", parts: [hub()], donor: { forkKind: "suspension", frontOverLocknutMm: [99.2, "caliper"] }, verdict: "stop", margin: -0.8 },
  { row: "30 closed 142 end, solid axle: the seat", asks: "axle/slot", parts: [rear({ overLocknutMm: 142 })], donor: { rearDropout: "thru", rearOverLocknutMm: 142, rearSlotWidthMm: undefined }, verdict: "stop", never: /not measured|arm/i },
  { row: "30 closed 142 end, solid axle: the arms", asks: "axle/torque-arms", parts: [rear({ overLocknutMm: 142 })], donor: { rearDropout: "thru", rearOverLocknutMm: 142, rearSlotWidthMm: undefined }, verdict: "stop", never: /not measured/i },
  { row: "31 front 15 by 100 closed, a motor made for it", asks: "axle/slot", parts: [hub({ matchedThruAxle: true })], donor: { frontDropout: "thru", frontSlotWidthMm: undefined }, verdict: "clear" },
  { row: "31 and its own arm listed", asks: "axle/torque-arms", parts: [hub({ matchedThruAxle: true }), ...A, arm()], donor: { frontDropout: "thru", frontSlotWidthMm: undefined }, verdict: "clear" },
  { row: "32 slot 9.1, 6.2 of metal beside it", asks: "axle/slot", parts: [hub()], donor: { frontSlotWidthMm: [9.1, "caliper"], frontSlotMetalMm: [6.2, "caliper"] }, verdict: "adapt", margin: 0.75, settles: /0\.45 mm off each side/ },
  { row: "32 slot 9.1, 5.3 of metal", asks: "axle/slot", parts: [hub()], donor: { frontSlotWidthMm: [9.1, "caliper"], frontSlotMetalMm: [5.3, "caliper"] }, verdict: "stop", margin: -0.15 },
  { row: "32 slot 9.1, metal not measured", asks: "axle/slot", parts: [hub()], donor: { frontSlotWidthMm: [9.1, "caliper"] }, verdict: "measure", tells: /metal beside the slot/ },
  { row: "33 slot 9.1 in aluminium", asks: "axle/slot", parts: [hub()], donor: { frontDropoutMaterial: "aluminium", frontSlotWidthMm: [9.1, "caliper"], frontSlotMetalMm: [8, "caliper"] }, verdict: "stop", margin: -0.9 },
  { row: "34 slot 10.2", asks: "axle/slot", parts: [hub()], donor: { frontSlotWidthMm: [10.2, "caliper"] }, verdict: "clear" },
  { row: "34 slot 11.2", asks: "axle/slot", parts: [hub()], donor: { frontSlotWidthMm: [11.2, "caliper"] }, verdict: "adapt", margin: -0.2, settles: /fill/i },
  { row: "35 seat 9.0", asks: "axle/slot", parts: [hub()], donor: { frontSlotDepthMm: [9, "rule"] }, verdict: "clear" },
  { row: "35 seat 7.0", asks: "axle/slot", parts: [hub()], donor: { frontSlotDepthMm: [7, "rule"] }, verdict: "adapt", margin: -1, never: /deepen/i },
  { row: "35 seat 4.0", asks: "axle/slot", parts: [hub()], donor: { frontSlotDepthMm: [4, "rule"] }, verdict: "stop", margin: -1.32, never: /deepen/i },
  { row: "36 recess of 20, 2 deep", asks: "axle/lips", parts: [hub()], donor: { frontLips: "recess", frontRecessMm: 2, frontRecessDiameterMm: 20 }, verdict: "adapt", settles: /C-washers of 2 mm/ },
  { row: "37 unequal axle ends, ring 3 on the left", asks: "axle/protrusion", parts: [rear({ overLocknutMm: 129, axleLeftMm: 28, axleRightMm: 33 }), arm({ plateMm: 5 }), arm({ plateMm: 5 }), ring(3), ring(3)], donor: { ...rearSteel6, rearOverLocknutMm: [135, "caliper"] }, verdict: "adapt", settles: /tab washer/ },
  { row: "38 tips filed before, no record", asks: "axle/torque-arms", parts: [hub(), ...A], donor: { frontDropoutCondition: "filed" }, verdict: "stop" },
  { row: "38 filed in this job, 5.8 left", asks: "axle/slot", parts: [hub()], donor: { frontSlotWidthMm: [9.1, "caliper"], frontSlotMetalMm: [6.25, "caliper"] }, accept: [{ finding: "axle/slot", remedy: "file-slot" }], verdict: "clear" },
]);

// prettier-ignore
situations("axle torque and arms (common practice)", [
  { row: "39 250 W, 25 N·m, no arm", asks: "axle/torque-arms", parts: [rear({ peakTorqueNm: 25 }), ...A], donor: rearSteel6, verdict: "clear", margin: 0 },
  { row: "39 26.4 N·m, the flats' limit itself", asks: "axle/torque-arms", parts: [rear({ peakTorqueNm: 26.4 }), ...A], donor: rearSteel6, verdict: "clear", margin: 0 },
  { row: "39 27.0 N·m", asks: "axle/torque-arms", parts: [rear({ peakTorqueNm: 27 }), ...A], shelf: [arm()], donor: rearSteel6, verdict: "adapt", margin: -1, settles: /one torque arm/i },
  { row: "40 500 W, 45 N·m, 983 W in", asks: "axle/torque-arms", parts: [rear({ ratedW: 500, peakTorqueNm: 45 }), ...drive(13, 18), arm()], donor: rearSteel6, verdict: "clear", margin: 0 },
  { row: "40 1037 W in", asks: "axle/torque-arms", parts: [rear({ ratedW: 500, peakTorqueNm: 45 }), ...drive(13, 19), arm()], shelf: [arm()], donor: rearSteel6, verdict: "adapt", margin: -1, settles: /set-18-amps/ },
  { row: "41 plain washers, 29 N·m, one arm", asks: "axle/torque-arms", parts: [rear({ peakTorqueNm: 29, washers: "plain" }), ...A, arm()], donor: rearSteel6, verdict: "adapt", margin: -1, settles: /keyed washers/i },
  { row: "42 slot play 0.8, 25 N·m", asks: "axle/torque-arms", parts: [rear({ peakTorqueNm: 25 }), ...A], donor: { ...rearSteel6, rearSlotWidthMm: [10.8, "caliper"] }, verdict: "adapt", margin: -1, tells: /flats hold, clamp lost 19\.8/ },
  { row: "43 steel of exactly 5.0", asks: "axle/torque-arms", parts: [rear({ peakTorqueNm: 20 }), ...A], donor: { ...rearSteel6, rearDropoutThicknessMm: [5, "nominal"] }, verdict: "adapt", margin: -1 },
  { row: "44 thickness not known", asks: "axle/torque-arms", parts: [rear({ ratedW: 500, peakTorqueNm: 45 }), ...B, arm()], donor: { rearDropoutThicknessMm: undefined }, verdict: "measure" },
  { row: "44 material not known", asks: "axle/torque-arms", parts: [rear({ ratedW: 500, peakTorqueNm: 45 }), ...B, arm()], donor: { rearDropoutMaterial: undefined }, verdict: "measure" },
  { row: "45 class B with regeneration, one arm", asks: "axle/torque-arms", parts: [rear({ ratedW: 500, peakTorqueNm: 45, regenerates: true }), ...B, arm()], donor: rearSteel6, verdict: "adapt", margin: -1 },
  { row: "46 torque by phase current and constant: 48 N·m", asks: "axle/torque-arms", parts: [rear({ ratedW: 500, peakTorqueNm: null, torqueConstantNmPerA: 1.6 }), ...drive(13, 18, { phaseA: 30 }), arm()], donor: rearSteel6, verdict: "clear", margin: 0, tells: /torque at the wheel 48 / },
  { row: "46 neither known: one class higher", asks: "axle/torque-arms", parts: [rear({ ratedW: 500, peakTorqueNm: null }), ...B, arm()], donor: rearSteel6, verdict: "adapt", margin: -1, tells: /class C/ },
  { row: "47 front aluminium 8.5, class A, two arms", asks: "axle/torque-arms", parts: [hub(), ...A, arm(), arm()], donor: { frontDropoutMaterial: "aluminium", frontDropoutThicknessMm: [8.5, "caliper"] }, verdict: "adapt", margin: 0, tells: /rear wheel or at the crank is offered first/ },
  { row: "47 8.05 by caliper", asks: "axle/torque-arms", parts: [hub(), ...A, arm(), arm()], donor: { frontDropoutMaterial: "aluminium", frontDropoutThicknessMm: [8.05, "caliper"] }, verdict: "measure" },
  { row: "48 front aluminium, class B", asks: "axle/torque-arms", parts: [hub({ ratedW: 500, peakTorqueNm: 45 }), ...B, arm(), arm()], donor: { frontDropoutMaterial: "aluminium", frontDropoutThicknessMm: [8.5, "caliper"] }, verdict: "stop" },
  { row: "48 front aluminium, class A with regeneration", asks: "axle/torque-arms", parts: [hub({ regenerates: true }), ...A, arm(), arm()], donor: { frontDropoutMaterial: "aluminium", frontDropoutThicknessMm: [8.5, "caliper"] }, verdict: "stop" },
  { row: "48 front steel, class D", asks: "axle/torque-arms", parts: [hub({ ratedW: 1500, peakTorqueNm: 110 }), ...drive(13, 40), arm(), arm()], donor: frontSteel6, verdict: "stop" },
  { row: "48 magnesium lowers, class A", asks: "axle/torque-arms", parts: [hub(), ...A, arm(), arm()], donor: { forkKind: "suspension", forkMaterial: "magnesium", frontDropoutMaterial: "magnesium" }, verdict: "stop" },
  { row: "49 110 N·m on M14: two arms are no plates", asks: "axle/torque-arms", parts: [rear({ ratedW: 1500, peakTorqueNm: 110, axleDiameterMm: 14 }), ...drive(13, 40), arm({ axleDiameterMm: 14 }), arm({ axleDiameterMm: 14 })], shelf: [arm({ axleDiameterMm: 14, clamps: "clamping plates" })], donor: rearSteel6, verdict: "adapt", margin: -2, settles: /clamping plates/ },
  { row: "49 two closed plates", asks: "axle/torque-arms", parts: [rear({ ratedW: 1500, peakTorqueNm: 110, axleDiameterMm: 14 }), ...drive(13, 40), ...[1, 2].map(() => arm({ axleDiameterMm: 14, clamps: "clamping plates" }))], donor: rearSteel6, verdict: "clear", margin: 0 },
  { row: "50 aluminium 8.5 with regeneration, plate unknown", asks: "axle/torque-arms", parts: [rear({ ratedW: 1000, peakTorqueNm: 95, axleDiameterMm: 14, regenerates: true }), ...drive(13, 40), ...[1, 2].map(() => arm({ axleDiameterMm: 14, clamps: "clamping plates" }))], donor: { rearDropoutMaterial: "aluminium", rearDropoutThicknessMm: [8.5, "nominal"] }, verdict: "stop", tells: /room with two -20\.0/, never: /third/ },
  { row: "50 240 MPa on the sheet", asks: "axle/torque-arms", parts: [rear({ ratedW: 1000, peakTorqueNm: 95, axleDiameterMm: 14, regenerates: true }), ...drive(13, 40), ...[1, 2].map(() => arm({ axleDiameterMm: 14, clamps: "clamping plates" }))], donor: { rearDropoutMaterial: "aluminium", rearDropoutPlate: "wrought", rearDropoutThicknessMm: [8.5, "nominal"] }, verdict: "clear" },
  { row: "51 frame made for hub motors, limit 60, motor 60", asks: "axle/torque-arms", parts: [rear({ ratedW: 750, peakTorqueNm: 60 }), ...C], donor: { ...rearSteel6, rearDropout: "hub-motor", rearDropoutLimitNm: 60 }, verdict: "clear", margin: 0 },
  { row: "51 motor 65", asks: "axle/torque-arms", parts: [rear({ ratedW: 750, peakTorqueNm: 65 }), ...C], donor: { ...rearSteel6, rearDropout: "hub-motor", rearDropoutLimitNm: 60 }, verdict: "stop", margin: -5, tells: /phase current/ },
  { row: "52 arm of 90 in a worm clamp, 45 N·m", asks: "axle/arm-seat", parts: [rear({ ratedW: 500, peakTorqueNm: 45 }), arm({ armMm: 90 })], donor: { rearArmFromMm: 80 }, verdict: "clear" },
  { row: "52 arm of 85", asks: "axle/arm-seat", parts: [rear({ ratedW: 500, peakTorqueNm: 45 }), arm({ armMm: 85 })], shelf: [arm({ armMm: 120 }), arm({ clamps: "bolted saddle" })], donor: { rearArmFromMm: 80 }, verdict: "adapt", margin: -29.4, digits: 1, settles: /120 mm[^]*bolted saddle/, never: /second arm/ },
  { row: "53 arm of 4 mm plate", asks: "axle/torque-arms", parts: [rear({ ratedW: 500, peakTorqueNm: 45 }), ...B, arm({ plateMm: 4 })], shelf: [arm({ plateMm: 4 }), arm()], donor: rearSteel6, verdict: "adapt", margin: -1, settles: /one torque arm/i },
  { row: "53 a round clamp on a flat stay", asks: "axle/arm-seat", parts: [rear(), arm({ tubeMm: [16, 25] })], donor: { rearArmSeat: "flat" }, verdict: "adapt", settles: /bracket made against the frame/i, never: /hose clamp on/ },
  { row: "54 track end, class A, no arm", asks: "axle/torque-arms", parts: [rear({ peakTorqueNm: 20 }), ...A], donor: { ...rearSteel6, rearDropout: "track end" }, verdict: "adapt", margin: -1 },
  { row: "54 slot of 14 mm on flats of 10, one arm", asks: "axle/torque-arms", parts: [rear({ peakTorqueNm: 20 }), ...A, arm()], donor: { ...rearSteel6, rearSlotWidthMm: [14, "nominal"] }, verdict: "adapt", margin: -1 },
  { row: "55 axle on a hanger, class C", asks: "axle/torque-arms", parts: [rear({ ratedW: 750, peakTorqueNm: 60 }), ...C, arm(), arm()], donor: { rearDropout: "hanger", rearDropoutMaterial: "aluminium", rearDropoutThicknessMm: [9, "nominal"] }, verdict: "stop" },
  { row: "55 class A with one arm", asks: "axle/torque-arms", parts: [rear({ peakTorqueNm: 20 }), ...A, arm()], donor: { rearDropout: "hanger", rearDropoutMaterial: "aluminium", rearDropoutThicknessMm: [9, "nominal"] }, verdict: "clear", margin: 0 },
]);

const disc = {
  rearBrake: "disc",
  rearBrakeMount: "post",
  rearRotorLineMm: [15.3, "caliper"] as [number, "caliper"],
  rearOverLocknutMm: [135, "caliper"] as [number, "caliper"],
};
/** A hub of 134 with a ring of 1.0 on the left. */
const shifted = (rotorFaceMm: number) => [rear({ overLocknutMm: 133, rotorFaceMm }), ring(1), ring(1)];

// prettier-ignore
situations("washers and rotor (common practice)", [
  { row: "56 rings 0.5 and 2.5", asks: "axle/dish", parts: [rear({ overLocknutMm: 132 }), ring(0.5), ring(2.5)], donor: { rearOverLocknutMm: [135, "caliper"] }, verdict: "adapt", tells: /rim off the middle 1 /, settles: /re-dish 1 mm to the right/i },
  { row: "56 rings 1.0 and 2.0", asks: "axle/dish", parts: [rear({ overLocknutMm: 132 }), ring(1), ring(2)], donor: { rearOverLocknutMm: [135, "caliper"] }, verdict: "clear", margin: 0, tells: /rim off the middle 0\.5 / },
  { row: "57 ring bored 12.3 on M12", asks: "axle/over-locknut", parts: [rear(), ring(3, 12.3), ring(3, 12.3)], donor: { rearOverLocknutMm: [141, "caliper"] }, verdict: "clear" },
  { row: "57 ring bored 12.8", asks: "axle/over-locknut", parts: [rear(), ring(3, 12.8), ring(3, 12.8)], shelf: rings, donor: { rearOverLocknutMm: [141, "caliper"] }, verdict: "adapt", tells: /12\.8/ },
  { row: "58 rotor 0.3 inside its line, post mount", asks: "brakes/rotor-line", parts: shifted(14.6), donor: disc, verdict: "clear" },
  { row: "58 the same, IS mount", asks: "brakes/rotor-line", parts: shifted(14.6), donor: { ...disc, rearBrakeMount: "tabs" }, verdict: "adapt", settles: /shim/i },
  { row: "59 rotor 1.6 inside, post mount", asks: "brakes/rotor-line", parts: shifted(15.9), donor: disc, verdict: "adapt", margin: -0.1, settles: /1\.6 mm[^]*longer bolts/ },
  { row: "60 rotor 1.0 outside, IS mount", asks: "brakes/rotor-line", parts: shifted(13.3), donor: { ...disc, rearBrakeMount: "tabs" }, verdict: "adapt", settles: /shim the calliper/i, never: /rotor filed/ },
  { row: "61 the bike's rotor line not gauged", asks: "brakes/rotor-line", parts: [rear()], donor: { ...disc, rearRotorLineMm: undefined }, verdict: "measure" },
  { row: "62 rotor's arms 2.0 from the cover", asks: "brakes/rotor-cover", parts: [rear({ rotorToCoverMm: 2 })], donor: disc, verdict: "clear", margin: 0 },
  { row: "62 1.6", asks: "brakes/rotor-cover", parts: [rear({ rotorToCoverMm: 1.6 })], shelf: [partOf("rotor", { diameterMm: 180, mount: "six-bolt", thicknessMm: 1.8 })], donor: disc, verdict: "adapt", margin: -0.4, settles: /rotor/i },
  { row: "62 not on the sheet", asks: "brakes/rotor-cover", parts: [rear({ rotorToCoverMm: null })], donor: disc, verdict: "measure" },
]);
