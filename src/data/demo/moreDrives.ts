import type { PartHead } from "@/core/parts/part";
import { CONTROLLER_SHEET, geared, mid, PACK_SHEET } from "./families";
import { copper, far, ferry, PACK, part, salt, tide } from "./makePart";

const rear622 = { end: "rear" as const, overLocknutMm: 135, laced: { beadSeatMm: 622, rimInnerMm: 21 } };
const rear559 = { ...rear622, laced: { beadSeatMm: 559, rimInnerMm: 23 } };
const freewheel = { cluster: "freewheel-iso" as const, locknutToSmallestMm: 6, clusterRoomMm: 36 };
const spline = { cluster: "spline-8-10" as const, locknutToSmallestMm: 5, clusterRoomMm: 41 };

const MOTORS: PartHead[] = [
  part("hub-motor", "hf250-bare", "Front hub 250, bare", "Pellwick", 2.2, geared({ laced: null, peakTorqueNm: 26 }), [salt(112), far(71)]),
  part("hub-motor", "hf250-406", "Front hub 250, laced in 406", "Pellwick", 3.0, geared({ laced: { beadSeatMm: 406, rimInnerMm: 21 } }), [salt(161)]),
  part("hub-motor", "hf250-507", "Front hub 250, laced in 507", "Pellwick", 3.1, geared({ laced: { beadSeatMm: 507, rimInnerMm: 21 } }), [salt(166)]),
  part("hub-motor", "hf500-559", "Front hub 500, laced in 559", "Pellwick", 4.4, geared({ laced: { beadSeatMm: 559, rimInnerMm: 23 }, ratedW: 500, peakTorqueNm: 32, axleLengthMm: 166, coverDiameterMm: 152 }), [salt(206), ferry(184)]),
  part("hub-motor", "hr250-622", "Rear hub 250, laced in 622, spline body", "Thrumble", 4.0, geared({ ...rear622, ...spline, peakTorqueNm: 32 }), [salt(238)]),
  part("hub-motor", "hr500-559", "Rear hub 500, laced in 559, freewheel", "Pellwick", 5.0, geared({ ...rear559, ...freewheel, axleDiameterMm: 14, ratedW: 500, peakTorqueNm: 48, flangePcdMm: 135, axleLengthMm: 204 }), [salt(212), ferry(188)]),
  part("hub-motor", "hr750-bare", "Rear hub 750, bare, freewheel", "Thrumble", 4.4, geared({ ...rear622, ...freewheel, laced: null, axleDiameterMm: 14, ratedW: 750, peakTorqueNm: 72, flangePcdMm: 145, flangeOffsetRightMm: 20, spokeHoleMm: 2.8, axleLengthMm: 208, coverDiameterMm: 168 }), [
    salt(244),
    far(162),
  ]),
  part("hub-motor", "hr250-406", "Rear hub 250, laced in 406, freewheel", "Pellwick", 3.8, geared({ ...rear622, ...freewheel, laced: { beadSeatMm: 406, rimInnerMm: 21 }, peakTorqueNm: 30 }), [salt(204)]),
  part(
    "hub-motor",
    "hrdd-559",
    "Rear direct drive 1000, laced in 559",
    "Thrumble",
    7.8,
    geared({ ...rear559, ...freewheel, drive: "direct", axleDiameterMm: 14, ratedW: 1000, peakTorqueNm: 60, regenerates: true, flangePcdMm: 234, flangeOffsetLeftMm: 22, flangeOffsetRightMm: 22, spokeHoleMm: 3, coverDiameterMm: 232, coverWidthMm: 96, axleLengthMm: 210, clusterRoomMm: 38 }),
    [salt(236), far(149)],
  ),
  part(
    "mid-motor",
    "mm750-68",
    "Crank motor 750, for 68–73 shells",
    "Marram",
    4.5,
    mid({ ratedW: 750, peakTorqueNm: 140, shoulderToThreadEndMm: 93, canRadiusMm: 60, nutTorqueNm: 40, runOnS: 0.3, controllerBuiltIn: { batteryA: 25, leastBatteryA: 8, maxV: 60, cutV: 39, cutSettable: true, speedSettable: true } }),
    [salt(468), ferry(431)],
  ),
  part(
    "mid-motor",
    "mm1000-120",
    "Crank motor 1000, for 120 mm shells",
    "Marram",
    5.8,
    mid({ gripMm: [118, 122], shoulderToThreadEndMm: 144, shoulderToThreadStartMm: 114, ratedW: 1000, peakTorqueNm: 160, canRadiusMm: 66, controllerBuiltIn: { batteryA: 30, leastBatteryA: 10, maxV: 60, cutV: 39, cutSettable: true, speedSettable: true } }),
    [salt(564)],
  ),
];

