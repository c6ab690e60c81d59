import { battery, controller, frameMotor, hub, mid, partOf } from "../../../../tests/bench.fixture";
import type { WrittenSpec } from "../../parts/specs";
import { situations } from "./situation.fixture";

const rear = (over: Partial<WrittenSpec<"hub-motor">> = {}) =>
  hub({ end: "rear", overLocknutMm: 135, cluster: "spline-8-10", ...over });
const arm = partOf("torque-arm", { axleDiameterMm: 12, axleFlatsMm: 10, plateMm: 6, clamps: "hose clamp", armMm: 110 });
const seat = { shellStandard: "made", motorSeat: "four bolts, level", crankKind: "splined" };
const exact = (mm: number): [number, "nominal"] => [mm, "nominal"];

// prettier-ignore
situations("motors made for a frame (common practice)", [
  { row: "154 frame's motor seat unknown", asks: "shell/made-for-frame", parts: [frameMotor()], donor: { ...seat, motorSeat: undefined }, verdict: "measure" },
  { row: "154 another than the motor's", asks: "shell/made-for-frame", parts: [frameMotor()], donor: { ...seat, motorSeat: "six bolts" }, verdict: "stop", tells: /nothing is plated, drilled or welded/ },
  { row: "155 ring 38 on 53, chain of 5.65, stay 48.2", asks: "chain/ring-stay", parts: [frameMotor()], donor: { ...seat, frameMaterial: "aluminium", cogCount: 11, stayFarRadiusMm: 115, stayNearOutMm: [48.2, "caliper"], stayFarOutMm: [48.2, "caliper"] }, verdict: "measure" },
  { row: "156 line 55, twelve cogs on 148", asks: "chain/angle", parts: [frameMotor({ chainlineMm: 55 })], donor: { ...seat, cogCount: 12, rearOverLocknutMm: exact(148), locknutToSmallestMm: exact(8.1), chainstayMm: exact(440) }, verdict: "adapt", settles: /acknowledge/i },
  { row: "157 cranks of another seat", asks: "shell/frame-cranks", parts: [frameMotor()], donor: { ...seat, crankKind: "square" }, verdict: "adapt", settles: /cranks/i },
  { row: "157 ring nut", asks: "shell/frame-cranks", parts: [frameMotor()], donor: seat, verdict: "clear", tells: /left-hand nut: check the part/ },
  { row: "158 ring 38, cog 46 over 440, chain of 114", asks: "chain/length", parts: [frameMotor(), partOf("chain", { speeds: 9, links: 114 })], donor: { ...seat, largestCogTeeth: 46, chainstayMm: exact(440) }, verdict: "clear", margin: 0 },
]);

const trike = { frameKind: "trike", rearDropoutThicknessMm: exact(6) };
const B = [battery({ series: 13, continuousA: 60 }), controller({ batteryA: 18, maxV: 60, cutV: 39 })];

// prettier-ignore
situations("three-wheelers (common practice)", [
  { row: "159 two wheels on one axle, rear hub motor", asks: "whole/frame-kind", parts: [rear()], donor: { ...trike, rearWheels: "two" }, verdict: "stop", tells: /front hub motor, or one at the crank/ },
  { row: "160 one rear wheel", asks: "whole/frame-kind", parts: [rear()], donor: { ...trike, rearWheels: "one" }, verdict: "clear" },
  { row: "160 class B with one arm", asks: "axle/torque-arms", parts: [rear({ ratedW: 500, peakTorqueNm: 45 }), ...B, arm], donor: { ...trike, rearWheels: "one" }, verdict: "clear", margin: 0 },
  { row: "161 wheels behind not asked", asks: "whole/frame-kind", parts: [rear()], donor: trike, verdict: "measure" },
  { row: "162 one brake", asks: "brakes/cut-off", parts: [mid()], donor: { ...trike, rearBrake: "none" }, verdict: "stop", margin: -1 },
]);

const EU = "EU, public roads";
const US = "US, public roads";
const throttle = partOf("throttle", { style: "thumb", clampMm: 22.2, plug: "five-pin", barMm: 38, leadMm: 900 });
const drive = (series = 13) => [battery({ series, continuousA: 60 }), controller({ batteryA: 15, maxV: 75, cutV: 39 })];

