import { z } from "zod";

/** What the shop's own steps took, as a file for other programs. */
const recordsFileSchema = z
  .strictObject({
    format: z.literal("gull-bench records 1").describe("Says what this file is"),
    times: z.array(
      z.strictObject({
        job: z.int().describe("The job's number"),
        step: z.string().describe("The step, by its name in the recipes"),
        title: z.string().describe("The step as it is called"),
        minutes: z.number().describe("Real minutes of the step done once"),
        by: z.string().describe("Who did it; empty where nobody is named"),
        bike: z.string().describe("The kind of bike, as in its survey; empty where nobody said"),
      }),
    ),
  })
  .describe("Measured times of a shop that works with Gull Bench");
export type RecordsFile = z.output<typeof recordsFileSchema>;

export const recordsJsonSchema = () => z.toJSONSchema(recordsFileSchema);
