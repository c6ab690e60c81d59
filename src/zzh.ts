import { loadCatalogue } from "@/data/catalogue";
import { openDatabase } from "@/data/connection";
import { findJob, listJobs } from "@/data/jobs";
import { houseRules } from "@/data/settings";
import { compareSet } from "@/core/job/compare";
(async () => {
  const db = await openDatabase("/tmp/demo.sqlite");
  const bench = { catalogue: await loadCatalogue(db), house: await houseRules(db), today: "2026-11-25" };
  const job = (await findJob(db, (await listJobs(db, process.argv[2]!, 50)).rows[0]!.id))!;
  console.log(job.choices);
  for (const b of bench.catalogue.distinct("battery")) {
    const s = compareSet(job, { ...job.choices, battery: b.id }, bench);
    console.log(b.id, b.name, JSON.stringify(s.verdicts), s.allInMinor, s.promises.filter((p) => p.id === "range" || p.id === "hill").map((p) => p.predicted + " " + p.kept).join());
  }
  await db.destroy();
})();
