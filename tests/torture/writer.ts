import { findJob } from "@/data/jobs";
import { openDatabase } from "@/data/connection";
import { perform } from "@/shop/perform";

/** Edits jobs in turn until it is stopped, with a rest between, and says each edit that was acknowledged, by its version. */
const [, , file, named, who = "writer", restMs = "0"] = process.argv;
const ids = named!.split(",");
const db = await openDatabase(file!);
for (let i = 0; ; i += 1) {
  const id = ids[i % ids.length]!;
  const job = await findJob(db, id);
  if (!job) throw new Error("the job is gone");
  const command = { do: "edit wish" as const, wish: { riderKg: 60 + (i % 40), notes: `${who} ${i}` } };
  const answer = await perform(db, { jobId: id, version: job.version, by: who, command }, new Date().toISOString());
  if (answer.ok) process.stdout.write(`${answer.view.job.version}\n`);
  else if (answer.error.kind !== "stale") throw new Error(answer.error.says);
  else process.stdout.write("stale\n");
  if (restMs !== "0") await new Promise((resolve) => setTimeout(resolve, Number(restMs)));
}
