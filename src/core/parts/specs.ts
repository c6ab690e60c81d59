import { z } from "zod";
import { CLUSTER_INTERFACES, SHIFTER_FAMILIES, type ClusterInterface, type ShifterFamily } from "../standards/clusters";
import { amps, count, mm, newtonMetres, volts, watts, word, yes } from "./field";

const clusterInterface = z
  .enum(Object.keys(CLUSTER_INTERFACES) as [ClusterInterface, ...ClusterInterface[]])
  .describe("Cluster interface");
const family = z.enum(Object.keys(SHIFTER_FAMILIES) as [ShifterFamily, ...ShifterFamily[]]).describe("Shifter family");
const end = z.enum(["front", "rear"]);

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
    peakTorqueNm: newtonMetres("Peak torque at the wheel"),
    cluster: clusterInterface.nullable().describe("Cluster interface; none on a front motor"),
    locknutToSmallestMm: mm(0, 40, "Locknut to the smallest cog's middle").nullable(),
    clusterRoomMm: mm(0, 80, "Shoulder to locknut, room for the cluster").nullable(),
    rotorMount: z.enum(["six-bolt", "none"]).describe("Rotor mount"),
    matchedThruAxle: yes("Made for a thru axle"),
    regenerates: yes("Brakes by regeneration"),
    spokes: count(12, 48, "Spoke holes"),
    flangePcdMm: mm(20, 300, "Flange hole circle"),
    flangeOffsetMm: mm(5, 80, "Middle plane to flange"),
    spokeHoleMm: mm(1.5, 5, "Spoke hole"),
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
    controllerBuiltIn: z
      .strictObject({
        batteryA: amps("Battery current limit"),
        leastBatteryA: amps("Lowest setting of it").nullable(),
        maxV: volts("Highest input"),
        cutV: volts("Low-voltage cut"),
        cutSettable: yes("Cut can be set"),
        speedSettable: yes("Speed limit can be set"),
      })
      .nullable()
      .describe("The controller inside it"),
    pedalSensor: z.enum(["torque", "cadence", "none"]).describe("Pedal sensor inside"),
    coasterSafe: yes("Made to go with a back-pedal brake"),
  }),
  "frame-motor": z.strictObject({
    frameInterface: word("Frame interface it bolts to"),
    ratedW: watts("Rated power"),
    peakTorqueNm: newtonMetres("Peak torque at the crank"),
    pedalSensor: z.enum(["torque", "cadence"]).describe("Pedal sensor inside"),
  }),
  battery: z.strictObject({
    chemistry: z.enum(["nmc", "lfp", "lipo", "lead-acid"]).describe("Chemistry"),
    series: count(1, 24, "Cells in series"),
    capacityAh: z.number().min(1, "must be 1 to 200 Ah").max(200, "must be 1 to 200 Ah").describe("Capacity, Ah"),
    continuousA: amps("Continuous current").nullable(),
    mount: z.enum(["down tube", "rack", "seat tube", "bag", "box"]).describe("Where it mounts"),
    lengthMm: mm(50, 800, "Length"),
    heightMm: mm(20, 300, "Height above its cradle's foot"),
    widthMm: mm(20, 300, "Width"),
    plug: word("Discharge plug"),
  }),
  controller: z.strictObject({
    batteryA: amps("Battery current limit"),
    leastBatteryA: amps("Lowest setting of it").nullable(),
    maxV: volts("Highest input"),
    cutV: volts("Low-voltage cut"),
    cutSettable: yes("Cut can be set"),
    speedSettable: yes("Speed limit can be set"),
    plug: word("Battery plug"),
  }),
  display: z.strictObject({ plug: word("Plug"), clampMm: mm(20, 40, "Bar clamp"), showsSpeed: yes("Shows speed") }),
  throttle: z.strictObject({
    style: z.enum(["thumb", "twist"]).describe("Thumb or twist"),
    clampMm: mm(20, 40, "Bar clamp"),
    plug: word("Plug"),
  }),
  "pedal-sensor": z.strictObject({
    senses: z.enum(["torque", "cadence"]).describe("What it senses"),
    side: z.enum(["left", "right"]).describe("Crank side"),
    plug: word("Plug"),
  }),
  "brake-lever": z.strictObject({
    pull: z.enum(["long", "short", "mineral oil", "DOT"]).describe("Cable pull or fluid"),
    switched: yes("With a motor cut-off switch"),
    levers: count(1, 2, "Levers in the set"),
  }),
  "cut-off": z.strictObject({
    method: z.enum(["magnet switch", "cable switch", "pressure switch"]).describe("How it senses the brake"),
    switches: count(1, 2, "Switches in the set"),
    plug: word("Plug"),
  }),
  "gear-sensor": z.strictObject({ cableMm: mm(1, 3, "Cable it takes"), plug: word("Plug") }),
  shifter: z.strictObject({
    speeds: count(1, 13, "Speeds"),
    family: family.nullable().describe("Family; none for friction"),
    style: z.enum(["trigger", "twist", "thumb"]).describe("Style"),
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
  chain: z.strictObject({ speeds: count(1, 13, "For how many cogs"), links: count(80, 200, "Links") }),
  rotor: z.strictObject({
    diameterMm: mm(120, 230, "Diameter"),
    mount: z.enum(["six-bolt", "spline"]).describe("Mount"),
    thicknessMm: mm(1.5, 3, "Thickness"),
  }),
  "calliper-adapter": z.strictObject({
    mount: z.enum(["post", "tabs"]).describe("Mount"),
    baseMm: mm(120, 230, "Rotor without it"),
    newMm: mm(120, 230, "Rotor with it"),
  }),
  "torque-arm": z.strictObject({
    axleDiameterMm: mm(8, 24, "Axle diameter"),
    axleFlatsMm: mm(6, 20, "Axle across flats"),
    plateMm: mm(2, 20, "Plate thickness"),
    clamps: z.enum(["hose clamp", "bolted saddle", "clamping plates"]).describe("How it holds"),
    armMm: mm(30, 250, "Axle centre to clamp"),
  }),
  washer: z.strictObject({
    use: z.enum(["axle spacer", "tab washer", "recess washer", "shell spacer"]).describe("Use"),
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
  wire: z.strictObject({ awg: count(-3, 40, "Gauge, AWG"), lengthMm: mm(10, 100000, "Length") }),
  connector: z.strictObject({ family: word("Plug family"), continuousA: amps("Continuous current") }),
  fuse: z.strictObject({ ratedA: amps("Rating"), maxV: volts("Highest volts") }),
  spoke: z.strictObject({ diameterMm: mm(1.5, 3.5, "Diameter"), lengthMm: mm(50, 320, "Length") }),
  rim: z.strictObject({
    beadSeatMm: mm(200, 640, "Bead seat"),
    erdMm: mm(150, 640, "Effective rim diameter"),
    holes: count(12, 48, "Spoke holes"),
    innerMm: mm(12, 100, "Inner width"),
  }),
  tyre: z.strictObject({ beadSeatMm: mm(200, 640, "Bead seat"), widthMm: mm(18, 130, "Width") }),
  tube: z.strictObject({
    beadSeatMm: mm(200, 640, "Bead seat"),
    fromMm: mm(18, 130, "Narrowest tyre"),
    toMm: mm(18, 130, "Widest tyre"),
  }),
  charger: z.strictObject({ outputV: volts("Output when full"), outputA: amps("Output"), plug: word("Plug") }),
  consumable: z.strictObject({ use: word("Use") }),
  kit: z.strictObject({
    contents: z
      .array(z.strictObject({ partId: word("Part"), quantity: count(1, 200, "How many") }))
      .min(1, "must hold one part or more")
      .describe("What is in the box"),
  }),
} as const satisfies Record<string, z.ZodType>;

export type PartKind = keyof typeof SPECS;
export type Spec<K extends PartKind> = z.output<(typeof SPECS)[K]>;
export const PART_KINDS = Object.keys(SPECS) as [PartKind, ...PartKind[]];

/** What screens and papers call a kind. */
export const KIND_NAMES: Record<PartKind, string> = {
  "hub-motor": "hub motor",
  "mid-motor": "mid-drive motor",
  "frame-motor": "motor made for a frame",
  battery: "battery",
  controller: "controller",
  display: "display",
  throttle: "throttle",
  "pedal-sensor": "pedal sensor",
  "brake-lever": "brake lever",
  "cut-off": "cut-off switch",
  "gear-sensor": "gear sensor",
  shifter: "shifter",
  chainring: "chainring",
  cluster: "cassette or freewheel",
  chain: "chain",
  rotor: "rotor",
  "calliper-adapter": "calliper adapter",
  "torque-arm": "torque arm",
  washer: "washer or spacer",
  "shell-adapter": "shell adapter",
  "battery-mount": "battery mount",
  wire: "wire",
  connector: "connector",
  fuse: "fuse",
  spoke: "spoke",
  rim: "rim",
  tyre: "tyre",
  tube: "tube",
  charger: "charger",
  consumable: "consumable",
  kit: "kit",
};
