import { battery, controller, hub, partOf } from "../../../../tests/bench.fixture";
import type { WrittenSpec } from "../../parts/specs";
import { situations } from "./situation.fixture";

const rear = (over: Partial<WrittenSpec<"hub-motor">> = {}) =>
  hub({ end: "rear", overLocknutMm: 135, cluster: "spline-8-10", ...over });
const pack = (series: number, over: Partial<WrittenSpec<"battery">> = {}) => battery({ series, continuousA: 30, ...over });
const box = (over: Partial<WrittenSpec<"controller">> = {}) => controller({ batteryA: 20, maxV: 60, cutV: 39, ...over });
const charger = (outputV: number, outputA: number, plug = "three charge pins, 5 A") =>
  partOf("charger", { outputV, outputA, plug });
const lamp = (watts: number, volts = 12) =>
  partOf("light", { end: "front", minV: volts - 1, maxV: volts + 1, watts, barMm: 20, leadMm: 900 });
const load = (use: "horn" | "USB socket", watts: number) => partOf("accessory", { use, minV: 11, maxV: 13, watts, barMm: 0 });
const to12 = (maxV: number, outA: number) => partOf("converter", { maxV, outV: 12, outA });
const wire = (awg: number, more: object = {}) => partOf("wire", { awg, lengthMm: 1400, ...more });
const fuse = (ratedA: number, more: object = {}) => partOf("fuse", { ratedA, maxV: 80, ...more });
const direct = rear({ drive: "direct", regenerates: true });