const pack = (over: object) => ({ chemistry: "nmc" as const, series: 13, capacityAh: 13, continuousA: 25, mount: "down tube" as const, lengthMm: 370, heightMm: 84, widthMm: 88, ...PACK_SHEET, plug: "slide-in blades, 20 A", ...over });
const BATTERIES: PartHead[] = [
  part(
    "battery",
    "bat-36-7-short",
    "Pack 36 V 7.0 Ah, down tube, short",
    "Ebbing",
    1.9,
    pack({
      series: 10,
      capacityAh: 7,
      continuousA: 18,
      lengthMm: 255,
      heightMm: 78,
      widthMm: 78,
      slotsMm: [
        [40, 100],
        [110, 180],
      ],
      slideMm: 25,
    }),
    [salt(212, 5, PACK)],
  ),
  part(
    "battery",
    "bat-48-9-short",
    "Pack 48 V 8.7 Ah, down tube, short",
    "Ebbing",
    2.6,
    pack({
      capacityAh: 8.7,
      continuousA: 22,
      lengthMm: 290,
      heightMm: 82,
      widthMm: 84,
      slotsMm: [
        [40, 110],
        [120, 200],
      ],
      slideMm: 30,
    }),
    [salt(302, 5, PACK)],
  ),
  part("battery", "bat-48-13-rack", "Pack 48 V 13 Ah, rack", "Ebbing", 4.0, pack({ mount: "rack", lengthMm: 385, heightMm: 78, widthMm: 155, plug: "flat contacts, 30 A", cradleMm: 18 }), [salt(372, 5, PACK)]),
  part("battery", "bat-48-21-box", "Pack 48 V 21 Ah, box", "Ebbing", 5.9, pack({ mount: "box", capacityAh: 21, continuousA: 60, lengthMm: 300, heightMm: 150, widthMm: 140, plug: "flat contacts, 45 A", cradleMm: 0, tripA: 90 }), [salt(566, 7, PACK)]),
  part("battery", "bat-48-22-box", "Pack 48 V 22 Ah, box, plain case", "Ebbing", 5.9, pack({ mount: "box", capacityAh: 22, continuousA: 60, lengthMm: 300, heightMm: 150, widthMm: 140, plug: "flat contacts, 45 A", cradleMm: 0, tripA: 90 }), [tide(518, 6, PACK)]),
  part("battery", "bat-48-12-seat", "Pack 48 V 12 Ah, behind the seat tube", "Ebbing", 3.7, pack({ mount: "seat tube", capacityAh: 12, lengthMm: 345, heightMm: 92, widthMm: 90, plug: "flat contacts, 30 A" }), [salt(356, 6, PACK)]),
  part("battery", "bat-52-20-dt", "Pack 52 V 20 Ah, down tube", "Ebbing", 5.2, pack({ series: 14, capacityAh: 20, continuousA: 40, lengthMm: 435, heightMm: 112, widthMm: 96, tripA: 60 }), [salt(598, 9, PACK)]),
  part("battery", "bat-52-14-dt", "Pack 52 V 14 Ah, down tube", "Ebbing", 3.9, pack({ series: 14, capacityAh: 14, continuousA: 32, lengthMm: 378, heightMm: 92, widthMm: 92 }), [salt(446, 7, PACK)]),
  part("battery", "bat-36-8-bag", "Pack 36 V 8.7 Ah in a bag", "Ebbing", 2.2, pack({ series: 10, capacityAh: 8.7, continuousA: 18, mount: "bag", lengthMm: 240, heightMm: 110, widthMm: 85, plug: "flat contacts, 30 A", lockSide: "none", chargeSide: "top" }), [far(189, 21, PACK)]),
  part("battery", "bat-36-13-box", "Pack 36 V 13.4 Ah, box", "Ebbing", 3.4, pack({ series: 10, capacityAh: 13.4, continuousA: 25, mount: "box", lengthMm: 260, heightMm: 120, widthMm: 110, plug: "flat contacts, 30 A", cradleMm: 0 }), [salt(322, 6, PACK)]),
];

