import type { Offer, PartHead } from "@/core/parts/part";
import { copper, far, ferry, PACK, part, salt, tide } from "./makePart";
import { CONTROLLER_SHEET, geared, mid, PACK_SHEET } from "./families";
import { MORE_MOTORS_AND_CONTROLS } from "./moreDrives";
import { withSecondOffers } from "./secondOffers";
import { SMALL_PARTS } from "./smallParts";

const MOTORS: PartHead[] = [
  part("hub-motor", "hf250-622", "Front hub 250, laced in 622", "Pellwick", 3.4, geared({}), [salt(168), ferry(139)]),
  part("hub-motor", "hf250-559", "Front hub 250, laced in 559", "Pellwick", 3.2, geared({ laced: { beadSeatMm: 559, rimInnerMm: 21 } }), [salt(164)]),
  part("hub-motor", "hf350-bare", "Front hub 350, bare", "Pellwick", 2.4, geared({ laced: null, ratedW: 350, peakTorqueNm: 38 }), [salt(126), far(84)]),
  part(
    "hub-motor",
    "hr500-622",
    "Rear hub 500, laced in 622, freewheel",
    "Pellwick",
    5.1,
    geared({ end: "rear", laced: { beadSeatMm: 622, rimInnerMm: 21 }, overLocknutMm: 135, axleDiameterMm: 14, ratedW: 500, peakTorqueNm: 48, cluster: "freewheel-iso", locknutToSmallestMm: 6, clusterRoomMm: 36, flangePcdMm: 135 }),
    [salt(214), ferry(189)],
  ),
  part("hub-motor", "hr250-559", "Rear hub 250, laced in 559, spline body", "Thrumble", 3.9, geared({ end: "rear", laced: { beadSeatMm: 559, rimInnerMm: 21 }, overLocknutMm: 135, peakTorqueNm: 32, cluster: "spline-8-10", locknutToSmallestMm: 5, clusterRoomMm: 41 }), [salt(232)]),
  part(
    "hub-motor",
    "hr1000-622",
    "Rear direct drive 1000, laced in 622",
    "Thrumble",
    8.2,
    geared({
      end: "rear",
      drive: "direct",
      overLocknutMm: 135,
      axleDiameterMm: 14,
      ratedW: 1000,
      peakTorqueNm: 60,
      cluster: "freewheel-iso",
      locknutToSmallestMm: 7,
      clusterRoomMm: 38,
      regenerates: true,
      flangePcdMm: 234,
      coverDiameterMm: 232,
      coverWidthMm: 96,
      axleLengthMm: 210,
      flangeOffsetLeftMm: 22,
      flangeOffsetRightMm: 22,
      spokeHoleMm: 3,
    }),
    [salt(248), far(151)],
  ),
  part("mid-motor", "mm500-68", "Crank motor 500, for 68–73 shells", "Marram", 4.1, mid({}), [salt(398), ferry(352)]),
  part("mid-motor", "mm250-68", "Crank motor 250, torque sensing, 68–73", "Marram", 3.6, mid({ ratedW: 250, peakTorqueNm: 70, pedalSensor: "torque", shoulderToThreadEndMm: 93, controllerBuiltIn: { batteryA: 14, leastBatteryA: 4, maxV: 44, cutV: 30, cutSettable: true, speedSettable: true } }), [
    salt(446),
  ]),
  part(
    "mid-motor",
    "mm750-100",
    "Crank motor 750, for 100 mm shells",
    "Marram",
    4.6,
    mid({ gripMm: [98, 102], shoulderToThreadEndMm: 124, shoulderToThreadStartMm: 94, ratedW: 750, peakTorqueNm: 140, controllerBuiltIn: { batteryA: 25, leastBatteryA: 8, maxV: 56, cutV: 39, cutSettable: true, speedSettable: true } }),
    [salt(489)],
  ),
  part(
    "frame-motor",
    "fm250",
    "Motor for four-bolt frame seats",
    "Vandle",
    2.9,
    {
      frameInterface: "four bolts, tilted",
      ratedW: 250,
      peakTorqueNm: 85,
      pedalSensor: "torque",
      controllerBuiltIn: { batteryA: 15, leastBatteryA: 8, maxV: 43, cutV: 30, cutSettable: false, speedSettable: true },
      chainlineMm: 52,
      stockRingTeeth: 38,
      ringMount: "direct six",
      ringNut: "left-hand",
      crankInterface: "splined",
      sensorLeadMm: 450,
      batteryLeadMm: 500,
      displayLeadMm: 1300,
      batteryLeadAwg: 12,
      plug: "slide-in blades, 20 A",
      runOnS: 0.2,
      lightV: 12,
      lightOutputs: 2,
      lightA: 1.5,
    },
    [ferry(512, 12)],
  ),
];

