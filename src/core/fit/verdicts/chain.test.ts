import { hub, mid, partOf } from "../../../../tests/bench.fixture";
import type { WrittenSpec } from "../../parts/specs";
import { situations } from "./situation.fixture";

const rear = (over: Partial<WrittenSpec<"hub-motor">> = {}) =>
  hub({ end: "rear", overLocknutMm: 135, cluster: "spline-8-10", locknutToSmallestMm: null, clusterRoomMm: null, ...over });
const ring = (offsetMm: number, teeth = 42) => partOf("chainring", { teeth, mount: "test", offsetMm, narrowWide: false });
const chain = (links: number, speeds = 9, halfLink = false) => partOf("chain", { speeds, links, halfLink });
const cluster = (kind: WrittenSpec<"cluster">["interface"], teeth: number[], family: WrittenSpec<"cluster">["family"] = "A") =>
  partOf("cluster", { interface: kind, teeth, family });
const NINE = [11, 13, 15, 17, 20, 23, 26, 30, 34];
const SEVEN = [14, 16, 18, 20, 22, 24, 28];
const spacer = (thicknessMm: number) => partOf("washer", { use: "axle spacer", boreMm: 12.2, thicknessMm });
const lever = (speeds: number, family: WrittenSpec<"shifter">["family"], style: WrittenSpec<"shifter">["style"] = "trigger") =>
  partOf("shifter", { speeds, family, style });

/** Nine cogs of 4.35 mm in a 135 end, the smallest 4.6 from the dropout; everything from sheets but the line in front. */
const exact = {
  rearOverLocknutMm: [135, "nominal"],
  locknutToSmallestMm: [4.6, "nominal"],
  chainstayMm: [435, "nominal"],
  cogCount: 9,
} as const;
const line = (mm: number, more: object = {}) => ({
  ...exact,
  chainstayMm: [435, "nominal"] as [number, "nominal"],
  rearOverLocknutMm: [135, "nominal"] as [number, "nominal"],
  locknutToSmallestMm: [4.6, "nominal"] as [number, "nominal"],
  frontChainlineMm: [mm, "rule"] as [number, "rule"],
  ...more,
});
/** A mid-drive whose stock ring stands so far out on a 68 shell. */
const midAt = (mm: number, over: Partial<WrittenSpec<"mid-motor">> = {}) => mid({ ringPlaneMm: mm - 34, ...over });
const midLine = (more: object = {}) => ({ ...line(46), shellWidthMm: [68, "nominal"] as [number, "nominal"], ...more });
const hubGear = (mmApart: number) => ({
  gears: "hub gear",
  hubGearLimitNm: 200,
  hubGearCogTeeth: 19,
  cogCount: 1,
  chainstayMm: [450, "nominal"] as [number, "nominal"],
  rearOverLocknutMm: [135, "nominal"] as [number, "nominal"],
  locknutToSmallestMm: [67.5 - 50 + mmApart, "rule"] as [number, "rule"],
  shellWidthMm: [68, "nominal"] as [number, "nominal"],
});