// prettier-ignore
situations("electrics (common practice)", [
  { row: "124 pack 30 A, protection 25, controller 20", asks: "power/pack-current", parts: [rear(), pack(13, { tripA: 25 }), box()], verdict: "clear", margin: 0 },
  { row: "124 22 A, settable", asks: "power/pack-current", parts: [rear(), pack(13, { tripA: 25 }), box({ batteryA: 22 })], verdict: "adapt", margin: -2, settles: /20 A/ },
  { row: "124 22 A, fixed", asks: "power/pack-current", parts: [rear(), pack(13, { tripA: 25 }), box({ batteryA: 22, leastBatteryA: null })], verdict: ["stop", "adapt"], margin: -2 },
  { row: "125 house rule 1.0, peak stated, 25 A", asks: "power/pack-current", parts: [rear(), pack(13, { tripA: 25, peakA: 35, peakS: 10 }), box({ batteryA: 25 })], house: { packShare: 1 }, verdict: "clear", margin: 0 },
  { row: "125 no peak on the sheet", asks: "power/pack-current", parts: [rear(), pack(13, { tripA: 25 }), box({ batteryA: 25 })], house: { packShare: 1 }, verdict: "adapt" },
  { row: "126 pack current not stated", asks: "power/pack-current", parts: [rear(), pack(13, { continuousA: null }), box()], verdict: "measure" },
  { row: "126 controller states neither maximum nor capacitors", asks: "power/volts-window", parts: [rear(), pack(13), box({ maxV: null })], verdict: "measure" },
  { row: "127 13 cells, input to 60 V", asks: "power/volts-window", parts: [rear(), pack(13), box()], verdict: "clear", margin: 5.4 },
  { row: "127 only capacitors of 63 V", asks: "power/volts-window", parts: [rear(), pack(13), box({ maxV: null, capacitorV: 63 })], verdict: ["stop", "measure"], margin: -1.05 },
  { row: "127 capacitors of 80 V", asks: "power/volts-window", parts: [rear(), pack(13), box({ maxV: null, capacitorV: 80 })], verdict: "clear", margin: 13.4 },
  { row: "128 low cut 39, 13 cells to 3.0", asks: "power/volts-window", parts: [rear(), pack(13), box()], verdict: "clear" },
  { row: "128 36, settable", asks: "power/volts-window", parts: [rear(), pack(13), box({ cutV: 36, cutSettable: true })], verdict: "adapt", margin: -3, settles: /39 V/ },
  { row: "128 36, fixed", asks: "power/volts-window", parts: [rear(), pack(13), box({ cutV: 36 })], verdict: ["stop", "adapt"], margin: -3 },
  { row: "129 charger 54.6 on 14 cells", asks: "power/charger", parts: [rear(), pack(14), charger(54.6, 3)], shelf: [charger(58.8, 3)], verdict: ["adapt", "stop"], margin: -4.2, settles: /charger/ },
  { row: "129 58.8 on 13", asks: "power/charger", parts: [rear(), pack(13), charger(58.8, 3)], verdict: "stop", margin: -4.2 },
  { row: "129 54.7 on 13", asks: "power/charger", parts: [rear(), pack(13), charger(54.7, 3)], verdict: "clear", margin: 0 },
  { row: "130 12 Ah on 3 A, wished in 6 h", asks: "power/charger-amps", parts: [rear(), pack(13, { capacityAh: 12 }), charger(54.6, 3)], asked: { chargeHours: 6 }, verdict: "clear", margin: 1, tells: /5 h from empty/ },
  { row: "130 wished in 4 h", asks: "power/charger-amps", parts: [rear(), pack(13, { capacityAh: 12 }), charger(54.6, 3)], shelf: [charger(54.6, 4)], asked: { chargeHours: 4 }, verdict: "adapt", margin: -1, settles: /3\.8 to 5 A/ },
  { row: "130 charger of 8 A", asks: "power/charger-amps", parts: [rear(), pack(13, { capacityAh: 12, chargePlugA: 20 }), charger(54.6, 8)], shelf: [charger(54.6, 4)], verdict: "adapt", margin: -2, settles: /gentler|6 A or less/i },
  { row: "131 barrel charge plug, 4 A", asks: "power/charger-amps", parts: [rear(), pack(13, { chargePlugA: 3, chargePlug: "barrel" }), charger(54.6, 4, "barrel")], verdict: "adapt", margin: -1 },
  { row: "131 plug of another family", asks: "power/charger-amps", parts: [rear(), pack(13), charger(54.6, 3, "barrel")], shelf: [charger(54.6, 3)], verdict: "adapt", tells: /never charged by its discharge plug/ },
  { row: "132 pins of 3.5 mm, 32 A", asks: "power/plug-rating", parts: [rear(), pack(13, { mount: "rack", plug: "pins 3.5", continuousA: 60 }), box({ batteryA: 32 }), partOf("connector", { family: "pins 3.5", continuousA: 30 })], shelf: [partOf("connector", { family: "pins 4.5", continuousA: 45 })], verdict: "adapt", margin: -2, settles: /30 A[^]*connector/ },
  { row: "132 40 A on its sheet", asks: "power/plug-rating", parts: [rear(), pack(13, { plug: "pins 3.5", continuousA: 60 }), box({ batteryA: 32 }), partOf("connector", { family: "pins 3.5", continuousA: 40 })], verdict: "clear", margin: 8 },
  { row: "133 ceiling 54.6 on 14 cells", asks: "power/regen", parts: [direct, pack(14), box({ regenMaxV: 54.6 })], verdict: "adapt", margin: -3.32, settles: /told/ },
  { row: "133 60, fixed", asks: "power/regen", parts: [direct, pack(14), box({ regenMaxV: 60 })], verdict: "stop", margin: -1.2 },
  { row: "133 60, settable", asks: "power/regen", parts: [direct, pack(14), box({ regenMaxV: 60, regenSettable: true })], verdict: "adapt", margin: -1.2, settles: /58\.8 V/ },
  { row: "134 26 cells into 120 V", asks: "power/volts-window", parts: [rear(), pack(26), box({ maxV: 120, cutV: 78 })], verdict: "clear", margin: 10.8 },
  { row: "135 converter to 60 V, 1.5 A on 14 cells, lamp 6 and horn 10 W", asks: "wiring/converter", parts: [rear(), pack(14), box(), to12(60, 1.5), lamp(6), load("horn", 10)], verdict: "clear", margin: 0.17 },
  { row: "135 on 16 cells", asks: "wiring/converter", parts: [rear(), pack(16), box({ maxV: 80 }), to12(60, 1.5), lamp(6), load("horn", 10)], shelf: [to12(80, 2)], verdict: "adapt", margin: -7.2 },
  { row: "136 lamp 6, horn 10, USB 10 W on 2 A", asks: "wiring/converter", parts: [rear(), pack(14), box(), to12(60, 2), lamp(6), load("horn", 10), load("USB socket", 10)], shelf: [to12(60, 3)], verdict: "adapt", margin: -0.17, settles: /fused branch/ },
  { row: "137 light output 6 V 0.5 A, lamps of 3.0 W", asks: "controls/lights", parts: [rear(), pack(13), box({ lightA: 0.5 }), lamp(3, 6)], verdict: "clear", margin: 0 },
  { row: "137 5.4 W", asks: "controls/lights", parts: [rear(), pack(13), box({ lightA: 0.5 }), lamp(5.4, 6)], verdict: "adapt", margin: -0.4 },
  { row: "137 amps unknown", asks: "controls/lights", parts: [rear(), pack(13), box({ lightA: null }), lamp(3, 6)], verdict: "measure" },
]);

const path = { rearMotorPathMm: [900, "nominal"] as [number, "nominal"] };

