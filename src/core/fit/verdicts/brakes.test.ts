import { hub, mid, partOf } from "../../../../tests/bench.fixture";
import type { WrittenSpec } from "../../parts/specs";
import { situations } from "./situation.fixture";

const rear = (over: Partial<WrittenSpec<"hub-motor">> = {}) =>
  hub({ end: "rear", overLocknutMm: 135, cluster: "spline-8-10", ...over });
const rotor = (diameterMm: number) => partOf("rotor", { diameterMm, mount: "six-bolt", thicknessMm: 1.8 });
const adapter = (baseMm: number, newMm: number, mount: "post" | "tabs" = "post") =>
  partOf("calliper-adapter", { mount, baseMm, newMm });
const calliper = (from: number, to: number) => partOf("brake", { style: "rim calliper", reachMm: [from, to] });
/** A bike of 14 kg with a mid-drive of 1 kg, a load of 8 and a rider who makes it so heavy. */
const laden = (kg: number, assistKmh: number, more: object = {}) => ({
  riderKg: kg - 14 - 1 - 8,
  loadKg: 8,
  assistKmh,
  hillPercent: 4,
  hillKm: 0.5,
  ...more,
});
const rims = { frontBrake: "rim linear", rearBrake: "rim linear" };
const cutOffs = (n: 1 | 2) => partOf("cut-off", { method: "magnet switch", switches: n, plug: "three-pin" });
const throttle = partOf("throttle", { style: "thumb", clampMm: 22.2, plug: "five-pin", barMm: 38, leadMm: 900 });
const torqueSensor = partOf("pedal-sensor", { senses: "torque", side: "left", plug: "five-pin" });
const cadence = partOf("pedal-sensor", { senses: "cadence", side: "left", plug: "five-pin" });
const levers = (pull: WrittenSpec<"brake-lever">["pull"]) => partOf("brake-lever", { pull, switched: true, levers: 2 });

