import { z } from "zod";
import { driveSteady } from "../../ride/driveSteady";
import { ride } from "../../ride/ride";
import { TooLong, type Ended } from "../../ride/rideRun";
import { roadLoad, WHEEL_DRAG_AREA_M2 } from "../../ride/roadLoad";
import { defineCalculator, Refused } from "../calculator";
import { any, celsius, from0, GREATEST, over0, percent, share, teeth, whole, LEAST_KV } from "../field";

const overAbsoluteZero = (says: string) => celsius(says, -273.15);

const grade = any("Rise ÷ run; negative is downhill, %", GREATEST.gradePercent);
const load = {
  massKg: over0("Bike, rider and load together, kg", GREATEST.kg),
  cdaM2: from0("Drag area, m²", GREATEST.dragAreaM2),
  crr: from0("Rolling resistance coefficient, no unit", GREATEST.crr),
  headwindKmh: any("Wind from ahead; negative is a tailwind, km/h", GREATEST.kmh).default(0),
  altitudeM: z
    .number()
    .min(-11_000, "must be over −11,000")
    .lt(GREATEST.altitudeM, "must be under 44,000")
    .default(0)
    .describe("Height over the sea, m"),
  temperatureC: overAbsoluteZero("Air temperature, °C").default(15),
  wheelDragAreaM2: from0("The turning wheels' own drag area, m²", GREATEST.dragAreaM2).default(WHEEL_DRAG_AREA_M2),
};

const watt = (says: string) => z.number().describe(`${says}, W`);

export const roadLoadCalculator = defineCalculator({
  name: "road-load",
  title: "Road load: the power a steady speed takes",
  input: z.strictObject({
    speedKmh: from0("Speed, km/h", GREATEST.kmh),
    gradePercent: grade.default(0),
    ...load,
    drivetrainEfficiency: share("Share of the power that reaches the road, up to 1").default(1),
  }),
  output: z.object({
    airDensity: z.number().describe("Density of the air, kg/m³"),
    aeroW: watt("Against the air"),
    rollingW: watt("Rolling"),
    climbingW: watt("Climbing"),
    bearingW: watt("Bearings"),
    totalW: watt("At the road"),
    inputW: watt("Into the drivetrain"),
  }),
  run: roadLoad,
});

const drive = {
  motor: z
    .strictObject({
      kvRpmPerV: over0("Speed constant, rpm/V", GREATEST.kv).min(LEAST_KV, `must be at least ${LEAST_KV}`),
      windingOhm: over0("Winding, line to line, at 20 °C, Ω", GREATEST.ohm),
      gearRatio: over0("Shaft turns for one turn of the output", GREATEST.gearRatio).default(1),
      gearEfficiency: share("Gear's efficiency, up to 1").default(1),
      dragNm: from0("Drag at rest, N·m", GREATEST.dragNm).default(0),
      dragNmPerRpm: from0("More drag with speed, N·m per rpm", GREATEST.dragNmPerRpm).default(0),
    })
    .describe("One motor, all at its own shaft"),
  motors: whole(1, "Motors, alike, each with a controller of its own", GREATEST.motors).default(1),
  output: z
    .union(
      [
        z.literal("wheel").describe("The wheel itself"),
        z
          .strictObject({
            chainringTeeth: teeth("Ring, teeth"),
            cogTeeth: teeth("Cog, teeth"),
            efficiency: share("Chain's efficiency, up to 1").default(0.97),
          })
          .describe("A chainring, by ring and cog"),
      ],
      'must be "wheel", or a chainring and a cog',
    )
    .describe("What the motor turns: wheel, or a chainring"),
  controller: z
    .strictObject({
      batteryA: over0("Battery current limit, A", GREATEST.ampere),
      phaseA: over0("Phase current limit, A", GREATEST.ampere),
      efficiency: share("Efficiency, up to 1").default(1),
    })
    .describe("Each motor's controller"),
  circumferenceMm: over0("Wheel's circumference, mm", GREATEST.mm),
  riderW: from0("The rider's power at the wheel, W", GREATEST.riderW).default(0),
};

