import { z } from "zod";
import { PLACES } from "../standards/stepPlaces";
import { OWN_STAGES, TASK_IDS, TASKS, type StepId } from "../standards/tasks";
import { loopIn } from "./order";

export const ownId = z.templateLiteral(["own-", z.string().regex(/^[a-z0-9-]{1,36}$/)], "must have a number of its own");
const stepId = z.union([z.enum(TASK_IDS), ownId], "must be a step of the tables, or one of the shop's own");
const line = z.string().trim().min(1, "must not have an empty line").max(200, "must have lines of at most 200 letters");
const signs = z
  .array(z.string().trim().min(1, "must not have an empty line").max(100, "must have lines to sign of at most 100 letters"))
  .max(6, "must have at most 6 lines to sign")
  .refine((all) => new Set(all).size === all.length, "must not have one line to sign twice");
const MINUTES = "must be 1 to 2400 minutes";
const LEAST = "must be 0 to 2400 minutes";
const DAYS = "must be 0 to 30 whole days";

/** On which bikes a step of the shop's own is done: by their motor. */
export const OWN_ON = ["every", "hub", "mid", "frame"] as const;

const ownStepSchema = z.strictObject({
  id: ownId,
  title: z.string().trim().min(3, "must have a name").max(80, "must have a name of at most 80 letters"),
  /** Minutes, done once: when all goes well, as a rule, and when much goes wrong. */
  low: z.number(LEAST).min(0, LEAST).max(2400, LEAST),
  likely: z.number(MINUTES).min(1, MINUTES).max(2400, MINUTES),
  high: z.number(MINUTES).min(1, MINUTES).max(2400, MINUTES),
  /** Where in the work it belongs: the hand-over and what comes after it are the tables'. */
  stage: z.enum(OWN_STAGES, "must belong to a stage of the work"),
  place: z.enum(PLACES, "must be done at a place of the shop"),
  on: z.enum(OWN_ON, "must say on which bikes"),
  after: z.array(stepId).max(12, "must wait for at most 12 steps"),
  before: z.array(stepId).max(12, "must come before at most 12 steps"),
  does: z.array(line).max(8, "must have at most 8 lines"),
  tools: z
    .array(z.string().trim().min(1, "must not have a tool without a name").max(40, "must have tools of at most 40 letters"))
    .max(8, "must have at most 8 tools"),
  /** What somebody puts a name to before it is done. */
  signs: signs.default([]),
  /** Days by which what it does holds the bike back. */
  waitDays: z.int(DAYS).min(0, DAYS).max(30, DAYS),
});
export type OwnStep = z.output<typeof ownStepSchema>;

/**
 * What a shop does its own way: lines of its own at the steps of the tables, steps of its own, and what waits for what beside the safe
 * order, which nothing here can undo.
 */
export const recipesSchema = z
  .strictObject({
    texts: z.partialRecord(z.enum(TASK_IDS), z.array(line).max(8, "must have at most 8 lines")),
    /** What is signed for at the steps of the tables beside what these ask. */
    signs: z.partialRecord(z.enum(TASK_IDS), signs).default({}),
    order: z.array(z.strictObject({ step: stepId, after: stepId })).max(100, "must have at most 100 orders of its own"),
    own: z.array(ownStepSchema).max(40, "must have at most 40 steps of its own"),
  })
  .superRefine(({ order, own }, context) => {
    const ids = new Set<StepId>([...TASK_IDS, ...own.map(({ id }) => id)]);
    const title = (id: StepId) => own.find((one) => one.id === id)?.title ?? TASKS[id as keyof typeof TASKS]?.title ?? id;
    const tell = (path: (string | number)[], message: string) => context.addIssue({ code: "custom", path, message });
    own.forEach((one, i) => {
      if (own.findIndex((other) => other.id === one.id || other.title.toLowerCase() === one.title.toLowerCase()) < i)
        tell(["own", i, "title"], `has two steps of the name “${one.title}”`);
      if (!(one.low <= one.likely && one.likely <= one.high))
        tell(
          ["own", i, "likely"],
          `“${one.title}” must take at best no longer than as a rule, and as a rule no longer than at worst`,
        );
      for (const id of [...one.after, ...one.before])
        if (!ids.has(id))
          tell(["own", i, "after"], `“${one.title}” waits for, or comes before, a step that is not there any more`);
    });
    order.forEach(({ step, after }, i) => {
      if (!ids.has(step) || !ids.has(after)) tell(["order", i], "names a step that is not there any more");
    });
    const loop = loopIn({ order, own });
    if (loop) tell(["order"], `has steps that wait for each other: ${loop.map(title).join(", then ")}`);
  });
export type Recipes = z.output<typeof recipesSchema>;