// prettier-ignore
situations("law and speed (as known, confirm locally)", [
  { row: "163 EU, 250 W, set 24.5", asks: "law/class", parts: [rear(), ...drive()], asked: { where: EU, assistKmh: 24.5 }, verdict: "clear", margin: 0.44, tells: /confirm locally/, never: /is legal/ },
  { row: "164 set 27", asks: "law/class", parts: [rear(), ...drive()], asked: { where: EU, assistKmh: 27 }, verdict: ["stop", "adapt"], margin: -2.06, settles: /24\.[45] km\/h/ },
  { row: "165 500 W limited by a setting", asks: "law/class", parts: [rear({ ratedW: 500 }), ...drive()], asked: { where: EU }, verdict: ["stop", "adapt"], margin: -250 },
  { row: "166 throttle free", asks: "law/class", parts: [rear(), ...drive(), throttle], asked: { where: EU }, verdict: "adapt", settles: /6 km\/h/, never: /off-road mode/ },
  { row: "166 throttle to 6 km/h", asks: "law/class", parts: [rear(), ...drive(), throttle], asked: { where: EU }, accept: [{ finding: "law/class", remedy: "throttle-walks" }], verdict: "clear" },
  { row: "167 US, 750 W", asks: "law/class", parts: [rear({ ratedW: 750 }), ...drive()], asked: { where: US }, verdict: "measure" },
  { row: "168 EU, 13 cells", asks: "law/class", parts: [rear(), ...drive(13)], asked: { where: EU }, verdict: "clear" },
  { row: "168 14 cells", asks: "law/class", parts: [rear(), ...drive(14)], asked: { where: EU }, verdict: "measure", margin: -2.4 },
  { row: "169 US, 500 W, set 31, class not named", asks: "law/class", parts: [rear({ ratedW: 500 }), ...drive()], asked: { where: US, assistKmh: 31 }, verdict: "clear", margin: 1.19, tells: /US-1[^]*US-2[^]*US-3[^]*helmet/ },
  { row: "170 limit 15.5 in km/h, 15.5 mph wished", asks: "law/setting", parts: [rear(), ...drive()], asked: { where: EU, assistKmh: 24.94 }, donor: { limitSettingKmh: 15.5 }, verdict: "measure", tells: /9\.63 mph/ },
  { row: "171 40-622 with 2060 in the controller, set 24.5", asks: "law/setting", parts: [rear(), ...drive()], asked: { where: EU, assistKmh: 24.5 }, donor: { tyreWidthMm: exact(40), limitSettingKmh: 24.5, wheelSetMm: exact(2060) }, verdict: "measure", tells: /25\.8/ },
  { row: "172 private land, 65 km/h", asks: "law/class", parts: [rear(), ...drive()], asked: { where: "Private land", assistKmh: 65 }, verdict: "clear", tells: /off the road only/ },
  { row: "172 on the road", asks: "law/class", parts: [rear(), ...drive()], asked: { where: EU, assistKmh: 65 }, verdict: ["stop", "adapt"], margin: -40.06 },
]);

const shock = (eyeMm: number, strokeMm: number) => partOf("shock", { eyeMm, strokeMm, bushMm: 22.2 });
const fork = (axleToCrownMm: number) => partOf("fork", { axleToCrownMm, columnMm: 28.6, material: "steel" });
const place = (length: number) => ({
  controllerLengthMm: [length, "rule"] as [number, "rule"],
  controllerWidthMm: [90, "rule"] as [number, "rule"],
  controllerHeightMm: [50, "rule"] as [number, "rule"],
});
const large = controller({ lengthMm: 180, widthMm: 85, heightMm: 45 });

// prettier-ignore
situations("whole bike (common practice)", [
  { row: "173 crack at a weld", asks: "condition/cracks", parts: [mid()], donor: { cracks: "crack" }, verdict: "stop", tells: /frame builder/ },
  { row: "174 cut found", asks: "condition/cracks", parts: [mid()], donor: { cracks: "cut" }, verdict: "stop" },
  { row: "174 weld planned by the customer", asks: "condition/alteration", parts: [mid()], donor: { alteration: "weld" }, verdict: "stop", tells: /frame builder/ },
  { row: "175 shock 200 × 57 wanted, 190 × 57 put in", asks: "whole/shock", parts: [mid(), shock(190, 57)], donor: { frameKind: "full-suspension", shockEyeMm: 200, shockStrokeMm: 57, shockBushMm: 22.2 }, shelf: [shock(200, 57)], verdict: ["adapt", "stop"], margin: -10 },
  { row: "175 size unknown", asks: "whole/shock", parts: [mid(), shock(190, 57)], donor: { frameKind: "full-suspension" }, verdict: "measure" },
  { row: "176 other fork, + 9", asks: "whole/fork", parts: [mid(), fork(449)], donor: { forkAxleToCrownMm: [440, "tape"] }, verdict: "measure", margin: 1 },
  { row: "176 + 14", asks: "whole/fork", parts: [mid(), fork(454)], donor: { forkAxleToCrownMm: [440, "tape"] }, shelf: [fork(440)], verdict: ["adapt", "stop"], margin: -4 },
  { row: "177 controller 180 × 85 × 45 in 190 × 90 × 50", asks: "wiring/controller-room", parts: [rear(), large], donor: place(190), verdict: "clear", margin: 5 },
  { row: "177 in 170 × 90 × 50", asks: "wiring/controller-room", parts: [rear(), large], donor: place(170), verdict: ["stop", "adapt"], margin: -10, tells: /lid is never cut/ },
  { row: "16c in the spray, made for 5", asks: "wiring/controller-water", parts: [rear(), large], donor: { controllerWater: "spray" }, verdict: "clear", margin: 0 },
  { row: "16c in the spray, made for 4", asks: "wiring/controller-water", parts: [rear(), controller({ waterDigit: 4 })], donor: { controllerWater: "spray" }, verdict: "adapt", margin: -1, settles: /^cover/m },
  { row: "16c in the spray, made for 2", asks: "wiring/controller-water", parts: [rear(), controller({ waterDigit: 2 })], donor: { controllerWater: "spray" }, verdict: "stop", margin: -3, tells: /drier place/ },
  { row: "16c where water stands", asks: "wiring/controller-water", parts: [rear(), large], donor: { controllerWater: "stands" }, verdict: "stop", margin: -2 },
  { row: "16c no IP code on its sheet", asks: "wiring/controller-water", parts: [rear(), controller({ waterDigit: null })], verdict: "measure", tells: /IP code/ },
  { row: "16c leads upwards", asks: "wiring/controller-water", parts: [rear(), large], donor: { controllerExits: "up" }, verdict: "adapt", settles: /^turn/m },
  { row: "16c shut in", asks: "wiring/controller-air", parts: [rear(), large], donor: { controllerAir: "closed" }, verdict: "adapt", settles: /^air/m },
  { row: "16c on metal", asks: "wiring/controller-air", parts: [rear(), large], donor: { controllerAir: "plate" }, verdict: "clear" },
  { row: "177 no place given", asks: "wiring/controller-room", parts: [rear(), large], donor: { controllerLengthMm: undefined }, verdict: "measure" },
]);

