import type { PartHead } from "@/core/parts/part";
import { copper, ferry, part, salt, tide } from "./makePart";

const slug = (n: number | string) => String(n).toLowerCase().replace(/[.,]/g, "").replaceAll(" ", "-");

const SPOKES = [93, 101, 128, 131, 135, 141, 149, 156, 164, 170, 178, 186, 197, 205, 213, 219, 225, 229, 233, 237, 241, 249, 256, 262, 272, 284, 291];
const STOUT_SPOKES = [91, 95, 133, 137, 164, 186, 213, 229, 233, 239, 241, 245];

const WHEELS: PartHead[] = [
  ...SPOKES.map((mm) => part("spoke", `spoke-${mm}`, `Spokes 2.0 × ${mm}`, "Lowtide", Math.round(mm * 0.025) / 1000, { diameterMm: 2, lengthMm: mm }, [tide(17, 3, { packSize: 40 })])),
  ...STOUT_SPOKES.map((mm) => part("spoke", `spoke-13-${mm}`, `Spokes 2.3/2.0 × ${mm}`, "Lowtide", Math.round(mm * 0.028) / 1000, { diameterMm: 2.3, lengthMm: mm }, [tide(24, 4, { packSize: 40 })])),
  ...(
    [
      [559, 538, 36, 23, 31],
      [507, 486, 36, 21, 29],
      [584, 567, 36, 25, 36],
      [349, 331, 36, 19, 27],
      [622, 602, 32, 19, 30],
      [559, 538, 32, 21, 29],
    ] as const
  ).map(([beadSeatMm, erdMm, holes, innerMm, price]) => part("rim", `rim-${beadSeatMm}-${holes}`, `Rim ${beadSeatMm}, ${holes} holes, double wall`, "Lowtide", 0.55, { beadSeatMm, erdMm, holes, innerMm }, [tide(price)])),
  ...(
    [
      [622, 28, null, 22],
      [622, 32, null, 23],
      [622, 47, 50, 38],
      [622, 50, 50, 39],
      [559, 42, null, 22],
      [559, 54, 50, 36],
      [559, 57, 50, 37],
      [406, 50, 50, 34],
      [584, 57, 50, 41],
      [507, 44, null, 23],
      [507, 47, null, 24],
      [349, 37, null, 21],
    ] as const
  ).map(([beadSeatMm, widthMm, ratedKmh, price]) => part("tyre", `tyre-${beadSeatMm}-${widthMm}`, `Tyre ${widthMm}-${beadSeatMm}${ratedKmh ? `, for ${ratedKmh} km/h` : ""}`, "Lowtide", 0.75, { beadSeatMm, widthMm, ratedKmh }, [tide(price)])),
  ...(
    [
      [584, 47, 62],
      [507, 37, 54],
      [349, 28, 47],
      [622, 45, 62],
    ] as const
  ).map(([beadSeatMm, fromMm, toMm]) => part("tube", `tube-${beadSeatMm}-${toMm}`, `Tube ${fromMm}–${toMm} × ${beadSeatMm}`, "Lowtide", 0.17, { beadSeatMm, fromMm, toMm }, [tide(6.2)], 2)),
  part("washer", "head-washers", "Washers for spoke heads, 2.0", "Lowtide", 0.0002, { use: "spoke head", boreMm: 5, thicknessMm: 0.5 }, [tide(6, 3, { packSize: 80 })]),
  part("washer", "nipple-washers", "Nipple washers", "Lowtide", 0.0002, { use: "nipple", boreMm: 5, thicknessMm: 0.5 }, [tide(5, 3, { packSize: 80 })]),
];