// prettier-ignore
situations("brakes and cut-offs (common practice)", [
  { row: "87 105 kg in all, 25 km/h, rim brakes", asks: "brakes/energy front", parts: [mid()], donor: rims, asked: laden(105, 25), verdict: "clear", margin: 432, digits: -1 },
  { row: "88 125 kg, new pads, flat", asks: "brakes/energy front", parts: [mid()], donor: rims, asked: laden(125, 25), verdict: "clear", tells: /energy of one stop 3\.05/ },
  { row: "88 hilly", asks: "brakes/energy front", parts: [mid()], donor: rims, asked: laden(125, 25, { hillPercent: 9, hillKm: 3 }), verdict: ["stop", "adapt"], tells: /disc/ },
  { row: "89 150 kg, 32 km/h, discs of 160", asks: "brakes/energy front", parts: [mid()], asked: laden(150, 32), verdict: "clear", tells: /energy of one stop 5\.98/ },
  { row: "89 155 kg", asks: "brakes/energy front", parts: [mid()], shelf: [rotor(180), adapter(160, 180)], asked: laden(155, 32), verdict: "adapt", tells: /energy of one stop 6\.18/, settles: /180 rotor/ },
  { row: "90 rim brakes at both ends, 32.0 km/h", asks: "brakes/energy front", parts: [mid()], donor: rims, asked: laden(90, 32), verdict: "clear", margin: 0 },
  { row: "90 33 km/h", asks: "brakes/energy front", parts: [mid()], donor: rims, asked: laden(90, 33), verdict: "stop", margin: -1, tells: /set to 32 km\/h/ },
  { row: "90 20 mph", asks: "brakes/energy front", parts: [mid()], donor: rims, asked: laden(90, 32.187), overrides: [{ finding: "brakes/energy front", reason: "close enough", by: "K", at: "2026-01-05T09:00:00Z" }], verdict: "stop", margin: -0.19, tells: /19\.8 mph/ },
  { row: "91 disc in front, rim behind, 38 km/h: the front", asks: "brakes/energy front", parts: [mid()], donor: { rearBrake: "rim linear" }, shelf: [rotor(180)], asked: laden(130, 38), verdict: ["adapt", "stop"], tells: /energy of one stop 7\.3/, settles: /180 rotor/ },
  { row: "91 the rim behind stands for itself", asks: "brakes/energy rear", parts: [mid()], donor: { rearBrake: "rim linear" }, asked: laden(130, 38), verdict: "clear", never: /end at 32/ },
  { row: "92 rotor 180 put in, limit 180", asks: "brakes/adapter front", parts: [mid(), rotor(180)], shelf: [adapter(160, 180)], donor: { frontRotorLimitMm: 180, frontMountBaseMm: 160 }, verdict: "adapt", tells: /calliper rises 10 /, settles: /adapter/i },
  { row: "92 its adapter listed", asks: "brakes/adapter front", parts: [mid(), rotor(180), adapter(160, 180)], donor: { frontRotorLimitMm: 180, frontMountBaseMm: 160 }, verdict: "clear" },
  { row: "92 rotor 203 put in, limit 180", asks: "brakes/energy front", parts: [mid(), rotor(203)], donor: { frontRotorLimitMm: 180, frontMountBaseMm: 160 }, verdict: "stop", margin: -23 },
  { row: "93 limit unknown, 203 put in, steel fork", asks: "brakes/energy front", parts: [mid(), rotor(203)], donor: { frontRotorLimitMm: undefined, frontMountBaseMm: 160 }, overrides: [{ finding: "brakes/energy front", reason: "it is steel", by: "K", at: "2026-01-05T09:00:00Z" }], verdict: ["stop", "measure"], margin: -23 },
  { row: "93 carbon fork", asks: "brakes/energy front", parts: [mid(), rotor(203)], donor: { forkMaterial: "carbon", frontRotorLimitMm: undefined, frontMountBaseMm: 160 }, verdict: "stop", margin: -43 },
  { row: "94 post 200, rotor 203, no washers", asks: "brakes/adapter front", parts: [mid(), rotor(203)], donor: { frontRotorMm: 200, frontRotorLimitMm: 203, frontMountBaseMm: 200 }, verdict: "adapt", tells: /calliper rises 1\.5 /, settles: /washers of 1\.5/i },
  { row: "94 fork without disc mount, disc wanted", asks: "brakes/seat front", parts: [mid(), partOf("brake", { style: "disc cable" })], donor: { ...rims, frontBrakeSeat: "posts", rearBrakeSeat: "posts" }, verdict: ["stop", "adapt"], tells: /no hole is drilled/ },
  { row: "95 reach 57.0, calliper 47 to 57", asks: "brakes/reach front", parts: [mid(), calliper(47, 57)], donor: { frontBrake: "rim calliper", rearBrake: "disc", frontReachMm: [57, "nominal"] }, verdict: "clear", margin: 0 },
  { row: "95 reach 58.5", asks: "brakes/reach front", parts: [mid(), calliper(47, 57)], shelf: [calliper(55, 73)], donor: { frontBrake: "rim calliper", rearBrake: "disc", frontReachMm: [58.5, "rule"] }, verdict: "adapt", margin: -1.5, tells: /long/ },
  { row: "95 reach 74", asks: "brakes/reach front", parts: [mid(), calliper(55, 73)], donor: { frontBrake: "rim calliper", rearBrake: "disc", frontReachMm: [74, "rule"] }, verdict: ["adapt", "stop"], margin: -1, tells: /special part/ },
  { row: "96 rim hollow by 0.3", asks: "wheel/rim-wear", parts: [mid()], donor: { frontBrake: "rim linear", frontRimWearMm: [0.3, "nominal"] }, verdict: "clear", margin: 0 },
  { row: "96 by 0.5", asks: "wheel/rim-wear", parts: [mid()], donor: { frontBrake: "rim linear", frontRimWearMm: [0.5, "caliper"] }, verdict: "adapt", margin: -0.2 },
  { row: "96 rotor of 1.35", asks: "brakes/rotor-worn", parts: [mid()], shelf: [rotor(160)], donor: { frontRotorThickMm: [1.35, "caliper"] }, verdict: "adapt", margin: -0.15, settles: /rotor/i },
  { row: "97 throttle, two cut-offs", asks: "brakes/cut-off", parts: [rear(), throttle, cutOffs(2)], verdict: "clear", margin: 0 },
  { row: "97 one", asks: "brakes/cut-off", parts: [rear(), throttle, cutOffs(1)], verdict: "adapt", margin: -1, settles: /switch/i },
  { row: "97 none, with a method", asks: "brakes/cut-off", parts: [rear(), throttle], verdict: "adapt", margin: -2 },
  { row: "98 cadence sensor, one cut-off", asks: "brakes/cut-off", parts: [rear(), cadence, cutOffs(1)], verdict: "clear", margin: 0 },
  { row: "98 torque sensor, hub of 250 W", asks: "brakes/cut-off", parts: [rear(), torqueSensor], verdict: "clear", margin: 0 },
  { row: "98 torque sensor, 350 W", asks: "brakes/cut-off", parts: [rear({ ratedW: 350 }), torqueSensor], verdict: "adapt", margin: -1 },
  { row: "98 torque sensor, 600 W", asks: "brakes/cut-off", parts: [rear({ ratedW: 600 }), torqueSensor], verdict: "adapt", margin: -2 },
  { row: "99 combined levers, switched pair: the cut-off", asks: "brakes/cut-off", parts: [rear(), cadence, levers("short")], donor: { leverKind: "combined flat" }, verdict: "clear" },
  { row: "99 and the shifter", asks: "brakes/lost-shifter", parts: [rear(), cadence, levers("short")], shelf: [partOf("shifter", { speeds: 9, family: "A", style: "trigger" })], donor: { leverKind: "combined flat" }, verdict: "adapt", settles: /shifter/i },
  { row: "100 mineral-oil levers on DOT callipers", asks: "brakes/lever-pull", parts: [mid(), levers("mineral oil")], donor: { leverKind: "hydraulic flat", brakeFluid: "DOT" }, verdict: "stop" },
  { row: "100 long-pull lever on short-pull brakes", asks: "brakes/lever-pull", parts: [mid(), levers("long")], donor: { leverPull: "short" }, verdict: ["stop", "adapt"] },
]);