const BATTERIES: PartHead[] = [
  part("battery", "bat-36-10-dt", "Pack 36 V 10.4 Ah, down tube", "Ebbing", 2.6, { chemistry: "nmc", series: 10, capacityAh: 10.4, continuousA: 20, mount: "down tube", lengthMm: 362, heightMm: 88, widthMm: 92, ...PACK_SHEET, plug: "slide-in blades, 20 A" }, [
    salt(268, 5, PACK),
    copper(289, 3, PACK),
  ]),
  part("battery", "bat-36-13-rack", "Pack 36 V 13.4 Ah, rack", "Ebbing", 3.4, { chemistry: "nmc", series: 10, capacityAh: 13.4, continuousA: 20, mount: "rack", lengthMm: 390, heightMm: 76, widthMm: 150, ...PACK_SHEET, plug: "flat contacts, 30 A" }, [salt(312, 5, PACK)]),
  part("battery", "bat-36-12-dt", "Pack 36 V 12.8 Ah, down tube", "Ebbing", 2.7, { chemistry: "nmc", series: 10, capacityAh: 12.8, continuousA: 20, mount: "down tube", lengthMm: 362, heightMm: 88, widthMm: 92, ...PACK_SHEET, plug: "slide-in blades, 20 A" }, [
    salt(339, 5, PACK),
    copper(352, 3, PACK),
  ]),
  part("battery", "bat-48-14-dt", "Pack 48 V 14 Ah, down tube", "Ebbing", 3.9, { chemistry: "nmc", series: 13, capacityAh: 14, continuousA: 25, mount: "down tube", lengthMm: 392, heightMm: 96, widthMm: 94, ...PACK_SHEET, plug: "slide-in blades, 20 A" }, [salt(398, 5, PACK), ferry(371, 8, PACK)]),
  part("battery", "bat-48-11-dt", "Pack 48 V 11 Ah, down tube, slim", "Ebbing", 3.1, { chemistry: "nmc", series: 13, capacityAh: 11, continuousA: 20, mount: "down tube", lengthMm: 370, heightMm: 82, widthMm: 80, ...PACK_SHEET, plug: "slide-in blades, 20 A" }, [salt(341, 5, PACK)]),
  part("battery", "bat-52-17-dt", "Pack 52 V 17 Ah, down tube", "Ebbing", 4.6, { chemistry: "nmc", series: 14, capacityAh: 17, continuousA: 30, mount: "down tube", lengthMm: 420, heightMm: 110, widthMm: 96, ...PACK_SHEET, plug: "slide-in blades, 20 A" }, [salt(512, 9, PACK)]),
  part("battery", "bat-48-20-lfp", "Pack 48 V 20 Ah, iron phosphate, box", "Ebbing", 10.8, { chemistry: "lfp", series: 16, capacityAh: 20, continuousA: null, mount: "box", lengthMm: 330, heightMm: 160, widthMm: 150, ...PACK_SHEET, plug: "flat contacts, 45 A" }, [far(402, 24, PACK)]),
];