const AXLE: PartHead[] = [
  part("torque-arm", "arm-12-saddle", "Torque arm M12, bolted saddle", "Saltwell", 0.18, { axleDiameterMm: 12, axleFlatsMm: 10, plateMm: 6, clamps: "bolted saddle", armMm: 150, leastMm: 80, tubeMm: [12, 34] }, [salt(27)]),
  part("torque-arm", "arm-12-long", "Torque arm M12, 145 mm", "Saltwell", 0.15, { axleDiameterMm: 12, axleFlatsMm: 10, plateMm: 6, clamps: "hose clamp", armMm: 145, leastMm: 100, tubeMm: [14, 34] }, [salt(21)]),
  part("torque-arm", "arm-14-long", "Torque arm M14, 150 mm, hose clamp", "Saltwell", 0.17, { axleDiameterMm: 14, axleFlatsMm: 10, plateMm: 6, clamps: "hose clamp", armMm: 150, leastMm: 100, tubeMm: [14, 34] }, [salt(23)]),
  part("torque-arm", "plate-12", "Clamping plates for M12 axles", "Saltwell", 0.34, { axleDiameterMm: 12, axleFlatsMm: 10, plateMm: 8, clamps: "clamping plates", armMm: 70 }, [salt(48)]),
  ...(
    [
      [12, 6.5, 4.2],
      [12, 10, 3.6],
      [14, 7.5, 4.6],
      [14, 12, 4],
    ] as const
  ).map(([diameterMm, heightMm, price]) => part("axle-nut", `nut-${diameterMm}-${slug(heightMm)}`, `Axle nut M${diameterMm}, ${heightMm} mm high`, "Saltwell", 0.02, { diameterMm, heightMm }, [copper(price)], 6)),
  ...[1.5, 2, 2.5, 3].flatMap((t) => [12, 14].map((d) => part("washer", `recess-${d}-${slug(t)}`, `C-washer M${d}, ${t} mm`, "Saltwell", 0.01, { use: "recess washer", boreMm: d, thicknessMm: t }, [copper(2.8)], 4))),
  ...[0.2, 0.5, 1].map((t) => part("washer", `rotor-shim-${slug(t)}`, `Rotor shim, ${t} mm`, "Thrumble", 0.004, { use: "rotor shim", boreMm: 44, thicknessMm: t }, [tide(2.5)], 4)),
  part("washer", "calliper-shims", "Calliper shims, set", "Thrumble", 0.004, { use: "calliper shim", boreMm: 6, thicknessMm: 0.5 }, [tide(4.5)], 3),
];

const BRAKES: PartHead[] = [
  ...(
    [
      ["post", 160, 203],
      ["post", 180, 203],
      ["post", 140, 160],
      ["tabs", 160, 180],
      ["tabs", 160, 203],
      ["tabs", 140, 160],
      ["tabs", 140, 180],
    ] as const
  ).map(([mount, baseMm, newMm]) => part("calliper-adapter", `adp-${mount}-${baseMm}-${newMm}`, `Adapter, ${mount}, ${baseMm} to ${newMm}`, "Thrumble", 0.05, { mount, baseMm, newMm }, [tide(10.5)])),
  part("rotor", "rotor-140", "Rotor 140, six-bolt", "Thrumble", 0.09, { diameterMm: 140, mount: "six-bolt", thicknessMm: 1.8 }, [tide(13)]),
  part("rotor", "rotor-180-thick", "Rotor 180, six-bolt, thick", "Thrumble", 0.19, { diameterMm: 180, mount: "six-bolt", thicknessMm: 2.3 }, [tide(24)]),
  part("brake", "calliper-medium", "Rim calliper, medium reach, pair", "Thrumble", 0.36, { style: "rim calliper", reachMm: [47, 57] }, [tide(46)]),
  part("brake", "calliper-long", "Rim calliper, long reach, pair", "Thrumble", 0.4, { style: "rim calliper", reachMm: [55, 73] }, [tide(49)]),
  part("brake", "disc-oil", "Hydraulic disc brake, mineral oil, one wheel", "Vandle", 0.42, { style: "disc hydraulic", fluid: "mineral", hoseMm: 1600 }, [ferry(72, 7)]),
  part("brake", "disc-cable", "Cable disc brake, one wheel", "Thrumble", 0.38, { style: "disc cable" }, [tide(34)]),
];

