import { battery, hub, mid, partOf } from "../../../../tests/bench.fixture";
import type { WrittenSpec } from "../../parts/specs";
import { situations } from "./situation.fixture";

const bare = (over: Partial<WrittenSpec<"hub-motor">> = {}) =>
  hub({
    laced: null,
    spokes: 36,
    flangePcdMm: 110,
    flangeOffsetLeftMm: 27,
    flangeOffsetRightMm: 19,
    spokeHoleMm: 3,
    flangeThickMm: 4.5,
    ...over,
  });
const rim = (erdMm: number, beadSeatMm = 559) => partOf("rim", { beadSeatMm, erdMm, holes: 36, innerMm: 25 });
const spoke = (lengthMm: number, diameterMm = 2.34) => partOf("spoke", { diameterMm, lengthMm });
const heads = partOf("washer", { use: "spoke head", boreMm: 5, thicknessMm: 0.5 });
const tyre = (widthMm: number, beadSeatMm = 622, ratedKmh: number | null = null) =>
  partOf("tyre", { beadSeatMm, widthMm, ratedKmh });
const laced = (rimInnerMm: number, beadSeatMm = 622) => hub({ laced: { beadSeatMm, rimInnerMm } });
const bead559 = { frontBeadSeatMm: 559, rearBeadSeatMm: 559 };

// prettier-ignore
situations("wheels and tyres (common practice)", [
  { row: "104 each side its own length, two spare", asks: "wheel/lacing", parts: [bare()], shelf: [rim(545), spoke(222), spoke(221)], donor: bead559, verdict: "adapt", tells: /left spokes 221\.7[^]*right spokes 220\.9/, settles: /221\.8 mm left and 220\.9 mm right/ },
  { row: "105 spokes of 222 on the side of 27", asks: "wheel/spokes front left", parts: [bare(), rim(545), spoke(222), heads], donor: bead559, verdict: "clear", margin: 0.76 },
  { row: "105 of 223", asks: "wheel/spokes front left", parts: [bare(), rim(545), spoke(223), heads], donor: bead559, shelf: [spoke(222)], verdict: "adapt", margin: -0.24, settles: /221\.8 mm/, never: /grind/ },
  { row: "105 of 219", asks: "wheel/spokes front left", parts: [bare(), rim(545), spoke(219), heads], donor: bead559, verdict: "adapt", margin: -0.76 },
  { row: "106 545 on 110, crossed once", asks: "wheel/lacing", parts: [bare()], shelf: [rim(545)], donor: bead559, verdict: "adapt", tells: /nipple angle 4\.8/ },
  { row: "106 480 on 150", asks: "wheel/lacing", parts: [bare({ flangePcdMm: 150 })], shelf: [rim(480, 507)], donor: { frontBeadSeatMm: 507 }, verdict: "adapt", tells: /nipple angle 8\.6/ },
  { row: "106 389 on 205: no crossing within 15°", asks: "wheel/lacing", parts: [bare({ flangePcdMm: 205 })], shelf: [rim(389, 406)], donor: { frontBeadSeatMm: 406 }, verdict: "adapt", tells: /crosses 0 /, settles: /radial/ },
  { row: "107 radial on flanges of 3 mm", asks: "wheel/lacing", parts: [bare({ flangePcdMm: 205, flangeThickMm: 3 })], shelf: [rim(389, 406)], donor: { frontBeadSeatMm: 406 }, verdict: ["adapt", "stop"], never: /radial, heads in/ },
  { row: "108 hole 2.7, spoke 2.30", asks: "wheel/spokes front left", parts: [bare({ spokeHoleMm: 2.7 }), rim(545), spoke(222, 2.3)], donor: bead559, verdict: "clear" },
  { row: "108 hole 2.9", asks: "wheel/spokes front left", parts: [bare({ spokeHoleMm: 2.9 }), rim(545), spoke(222, 2.3)], donor: bead559, verdict: "adapt", margin: -0.2, settles: /washers under the heads/i },
  { row: "108 1200 W on 14G", asks: "wheel/spokes front left", parts: [bare({ ratedW: 1200, spokeHoleMm: 2.4 }), rim(545), spoke(222, 2)], donor: bead559, verdict: "adapt", tells: /2\.3 mm are wanted/ },
  { row: "109 inner 21, tyre 42", asks: "wheel/tyre-on-rim", parts: [laced(21), tyre(42)], verdict: "clear", margin: 0.2 },
  { row: "109 tyre 47", asks: "wheel/tyre-on-rim", parts: [laced(21), tyre(47)], verdict: "adapt", margin: -0.04 },
  { row: "109 inner 37, tyre 60", asks: "wheel/tyre-on-rim", parts: [laced(37), tyre(60)], verdict: "clear", margin: 0.22 },
  { row: "109 inner 17, tyre 60", asks: "wheel/tyre-on-rim", parts: [laced(17), tyre(60)], shelf: [tyre(32)], verdict: ["adapt", "stop"], margin: -1.33 },
  { row: "110 motor laced in 559, bike 622, discs", asks: "wheel/size", parts: [laced(21, 559)], verdict: "adapt", tells: /gearing, ground clearance/ },
  { row: "110 rim callipers with a reach of 51", asks: "brakes/reach front", parts: [laced(21, 559)], donor: { frontBrake: "rim calliper", frontReachMm: [51, "nominal"] }, verdict: ["adapt", "stop"], margin: -9.5 },
  { row: "111 a rim of 584 put in, tyre and bike 622", asks: "wheel/size", parts: [bare(), rim(560, 584)], verdict: "adapt", margin: -38, tells: /584/ },
  { row: "111 its tyre and tube", asks: "kit/lacks front tyre", parts: [bare(), rim(560, 584), tyre(40)], shelf: [tyre(40, 584)], verdict: "adapt", settles: /584 rim/, never: /old tyre over/ },
  { row: "112 tyre 50, room 58", asks: "wheel/tyre-room", parts: [laced(25), tyre(50)], donor: { frontTyreRoomMm: [58, "rule"] }, verdict: "measure", margin: 0 },
  { row: "112 room 60", asks: "wheel/tyre-room", parts: [laced(25), tyre(50)], donor: { frontTyreRoomMm: [60, "rule"] }, verdict: "clear", margin: 1 },
  { row: "112 room 60, mudguards", asks: "wheel/tyre-room", parts: [laced(25), tyre(50)], donor: { frontTyreRoomMm: [60, "rule"], frontMudguard: "yes" }, verdict: "adapt", margin: -1 },
  { row: "113 45 km/h, tyres without a mark", asks: "wheel/tyre-speed", parts: [laced(21), tyre(42)], asked: { assistKmh: 45 }, verdict: "adapt", settles: /rated/i },
  { row: "113 one rated tyre is not two", asks: "wheel/tyre-speed rear", parts: [laced(21), tyre(42, 622, 45)], asked: { assistKmh: 45 }, verdict: "adapt", tells: /rear tyre is/ },
  { row: "114 casing threads seen", asks: "condition/casing", parts: [laced(21)], donor: { tyreCasing: "threads" }, verdict: ["adapt", "stop"], settles: /new tyres/i },
]);