const CONTROLS: PartHead[] = [
  part("controller", "ctl-36-15", "Controller 36 V 15 A", "Pellwick", 0.35, { batteryA: 15, leastBatteryA: 7, maxV: 43, cutV: 31, cutSettable: false, speedSettable: true, plug: "flat contacts, 30 A", ...CONTROLLER_SHEET }, [salt(46), copper(52)]),
  part("controller", "ctl-48-22", "Controller 48 V 22 A", "Pellwick", 0.45, { batteryA: 22, leastBatteryA: 10, maxV: 60, cutV: 39, cutSettable: true, speedSettable: true, plug: "flat contacts, 30 A", ...CONTROLLER_SHEET, batteryLeadAwg: 12, regenMaxV: 54.6, regenSettable: true }, [salt(62)]),
  part("controller", "ctl-48-30f", "Controller 48 V 30 A, fixed", "Thrumble", 0.6, { batteryA: 30, leastBatteryA: null, maxV: 60, cutV: 39, cutSettable: false, speedSettable: false, plug: "flat contacts, 45 A", ...CONTROLLER_SHEET, regenMaxV: 54.6 }, [far(41)]),
  part("display", "dsp-bar", "Bar display with remote", "Pellwick", 0.18, { plug: "five-pin", clampMm: 22.2, showsSpeed: true, barMm: 28, leadMm: 900 }, [salt(39), copper(44)], 2),
  part("display", "dsp-colour", "Colour display, 31.8 clamp", "Marram", 0.2, { plug: "eight-pin", clampMm: 31.8, showsSpeed: true, barMm: 0, leadMm: 300 }, [salt(68)]),
  part("throttle", "thr-thumb", "Thumb throttle", "Pellwick", 0.05, { style: "thumb", clampMm: 22.2, plug: "three-pin", barMm: 22, leadMm: 400 }, [copper(12.5)], 3),
  part("throttle", "thr-twist", "Half twist throttle", "Pellwick", 0.09, { style: "twist", clampMm: 22.2, plug: "three-pin", barMm: 12, leadMm: 400 }, [copper(13)]),
  part("pedal-sensor", "pas-cadence", "Cadence sensor, left", "Pellwick", 0.06, { senses: "cadence", side: "left", plug: "three-pin", thickMm: 8, leadMm: 600, runOnS: 0.9 }, [copper(16.5), salt(18)], 1),
  part("pedal-sensor", "pas-torque", "Torque-sensing shell, 68", "Thrumble", 0.4, { senses: "torque", side: "right", plug: "five-pin", thickMm: 1, leadMm: 600, runOnS: 0.2 }, [salt(94)]),
  part("brake-lever", "lev-long", "Switched levers, long pull, pair", "Pellwick", 0.36, { pull: "long", switched: true, levers: 2, barMm: 38, leadMm: 500 }, [salt(24), copper(26)], 1),
  part("brake-lever", "lev-short", "Switched levers, short pull, pair", "Pellwick", 0.36, { pull: "short", switched: true, levers: 2, barMm: 38, leadMm: 500 }, [salt(25)]),
  part("cut-off", "cut-magnet", "Magnet switches, pair", "Thrumble", 0.05, { method: "magnet switch", switches: 2, plug: "two-pin" }, [copper(21), salt(23)]),
  part("cut-off", "cut-cable", "Cable-inline switch", "Thrumble", 0.03, { method: "cable switch", switches: 1, plug: "two-pin" }, [copper(17.5)]),
  part("cut-off", "cut-pressure", "Pressure switches, hydraulic, pair", "Vandle", 0.08, { method: "pressure switch", switches: 2, plug: "two-pin" }, [ferry(49)]),
  part("gear-sensor", "gear-sensor", "Gear sensor, inline", "Marram", 0.04, { cableMm: 1.2, plug: "three-pin" }, [salt(36)]),
];