const BAR_AND_WIRING: PartHead[] = [
  ...(
    [
      [22.2, 25.4],
      [22.2, 31.8],
      [25.4, 31.8],
      [26, 31.8],
    ] as const
  ).map(([barMm, clampMm]) => part("clamp-shim", `shim-${slug(barMm)}-${slug(clampMm)}`, `Clamp shim ${barMm} to ${clampMm}`, "Copperline", 0.02, { barMm, clampMm }, [copper(4.9)], 3)),
  part("bell", "bell-brass", "Brass bell, 12 mm of bar", "Lowtide", 0.05, { barMm: 12 }, [tide(8.5)], 3),
  part("bell", "bell-ring", "Bell ring, 22 mm of bar", "Lowtide", 0.04, { barMm: 22 }, [tide(11)]),
  ...[300, 600, 1000].map((mm) => part("lead", `lead-nine-${mm}`, `Motor extension nine-pin, ${mm} mm`, "Copperline", 0.08, { plug: "nine-pin", lengthMm: mm, use: "motor" }, [copper(12 + mm / 100)])),
  ...["five-pin", "eight-pin"].flatMap((plug) => [400, 800, 1400].map((mm) => part("lead", `lead-${plug}-${mm}`, `Display extension ${plug}, ${mm} mm`, "Copperline", 0.03, { plug, lengthMm: mm, use: "display" }, [copper(7 + mm / 200)]))),
  ...[400, 800, 1200].map((mm) => part("lead", `lead-sensor-${mm}`, `Speed sensor extension, ${mm} mm`, "Marram", 0.02, { plug: "three-pin", lengthMm: mm, use: "sensor" }, [salt(9 + mm / 200)])),
  ...(
    [
      [12, 1000, 6.5],
      [12, 2000, 11],
      [10, 1000, 9.5],
      [10, 2000, 16],
      [14, 2000, 8],
    ] as const
  ).map(([awg, lengthMm, price]) => part("wire", `lead-${awg}-${lengthMm}`, `Battery lead ${awg} AWG, ${lengthMm / 1000} m`, "Copperline", 0.09, { awg, lengthMm }, [copper(price)], 2)),
  ...(
    [
      ["flat contacts, 45 A", 45],
      ["round pins 3.5 mm, 30 A", 30],
      ["round pins 4.5 mm, 45 A", 45],
      ["slide-in blades, 20 A", 25],
      ["flat contacts, 15 A", 15],
    ] as const
  ).map(([family, continuousA]) => part("connector", `con-${slug(family)}`, `Plug pair, ${family}`, "Copperline", 0.02, { family, continuousA }, [copper(6.4)], 3)),
  part("converter", "conv-12", "Converter 60 V to 12 V, 3 A", "Copperline", 0.09, { maxV: 60, outV: 12, outA: 3 }, [copper(16)]),
  part("converter", "conv-6", "Converter 60 V to 6 V, 2 A", "Copperline", 0.07, { maxV: 60, outV: 6, outA: 2 }, [copper(15)]),
  part("converter", "conv-5", "Converter 72 V to 5 V, 2 A", "Copperline", 0.07, { maxV: 72, outV: 5, outA: 2 }, [copper(14)]),
  part("light", "lamp-f6", "Front lamp 6 V, 2.4 W", "Copperline", 0.09, { end: "front", minV: 5.5, maxV: 7.5, watts: 2.4, barMm: 0, leadMm: 900 }, [copper(24)]),
  part("light", "lamp-r6", "Rear lamp 6 V, 0.6 W", "Copperline", 0.05, { end: "rear", minV: 5.5, maxV: 7.5, watts: 0.6, barMm: 0, leadMm: 1100 }, [copper(14)]),
  part("light", "lamp-f60", "Front lamp 12 to 60 V, 6 W", "Copperline", 0.12, { end: "front", minV: 11.5, maxV: 60, watts: 6, barMm: 0, leadMm: 900 }, [copper(38)]),
  part("light", "lamp-r60", "Rear lamp 12 to 60 V, 1 W", "Copperline", 0.06, { end: "rear", minV: 11.5, maxV: 60, watts: 1, barMm: 0, leadMm: 1100 }, [copper(19)]),
  ...(
    [
      [70, 80, 12],
      [80, 80, 13],
      [100, 80, 15],
      [15, 58, 6.5],
      [50, 80, 9.8],
      [60, 80, 11],
    ] as const
  ).map(([ratedA, maxV, price]) => part("fuse", `fuse-${ratedA}`, `Fuse ${ratedA} A, ${maxV} V, with holder`, "Copperline", 0.03, { ratedA, maxV }, [copper(price)], 1)),
  part("charger", "chg-546-2", "Charger 54.6 V 2 A", "Ebbing", 0.5, { outputV: 54.6, outputA: 2, plug: "coaxial barrel, 3 A" }, [copper(36)]),
  part("charger", "chg-42-4", "Charger 42.0 V 4 A", "Ebbing", 0.7, { outputV: 42, outputA: 4, plug: "three charge pins, 5 A" }, [copper(49)]),
  part("charger", "chg-584-3", "Charger 58.4 V 3 A, iron phosphate", "Ebbing", 0.7, { outputV: 58.4, outputA: 3, plug: "three charge pins, 5 A" }, [copper(54)]),
];

