import fc from "fast-check";
import { recordMerged } from "../figures/merged";
import { partChanges } from "./partChanges";

const PART = {
  id: "a",
  kind: "tyre",
  name: "Tyre",
  maker: "",
  massKg: 0.6,
  inStock: 3,
  offers: [],
  spec: { widthMm: 47, beadSeatMm: 622 },
};

test("what changed is told by its labels, and nothing is nothing", () => {
  expect(partChanges(PART, { ...PART })).toEqual([]);
  expect(partChanges(PART, { ...PART, name: "Other", offers: [{}] })).toEqual(["name", "who sells it, and for how much"]);
  const [figure] = partChanges(PART, { ...PART, spec: { ...PART.spec, beadSeatMm: 584 } });
  expect(figure).toMatch(/bead seat/);
});

test("over what stands now only what was changed of what was seen is one's own", () => {
  const mine = { ...PART, name: "Mine", spec: { ...PART.spec, widthMm: 50 } };
  const now = { ...PART, inStock: 1, maker: "Quay", spec: { ...PART.spec, beadSeatMm: 584, tread: "slick" } };
  expect(recordMerged(PART, mine, now, "spec")).toEqual({
    ...PART,
    name: "Mine",
    inStock: 1,
    maker: "Quay",
    spec: { widthMm: 50, beadSeatMm: 584, tread: "slick" },
  });
});

test("who changed nothing gets what stands; where nobody else was, one's own", () => {
  const raw = fc.record({
    id: fc.constant("a"),
    kind: fc.constant("tyre"),
    name: fc.string(),
    massKg: fc.option(fc.float({ noNaN: true })),
    spec: fc.dictionary(fc.constantFrom("a", "b", "c"), fc.integer()),
  });
  fc.assert(
    fc.property(raw, raw, (one, two) => {
      expect(recordMerged(one, one, two, "spec")).toEqual(two);
      expect(recordMerged(one, two, one, "spec")).toEqual(two);
    }),
  );
});