/** Rider and load so that all in weighs so much beside a bike of 16 kg and a motor of 1. */
const label = { bikeMassKg: 16, loadLimitKg: exact(130) };

// prettier-ignore
situations("rider and load (common practice)", [
  { row: "178 inseam 800, stand-over 790", asks: "rider/stand-over", parts: [mid()], donor: { inseamMm: [800, "tape"], standOverMm: [790, "tape"] }, verdict: "clear", margin: 10 },
  { row: "178 801", asks: "rider/stand-over", parts: [mid()], donor: { inseamMm: [800, "tape"], standOverMm: [801, "tape"] }, verdict: "measure", margin: -1 },
  { row: "178 815", asks: "rider/stand-over", parts: [mid()], donor: { inseamMm: [800, "tape"], standOverMm: [815, "tape"] }, verdict: "stop", margin: -15 },
  { row: "179 saddle over its range", asks: "rider/saddle", parts: [mid()], donor: { inseamMm: [911.7, "tape"], saddleLowMm: [700, "tape"], saddleHighMm: [790, "tape"] }, verdict: "stop", margin: -15, digits: 0 },
  { row: "180 label 130, all in 131.5", asks: "whole/load-limit", parts: [mid()], donor: label, asked: { riderKg: 102.5, loadKg: 12 }, verdict: "stop", margin: -1.5 },
  { row: "180 the bike told, not weighed", asks: "whole/load-limit", parts: [mid()], donor: { ...label, bikeMassKg: [16, "told"] }, asked: { riderKg: 102.5, loadKg: 12 }, verdict: "measure", margin: -1.5 },
  { row: "181 the label counts rider and luggage, 110", asks: "whole/load-limit", parts: [mid()], donor: { bikeMassKg: 16, loadLimitKg: exact(110), loadLimitCounts: "rider" }, asked: { riderKg: 95, loadKg: 12 }, verdict: "clear", margin: 3 },
  { row: "181 no label", asks: "whole/load-limit", parts: [mid()], donor: { loadLimitKg: undefined }, verdict: "measure" },
]);

// prettier-ignore
situations("nonsense and contradictory readings (common practice)", [
  { row: "182 shell width 681", asks: "shell/nut-engagement", parts: [mid()], donor: { shellWidthMm: 681 }, verdict: "measure", tells: /681 mm is outside/, never: /68\.1/ },
  { row: "183 an Italian shell of 68.0 bored 33.70", asks: "shell/bore", parts: [mid()], donor: { shellStandard: "italian", shellWidthMm: 68, shellBoreMm: 33.7 }, verdict: "measure", tells: /bored 34\.6 to 34\.9 mm, 33\.7 was measured/ },
  { row: "184 a tyre marked 26 × 1¾ on 559", asks: "wheel/size", parts: [hub({ laced: { beadSeatMm: 559, rimInnerMm: 19 } })], donor: { frontBeadSeatMm: 559, frontTyreMark: "26 × 1¾" }, verdict: "measure", tells: /571 mm/ },
  { row: "185 nine cogs from 11 to 17 teeth", asks: "chain/wrap", parts: [mid()], donor: { cogCount: 9, smallestCogTeeth: 11, largestCogTeeth: 17 }, verdict: "measure", tells: /at most 7/ },
  { row: "186 24 pitches of 300.0", asks: "chain/wear", parts: [mid()], donor: { chain24Mm: 300 }, verdict: "measure", tells: /count them/, never: /new/i },
  { row: "186 317.5", asks: "chain/wear", parts: [mid()], donor: { chain24Mm: 317.5 }, verdict: "measure", tells: /count them/, never: /worn out/i },
  { row: "187 the gauge governs over the sheet", asks: "shell/bore", parts: [mid()], donor: { shellBoreMm: [33.72, "gauge"] }, verdict: "clear", margin: 0.17 },
]);