const FRAME: PartHead[] = [
  part("battery-mount", "band-32", "Clamp bands for a cradle, 28 to 45 tube, pair", "Ebbing", 0.14, { style: "clamp band", bosses: 0 }, [copper(21)]),
  part("battery-mount", "side-cradle", "Side-release cradle, clamp band", "Ebbing", 0.3, { style: "clamp band", bosses: 2 }, [copper(39)]),
  part("battery-mount", "rack-slide", "Rack slide", "Ebbing", 0.4, { style: "rack slide", bosses: 0 }, [copper(29)]),
  part("motor-bracket", "bracket-round", "Motor bracket for a round tube", "Marram", 0.16, { holdsOn: "round tube", reachMm: 90 }, [salt(18)]),
  part("motor-bracket", "bracket-large", "Motor bracket for a large tube, clamped", "Marram", 0.28, { holdsOn: "large tube", reachMm: 115 }, [salt(34)]),
  part("motor-bracket", "bracket-stays", "Motor bracket between the stays", "Marram", 0.24, { holdsOn: "stay pair", reachMm: 100 }, [salt(31)]),
  part("chain-guide", "guide-tube", "Chain guide on the seat tube, 36 to 46", "Corm", 0.1, { mount: "seat tube", teeth: [36, 46] }, [tide(28)]),
  part("chain-guide", "guide-motor", "Chain guide on the motor, 40 to 52", "Marram", 0.12, { mount: "motor", teeth: [40, 52] }, [salt(33)]),
  part("shell-adapter", "adapter-51", "Threaded adapter for one-piece shells", "Saltwell", 0.24, { style: "threaded adapter", boreMm: 51.3, tubeMm: 33.5 }, [salt(29)]),
  part("shell-adapter", "sleeve-42", "Sleeve 42 to 33.5, both ends", "Saltwell", 0.12, { style: "sleeve", boreMm: 42, tubeMm: 33.5 }, [salt(34)]),
];

const USES: [use: string, name: string, price: number, packSize: number][] = [
  ["axle stops", "Axle stops for track ends, pair", 14, 1],
  ["hose clamp", "Hose clamp, stainless, padded", 2.2, 1],
  ["hose ends", "Olive and insert, one hose end", 2.9, 1],
  ["mineral oil", "Mineral oil for brakes, 100 ml", 7.5, 1],
  ["DOT fluid", "DOT 5.1 fluid, 100 ml", 8, 1],
  ["brake hose", "Brake hose, 2 m", 13, 1],
  ["rim pads", "Rim-brake pads, one wheel", 7, 1],
  ["disc pads", "Disc pads, one wheel", 9.5, 1],
  ["brake cables", "Brake cables and casing, set", 12, 1],
  ["headset bearings", "Headset bearings, pair", 14, 1],
  ["hub bearings", "Hub bearings, one wheel", 9, 1],
  ["short grips", "Short grips, 90 mm, pair", 11, 1],
  ["short stem", "Stem 60 mm", 22, 1],
  ["long stem", "Stem 110 mm", 22, 1],
  ["split magnet disc", "Split magnet disc", 12, 1],
  ["tyre sealant", "Tyre sealant, one tube", 5.5, 1],
  ["shrink tube", "Adhesive-lined shrink tube", 4, 1],
  ["nipples, brass, for 2 mm", "Brass nipples 14G, set of 40", 5.5, 1],
  ["nipples, brass, for 2.3 mm", "Brass nipples for 2.3/2.0, set of 40", 7, 1],
  ["kill switch", "Kill switch for the bar, latching", 8.5, 1],
  ["silicone grease", "Silicone grease", 4.5, 1],
];

const CONSUMABLES: PartHead[] = USES.map(([use, name, price, packSize]) => part("consumable", `use-${use.replace(/[^a-z0-9]+/gi, "-").toLowerCase()}`, name, "Lowtide", 0.05, { use }, [tide(price, 2, { packSize })], price < 5 ? 6 : 1));

/** Spokes, washers, adapters, leads and consumables of the invented shop, sizes as such parts commonly have (common practice). */
export const SMALL_PARTS: PartHead[] = [...WHEELS, ...AXLE, ...BRAKES, ...BAR_AND_WIRING, ...FRAME, ...CONSUMABLES];
