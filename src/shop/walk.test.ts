import type { Knex } from "knex";
import type { Command } from "@/core/job/command";
import { donorItem } from "@/core/donor/items";
import { isOpen } from "@/core/fit/finding";
import type { JobView } from "@/core/job/view";
import { firstInWalk, itemsToWalk, nextInWalk } from "@/screens/job/survey/theWalk";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { createJob } from "./createJob";
import { openJob } from "./jobView";
import { perform } from "./perform";

let db: Knex;
let close: () => Promise<void>;
beforeAll(async () => {
  ({ db, close } = await openDemoShop());
});
afterAll(() => close());

test("a walk round a nominal bike asks each item once, ends, and its list and badge say the same all the way", async () => {
  const made = await createJob(db, { customer: "Walker", bike: "nominal", by: "Ida" }, NOW);
  if (!made.ok) throw new Error(made.error);
  let view: JobView = (await openJob(db, made.value, NOW))!;
  const must = async (command: Command) => {
    const answer = await perform(db, { jobId: view.job.id, version: view.job.version, by: "Ida", command }, NOW);
    if (!answer.ok) throw new Error(answer.error.says);
    view = answer.view;
  };
  const list = () => {
    const doubtful = new Set(view.findings.filter((f) => isOpen(f) && f.verdict === "measure").flatMap((f) => f.settle));
    return itemsToWalk(view, false).filter((key) => view.job.donor[key] === undefined || doubtful.has(key)).length;
  };
  const badge = () => view.stages.find((stage) => stage.name === "Survey")!.undone;
  expect(badge()).toBe(list());
  await must({ do: "edit wish", wish: { riderKg: 72, where: "EU, public roads", assistKmh: 24.5 } });
  await must({ do: "choose", slot: "kit", partId: "kit-front-622" });
  await must({ do: "choose", slot: "battery", partId: "bat-36-10-dt" });
  const met: string[] = [];
  for (let here = firstInWalk(view, itemsToWalk(view, false), new Set()); here !== null && met.length < 120;) {
    expect([here, badge()]).toEqual([here, list()]);
    const item = donorItem(here);
    const text = item.kind === "choice" ? Object.keys(item.options)[0]! : String(item.chips[0]);
    const how = item.kind === "choice" ? "seen" : item.tool;
    await must({ do: "measure", key: here, text, system: "metric", how, confirmed: false });
    met.push(here);
    here = nextInWalk(view, false, here, new Set());
  }
  expect(new Set(met).size).toBe(met.length);
  expect(met.length).toBeLessThanOrEqual(90);
  expect([badge(), list()]).toEqual([0, 0]);
});