const DRIVETRAIN: PartHead[] = [
  part("shifter", "shift-7a", "7-speed trigger, family A", "Corm", 0.13, { speeds: 7, family: "A", style: "trigger", barMm: 26 }, [tide(14.5)]),
  part("shifter", "shift-8a", "8-speed trigger, family A", "Corm", 0.14, { speeds: 8, family: "A", style: "trigger", barMm: 26 }, [tide(18.9)]),
  part("shifter", "shift-9a", "9-speed trigger, family A", "Corm", 0.14, { speeds: 9, family: "A", style: "trigger", barMm: 26 }, [tide(24.5)]),
  part("shifter", "shift-friction", "Friction thumb lever", "Corm", 0.08, { speeds: 1, family: null, style: "thumb", barMm: 18 }, [tide(16)]),
  part("chainring", "ring-44", "Ring 44, flat", "Marram", 0.16, { teeth: 44, mount: "Marram spider", offsetMm: 0, narrowWide: false }, [salt(22)]),
  part("chainring", "ring-42d", "Ring 42, dished 8 mm inward", "Marram", 0.21, { teeth: 42, mount: "Marram spider", offsetMm: -8, narrowWide: true }, [salt(46), ferry(41)]),
  part("chainring", "ring-40d", "Ring 40, dished 6 mm inward", "Marram", 0.19, { teeth: 40, mount: "Marram spider", offsetMm: -6, narrowWide: true }, [salt(44)]),
  part("chainring", "ring-46o", "Ring 46, 3 mm inward", "Marram", 0.19, { teeth: 46, mount: "Marram spider", offsetMm: -3, narrowWide: true }, [salt(39)]),
  part("cluster", "fw-7-28", "Freewheel 7-speed 14–28", "Corm", 0.45, { interface: "freewheel-iso", teeth: [14, 16, 18, 20, 22, 24, 28], family: "A" }, [tide(17.5)]),
  part("cluster", "fw-7-34", "Freewheel 7-speed 14–34", "Corm", 0.52, { interface: "freewheel-iso", teeth: [14, 16, 18, 20, 22, 24, 34], family: "A" }, [tide(21)]),
  part("cluster", "cas-9-34", "Cassette 9-speed 11–34", "Corm", 0.37, { interface: "spline-8-10", teeth: [11, 13, 15, 17, 20, 23, 26, 30, 34], family: "A" }, [tide(29.5)]),
  part("cluster", "cas-10-36", "Cassette 10-speed 11–36", "Corm", 0.36, { interface: "spline-8-10", teeth: [11, 13, 15, 17, 19, 21, 24, 28, 32, 36], family: "A-mountain-10" }, [tide(38)]),
  part("chain", "chain-8", "Chain 6–8-speed, 116 links", "Corm", 0.3, { speeds: 8, links: 116 }, [tide(13.5)], 2),
  part("chain", "chain-9", "Chain 9-speed, 116 links", "Corm", 0.29, { speeds: 9, links: 116 }, [tide(17.5)]),
  part("chain", "chain-10", "Chain 10-speed, 116 links", "Corm", 0.27, { speeds: 10, links: 116 }, [tide(22)]),
  part("chain", "chain-11", "Chain 11-speed, 118 links", "Corm", 0.26, { speeds: 11, links: 118 }, [tide(28.5)]),
  part("chain", "chain-1", "Chain 1/8 in, 112 links", "Corm", 0.36, { speeds: 1, links: 112 }, [tide(9.5)]),
  part("consumable", "joining-link", "Joining links, 6 to 10-speed", "Corm", 0.01, { use: "joining link" }, [tide(11, 2, { packSize: 4 })], 1),
];

