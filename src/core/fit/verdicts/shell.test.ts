import { mid, partOf, shellRings } from "../../../../tests/bench.fixture";
import { situations } from "./situation.fixture";

const bracketless = (over: object = {}) =>
  mid({ tubeDiameterMm: 33, nutTorqueNm: 40, peakTorqueNm: 80, bracketMm: null, ...over });
const asymmetric = partOf("shell-adapter", { style: "sleeve", boreMm: 46, tubeMm: 33.5 });

// prettier-ignore
situations("shell and mid-drive (common practice)", [
  { row: "1 bore 33.72 by gauge", asks: "shell/bore", parts: [mid()], donor: { shellBoreMm: [33.72, "gauge"] }, verdict: "clear", margin: 0.17, never: /sleeve|ream/i },
  { row: "1 bore 33.55, the limit itself", asks: "shell/bore", parts: [mid()], donor: { shellBoreMm: [33.55, "nominal"] }, verdict: "clear", margin: 0 },
  { row: "2 bore 33.56 by gauge", asks: "shell/bore", parts: [mid()], donor: { shellBoreMm: [33.56, "gauge"] }, verdict: "measure", margin: 0.01, never: /dress/i },
  { row: "2 bore 33.60 by caliper", asks: "shell/bore", parts: [mid()], donor: { shellBoreMm: [33.6, "caliper"] }, verdict: "measure", margin: 0.05, never: /dress/i },
  { row: "3 bore 33.40", asks: "shell/bore", parts: [mid()], donor: { shellBoreMm: [33.4, "gauge"] }, verdict: "adapt", margin: -0.15, settles: /0\.15 mm off the diameter/, never: /bore out|ream/i },
  { row: "3 bore 33.30", asks: "shell/bore", parts: [mid()], donor: { shellBoreMm: [33.3, "gauge"] }, verdict: "stop", margin: -0.25, never: /bore out|ream/i },
  { row: "4 Italian shell, bore 34.82", asks: "shell/bore", parts: [mid()], donor: { shellStandard: "italian", shellWidthMm: 70, shellBoreMm: [34.82, "gauge"] }, verdict: "adapt", settles: /shim[^]*0\.66/i, never: /sleeve/i },
  { row: "5 press-fit 46 by 73", asks: "shell/bore", parts: [mid()], donor: { shellStandard: "press46", shellWidthMm: 73, shellBoreMm: [46, "gauge"], frameMaterial: "aluminium" }, verdict: "adapt", settles: /sleeve, both ends[^]*6\.25/i, never: /thread/i },
  { row: "6 carbon without metal, and a typed reason", asks: "shell/bore", parts: [mid()], donor: { frameMaterial: "carbon", shellLining: "bare" }, overrides: [{ finding: "shell/bore", reason: "I have done many", by: "K", at: "2026-01-05T09:00:00Z" }], verdict: "stop", tells: /metal sleeve/ },
  { row: "7 cable-guide bolt 2.5 into the bore", asks: "shell/guide-bolt", parts: [mid()], donor: { guideBoltMm: 2.5 }, verdict: "adapt", margin: -2.5, settles: /flush/ },
  { row: "7 faces 0.10 out of parallel, the limit", asks: "shell/facing", parts: [mid()], donor: { shellFaceMm: [0.1, "nominal"] }, verdict: "clear", margin: 0 },
  { row: "7 faces 0.18 out of parallel", asks: "shell/facing", parts: [mid()], donor: { shellFaceMm: [0.18, "gauge"] }, verdict: "adapt", margin: -0.08, settles: /face the shell/i },
  { row: "8 shell 73.0 in a grip to 74.0", asks: "shell/nut-engagement", parts: [mid()], donor: { shellWidthMm: 73 }, verdict: "clear", margin: 1 },
  { row: "8 shell 73.95 in it", asks: "shell/nut-engagement", parts: [mid()], donor: { shellWidthMm: 73.95 }, verdict: "measure", margin: 0.05 },
  { row: "8 the grip of a motor sold for 68 to 73 is as real", asks: "shell/nut-engagement", parts: [mid({ gripMm: [68, 73] })], donor: { shellWidthMm: 73 }, verdict: "clear", margin: 1 },
  { row: "9 shell 76 in it", asks: "shell/nut-engagement", parts: [mid()], donor: { shellStandard: "inch26", shellWidthMm: 76 }, verdict: ["stop", "adapt"], margin: -2, tells: /lock ring engaged 3 /, never: /cut the lock ring|leave .*out/i },
  { row: "10 shell 68.0, thread starts at 70.5", asks: "shell/nut-engagement", parts: [mid({ shoulderToThreadStartMm: 70.5 })], shelf: shellRings, donor: { shellWidthMm: 68 }, verdict: "adapt", margin: -1, settles: /1\.5 mm on the other side/, never: /drive side(?!\s+and)/i },
  { row: "11 shell 73.0 with 1.5 mm on the drive side", asks: "shell/nut-engagement", parts: [mid({ caseOffsetMm: 0 })], shelf: shellRings, donor: { shellWidthMm: 73, stayNearOutMm: [35.85, "caliper"], stayFarOutMm: [35.85, "caliper"] }, accept: [{ finding: "shell/gear-case", remedy: "drive-spacer-1.5" }], verdict: "clear", margin: 0.5 },
  { row: "11 with 2.5 mm on the drive side", asks: "shell/nut-engagement", parts: [mid({ caseOffsetMm: 0 })], shelf: shellRings, donor: { shellWidthMm: 73, stayNearOutMm: [36.8, "caliper"], stayFarOutMm: [36.8, "caliper"] }, accept: [{ finding: "shell/gear-case", remedy: "drive-spacer-2.5" }], verdict: ["stop", "adapt"], margin: -0.5 },
  { row: "19 left crank 3.0 from the stay by rule, the spacer in", asks: "shell/crank-stay left", parts: [mid()], donor: { crankLeftStayMm: [3, "rule"] }, verdict: ["stop", "adapt"], margin: -1, tells: /cranks with more offset[^]*less spacer/, never: /filed? the stay/i },
  { row: "12 case short of the stay", asks: "shell/gear-case", parts: [mid({ caseOffsetMm: 3 })], shelf: shellRings, donor: { shellWidthMm: 68, stayNearOutMm: 36.5, stayFarOutMm: 36.5 }, verdict: "adapt", margin: -1.5, settles: /drive-spacer-2\.5/, never: /filed? the stay/i },
  { row: "13 case 2.6 from a steel stay", asks: "shell/gear-case", parts: [mid({ caseOffsetMm: 3 })], donor: { shellWidthMm: 68, stayNearOutMm: [34.4, "caliper"], stayFarOutMm: [34.4, "caliper"] }, verdict: "clear", margin: 0.6 },
  { row: "13 case 2.6 from a carbon stay", asks: "shell/gear-case", parts: [mid({ caseOffsetMm: 3 })], shelf: shellRings, donor: { frameMaterial: "carbon", shellLining: "metal", shellWidthMm: 68, stayNearOutMm: [34.4, "caliper"], stayFarOutMm: [34.4, "caliper"] }, verdict: "adapt", margin: -0.4, settles: /drive-spacer-1 / },
  { row: "14 more spacer than 5 mm in all", asks: "shell/gear-case", parts: [mid({ caseOffsetMm: 3 })], shelf: shellRings, donor: { shellWidthMm: 68, stayNearOutMm: [40.5, "caliper"], stayFarOutMm: [40.5, "caliper"] }, verdict: ["stop", "adapt"], margin: -0.5, never: /ring offset/i },
  { row: "14 a spacer that is on counts among the 5", asks: "shell/gear-case", parts: [mid({ caseOffsetMm: 3, ringPlaneMm: 11 })], shelf: shellRings, donor: { shellWidthMm: 68, stayNearOutMm: [40.5, "caliper"], stayFarOutMm: [40.5, "caliper"] }, accept: [{ finding: "chain/ring-stay", remedy: "drive-spacer-1" }], verdict: ["stop", "adapt"], margin: -0.5 },
  { row: "15 stay not measured at the case's radius", asks: "shell/gear-case", parts: [mid({ caseRadiusMm: 105 })], donor: { stayNearRadiusMm: 60, stayFarRadiusMm: 100 }, verdict: "measure" },
  { row: "15 shell wider on the left, only its width known", asks: "shell/gear-case", parts: [mid(), asymmetric], donor: { shellStandard: "m47", shellWidthMm: 77, shellBoreMm: 46 }, verdict: "measure", tells: /drive-side face/i },
  { row: "16 ring 42 beside a stiff stay", asks: "chain/ring-stay", parts: [mid({ ringPlaneMm: 15.5 })], donor: { shellWidthMm: [68, "caliper"], cogCount: 8, stayNearOutMm: [43.2, "caliper"], stayFarOutMm: [43.2, "caliper"] }, verdict: "clear", margin: 0.65 },
  { row: "16 the same frame flexes", asks: "chain/ring-stay", parts: [mid({ ringPlaneMm: 15.5 })], shelf: shellRings, donor: { cogCount: 8, frameFlexes: "yes", shellWidthMm: [68, "caliper"], stayNearOutMm: [43.2, "caliper"], stayFarOutMm: [43.2, "caliper"] }, verdict: "adapt", margin: -0.35, settles: /spacer-1 / },
  { row: "17 80 N·m, no bracket listed", asks: "shell/torque-reaction", parts: [bracketless()], verdict: "adapt", margin: -86, digits: 0, settles: /bracket/i, never: /100 N·m/ },
  { row: "17 20 N·m", asks: "shell/torque-reaction", parts: [bracketless({ peakTorqueNm: 20 })], verdict: "clear", margin: 4, digits: 0 },
  { row: "18 crank axle 270 over the ground, can 125 below it", asks: "shell/ground", parts: [mid({ canCentreMm: 75, canRadiusMm: 50 })], donor: { triangleBy: "none", shellHeightMm: [270, "tape"] }, verdict: "adapt", margin: -5, settles: /kerb/ },
  { row: "20 mid-drive on a back-pedal brake", asks: "brakes/cut-off", parts: [mid()], donor: { rearBrake: "coaster" }, verdict: "stop", tells: /made for back-pedal/i },
]);
