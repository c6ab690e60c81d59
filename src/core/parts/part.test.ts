import { partOf } from "../../../tests/bench.fixture";
import { readPart } from "./part";

test("a part is filled up only where it says under which number, and to no fewer", () => {
  const kept = (more: object) => readPart({ ...partOf("bell", { barMm: 22 }), ...more });
  expect(kept({ keepAtLeast: 2, keepUpTo: 6 })).toMatchObject({ ok: true, value: { keepAtLeast: 2, keepUpTo: 6 } });
  expect(kept({ keepAtLeast: 2, keepUpTo: 2 }).ok).toBe(true);
  for (const more of [
    { keepUpTo: 6 },
    { keepAtLeast: 7, keepUpTo: 6 },
    { keepAtLeast: 1, keepUpTo: -1 },
    { keepAtLeast: 1, keepUpTo: 2.5 },
  ])
    expect(kept(more)).toMatchObject({
      ok: false,
      error: expect.arrayContaining([expect.objectContaining({ path: "keepUpTo" })]) as unknown,
    });
});