const FITTINGS: PartHead[] = [
  part("rotor", "rotor-160", "Rotor 160, six-bolt", "Thrumble", 0.11, { diameterMm: 160, mount: "six-bolt", thicknessMm: 1.8 }, [tide(14)]),
  part("rotor", "rotor-180", "Rotor 180, six-bolt", "Thrumble", 0.15, { diameterMm: 180, mount: "six-bolt", thicknessMm: 1.8 }, [tide(17)]),
  part("rotor", "rotor-203", "Rotor 203, six-bolt, thick", "Thrumble", 0.24, { diameterMm: 203, mount: "six-bolt", thicknessMm: 2.3 }, [tide(29)]),
  part("calliper-adapter", "adp-180p", "Adapter post mount 160 to 180", "Thrumble", 0.04, { mount: "post", baseMm: 160, newMm: 180 }, [tide(9)]),
  part("torque-arm", "arm-12", "Torque arm for M12 axles, 6 mm plate", "Saltwell", 0.12, { axleDiameterMm: 12, axleFlatsMm: 10, plateMm: 6, clamps: "hose clamp", armMm: 110, leastMm: 70, tubeMm: [14, 30] }, [salt(18.5), copper(19.5)]),
  part("torque-arm", "arm-14", "Torque arm for M14 axles, 6 mm plate", "Saltwell", 0.14, { axleDiameterMm: 14, axleFlatsMm: 10, plateMm: 6, clamps: "bolted saddle", armMm: 120, leastMm: 80, tubeMm: [12, 32] }, [salt(22)]),
  part("torque-arm", "plate-14", "Clamping plates for M14 axles", "Saltwell", 0.4, { axleDiameterMm: 14, axleFlatsMm: 10, plateMm: 8, clamps: "clamping plates", armMm: 70 }, [salt(54)]),
  ...[1, 1.5, 2, 3].map((t) => part("washer", `ring-12-${String(t).replace(".", "")}`, `Axle ring M12, ${t} mm`, "Saltwell", 0.01, { use: "axle spacer", boreMm: 12.2, thicknessMm: t }, [copper(2.4)], 8)),
  ...[1, 2, 2.5, 3].map((t) => part("washer", `ring-14-${String(t).replace(".", "")}`, `Axle ring M14, ${t} mm`, "Saltwell", 0.01, { use: "axle spacer", boreMm: 14.2, thicknessMm: t }, [copper(2.6)], 4)),
  part("washer", "tab-12", "Tab washer M12", "Saltwell", 0.02, { use: "tab washer", boreMm: 12, thicknessMm: 3 }, [copper(2.9)], 10),
  part("washer", "tab-14", "Tab washer M14", "Saltwell", 0.02, { use: "tab washer", boreMm: 14, thicknessMm: 3 }, [copper(3.2)], 6),
  ...[1, 1.5, 2, 2.5, 3, 4, 5].map((t) => part("washer", `shell-ring-${String(t).replace(".", "")}`, `Shell spacer 34 bore, ${t} mm`, "Saltwell", 0.02, { use: "shell spacer", boreMm: 34, thicknessMm: t }, [salt(5.5), tide(6.4)])),
  part("shell-adapter", "shim-347", "Wrap shim 34.7 to 33.5", "Saltwell", 0.03, { style: "shim", boreMm: 34.75, tubeMm: 33.5 }, [salt(11)]),
  part("shell-adapter", "sleeve-41", "Sleeve 41 to 33.5, both ends", "Saltwell", 0.11, { style: "sleeve", boreMm: 41, tubeMm: 33.5 }, [salt(34)]),
  part("shell-adapter", "sleeve-46", "Sleeve 46 to 33.5, both ends", "Saltwell", 0.14, { style: "sleeve", boreMm: 46, tubeMm: 33.5 }, [salt(36)]),
  part("battery-mount", "boss-rail", "Three-boss rail", "Ebbing", 0.22, { style: "boss rail", bosses: 3 }, [copper(18)]),
  part("wire", "lead-14", "Battery lead 14 AWG, 1 m", "Copperline", 0.06, { awg: 14, lengthMm: 1000 }, [copper(4.8)], 5),
  part("connector", "con-30", "Two-pole plug pair, 30 A", "Copperline", 0.02, { family: "flat contacts, 30 A", continuousA: 30 }, [copper(5.2)], 6),
  ...[
    [20, 58, 6.9],
    [25, 58, 6.9],
    [30, 80, 8.4],
    [40, 80, 9.2],
  ].map(([a, v, p]) => part("fuse", `fuse-${a}`, `Fuse ${a} A, ${v} V, with holder`, "Copperline", 0.03, { ratedA: a!, maxV: v! }, [copper(p!)], 2)),
];

