import type { JobView } from "@/core/job/view";
import type { Catalogue } from "@/core/parts/catalogue";
import { fromElsewhere, keepView, knownView } from "./keptViews";

const viewOf = (says: string) => fromElsewhere({ json: JSON.stringify({ says }), asked: [], held: "" });
const always = () => true;

test("of each job the view of its latest state is kept, and no other: edits do not fill the store with what nobody asks for again", async () => {
  const catalogue = {} as Catalogue;
  const known = async (key: string) =>
    (await knownView(catalogue, key, always))?.view() as (JobView & { says: string }) | undefined;
  const jobs = Array.from({ length: 150 }, (_, i) => `job-${i}`);
  for (let version = 1; version <= 5; version += 1)
    for (const id of jobs) keepView(catalogue, `${id} ${version} house day`, viewOf(`${id} ${version}`));
  // What was pushed out of the last ones is packed beside the thread.
  await new Promise((resolve) => setTimeout(resolve, 300));
  for (const id of jobs) {
    expect((await known(`${id} 5 house day`))?.says).toBe(`${id} 5`);
    for (let version = 1; version < 5; version += 1) expect(await known(`${id} ${version} house day`)).toBeUndefined();
  }
  // An edit taken back is a state like any other.
  keepView(catalogue, "job-3 6 house day", viewOf("job-3 6"));
  expect([await known("job-3 5 house day"), (await known("job-3 6 house day"))?.says]).toEqual([undefined, "job-3 6"]);
  // What stands no more is not shown, whatever is kept.
  expect(await knownView(catalogue, "job-3 6 house day", () => false)).toBeUndefined();
});
