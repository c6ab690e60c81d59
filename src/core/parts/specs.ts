import { z } from "zod";
import { CLUSTER_INTERFACES, SHIFTER_FAMILIES, type ClusterInterface, type ShifterFamily } from "../standards/clusters";
import { MOTOR_SEATS, type MotorSeat } from "../standards/motorSeats";
import { amps, count, mm, newtonMetres, stated, volts, watts, word, yes } from "./field";
import { PLUG_AMPS } from "../standards/plugs";
import type { PartKind } from "./kinds";

const clusterInterface = z
  .enum(Object.keys(CLUSTER_INTERFACES) as [ClusterInterface, ...ClusterInterface[]])
  .describe("Cluster interface");
const family = z.enum(Object.keys(SHIFTER_FAMILIES) as [ShifterFamily, ...ShifterFamily[]]).describe("Shifter family");
/** A plug by its pins and what they carry: the usual ones are offered, another may be named. */
const plug = (says: string) => word(says).meta({ suggests: USUAL_PLUGS });
const USUAL_PLUGS = [...Object.keys(PLUG_AMPS), "five-pin", "three-pin", "two-pin"];
const end = z.enum(["front", "rear"]);
const side = z.enum(["left", "right"]);
/** Millimetres of bar that a thing on the bar takes, grips apart. */
const barMm = stated(mm(0, 200, "Bar it takes"));
const leadMm = stated(mm(0, 4000, "Its lead"));
const lightV = stated(volts("Light output"));

const controllerInside = z.strictObject({
  batteryA: amps("Battery current limit"),
  leastBatteryA: amps("Lowest setting of it").nullable(),
  maxV: volts("Highest input"),
  cutV: volts("Low-voltage cut"),
  cutSettable: yes("Cut can be set"),
  speedSettable: yes("Speed limit can be set"),
});