const CONTROLS: PartHead[] = [
  part("controller", "ctl-36-17s", "Controller 36 V 17 A, torque sensing", "Vandle", 0.35, { batteryA: 16, leastBatteryA: 5, maxV: 43, cutV: 30, cutSettable: true, speedSettable: true, plug: "flat contacts, 30 A", ...CONTROLLER_SHEET }, [ferry(84, 12)]),
  part("controller", "ctl-48-20", "Controller 48 V 20 A", "Pellwick", 0.42, { batteryA: 20, leastBatteryA: 8, maxV: 60, cutV: 39, cutSettable: true, speedSettable: true, plug: "flat contacts, 45 A", ...CONTROLLER_SHEET, batteryLeadAwg: 12 }, [salt(58)]),
  part("controller", "ctl-52-25", "Controller 52 V 25 A, settable", "Thrumble", 0.5, { batteryA: 25, leastBatteryA: 8, maxV: 60, cutV: 42, cutSettable: true, speedSettable: true, plug: "flat contacts, 45 A", ...CONTROLLER_SHEET, batteryLeadAwg: 12, regenMaxV: 58.8, regenSettable: true }, [
    salt(71),
  ]),
  part("display", "dsp-eight", "Small bar display, eight-pin", "Marram", 0.09, { plug: "eight-pin", clampMm: 22.2, showsSpeed: true, barMm: 26, leadMm: 300 }, [salt(54)], 1),
  part("display", "dsp-centre", "Centre display, five-pin", "Pellwick", 0.2, { plug: "five-pin", clampMm: 31.8, showsSpeed: true, barMm: 0, leadMm: 900 }, [copper(47)]),
  part("pedal-sensor", "pas-cadence-right", "Cadence sensor, right, thin", "Thrumble", 0.05, { senses: "cadence", side: "right", plug: "three-pin", thickMm: 5, leadMm: 600, runOnS: 0.6 }, [copper(19.5)]),
  part("brake-lever", "lev-single", "Switched lever, short pull, single", "Pellwick", 0.18, { pull: "short", switched: true, levers: 1, barMm: 38, leadMm: 500 }, [salt(15)]),
  part("brake-lever", "lev-oil", "Switched hydraulic levers, mineral oil, pair", "Vandle", 0.52, { pull: "mineral oil", switched: true, levers: 2, barMm: 40, leadMm: 500 }, [ferry(88, 9)]),
  part("gear-sensor", "gear-sensor-two", "Gear sensor for a loop of cables", "Marram", 0.05, { cableMm: 1.2, plug: "three-pin", twoWay: true, leadMm: 500 }, [salt(44)]),
  part("shifter", "shift-7-twist", "7-speed twist, family A", "Corm", 0.12, { speeds: 7, family: "A", style: "twist", barMm: 12 }, [tide(11.5)]),
  part("shifter", "shift-10m", "10-speed trigger, family A mountain", "Corm", 0.15, { speeds: 10, family: "A-mountain-10", style: "trigger", barMm: 26 }, [tide(33)]),
  part("shifter", "shift-7b", "7-speed trigger, family B", "Corm", 0.14, { speeds: 7, family: "B", style: "trigger", barMm: 26 }, [tide(16.5)]),
  part("shifter", "shift-3", "3-speed twist, hub gear", "Corm", 0.1, { speeds: 3, family: null, style: "twist", barMm: 12 }, [tide(13)]),
  ...[
    [38, 0, false, 21],
    [42, 0, true, 24],
    [48, 0, false, 25],
    [52, 0, false, 28],
    [44, -4, true, 41],
    [40, -3, true, 39],
  ].map(([teeth, offset, narrow, price]) =>
    part(
      "chainring",
      `ring-${teeth as number}${(offset as number) < 0 ? `i${-(offset as number)}` : narrow ? "n" : ""}`,
      `Ring ${teeth as number}${(offset as number) < 0 ? `, ${-(offset as number)} mm inward` : ", flat"}${narrow ? ", narrow-wide" : ""}`,
      "Marram",
      0.18,
      { teeth: teeth as number, mount: "Marram spider", offsetMm: offset as number, narrowWide: narrow as boolean },
      [salt(price as number)],
    ),
  ),
  part("cluster", "fw-8-32", "Freewheel 8-speed 13–32", "Corm", 0.56, { interface: "freewheel-iso", teeth: [13, 15, 17, 19, 21, 24, 28, 32], family: "A" }, [tide(27)]),
  part("cluster", "fw-6-28", "Freewheel 6-speed 14–28", "Corm", 0.4, { interface: "freewheel-iso", teeth: [14, 16, 18, 21, 24, 28], family: null }, [tide(14)]),
  part("cluster", "fw-1-18", "Single freewheel 18", "Corm", 0.18, { interface: "freewheel-iso", teeth: [18], family: null }, [tide(9)]),
  part("cluster", "cas-8-32", "Cassette 8-speed 11–32", "Corm", 0.34, { interface: "spline-8-10", teeth: [11, 13, 15, 18, 21, 24, 28, 32], family: "A" }, [tide(24)]),
  part("cluster", "cas-11-34r", "Cassette 11-speed road 11–34", "Corm", 0.33, { interface: "spline-11-road", teeth: [11, 13, 15, 17, 19, 21, 23, 25, 27, 30, 34], family: "A-road-11" }, [tide(58)]),
  part("chain", "chain-12", "Chain 12-speed, 126 links", "Corm", 0.25, { speeds: 12, links: 126 }, [tide(36)]),
  part("chain", "chain-7", "Chain 7-speed, 116 links", "Corm", 0.31, { speeds: 7, links: 116 }, [tide(12)]),
];

export const MORE_MOTORS_AND_CONTROLS: PartHead[] = [...MOTORS, ...BATTERIES, ...CONTROLS];