const WHEELS: PartHead[] = [
  part("rim", "rim-406-36", "Rim 406, 36 holes, double wall", "Lowtide", 0.48, { beadSeatMm: 406, erdMm: 389, holes: 36, innerMm: 21 }, [tide(27)]),
  part("rim", "rim-622-36", "Rim 622, 36 holes, double wall", "Lowtide", 0.62, { beadSeatMm: 622, erdMm: 605, holes: 36, innerMm: 21 }, [tide(33)]),
  part("spoke", "spoke-245", "Spokes 2.0 × 245", "Lowtide", 0.006, { diameterMm: 2, lengthMm: 245 }, [tide(18, 3, { packSize: 40 })]),
  part("spoke", "spoke-133", "Spokes 2.0 × 133", "Lowtide", 0.004, { diameterMm: 2, lengthMm: 133 }, [tide(16, 3, { packSize: 40 })]),
  part("spoke", "spoke-137", "Spokes 2.0 × 137", "Lowtide", 0.004, { diameterMm: 2, lengthMm: 137 }, [tide(16, 3, { packSize: 40 })]),
  part("tyre", "tyre-622-37", "Tyre 37-622, puncture belt", "Lowtide", 0.72, { beadSeatMm: 622, widthMm: 37 }, [tide(26.5)], 2),
  part("tyre", "tyre-622-42", "Tyre 42-622, load rated", "Lowtide", 0.86, { beadSeatMm: 622, widthMm: 42 }, [tide(31)]),
  part("tyre", "tyre-559-50", "Tyre 50-559", "Lowtide", 0.8, { beadSeatMm: 559, widthMm: 50 }, [tide(24)]),
  part("tyre", "tyre-406-47", "Tyre 47-406, load rated", "Lowtide", 0.62, { beadSeatMm: 406, widthMm: 47 }, [tide(25)]),
  part("tube", "tube-622", "Tube 28–47 × 622", "Lowtide", 0.16, { beadSeatMm: 622, fromMm: 28, toMm: 47 }, [tide(5.9)], 4),
  part("tube", "tube-559", "Tube 37–57 × 559", "Lowtide", 0.17, { beadSeatMm: 559, fromMm: 37, toMm: 57 }, [tide(5.9)]),
  part("tube", "tube-406", "Tube 37–57 × 406", "Lowtide", 0.13, { beadSeatMm: 406, fromMm: 37, toMm: 57 }, [tide(5.9)]),
  part("charger", "chg-42-2", "Charger 42.0 V 2 A", "Ebbing", 0.4, { outputV: 42, outputA: 2, plug: "three charge pins, 5 A" }, [copper(29), salt(31)]),
  part("charger", "chg-546-3", "Charger 54.6 V 3 A", "Ebbing", 0.6, { outputV: 54.6, outputA: 3, plug: "three charge pins, 5 A" }, [copper(42), salt(45)]),
  part("charger", "chg-588-4", "Charger 58.8 V 4 A", "Ebbing", 0.8, { outputV: 58.8, outputA: 4, plug: "three charge pins, 5 A" }, [copper(58)]),
  part("consumable", "shrink", "Heat-shrink and ties, job lot", "Copperline", 0.05, { use: "heat shrink" }, [copper(6.5)], 9),
];

const kit = (id: string, name: string, contents: [string, number][], offers: Offer[]) => part("kit", id, name, "Pellwick", null, { contents: contents.map(([partId, quantity]) => ({ partId, quantity })) }, offers);

const KITS: PartHead[] = [
  kit(
    "kit-front-622",
    "Front kit 250 W 36 V, 622 wheel",
    [
      ["hf250-622", 1],
      ["ctl-36-15", 1],
      ["dsp-bar", 1],
      ["pas-cadence", 1],
      ["lev-long", 1],
      ["tab-12", 2],
    ],
    [salt(289, 4), ferry(262, 7)],
  ),
  kit(
    "kit-front-559",
    "Front kit 250 W 36 V, 559 wheel",
    [
      ["hf250-559", 1],
      ["ctl-36-15", 1],
      ["dsp-bar", 1],
      ["pas-cadence", 1],
      ["lev-long", 1],
      ["tab-12", 2],
    ],
    [salt(285, 4)],
  ),
  kit(
    "kit-rear-622",
    "Rear kit 500 W 48 V, 622 wheel",
    [
      ["hr500-622", 1],
      ["ctl-48-22", 1],
      ["dsp-bar", 1],
      ["pas-cadence", 1],
      ["lev-long", 1],
      ["thr-thumb", 1],
      ["arm-14", 1],
    ],
    [salt(365, 4), ferry(338, 7)],
  ),
  kit(
    "kit-rear-direct",
    "Rear direct-drive kit 1000 W 48 V, 622 wheel",
    [
      ["hr1000-622", 1],
      ["ctl-48-30f", 1],
      ["dsp-bar", 1],
      ["thr-twist", 1],
      ["lev-long", 1],
    ],
    [salt(398, 6), far(239)],
  ),
  kit(
    "kit-mid-500",
    "Crank kit 500 W 48 V, 68–73 shell",
    [
      ["mm500-68", 1],
      ["dsp-colour", 1],
      ["ring-44", 1],
      ["lev-long", 1],
      ["gear-sensor", 1],
    ],
    [salt(489, 4), ferry(446, 7)],
  ),
  kit(
    "kit-mid-250",
    "Crank kit 250 W 36 V, torque sensing",
    [
      ["mm250-68", 1],
      ["dsp-colour", 1],
      ["ring-44", 1],
    ],
    [salt(528, 4)],
  ),
];