// prettier-ignore
situations("chain (common practice)", [
  { row: "63 rings 1.5 and 1.5, smallest cog's chain 1.8 from the stay", asks: "cluster/room", parts: [rear({ overLocknutMm: 132 }), spacer(1.5), spacer(1.5), cluster("spline-8-10", NINE)], donor: { rearOverLocknutMm: [135, "caliper"], cogToStayMm: [1.8, "caliper"] }, verdict: "adapt", margin: -1.2, settles: /rings-over/, never: /grind/ },
  { row: "63 both rings on the drive side", asks: "cluster/room", parts: [rear({ overLocknutMm: 132 }), spacer(1.5), spacer(1.5), cluster("spline-8-10", NINE)], donor: { rearOverLocknutMm: [135, "caliper"], cogToStayMm: [1.8, "caliper"] }, accept: [{ finding: "cluster/room", remedy: "rings-over" }], verdict: "clear", margin: 0.3 },
  { row: "63 the rim then wants dishing", asks: "axle/dish", parts: [rear({ overLocknutMm: 132 }), spacer(1.5), spacer(1.5), cluster("spline-8-10", NINE)], donor: { rearOverLocknutMm: [135, "caliper"], cogToStayMm: [1.8, "caliper"] }, accept: [{ finding: "cluster/room", remedy: "rings-over" }], verdict: "adapt", tells: /rim off the middle 1\.5 / },
  { row: "63 not measured", asks: "cluster/room", parts: [rear({ overLocknutMm: 132 }), spacer(1.5), spacer(1.5), cluster("spline-8-10", NINE)], donor: { rearOverLocknutMm: [135, "caliper"] }, verdict: "measure" },
  { row: "64 90 N·m, climbing cog not named", asks: "chain/climbing-cog", parts: [midAt(47, { peakTorqueNm: 90 })], shelf: [ring(-4)], donor: midLine(), verdict: "adapt", margin: -1.85, settles: /then 2 mm|1\.9 mm|1\.8 mm/ },
  { row: "64 cog 5 named", asks: "chain/climbing-cog", parts: [midAt(47, { peakTorqueNm: 90 })], donor: midLine({ climbingCog: 5 }), verdict: "clear", margin: 2.5 },
  { row: "64 line 45.0, told by the rule", asks: "chain/climbing-cog", parts: [midAt(45, { peakTorqueNm: 90 })], donor: midLine({ shellWidthMm: [68, "rule"], locknutToSmallestMm: [4.6, "rule"] }), verdict: "measure", margin: 0.15 },
  { row: "65 line 50.0", asks: "chain/angle", parts: [rear()], donor: line(50), verdict: "clear", margin: 0.118, digits: 3 },
  { row: "65 line 51.0", asks: "chain/angle", parts: [rear()], donor: line(51), verdict: "measure", margin: -0.013, digits: 3 },
  { row: "65 line 53.0", asks: "chain/angle", parts: [rear()], donor: line(53), verdict: "adapt", margin: -0.276, digits: 3, settles: /acknowledge/i },
  { row: "66 line 64.0, no offset made", asks: "chain/angle", parts: [midAt(64)], donor: midLine(), verdict: "stop", margin: -0.218, digits: 3 },
  { row: "66 a ring of −6 made", asks: "chain/angle", parts: [midAt(64)], shelf: [ring(-6)], donor: midLine(), verdict: "adapt", settles: /rare use/ },
  { row: "66 the ring on", asks: "chain/angle", parts: [midAt(64)], shelf: [ring(-6)], donor: midLine(), accept: [{ finding: "chain/angle", remedy: "ring-" }], verdict: ["adapt", "clear"], margin: 0.568, digits: 3 },
  { row: "67 cog 3 most used", asks: "chain/used-cog", parts: [rear()], donor: line(50, { usedCog: 3 }), verdict: "clear", margin: 1.447, digits: 3 },
  { row: "67 cog 8 most used", asks: "chain/used-cog", parts: [rear()], donor: line(50, { usedCog: 8 }), verdict: "adapt", margin: -0.31 },
  { row: "68 hub gear, lines 10 apart", asks: "chain/angle", parts: [midAt(60)], donor: hubGear(0), verdict: "adapt", margin: -0.273, digits: 3, settles: /dished/i },
  { row: "68 lines 13 apart", asks: "chain/angle", parts: [midAt(63)], donor: hubGear(0), verdict: ["adapt", "stop"], margin: -0.155, digits: 3, settles: /customer is told/ },
  { row: "69 belt and hub gear, 2.4 apart", asks: "chain/angle", parts: [midAt(52.4)], donor: { ...hubGear(0), gears: "belt hub gear", chainstayMm: [445, "nominal"], locknutToSmallestMm: [17.5, "nominal"] }, verdict: "adapt", margin: -0.059, digits: 3 },
  { row: "69 5.0 apart", asks: "chain/angle", parts: [midAt(55)], donor: { ...hubGear(0), gears: "belt hub gear", chainstayMm: [445, "nominal"], locknutToSmallestMm: [17.5, "nominal"] }, verdict: "stop", margin: -0.144, digits: 3 },
  { row: "70 mid-drive, 42 by 32 over 438, chain 114", asks: "chain/length", parts: [mid(), chain(114)], donor: { chainstayMm: [438, "tape"] }, verdict: "clear", margin: 4 },
  { row: "70 hub motor, new cog 34, old chain 108", asks: "chain/length", parts: [rear(), cluster("spline-8-10", NINE)], shelf: [chain(116)], donor: { ringLargeTeeth: 44, chainstayMm: [446, "tape"], chainLinks: 108 }, verdict: "adapt", margin: -4, settles: /new chain/i },
  { row: "71 a stay that falls between two counts", asks: "chain/length", parts: [mid({ stockRingTeeth: 44 }), chain(110)], shelf: [chain(116)], donor: { largestCogTeeth: 34, chainstayMm: [437, "tape"] }, verdict: "adapt", margin: -2, tells: /112 links/ },
  { row: "72 load carrier, 1200, one chain of 116 listed", asks: "chain/length", parts: [mid({ stockRingTeeth: 44 }), chain(116)], shelf: [chain(116)], donor: { largestCogTeeth: 30, chainstayMm: [1200, "nominal"] }, verdict: "adapt", tells: /230 links/, settles: /new chain/i },
  { row: "73 suspension, 454 at the longest, chain 114", asks: "chain/length", parts: [mid({ stockRingTeeth: 38 }), chain(114)], shelf: [chain(116)], donor: { frameKind: "full-suspension", largestCogTeeth: 46, chainstayMm: [440, "nominal"], chainstayLongestMm: [454, "nominal"] }, verdict: "adapt", margin: -2, tells: /116 links/ },
  { row: "74 eleven cogs, 24 pitches 306.25", asks: "chain/wear", parts: [mid()], donor: { cogCount: 11, chain24Mm: [306.25, "caliper"] }, verdict: "measure", margin: 0.024, digits: 3 },
  { row: "75 eight cogs, 307.2", asks: "chain/wear", parts: [mid()], donor: { cogCount: 8, chain24Mm: [307.2, "caliper"] }, verdict: "adapt", settles: /new chain/i },
  { row: "75 308.1", asks: "chain/wear", parts: [mid()], donor: { cogCount: 8, chain24Mm: [308.1, "caliper"] }, verdict: "adapt", settles: /chain and cogs/i },
  { row: "76 11 to 46, capacity 35", asks: "chain/wrap", parts: [mid()], donor: { wrapTeeth: 35, smallestCogTeeth: 11, largestCogTeeth: 46 }, verdict: "clear", margin: 0 },
  { row: "76 11 to 50", asks: "chain/wrap", parts: [mid()], donor: { wrapTeeth: 35, smallestCogTeeth: 11, largestCogTeeth: 50 }, verdict: "adapt", margin: -4 },
  { row: "77 half-link chain behind 95 N·m", asks: "chain/pitch", parts: [mid({ peakTorqueNm: 95 }), chain(110, 1, true)], shelf: [chain(116, 1)], donor: { gears: "single", cogCount: 1 }, verdict: "adapt", settles: /chain/i },
]);