/** One strict schema a kind. Every door (form, action, route, command line, database) validates a part's spec with these. */
export const SPECS = {
  "hub-motor": z.strictObject({
    end: end.describe("Wheel it goes in"),
    drive: z.enum(["geared", "direct"]).describe("Geared or direct drive"),
    laced: z
      .strictObject({ beadSeatMm: mm(200, 640, "Bead seat"), rimInnerMm: mm(12, 100, "Rim inner width") })
      .nullable()
      .describe("The rim it comes laced in; none when bare"),
    overLocknutMm: mm(60, 220, "Over-locknut width"),
    axleDiameterMm: mm(8, 24, "Axle thread diameter"),
    axleFlatsMm: mm(6, 20, "Axle across flats"),
    ratedW: watts("Rated power"),
    peakTorqueNm: stated(newtonMetres("Peak torque at the wheel")),
    torqueConstantNmPerA: stated(
      z
        .number()
        .min(0.1, "must be 0.1 to 20 N·m/A")
        .max(20, "must be 0.1 to 20 N·m/A")
        .describe("Torque at the wheel for each ampere of phase current, N·m/A"),
    ),
    cluster: clusterInterface.nullable().describe("Cluster interface; none on a front motor"),
    locknutToSmallestMm: mm(0, 40, "Locknut to the smallest cog's middle").nullable(),
    clusterRoomMm: mm(0, 80, "Shoulder to locknut, room for the cluster").nullable(),
    rotorMount: z.enum(["six-bolt", "none"]).describe("Rotor mount"),
    matchedThruAxle: yes("Made for a thru axle"),
    regenerates: yes("Brakes by regeneration"),
    spokes: count(12, 48, "Spoke holes"),
    flangePcdMm: mm(20, 300, "Flange hole circle"),
    flangeOffsetLeftMm: mm(1, 80, "Middle plane to the left flange"),
    flangeOffsetRightMm: mm(1, 80, "Middle plane to the right flange"),
    flangeThickMm: stated(mm(1, 12, "Flange thickness")),
    spokeHoleMm: mm(1.5, 5, "Spoke hole"),
    coverDiameterMm: stated(mm(60, 400, "Body, diameter")),
    coverWidthMm: stated(mm(30, 200, "Body, width between the stays")),
    axleLengthMm: stated(mm(80, 320, "Axle, whole length")),
    axleLeftMm: stated(mm(10, 120, "Axle beyond the left shoulder, where the ends are unequal")),
    axleRightMm: stated(mm(10, 120, "Axle beyond the right shoulder, where the ends are unequal")),
    rotorToCoverMm: stated(mm(0, 40, "Rotor's arms to the body")),
    freeRpm: stated(count(20, 2000, "Free speed of the wheel, rpm")),
    freeRpmV: stated(volts("Free speed is stated at")),
    washers: stated(z.enum(["keyed", "plain"]).describe("Washers it comes with: keyed to the flats, or plain")),
    rotorFaceMm: stated(mm(0, 60, "Rotor face to the left shoulder")),
    cableSide: stated(side.describe("Side the cable leaves on")),
    cableMm: stated(mm(50, 3000, "Cable")),
    plug: stated(plug("Motor plug")),
  }),
  "mid-motor": z.strictObject({
    gripMm: z.tuple([mm(40, 200, "Narrowest shell"), mm(40, 200, "Widest shell")]).describe("Shell widths it is sold for, mm"),
    tubeDiameterMm: mm(20, 60, "Axle tube diameter"),
    shoulderToThreadEndMm: mm(40, 250, "Gear-case shoulder to the end of the thread"),
    shoulderToThreadStartMm: mm(20, 240, "Gear-case shoulder to the first full thread"),
    innerNutMm: mm(3, 30, "Inner nut height"),
    lockRingMm: mm(2, 30, "Lock ring height"),
    threadPitchMm: mm(0.5, 3, "Nut thread pitch"),
    plateMm: mm(0, 10, "Bracket plate thickness"),
    caseOffsetMm: mm(-30, 30, "Shell shoulder to the inboard face of the gear case"),
    caseRadiusMm: mm(20, 150, "Gear case radius at the stay"),
    ringPlaneMm: mm(-10, 60, "Shoulder to the stock ring's tooth plane"),
    stockRingTeeth: count(20, 60, "Stock ring teeth"),
    ringMount: word("Ring mount"),
    ratedW: watts("Rated power"),
    peakTorqueNm: newtonMetres("Peak torque at the crank"),
    controllerBuiltIn: controllerInside.nullable().describe("The controller inside it"),
    pedalSensor: z.enum(["torque", "cadence", "none"]).describe("Pedal sensor inside"),
    coasterSafe: yes("Made to go with a back-pedal brake"),
    canRadiusMm: stated(mm(20, 120, "Motor body, radius")),
    canCentreMm: stated(mm(40, 200, "Crank axle to the middle of the motor body")),
    behindMm: stated(mm(10, 120, "Room it wants behind the crank axle")),
    bracketMm: stated(mm(30, 250, "Crank axle to where its bracket holds")),
    nutTorqueNm: stated(newtonMetres("Inner nut torque")),
    ringMinTeeth: stated(count(20, 60, "Least teeth that clear the gear case")),
    sensorLeadMm: stated(mm(50, 4000, "Speed sensor lead")),
    batteryLeadMm: stated(mm(50, 4000, "Battery lead")),
    displayLeadMm: stated(mm(50, 4000, "Display lead")),
    batteryLeadAwg: stated(count(4, 24, "Battery lead, AWG")),
    plug: stated(plug("Battery plug")),
    lightV,
    lightOutputs: stated(count(0, 4, "Light outputs")),
    lightA: stated(amps("Light output, current")),
    runOnS: stated(z.number().min(0, "must be 0 to 5 s").max(5, "must be 0 to 5 s").describe("Run-on after pedalling stops, s")),
  }),
  "frame-motor": z.strictObject({
    frameInterface: z
      .enum(Object.keys(MOTOR_SEATS) as [MotorSeat, ...MotorSeat[]])
      .describe("Motor seat of the frame that it bolts to"),
    ratedW: watts("Rated power"),
    peakTorqueNm: newtonMetres("Peak torque at the crank"),
    pedalSensor: z.enum(["torque", "cadence"]).describe("Pedal sensor inside"),
    coasterSafe: stated(yes("Made to go with a back-pedal brake")),
    controllerBuiltIn: controllerInside.nullable().default(null).describe("The controller inside it"),
    chainlineMm: stated(mm(30, 90, "Middle plane to the stock ring's tooth plane")),
    stockRingTeeth: stated(count(20, 60, "Stock ring teeth")),
    ringMount: stated(word("Ring mount")),
    ringNut: stated(z.enum(["left-hand", "right-hand", "bolts"]).describe("What holds its ring")),
    crankInterface: stated(z.enum(["square", "splined"]).describe("Cranks it takes")),
    sensorLeadMm: stated(mm(50, 4000, "Speed sensor lead")),
    batteryLeadMm: stated(mm(50, 4000, "Battery lead")),
    displayLeadMm: stated(mm(50, 4000, "Display lead")),
    batteryLeadAwg: stated(count(4, 24, "Battery lead, AWG")),
    plug: stated(plug("Battery plug")),
    runOnS: stated(z.number().min(0, "must be 0 to 5 s").max(5, "must be 0 to 5 s").describe("Run-on after pedalling stops, s")),
    lightV,
    lightOutputs: stated(count(0, 4, "Light outputs")),
    lightA: stated(amps("Light output, current")),
  }),
  battery: z.strictObject({
    chemistry: z.enum(["nmc", "lfp", "lipo", "lead-acid"]).describe("Chemistry"),
    series: count(1, 40, "Cells in series"),
    capacityAh: z.number().min(1, "must be 1 to 200 Ah").max(200, "must be 1 to 200 Ah").describe("Capacity, Ah"),
    continuousA: amps("Continuous current").nullable(),
    mount: z.enum(["down tube", "rack", "seat tube", "bag", "box"]).describe("Where it mounts"),
    lengthMm: mm(50, 800, "Length"),
    heightMm: mm(20, 300, "Height above its cradle's foot"),
    widthMm: mm(20, 300, "Width"),
    plug: plug("Discharge plug"),
    cradleMm: mm(0, 60, "Cradle's own height, below the pack").default(0),
    slideMm: stated(mm(0, 400, "Slides so far to come out")),
    slotsMm: z
      .array(z.tuple([mm(0, 800, "From"), mm(0, 800, "To")]))
      .max(12, "must hold 12 slots or fewer")
      .nullable()
      .default(null)
      .describe("Slots for bosses, from its lower end, mm; none when its cradle has no slots"),
    reliefMm: stated(mm(0, 40, "Height of a guide that its cradle bridges")),
    lockSide: stated(z.enum(["left", "right", "none"]).describe("Side of the lock")),
    chargeSide: stated(z.enum(["left", "right", "top", "end"]).describe("Side of the charge port")),
    tripA: stated(amps("Protection trips at")),
    coldC: stated(
      z.number().min(-40, "must be −40 to 30 °C").max(30, "must be −40 to 30 °C").describe("Coldest it may work, °C"),
    ),
    chargePlugA: stated(amps("Charge plug rating")),
    chargePlug: stated(plug("Charge plug")),
    peakA: stated(amps("Peak current")),
    peakS: stated(z.number().min(1, "must be 1 to 120 s").max(120, "must be 1 to 120 s").describe("Peak current for, s")),
    hardCase: yes("In a hard case").default(true),
  }),
  controller: z.strictObject({
    batteryA: amps("Battery current limit"),
    leastBatteryA: amps("Lowest setting of it").nullable(),
    maxV: stated(volts("Highest input")),
    capacitorV: stated(volts("Capacitors rated for")),
    cutV: volts("Low-voltage cut"),
    cutSettable: yes("Cut can be set"),
    speedSettable: yes("Speed limit can be set"),
    plug: plug("Battery plug"),
    phaseA: stated(amps("Phase current limit, all outputs together")),
    outputs: count(1, 2, "Motors it drives").default(1),
    regenMaxV: stated(volts("Stops regeneration at")),
    regenSettable: yes("That can be set").default(false),
    batteryLeadMm: leadMm,
    batteryLeadAwg: stated(count(4, 24, "Battery lead, AWG")),
    motorLeadMm: leadMm,
    motorPlug: stated(plug("Motor plug")),
    displayLeadMm: leadMm,
    controlPlug: stated(plug("Plug of display and controls")),
    lengthMm: stated(mm(20, 400, "Length")),
    widthMm: stated(mm(20, 300, "Width")),
    heightMm: stated(mm(10, 200, "Height")),
    waterDigit: stated(count(0, 9, "Second digit of its IP code, water")),
    lightV,
    lightOutputs: stated(count(0, 4, "Light outputs")),
    lightA: stated(amps("Light output, current")),
  }),
  display: z.strictObject({
    plug: plug("Plug"),
    clampMm: mm(20, 40, "Bar clamp"),
    showsSpeed: yes("Shows speed"),
    barMm,
    leadMm,
  }),
  throttle: z.strictObject({
    style: z.enum(["thumb", "twist"]).describe("Thumb or twist"),
    clampMm: mm(20, 40, "Bar clamp"),
    plug: plug("Plug"),
    barMm,
    leadMm,
  }),
  "pedal-sensor": z.strictObject({
    senses: z.enum(["torque", "cadence"]).describe("What it senses"),
    side: side.describe("Crank side"),
    plug: plug("Plug"),
    thickMm: stated(mm(1, 30, "Disc and sensor, room beside the shell")),
    leadMm,
    runOnS: stated(z.number().min(0, "must be 0 to 5 s").max(5, "must be 0 to 5 s").describe("Run-on after pedalling stops, s")),
  }),
  "brake-lever": z.strictObject({
    pull: z.enum(["long", "short", "mineral oil", "DOT"]).describe("Cable pull or fluid"),
    switched: yes("With a motor cut-off switch"),
    levers: count(1, 2, "Levers in the set"),
    barMm,
    leadMm,
  }),
  "cut-off": z.strictObject({
    method: z.enum(["magnet switch", "cable switch", "pressure switch"]).describe("How it senses the brake"),
    switches: count(1, 2, "Switches in the set"),
    plug: plug("Plug"),
  }),
  "gear-sensor": z.strictObject({
    cableMm: mm(1, 3, "Cable it takes"),
    plug: plug("Plug"),
    twoWay: yes("For a loop of two cables").default(false),
    leadMm,
  }),
  shifter: z.strictObject({
    speeds: count(1, 13, "Speeds"),
    family: family.nullable().describe("Family; none for a hub gear's, and for a friction thumb lever"),
    style: z.enum(["trigger", "twist", "thumb"]).describe("Style"),
    barMm,
  }),
  chainring: z.strictObject({
    teeth: count(20, 60, "Teeth"),
    mount: word("Ring mount"),
    offsetMm: mm(-20, 20, "Offset; inboard is negative"),
    narrowWide: yes("Narrow-wide"),
  }),
  cluster: z.strictObject({
    interface: clusterInterface,
    teeth: z
      .array(count(9, 60, "Cog teeth"))
      .min(1, "must hold one cog or more")
      .max(13, "must hold 13 cogs or fewer")
      .describe("Cog teeth, smallest first"),
    family: family.nullable().describe("Shifter family it is spaced for"),
  }),
  chain: z.strictObject({
    speeds: count(1, 13, "For how many cogs"),
    links: count(80, 200, "Links"),
    halfLink: yes("Of half links").default(false),
  }),
  rotor: z.strictObject({
    diameterMm: mm(120, 230, "Diameter"),
    mount: z.enum(["six-bolt", "spline"]).describe("Mount"),
    thicknessMm: mm(1.5, 3, "Thickness"),
  }),
  "calliper-adapter": z.strictObject({
    mount: z.enum(["post", "tabs", "flat"]).describe("Mount"),
    baseMm: mm(120, 230, "Rotor without it"),
    newMm: mm(120, 230, "Rotor with it"),
  }),
  "torque-arm": z.strictObject({
    axleDiameterMm: mm(8, 24, "Axle diameter"),
    axleFlatsMm: mm(6, 20, "Axle across flats"),
    plateMm: mm(2, 20, "Plate thickness"),
    clamps: z.enum(["hose clamp", "bolted saddle", "clamping plates"]).describe("How it holds"),
    armMm: mm(30, 250, "Axle centre to clamp"),
    leastMm: stated(mm(10, 250, "Least reach, when it slides")),
    tubeMm: stated(z.tuple([mm(4, 80, "Thinnest tube"), mm(4, 80, "Thickest tube")]).describe("Tubes it clamps, mm")),
  }),
  washer: z.strictObject({
    use: z
      .enum(["axle spacer", "tab washer", "recess washer", "shell spacer", "rotor shim", "calliper shim", "spoke head", "nipple"])
      .describe("Use"),
    boreMm: mm(5, 60, "Bore"),
    thicknessMm: mm(0.2, 20, "Thickness"),
  }),
  "shell-adapter": z.strictObject({
    style: z.enum(["shim", "sleeve", "threaded adapter"]).describe("Style"),
    boreMm: mm(30, 70, "Shell bore it fills"),
    tubeMm: mm(20, 60, "Tube it takes"),
  }),
  "battery-mount": z.strictObject({
    style: z.enum(["boss rail", "clamp band", "rack slide", "bag"]).describe("Style"),
    bosses: count(0, 6, "Bosses it uses"),
  }),
  wire: z.strictObject({
    awg: count(-3, 40, "Gauge, AWG"),
    lengthMm: mm(10, 100000, "Length"),
    insulation: z.enum(["silicone", "PVC"]).default("silicone").describe("Insulation"),
    conductor: z.enum(["copper", "copper-clad aluminium"]).default("copper").describe("Conductor"),
  }),
  connector: z.strictObject({
    family: plug("Plug family"),
    continuousA: amps("Continuous current"),
    pins: count(1, 24, "Pins").default(2),
  }),
  fuse: z.strictObject({
    ratedA: amps("Rating"),
    maxV: volts("Highest volts"),
    fromPackMm: stated(mm(0, 2000, "Lead between it and the pack")),
  }),
  spoke: z.strictObject({ diameterMm: mm(1.5, 3.5, "Diameter"), lengthMm: mm(50, 320, "Length") }),
  rim: z.strictObject({
    beadSeatMm: mm(200, 640, "Bead seat"),
    erdMm: mm(150, 640, "Effective rim diameter"),
    holes: count(12, 48, "Spoke holes"),
    innerMm: mm(12, 100, "Inner width"),
  }),
  tyre: z.strictObject({
    beadSeatMm: mm(200, 640, "Bead seat"),
    widthMm: mm(18, 130, "Width"),
    ratedKmh: stated(z.number().min(10, "must be 10 to 100 km/h").max(100, "must be 10 to 100 km/h").describe("Rated for, km/h")),
  }),
  tube: z.strictObject({
    beadSeatMm: mm(200, 640, "Bead seat"),
    fromMm: mm(18, 130, "Narrowest tyre"),
    toMm: mm(18, 130, "Widest tyre"),
  }),
  charger: z.strictObject({ outputV: volts("Output when full"), outputA: amps("Output"), plug: plug("Plug") }),
  light: z.strictObject({
    end: end.describe("Front or rear"),
    minV: volts("Lowest volts"),
    maxV: volts("Highest volts"),
    watts: z.number().min(0.05, "must be 0.05 to 60 W").max(60, "must be 0.05 to 60 W").describe("Power, W"),
    barMm,
    leadMm,
  }),
  accessory: z.strictObject({
    use: z.enum(["horn", "USB socket", "other"]).describe("What it is"),
    minV: volts("Lowest volts"),
    maxV: volts("Highest volts"),
    watts: z.number().min(0.05, "must be 0.05 to 60 W").max(60, "must be 0.05 to 60 W").describe("Power, W"),
    barMm,
  }),
  converter: z.strictObject({ maxV: volts("Highest input"), outV: volts("Output"), outA: amps("Output current") }),
  lead: z.strictObject({
    plug: plug("Plug"),
    lengthMm: mm(50, 3000, "Length"),
    use: z.enum(["display", "motor", "sensor", "light", "battery"]).describe("Use"),
  }),
  "motor-bracket": z.strictObject({
    holdsOn: z.enum(["round tube", "large tube", "stay pair"]).describe("What it holds on"),
    reachMm: mm(30, 250, "Crank axle to where it holds"),
  }),
  "chain-guide": z.strictObject({
    mount: z.enum(["seat tube", "motor"]).describe("Where it mounts"),
    teeth: z.tuple([count(18, 60, "Fewest teeth"), count(18, 60, "Most teeth")]).describe("Rings it guides"),
  }),
  "clamp-shim": z.strictObject({ barMm: mm(15, 40, "Bar"), clampMm: mm(15, 40, "Clamp") }),
  brake: z.strictObject({
    style: z.enum(["disc hydraulic", "disc cable", "rim linear", "rim calliper", "roller"]).describe("Kind"),
    fluid: stated(z.enum(["mineral", "DOT"]).describe("Fluid")),
    reachMm: stated(
      z.tuple([mm(30, 120, "Shortest reach"), mm(30, 120, "Longest reach")]).describe("Reach of a rim calliper, mm"),
    ),
    hoseMm: stated(mm(200, 3000, "Hose")),
  }),
  "axle-nut": z.strictObject({ diameterMm: mm(8, 24, "Axle thread diameter"), heightMm: mm(3, 20, "Height") }),
  fork: z.strictObject({
    axleToCrownMm: mm(250, 620, "Axle to crown"),
    columnMm: mm(20, 60, "Column"),
    material: z.enum(["steel", "aluminium", "magnesium", "carbon"]).describe("Legs or lowers"),
  }),
  shock: z.strictObject({
    eyeMm: mm(100, 300, "Eye to eye"),
    strokeMm: mm(10, 120, "Stroke"),
    bushMm: mm(8, 80, "Bush width"),
  }),
  bell: z.strictObject({ barMm: mm(0, 60, "Bar it takes") }),
  consumable: z.strictObject({ use: word("Use") }),
  kit: z.strictObject({
    contents: z
      .array(z.strictObject({ partId: word("Part"), quantity: count(1, 200, "How many") }))
      .min(1, "must hold one part or more")
      .describe("What is in the box"),
  }),
} as const satisfies Record<PartKind, z.ZodType>;

export type Spec<K extends PartKind> = z.output<(typeof SPECS)[K]>;
/** A spec as it is written down, what a sheet leaves out left out. */
export type WrittenSpec<K extends PartKind> = z.input<(typeof SPECS)[K]>;