// prettier-ignore
situations("wiring (common practice)", [
  { row: "138 path 900, lead 1150, plugs", asks: "wiring/lead", parts: [rear({ cableMm: 1080 }), pack(13), box({ motorLeadMm: 0, displayLeadMm: null })], donor: path, verdict: "clear", margin: 55 },
  { row: "138 bare ends", asks: "wiring/lead", parts: [rear({ cableMm: 1080, plug: "bare ends" }), pack(13), box({ motorLeadMm: 0, motorPlug: null })], donor: path, shelf: [partOf("lead", { plug: "bare ends", lengthMm: 500, use: "motor" })], verdict: "adapt", margin: -25 },
  { row: "139 path measured 1620, lead 1400", asks: "wiring/lead", parts: [rear({ cableMm: 1400 }), pack(13), box({ motorLeadMm: 0 })], donor: { rearMotorPathMm: [1620, "nominal"] }, shelf: [partOf("lead", { plug: "nine-pin", lengthMm: 500, use: "motor" })], verdict: "adapt", margin: -381, settles: /500|lead/i },
  { row: "140 AWG 14, 1.4 m, 25 A", asks: "wiring/battery-lead", parts: [rear(), pack(13), box({ batteryA: 25, batteryLeadAwg: 14, batteryLeadMm: 1400 })], verdict: ["clear", "adapt"] },
  { row: "140 30 A", asks: "wiring/battery-lead", parts: [rear(), pack(13), box({ batteryA: 30, batteryLeadAwg: 14, batteryLeadMm: 1400 })], shelf: [wire(12)], verdict: "adapt", margin: -2, settles: /wire/ },
  { row: "141 AWG 12 in PVC inside a tube, 25 A", asks: "wiring/battery-lead", parts: [rear(), pack(13, { mount: "box" }), box({ batteryA: 25 }), wire(12, { insulation: "PVC" })], shelf: [wire(10)], verdict: "adapt", margin: -2.6, settles: /wire/ },
  { row: "141 copper-clad aluminium", asks: "wiring/battery-lead", parts: [rear(), pack(13), box({ batteryA: 20 }), wire(12, { conductor: "copper-clad aluminium" })], shelf: [wire(12)], verdict: "adapt", tells: /copper-clad/i },
  { row: "142 22 A on AWG 12, fuse of 25", asks: "wiring/fuse", parts: [rear(), pack(13), box({ batteryA: 22, batteryLeadAwg: 12 }), fuse(25)], shelf: [fuse(30)], verdict: "adapt", margin: -4.33 },
  { row: "142 fuse of 30", asks: "wiring/fuse", parts: [rear(), pack(13), box({ batteryA: 22, batteryLeadAwg: 12 }), fuse(30)], verdict: "clear", margin: 0.67 },
  { row: "142 on AWG 14", asks: "wiring/fuse", parts: [rear(), pack(13), box({ batteryA: 22, batteryLeadAwg: 14 }), fuse(30)], shelf: [wire(12)], verdict: "adapt", margin: -2 },
  { row: "143 blade fuse for 32 V", asks: "wiring/fuse", parts: [rear(), pack(13), box({ batteryLeadAwg: 12 }), fuse(30, { maxV: 32 })], shelf: [fuse(30)], verdict: "adapt", margin: -22.6 },
  { row: "143 400 mm from the pack", asks: "wiring/fuse", parts: [rear(), pack(13), box({ batteryLeadAwg: 12 }), fuse(30, { fromPackMm: 400 })], verdict: "adapt", margin: -250, settles: /within 150 mm/ },
  { row: "144 two controllers of 15 A on one AWG 14 lead", asks: "wiring/battery-lead", parts: [hub(), rear(), pack(13, { continuousA: 60 }), box({ batteryA: 15 }), box({ batteryA: 15 }), wire(14)], shelf: [wire(12)], verdict: "adapt", margin: -2 },
]);

const arm = partOf("torque-arm", { axleDiameterMm: 12, axleFlatsMm: 10, plateMm: 6, clamps: "hose clamp", armMm: 110 });
const two = (front: Partial<WrittenSpec<"hub-motor">> = {}, behind: Partial<WrittenSpec<"hub-motor">> = {}) => [
  hub({ peakTorqueNm: 25, ...front }),
  rear({ peakTorqueNm: 45, ...behind }),
];
const each = (batteryA = 12) => [pack(13, { continuousA: 60 }), box({ batteryA }), box({ batteryA })];
const ends = { frontDropoutThicknessMm: [6, "nominal"] as [number, "nominal"] };