const freewheelHub = (over: Partial<WrittenSpec<"hub-motor">> = {}) => rear({ cluster: "freewheel-iso", ...over });
const nineOn = (more: object[] = []) => [
  rear({ clusterRoomMm: 36 }),
  cluster("spline-8-10", NINE),
  ...(more as ReturnType<typeof spacer>[]),
];

// prettier-ignore
situations("cluster, shifter and hub gear (common practice)", [
  { row: "78 shoulder to locknut 36.0, seven cogs", asks: "cluster/room", parts: [rear({ clusterRoomMm: 36 }), cluster("spline-8-10", SEVEN)], verdict: "clear", margin: 1.15 },
  { row: "78 nine cogs", asks: "cluster/room", parts: nineOn(), shelf: [spacer(3), spacer(4), cluster("spline-7", SEVEN)], verdict: "adapt", margin: -3.55, settles: /drive-ring-4[^]*cluster-/ },
  { row: "78 nine with a ring of 4.0 on the drive side", asks: "cluster/room", parts: nineOn(), shelf: [spacer(4)], accept: [{ finding: "cluster/room", remedy: "drive-ring-4" }], verdict: "clear", margin: 0.45 },
  { row: "79 nine-speed cassette donor, motor 1.375 by 24", asks: "cluster/interface", parts: [freewheelHub()], shelf: [cluster("freewheel-iso", SEVEN)], verdict: "adapt", settles: /7 cogs/, never: /old cluster over/ },
  { row: "80 freewheel 35 by 24 on a 1.375 by 24 body", asks: "cluster/interface", parts: [freewheelHub(), cluster("freewheel-italian", SEVEN)], shelf: [cluster("freewheel-iso", SEVEN)], verdict: ["adapt", "stop"] },
  { row: "81 seven-speed cassette on an 8 to 10 body", asks: "cluster/interface", parts: [rear()], donor: { clusterInterface: "spline-7", cogCount: 7, shifterSpeeds: 7 }, verdict: "adapt", settles: /4\.5 mm spacer/ },
  { row: "81 11-speed road cassette on it", asks: "cluster/interface", parts: [rear()], shelf: [cluster("spline-8-10", NINE)], donor: { clusterInterface: "spline-11-road", cogCount: 11 }, verdict: "adapt", settles: /9 cogs/, never: /1\.85/ },
  { row: "82 8-lever of family A on seven cogs", asks: "cluster/shifter", parts: [freewheelHub(), cluster("freewheel-iso", SEVEN)], shelf: [lever(7, "A")], donor: { shifterSpeeds: 8, cogCount: 8 }, verdict: "adapt", margin: -0.44, settles: /7 clicks of family A/ },
  { row: "82 7-lever on eight cogs", asks: "cluster/shifter", parts: [rear(), cluster("spline-8-10", NINE.slice(0, 8))], shelf: [lever(8, "A")], donor: { shifterSpeeds: 7, cogCount: 7 }, verdict: "adapt", margin: 0.09, tells: /one cog is lost/, settles: /8 clicks/ },
  { row: "83 matched ten-speed mountain set", asks: "cluster/shifter", parts: [rear()], donor: { shifterFamily: "A-mountain-10", shifterSpeeds: 10, cogCount: 10 }, verdict: "clear" },
  { row: "84 friction lever on seven cogs", asks: "cluster/shifter", parts: [freewheelHub(), cluster("freewheel-iso", SEVEN)], donor: { shifterFamily: "friction", shifterSpeeds: 0 }, verdict: "clear" },
  { row: "84 indexed lever of no known family", asks: "cluster/shifter", parts: [freewheelHub(), cluster("freewheel-iso", SEVEN)], donor: { shifterFamily: undefined, shifterSpeeds: 8 }, verdict: "measure" },
  { row: "84 a hub gear's twist", asks: "cluster/shifter", parts: [freewheelHub(), cluster("freewheel-iso", SEVEN), lever(7, null, "twist")], shelf: [lever(7, "A")], donor: { shifterSpeeds: 7, cogCount: 7 }, verdict: "adapt", settles: /7 clicks of family A/ },
  { row: "85 hub gear 42 by 19, crank 170", asks: "chain/hub-gear-torque", parts: [mid({ peakTorqueNm: 65 })], shelf: [ring(0, 44)], asked: { riderKg: 75 }, donor: { gears: "hub gear", hubGearLimitNm: 85, hubGearCogTeeth: 19, crankLengthMm: 170 }, verdict: "adapt", margin: -0.97, settles: /ring-[^]*set-torque/ },
  { row: "85 ring 44 on", asks: "chain/hub-gear-torque", parts: [mid({ peakTorqueNm: 65 })], shelf: [ring(0, 44)], asked: { riderKg: 75 }, donor: { gears: "hub gear", hubGearLimitNm: 85, hubGearCogTeeth: 19, crankLengthMm: 170 }, accept: [{ finding: "chain/hub-gear-torque", remedy: "ring-" }], verdict: "clear", margin: 2.94 },
  { row: "85 crank 165", asks: "chain/hub-gear-torque", parts: [mid({ peakTorqueNm: 65 })], asked: { riderKg: 75 }, donor: { gears: "hub gear", hubGearLimitNm: 85, hubGearCogTeeth: 19, crankLengthMm: 165 }, verdict: "clear", margin: 0.7, digits: 1 },
  { row: "85 limit unknown", asks: "chain/hub-gear-torque", parts: [mid({ peakTorqueNm: 65 })], asked: { riderKg: 75 }, donor: { gears: "hub gear", hubGearCogTeeth: 19 }, verdict: "measure" },
  { row: "86 back-pedal donor, rear motor, posts on the stays", asks: "brakes/lost-with-hub", parts: [freewheelHub()], shelf: [partOf("brake", { style: "rim linear" })], donor: { gears: "single", rearBrake: "coaster", rearBrakeSeat: "posts" }, verdict: "adapt", settles: /brake/i },
  { row: "86 nothing there to hold a brake", asks: "brakes/lost-with-hub", parts: [freewheelHub()], donor: { gears: "single", rearBrake: "coaster", rearBrakeSeat: "none" }, verdict: "stop" },
]);
