import { readFileSync } from "node:fs";
import { Catalogue } from "../parts/catalogue";
import { battery, controller, donorOf, hub, QUAY, SOUND } from "../../../tests/bench.fixture";
import { DEFAULT_HOUSE_RULES } from "../house/defaults";
import { fitOf } from "./assess";
import { newJob } from "./job";
import { jobFileJsonSchema, readJobFile, writeJobFile } from "./jobFile";

const FORMAT = "gull-bench job 1";
const parts = [hub(), battery(), controller()];
const paths = (raw: unknown) => {
  const read = readJobFile(raw);
  if (read.ok) throw new Error("expected a refusal");
  return read.error.map((issue) => issue.path);
};

describe("a job as a file", () => {
  const job = {
    ...newJob({ id: "j1", number: 7, customer: "Ida", bike: "A bike" }),
    donor: donorOf(SOUND!),
    choices: { motor: parts[0]!.id, battery: parts[1]!.id, controller: parts[2]!.id },
  };
  const catalogue = new Catalogue(parts, [QUAY]);
  test("written and read back it has the same findings, with no other catalogue than its own parts", () => {
    const file = JSON.parse(JSON.stringify(writeJobFile(job, parts, DEFAULT_HOUSE_RULES))) as unknown;
    const read = readJobFile(file);
    if (!read.ok) throw new Error(JSON.stringify(read.error));
    const before = fitOf(job, catalogue, DEFAULT_HOUSE_RULES).findings;
    const after = fitOf(read.value.job, new Catalogue(read.value.parts, [QUAY]), read.value.house).findings;
    expect(after.map((f) => [f.key, f.verdict, f.says])).toEqual(before.map((f) => [f.key, f.verdict, f.says]));
  });
  test("a figure alone counts as taken with the item's own tool", () => {
    const read = readJobFile({
      format: FORMAT,
      donor: { shellWidthMm: 68.2, chainstayMm: { value: 440, how: "told" }, frameKind: "diamond" },
    });
    if (!read.ok) throw new Error(JSON.stringify(read.error));
    expect(read.value.job.donor.shellWidthMm).toMatchObject({ value: 68.2, how: "caliper", plusMinus: 0.1 });
    expect(read.value.job.donor.chainstayMm).toMatchObject({ how: "told", plusMinus: 15 });
    expect(read.value.job.donor.frameKind).toMatchObject({ value: "diamond", how: "seen" });
    expect(read.value.house).toEqual(DEFAULT_HOUSE_RULES);
  });
  test.each([
    [{ format: "something else" }, ["format"]],
    [{ format: FORMAT, extra: 1 }, ["extra"]],
    [{ format: FORMAT, donor: { shellWidthMm: "wide" } }, ["donor.shellWidthMm"]],
    [{ format: FORMAT, donor: { frameKind: "unicycle" } }, ["donor.frameKind"]],
    [{ format: FORMAT, donor: { cogCount: 8.5 } }, ["donor.cogCount"]],
    [{ format: FORMAT, donor: { shellWidthMm: -1 } }, ["donor.shellWidthMm"]],
    [{ format: FORMAT, wish: { riderKg: -5 } }, ["wish.riderKg"]],
    [{ format: FORMAT, also: [{ partId: "x", quantity: 0 }] }, ["also.0.quantity"]],
    [{ format: FORMAT, parts: [{ id: "x", kind: "tyre", spec: { beadSeatMm: 622 } }] }, ["parts.0.spec.widthMm"]],
    [{ format: FORMAT, house: { throttleCutOffs: 3 } }, ["house.throttleCutOffs"]],
    [[], [""]],
    [null, [""]],
    ["text", [""]],
  ])("%j is refused at %j", (raw, where) => expect(paths(raw)).toEqual(where));
  test("a file of before, in which one promise gave first, is read as an order of one", () => {
    const read = readJobFile({ format: FORMAT, wish: { givesFirst: "date" } });
    expect(read.ok && read.value.job.wish.gives).toEqual(["ready"]);
    expect(paths({ format: FORMAT, wish: { gives: ["price", "price"] } })[0]).toMatch(/wish.gives/);
  });
  test("an unknown item of the survey is named", () => expect(paths({ format: FORMAT, donor: { nose: 1 } })[0]).toMatch(/donor/));
  test("the published schema is the one that is read by", () =>
    expect(JSON.parse(readFileSync("docs/job.schema.json", "utf8"))).toEqual(JSON.parse(JSON.stringify(jobFileJsonSchema()))));
});