// prettier-ignore
situations("two motors (common practice)", [
  { row: "145 one arm each: the front", asks: "axle/torque-arms front", parts: [...two({ peakTorqueNm: 25 }, { ratedW: 750, peakTorqueNm: 60 }), pack(10, { continuousA: 60 }), box({ batteryA: 14, maxV: 60, cutV: 31 }), box({ batteryA: 25, cutV: 31 }), arm, arm], donor: { ...ends, rearDropoutMaterial: "aluminium", rearDropoutThicknessMm: [9, "nominal"] }, verdict: "clear", margin: 0 },
  { row: "145 the rear", asks: "axle/torque-arms rear", parts: [...two({ peakTorqueNm: 25 }, { ratedW: 750, peakTorqueNm: 60 }), pack(10, { continuousA: 60 }), box({ batteryA: 14, maxV: 60, cutV: 31 }), box({ batteryA: 25, cutV: 31 }), arm, arm], shelf: [arm], donor: { ...ends, rearDropoutMaterial: "aluminium", rearDropoutThicknessMm: [9, "nominal"] }, verdict: "adapt", margin: -1, settles: /one torque arm/i },
  { row: "146 tyre accepted in front: the rear's own", asks: "kit/lacks rear tyre", parts: [...two(), ...each()], shelf: [partOf("tyre", { beadSeatMm: 622, widthMm: 40 })], accept: [{ finding: "kit/lacks front tyre", remedy: "new-tyre" }], verdict: "adapt" },
  { row: "146 rotor accepted in front: the rear's own", asks: "kit/lacks rear rotor", parts: [...two(), ...each()], shelf: [partOf("rotor", { diameterMm: 160, mount: "six-bolt", thicknessMm: 1.8 })], accept: [{ finding: "kit/lacks front rotor", remedy: "new-rotor" }], verdict: "adapt" },
  { row: "146 the second motor's lead not given", asks: "wiring/lead motor rear", parts: [...two({}, { cableMm: null }), ...each()], verdict: "measure" },
  { row: "146 the second motor's plug", asks: "wiring/plugs motor rear", parts: [...two({}, { plug: "another" }), ...each()], verdict: "adapt" },
  { row: "147 free speeds 300 and 270 rpm at 48 V", asks: "power/two-motors", parts: [...two({ freeRpm: 300, freeRpmV: 48 }, { freeRpm: 270, freeRpmV: 48 }), ...each()], verdict: "clear", margin: 0 },
  { row: "147 300 and 265", asks: "power/two-motors", parts: [...two({ freeRpm: 300, freeRpmV: 48 }, { freeRpm: 265, freeRpmV: 48 }), ...each()], verdict: "adapt", margin: -1.7, digits: 1, settles: /acknowledge/i },
  { row: "148 front 30, rear 45 N·m", asks: "power/two-motors", parts: [...two({ peakTorqueNm: 30 }), ...each()], verdict: "clear", margin: 0 },
  { row: "148 front 36", asks: "power/two-motors", parts: [...two({ peakTorqueNm: 36 }), ...each()], verdict: "adapt", margin: -4.4, digits: 1, settles: /front-current/ },
  { row: "149 a front motor of 35 N·m holds on the hill", asks: "power/two-motors", parts: [...two({ peakTorqueNm: 35 }, { peakTorqueNm: 60 }), ...each()], verdict: "clear" },
  { row: "150 one controller with two outputs: no second one", asks: "power/two-motors", parts: [...two({ peakTorqueNm: null, torqueConstantNmPerA: 0.9 }, { peakTorqueNm: null, torqueConstantNmPerA: 1.5 }), pack(13, { continuousA: 60 }), box({ batteryA: 30, phaseA: 60, outputs: 2 })], verdict: "clear", never: /second controller/i },
  { row: "150 each motor its share, front with two arms", asks: "axle/torque-arms front", parts: [...two({ peakTorqueNm: null, torqueConstantNmPerA: 1.2 }, { peakTorqueNm: null, torqueConstantNmPerA: 1.2 }), pack(13, { continuousA: 60 }), box({ batteryA: 30, phaseA: 60, outputs: 2 }), arm, arm, arm], donor: ends, verdict: "clear", tells: /torque at the wheel 36 [^]*peak input 819/, never: /wheel 72/ },
  { row: "151 two settable controllers of 12 A, pack 25 A", asks: "power/pack-current", parts: [...two(), pack(13, { continuousA: 25 }), box({ batteryA: 12 }), box({ batteryA: 12 })], verdict: "adapt", margin: -4, settles: /10 A each/ },
  { row: "152 two controllers: the levers cut both", asks: "brakes/cut-both", parts: [...two(), ...each(), partOf("cut-off", { method: "magnet switch", switches: 2, plug: "three-pin" })], verdict: "adapt", margin: -1, settles: /isolated/ },
  { row: "153 two of 250 W on an EU road", asks: "law/class", parts: [...two({ ratedW: 250 }, { ratedW: 250 }), ...each()], verdict: "stop", margin: -250 },
]);
