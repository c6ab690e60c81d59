import { z } from "zod";
import { batteryPack } from "../../power/batteryPack";
import { chargeTimeHours } from "../../power/chargeTime";
import { awgDiameterMm, wireDrop } from "../../power/wire";
import { defineCalculator, Refused } from "../calculator";
import { celsius, from0, GREATEST, over0, percent, share, whole } from "../field";

export const batteryPackCalculator = defineCalculator({
  name: "battery-pack",
  title: "Battery pack from its cells",
  input: z.strictObject({
    chemistry: z.enum(["nmc", "lfp", "lipo", "lead-acid"]).describe("Cell chemistry; a lead-acid cell is a 12 V block"),
    series: whole(1, "Cells in series", GREATEST.series),
    parallel: whole(1, "Strings in parallel", GREATEST.parallel),
    cellAh: over0("Cell capacity, Ah", GREATEST.ah),
    cellMaxA: over0("Cell's continuous current, A", GREATEST.ampere),
    cellMilliohm: from0("Cell's internal resistance, mΩ", GREATEST.milliohm),
  }),
  output: z.object({
    cells: z.number().describe("Cells"),
    nominalV: z.number().describe("Nominal volts, V"),
    fullV: z.number().describe("Full: the charger's volts, V"),
    emptyV: z.number().describe("Empty: the cut-off under load, V"),
    capacityAh: z.number().describe("Capacity, Ah"),
    energyWh: z.number().describe("Energy, nominal, Wh"),
    continuousA: z.number().describe("Continuous current, A"),
    internalOhm: z.number().describe("Internal resistance, Ω"),
  }),
  run: batteryPack,
});

export const chargeTimeCalculator = defineCalculator({
  name: "charge-time",
  title: "Charging time",
  input: z
    .strictObject({
      capacityAh: over0("Capacity, Ah", GREATEST.ah),
      chargerA: over0("Charger current, A", GREATEST.ampere),
      efficiency: share("Share of the charge that stays in the pack, up to 1").default(0.8),
      fromPercent: percent("Charge at the start, %").default(0),
      toPercent: percent("Charge at the end, %").default(100),
    })
    .refine((p) => p.toPercent >= p.fromPercent, { path: ["toPercent"], message: "must not be below fromPercent" }),
  output: z.object({ hours: z.number().describe("Time, h") }),
  run: (p) => ({ hours: chargeTimeHours(p) }),
});

/** The current is given, so the loss may pass the volts; so far past them no figure of it means anything. */
const MOST_DROP_PERCENT = 10_000;

export const wireDropCalculator = defineCalculator({
  name: "wire-drop",
  title: "Volts lost in a lead",
  input: z
    .strictObject({
      awg: z
        .int("must be a whole number, −3 to 40")
        .min(-3, "must be −3 to 40")
        .max(40, "must be −3 to 40")
        .optional()
        .describe("Wire gauge, AWG; −3 is 4/0"),
      areaMm2: over0("Copper area, mm²; instead of the gauge", GREATEST.areaMm2).optional(),
      lengthM: from0("Length one way, m", GREATEST.wireM),
      currentA: from0("Current, A", GREATEST.ampere),
      voltageV: over0("Volts at the source, V", GREATEST.volt),
      temperatureC: celsius("Wire temperature, °C", -234).default(20),
    })
    .superRefine((p, context) => {
      if (p.awg === undefined && p.areaMm2 === undefined)
        context.addIssue({ code: "custom", path: ["awg"], message: "give awg or areaMm2" });
      if (p.awg !== undefined && p.areaMm2 !== undefined)
        context.addIssue({ code: "custom", path: ["areaMm2"], message: "give awg or areaMm2, not both" });
    }),
  output: z.object({
    diameterMm: z.number().describe("Diameter of the solid wire, mm"),
    areaMm2: z.number().describe("Copper area, mm²"),
    ohmPerM: z.number().describe("Resistance of one lead, Ω/m"),
    dropV: z.number().describe("Volts lost, out and back, V"),
    dropPercent: z.number().describe("Share of the source's volts, %"),
    lossW: z.number().describe("Heat in the lead, W"),
  }),
  run: ({ awg, areaMm2, ...rest }) => {
    const answer = wireDrop({ ...rest, areaMm2: areaMm2 ?? (Math.PI * awgDiameterMm(awg!) ** 2) / 4 });
    if (answer.dropPercent > MOST_DROP_PERCENT)
      throw new Refused("currentA", "must be a current that this lead can carry: it would take over a hundred times the volts");
    return answer;
  },
});
