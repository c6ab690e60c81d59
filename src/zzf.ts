import { loadCatalogue } from "@/data/catalogue";
import { openDatabase } from "@/data/connection";
import { findJob, listJobs } from "@/data/jobs";
import { houseRules } from "@/data/settings";
import { compareSet, nearestParts, schoolSets } from "@/core/job/compare";
import { argue } from "@/core/job/argument";
(async () => {
  const db = await openDatabase("/tmp/demo.sqlite");
  const bench = { catalogue: await loadCatalogue(db), house: await houseRules(db), today: "2026-11-25" };
  for (const row of (await listJobs(db, process.argv[2] ?? "", 50)).rows) {
    const job = (await findJob(db, row.id))!;
    let t = performance.now();
    const sets = schoolSets(job, bench).map((c) => compareSet(job, c, bench));
    const ms = performance.now() - t;
    console.log("\n" + row.customer, ms.toFixed(0), "ms");
    for (const s of sets) console.log(" ", s.school, "|", s.name, "|", JSON.stringify(s.verdicts), s.allInMinor / 100, s.unpriced, s.promises.map((p) => `${p.id}:${typeof p.predicted === "number" ? p.predicted.toFixed(1) : p.predicted} ${p.kept}`).join(" "), s.wants.join());
    for (const a of argue(sets)) console.log("   *", a.question, a.answer, "—", a.decides, "\n      ", a.sides.map((s) => `${s.school}: ${s.figures}`).join("\n       "));
    t = performance.now();
    console.log("   nearest", JSON.stringify(nearestParts(job, bench)), (performance.now() - t).toFixed(0));
  }
  await db.destroy();
})();
