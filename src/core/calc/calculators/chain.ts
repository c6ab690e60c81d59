import { z } from "zod";
import { chainLength, sprocketsFit } from "../../chain/chainLength";
import { chainline } from "../../chain/chainline";
import { cadenceAtSpeed, gearTable } from "../../chain/gears";
import { defineCalculator } from "../calculator";
import { any, from0, GREATEST, over0, teeth, whole } from "../field";

const ring = teeth("Chainring teeth");
const circumference = over0("Wheel circumference, mm", GREATEST.mm);

export const gearTableCalculator = defineCalculator({
  name: "gear-table",
  title: "Gears: ratio, development and speed",
  input: z.strictObject({
    chainringTeeth: ring,
    cogTeeth: z
      .array(teeth("Cog teeth"))
      .min(1, "must hold one cog or more")
      .max(GREATEST.cogs, `must hold ${GREATEST.cogs} cogs or fewer`)
      .describe("Cog teeth, one number a cog"),
    circumferenceMm: circumference,
    cadenceRpm: from0("Cadence, rpm", GREATEST.rpm).default(80),
  }),
  output: z.object({
    rows: z
      .array(
        z.object({
          cogTeeth: z.number().describe("Cog teeth"),
          ratio: z.number().describe("Ring ÷ cog"),
          developmentM: z.number().describe("Metres for one crank turn"),
          gearInches: z.number().describe("Gear inches"),
          speedKmh: z.number().describe("Speed at the cadence, km/h"),
        }),
      )
      .describe("One row a cog, in the order given"),
  }),
  run: (p) => ({ rows: gearTable(p) }),
});

export const cadenceCalculator = defineCalculator({
  name: "cadence-at-speed",
  title: "Cadence at a speed",
  input: z.strictObject({
    chainringTeeth: ring,
    cogTeeth: teeth("Cog teeth"),
    circumferenceMm: circumference,
    speedKmh: from0("Road speed, km/h", GREATEST.kmh),
  }),
  output: z.object({ cadenceRpm: z.number().describe("Crank turns a minute, rpm") }),
  run: (p) => ({ cadenceRpm: cadenceAtSpeed(p) }),
});

export const chainLengthCalculator = defineCalculator({
  name: "chain-length",
  title: "Chain length and chains to buy",
  input: z
    .strictObject({
      ringTeeth: teeth("Chainring teeth, the largest"),
      cogTeeth: teeth("Cog teeth, the largest that will be run"),
      centreMm: over0("Crank to axle, mm", GREATEST.mm),
      derailleur: z.boolean().describe("With a derailleur"),
      linksPerChain: whole(1, "Links in a chain as sold", GREATEST.links).default(116),
    })
    .refine(sprocketsFit, { path: ["centreMm"], message: "must be more than the difference of the sprockets' radii" }),
  output: z.object({
    exactLinks: z.number().describe("Exact length, links of 12.7 mm"),
    links: z.number().describe("Links to fit, even"),
    chains: z.number().describe("Chains to buy"),
  }),
  run: chainLength,
});

export const chainlineCalculator = defineCalculator({
  name: "chainline",
  title: "Chainline and chain angles",
  input: z.strictObject({
    shellWidthMm: over0("Bottom-bracket shell width, mm", GREATEST.mm),
    ringOffsetMm: any("Ring's middle plane outboard of the drive-side shell face, mm; negative is inboard", GREATEST.mm),
    driveSpacerMm: from0("Drive-side spacer, mm", GREATEST.mm).default(0),
    overLocknutMm: over0("Rear over-locknut width, mm", GREATEST.mm),
    locknutToSmallestMm: from0("Locknut's outer face to the smallest cog's middle plane, mm", GREATEST.mm),
    cogPitchMm: from0("Cog pitch, mm", GREATEST.cogPitchMm),
    cogs: whole(1, "Cogs", GREATEST.cogs),
    chainstayMm: over0("Chainstay, axle to axle, mm", GREATEST.mm),
  }),
  output: z.object({
    frontMm: z.number().describe("Front chainline, mm"),
    rearMm: z.number().describe("Cluster's middle, mm"),
    offsetMm: z.number().describe("Rear less front, mm; positive is outboard"),
    cogs: z
      .array(
        z.object({
          rearMm: z.number().describe("Cog from the centre plane, mm"),
          offsetMm: z.number().describe("Cog less ring, mm"),
          angleDeg: z.number().describe("Chain angle, degrees; positive is outboard"),
        }),
      )
      .describe("Smallest cog first"),
    worstAngleDeg: z.number().describe("Greatest chain angle, degrees"),
  }),
  run: chainline,
});
