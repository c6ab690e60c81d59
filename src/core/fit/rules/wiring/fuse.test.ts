import { battery, controller, hub, on, partOf, settled } from "../../../../../tests/bench.fixture";
import { fuseAndCable } from "./fuse";

const fuse = (ratedA: number, maxV = 58, id = `fuse-${ratedA}-${maxV}`) => partOf("fuse", { ratedA, maxV }, { id });
const drive = (batteryA: number, batteryLeadAwg: number, series = 10) => [
  hub(),
  battery({ series }),
  controller({ batteryA, batteryLeadAwg, maxV: 60 }),
];

// Worked situations of common practice: a fuse carries three quarters of its rating, and protects its cable.
test.each([
  [22, 12, 25, "adapt", -4.333],
  [22, 12, 30, "clear", 0.667],
  [22, 14, 30, "adapt", -2],
  [15, 14, 20, "clear", 0],
  [15, 14, 26, "clear", 2],
  [21, 14, 28, "clear", 0],
  [21.1, 14, 28, "adapt", -0.1333],
] as const)("%d A on %d AWG with a fuse of %d A: %s", (asksA, awg, ratedA, verdict, margin) => {
  const finding = on(fuseAndCable, [...drive(asksA, awg), fuse(ratedA)]);
  expect([finding.verdict, finding.safety]).toEqual([verdict, verdict !== "clear"]);
  expect(finding.margin!.value).toBeCloseTo(margin, 3);
});

test("a 32 V fuse on 13 cells is put right by one for the full pack that suits load and cable, and by no other", () => {
  const shelf = [fuse(20, 32, "a-volts"), fuse(15, 58, "b-small"), fuse(40, 58, "c-large"), fuse(25, 58, "d-right")];
  const finding = on(fuseAndCable, [...drive(18, 14, 13), fuse(30, 32)], {}, { shelf });
  expect(finding).toMatchObject({
    verdict: "adapt",
    safety: true,
    margin: { value: expect.closeTo(-22.6, 6) as number, unit: "V" },
  });
  expect(finding.remedies.flatMap((remedy) => remedy.parts.map((need) => need.partId))).toEqual(["d-right"]);
  expect(settled(fuseAndCable, [...drive(18, 14, 13), fuse(30, 32)], {}, "buy-", { shelf }).verdict).toBe("clear");
});

test("two controllers load the one fuse with their sum", () => {
  const two = [
    hub(),
    battery(),
    controller({ batteryA: 11, batteryLeadAwg: 12 }),
    controller({ batteryA: 11, batteryLeadAwg: 12 }),
  ];
  expect(on(fuseAndCable, [...two, fuse(25)]).verdict).toBe("adapt");
  expect(on(fuseAndCable, [...two, fuse(30)]).verdict).toBe("clear");
});