const remote = (barMm: number) => partOf("light", { end: "front", minV: 5, maxV: 7, watts: 3, barMm, leadMm: 900 });
const tight = {
  gripMm: [0, "nominal"] as [number, "nominal"],
  barRightMm: [95, "rule"] as [number, "rule"],
  barTakenRightMm: [16, "nominal"] as [number, "nominal"],
  barLeftMm: [60, "nominal"] as [number, "nominal"],
  barTakenLeftMm: [30, "nominal"] as [number, "nominal"],
};
const shifter22 = partOf("shifter", { speeds: 9, family: "A", style: "trigger", barMm: 22 });

// prettier-ignore
situations("controls and bar (common practice)", [
  { row: "101 right half 95 with 97 mm on it, 30 free on the left", asks: "controls/bar-budget right", parts: [rear(), throttle, shifter22, remote(21)], donor: tight, verdict: "adapt", margin: -2, settles: /on the left/ },
  { row: "101 moved over", asks: "controls/bar-budget right", parts: [rear(), throttle, shifter22, remote(21)], donor: tight, accept: [{ finding: "controls/bar-budget right", remedy: "light-left" }], verdict: "clear", margin: 19 },
  { row: "101 a remote of 19.3", asks: "controls/bar-budget right", parts: [rear(), throttle, shifter22, remote(19.3)], donor: tight, verdict: "measure", margin: -0.3 },
  { row: "102 the throttle's width not on its sheet", asks: "controls/bar-budget right", parts: [rear(), partOf("throttle", { style: "thumb", clampMm: 22.2, plug: "five-pin" })], verdict: "measure", tells: /sheet of .* leaves out/ },
  { row: "103 bar 22.2, throttle 22.2", asks: "controls/clamp", parts: [rear(), throttle], donor: { barGripMm: [22.2, "caliper"] }, verdict: "clear", margin: 0.2 },
  { row: "103 bar 23.8", asks: "controls/clamp", parts: [rear(), throttle], shelf: [partOf("throttle", { style: "thumb", clampMm: 23.8, plug: "five-pin" })], donor: { barGripMm: [23.8, "caliper"] }, verdict: "adapt", margin: -1.4, settles: /throttle/i, never: /ream/i },
]);