const MORE_KITS: PartHead[] = [
  kit(
    "kit-two-559",
    "Two motors 500 W 48 V, 559 wheels",
    [
      ["hf500-559", 1],
      ["hr500-559", 1],
      ["ctl-48-20", 2],
      ["dsp-bar", 1],
      ["pas-cadence", 1],
      ["lev-short", 1],
      ["thr-thumb", 1],
      ["arm-12", 2],
      ["arm-14", 1],
    ],
    [salt(668, 6), ferry(612, 9)],
  ),
  kit(
    "kit-front-406",
    "Front kit 250 W 36 V, 406 wheel",
    [
      ["hf250-406", 1],
      ["ctl-36-15", 1],
      ["dsp-bar", 1],
      ["pas-cadence", 1],
      ["lev-long", 1],
      ["tab-12", 2],
    ],
    [salt(281, 4)],
  ),
  kit(
    "kit-front-507",
    "Front kit 250 W 36 V, 507 wheel",
    [
      ["hf250-507", 1],
      ["ctl-36-15", 1],
      ["dsp-bar", 1],
      ["pas-cadence", 1],
      ["lev-short", 1],
      ["tab-12", 2],
    ],
    [salt(287, 5)],
  ),
  kit(
    "kit-rear-250-622",
    "Rear kit 250 W 36 V, 622 wheel, spline body",
    [
      ["hr250-622", 1],
      ["ctl-36-15", 1],
      ["dsp-bar", 1],
      ["pas-cadence", 1],
      ["cut-magnet", 1],
      ["arm-12", 1],
    ],
    [salt(342, 4)],
  ),
  kit(
    "kit-mid-750",
    "Crank kit 750 W 52 V, 68–73 shell",
    [
      ["mm750-68", 1],
      ["dsp-eight", 1],
      ["ring-46o", 1],
      ["cut-magnet", 1],
      ["gear-sensor", 1],
    ],
    [salt(612, 5), ferry(571, 8)],
  ),
  kit(
    "kit-bare-250",
    "Bare front kit 250 W 36 V, to be laced",
    [
      ["hf250-bare", 1],
      ["ctl-36-15", 1],
      ["dsp-bar", 1],
      ["pas-cadence", 1],
      ["lev-long", 1],
    ],
    [salt(232, 5), far(158)],
  ),
  kit(
    "kit-frame-250",
    "Frame motor kit 250 W 36 V",
    [
      ["fm250", 1],
      ["dsp-bar", 1],
    ],
    [ferry(702, 12)],
  ),
];

/** The demo's catalogue: invented makers and parts, sizes as such parts commonly have (common practice). */
export const DEMO_PARTS: PartHead[] = [...MOTORS, ...BATTERIES, ...CONTROLS, ...DRIVETRAIN, ...FITTINGS, ...WHEELS, ...MORE_MOTORS_AND_CONTROLS, ...SMALL_PARTS, ...KITS, ...MORE_KITS].map(withSecondOffers);

/** A row as a careless import might have left it: it must be named, not chosen. */
export const DEMO_BROKEN_PART: PartHead = { id: "hf250-mystery", kind: "hub-motor", name: "Front hub, second hand, sheet lost", maker: "", massKg: null, spec: { end: "front", drive: "geared", axleDiameterMm: 120, ratedW: 250 }, offers: [], inStock: 1 };