const box = (over: Partial<WrittenSpec<"battery">> = {}) =>
  battery({ mount: "box", lengthMm: 280, heightMm: 100, widthMm: 100, cradleMm: 0, ...over });
const inBox = {
  otherBay: "box",
  boxLengthMm: [310, "tape"] as [number, "tape"],
  boxWidthMm: 200,
  boxHeightMm: 200,
  boxFromShellMm: 600,
};
const pack = (massKg: number, over: Partial<WrittenSpec<"battery">> = {}) => ({ ...battery(over), massKg });

// prettier-ignore
situations("battery place (common practice)", [
  { row: "115 free round the pack", asks: "battery/bay", parts: [mid(), box()], donor: inBox, verdict: "clear" },
  { row: "115 four millimetres too long by more than the tape", asks: "battery/bay", parts: [mid(), box({ lengthMm: 310 })], donor: inBox, verdict: "stop", margin: -6, never: /cut a/ },
  { row: "116 goes in, and is 15 mm short of a slide of 60: at rest", asks: "battery/bay", parts: [mid(), battery({ lengthMm: 462, slideMm: 60 })], verdict: "clear" },
  { row: "116 and out again", asks: "battery/slide", parts: [mid(), battery({ lengthMm: 462, slideMm: 60 })], shelf: [partOf("battery-mount", { style: "clamp band", bosses: 0 })], verdict: ["adapt", "stop"], margin: -15, digits: 0, settles: /side-release cradle/ },
  { row: "117 pack of 125 between the knees", asks: "battery/width", parts: [mid(), battery({ widthMm: 130 })], donor: { crankRoomMm: [180, "caliper"] }, verdict: "stop", margin: -10 },
  { row: "118 two rivet nuts in line, pack of 3.0 kg", asks: "battery/bosses", parts: [mid(), pack(3)], donor: { bossKind: "rivet" }, verdict: "clear" },
  { row: "118 3.4 kg", asks: "battery/bosses", parts: [mid(), pack(3.4)], donor: { bossKind: "rivet" }, verdict: "adapt", margin: -0.4, settles: /strap/ },
  { row: "118 one boss in line", asks: "battery/bosses", parts: [mid(), pack(2.5, { slotsMm: [[60, 130]] })], donor: { bossFirstMm: 210, bossSpacingMm: 160 }, verdict: ["adapt", "measure"], never: /hole in a loaded tube/ },
  { row: "119 slots not on the pack's sheet", asks: "battery/bosses", parts: [mid(), pack(3, { slotsMm: null })], verdict: "measure", tells: /sheet of .* leaves out where its cradle has slots/, never: /rivet nuts/i },
  { row: "120 guide 6 high, cradle bridges 6", asks: "battery/guides", parts: [mid(), battery({ reliefMm: 6 })], donor: { guideUpMm: [6, "nominal"] }, verdict: "clear", margin: 0 },
  { row: "120 bridges 4", asks: "battery/guides", parts: [mid(), battery({ reliefMm: 4 })], donor: { guideUpMm: [6, "nominal"] }, verdict: "adapt", margin: -2, never: /ground off/ },
  { row: "121 carbon, clamp-on cradle", asks: "battery/bosses", parts: [mid(), pack(2.5, { slotsMm: [] })], donor: { frameMaterial: "carbon", shellLining: "metal", bossKind: "brazed" }, verdict: "stop" },
  { row: "122 box pack, its place along the bike not given", asks: "wiring/pack-to-motor", parts: [mid(), box()], donor: { ...inBox, boxFromShellMm: undefined }, verdict: "measure", tells: /box, from the shell/ },
  { row: "122 given", asks: "wiring/pack-to-motor", parts: [mid({ batteryLeadMm: 900 }), box()], donor: inBox, verdict: "clear", tells: /wanted 710 / },
  { row: "123 soft pouch", asks: "battery/case", parts: [mid(), box({ hardCase: false })], donor: inBox, verdict: "adapt", settles: /enclosure/ },
]);