export const driveSteadyCalculator = defineCalculator({
  name: "drive-steady",
  title: "Steady speed at full throttle",
  input: z.strictObject({
    ...drive,
    battery: z
      .strictObject({
        openCircuitV: over0("Open-circuit volts, V", GREATEST.volt),
        internalOhm: from0("Internal resistance, Ω", GREATEST.ohm),
      })
      .describe("The battery that all motors share"),
    load: z.strictObject({ gradePercent: grade.default(0), ...load }).describe("The road, the air and the mass"),
  }),
  output: z.object({
    speedKmh: z.number().describe("Speed, km/h"),
    limit: z.enum(["phase-current", "battery-current", "voltage"]).describe("What bounds the motor there"),
    shaftRpm: z.number().describe("Motor's shaft, rpm"),
    phaseA: z.number().describe("Phase current of each motor, A"),
    batteryA: z.number().describe("Battery current, all motors, A"),
    batteryV: z.number().describe("Battery under that load, V"),
    electricalW: watt("From the battery"),
    wheelW: watt("From the motors at the road"),
    lossW: watt("Lost between"),
    efficiency: z.number().describe("Road ÷ battery, 0 when nothing is drawn"),
    noLoadKmh: z.number().describe("Speed with the wheel off the ground, km/h"),
  }),
  run: driveSteady,
});

/** Far over what a ride of a thousand kilometres takes, and done well within two seconds. */
const MOST_WORK = 600_000;

export const rideCalculator = defineCalculator({
  name: "ride",
  title: "Ride: speed, energy, heat and range on a route",
  input: z.strictObject({
    ...drive,
    battery: z
      .strictObject({
        chemistry: z.enum(["nmc", "lfp", "lipo", "lead-acid"]).describe("Cell chemistry; a lead-acid cell is a 12 V block"),
        series: whole(1, "Cells in series", GREATEST.series),
        capacityAh: over0("Capacity, Ah", GREATEST.ah),
        internalOhm: from0("Internal resistance, Ω", GREATEST.ohm),
        startPercent: percent("Charge at the start, %").default(100),
        reservePercent: percent("Charge at which the ride ends, %").default(10),
      })
      .describe("The battery that all motors share"),
    load: z.strictObject(load).describe("The air and the mass"),
    segments: z
      .array(z.strictObject({ lengthM: over0("Length along the road, m", 1000 * GREATEST.routeKm), gradePercent: grade }))
      .min(1, "must have one segment or more")
      .max(GREATEST.segments, "must have at most 10,000 segments")
      .refine(
        (all) => all.reduce((sum, one) => sum + one.lengthM, 0) <= 1000 * GREATEST.routeKm,
        "must be at most 5,000 km together",
      )
      .describe("The route, piece by piece"),
    targetKmh: over0("Speed that is held where the drive can, km/h", GREATEST.kmh),
    ambientC: overAbsoluteZero("Winding and shell at the start, and the air round them, °C").default(20),
    thermal: z
      .strictObject({
        windingJPerK: over0("Winding's heat capacity, J/K", GREATEST.jPerK),
        shellJPerK: over0("Shell's heat capacity, J/K", GREATEST.jPerK),
        windingToShellWPerK: over0("Winding to shell, W/K", GREATEST.wPerK),
        shellToAirWPerK: from0("Shell to air at rest, W/K", GREATEST.wPerK),
        shellToAirWPerKPerMs: from0("More of it for each m/s, W/K per m/s", GREATEST.wPerK).default(0),
        limitC: any("Winding's limit, °C", GREATEST.celsius).default(120),
      })
      .describe("Each motor's heat"),
  }),
  output: z.object({
    distanceKm: z.number().describe("Ridden, km"),
    timeS: z.number().describe("Time, s"),
    energyWh: z.number().describe("From the battery, Wh"),
    whPerKm: z.number().describe("Energy for a kilometre, Wh/km"),
    averageKmh: z.number().describe("Mean speed, km/h"),
    endPercent: z.number().describe("Charge at the end, %"),
    maxKmh: z.number().describe("Highest speed, km/h"),
    peakElectricalW: watt("Highest from the battery"),
    maxWindingC: z.number().describe("Hottest winding, °C"),
    overheats: z.boolean().describe("Whether the winding passes its limit"),
    ended: z.enum(["route", "reserve", "stalled"]).describe("What ended it"),
    rangeKm: z.number().nullable().describe("The route ridden again and again, km; none when a lap takes no charge"),
    trace: z
      .array(
        z.object({
          km: z.number().describe("Way, km"),
          kmh: z.number().describe("Speed, km/h"),
          gradePercent: z.number().describe("Grade, %"),
          electricalW: watt("From the battery"),
          windingC: z.number().describe("Winding, °C"),
          percent: z.number().describe("Charge, %"),
        }),
      )
      .describe("At most 500 points along the way"),
  }),
  run: (p) => {
    try {
      // Without a low-voltage cut among its input none ends it.
      return ride(p, 1, undefined, MOST_WORK) as ReturnType<typeof ride> & { ended: Exclude<Ended, "cut"> };
    } catch (error) {
      if (error instanceof TooLong) throw new Refused("segments", `${error.message}: give a shorter or plainer way`);
      throw error;
    }
  },
});
