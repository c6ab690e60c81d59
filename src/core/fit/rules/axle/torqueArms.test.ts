import fc from "fast-check";
import { afterRemedy, battery, controller, findingOf, hub, partOf } from "../../../../../tests/bench.fixture";
import { front, rear, rearHub } from "./ends.fixture";
import { torqueArms } from "./torqueArms";

describe("axle/torque-arms", () => {
  const drive = [battery(), controller()];
  const arm = partOf("torque-arm", { axleDiameterMm: 12, axleFlatsMm: 10, plateMm: 6, clamps: "hose clamp", armMm: 100 });
  test("class A on a sound steel rear end needs none", () =>
    expect(findingOf(torqueArms, { donor: rear(), parts: [rearHub(), ...drive] })).toMatchObject({
      verdict: "clear",
      margin: { value: 0 },
    }));
  test("the flats' check raises the table's none to one over about 26 N·m", () =>
    expect(
      findingOf(torqueArms, { donor: rear({ rearDropoutThicknessMm: 6 }), parts: [rearHub({ peakTorqueNm: 27 }), ...drive] }),
    ).toMatchObject({ verdict: "adapt", margin: { value: -1 } }));
  test("a loose slot counts one dropout", () =>
    expect(findingOf(torqueArms, { donor: rear({ rearSlotWidthMm: 10.6 }), parts: [rearHub(), ...drive] })).toMatchObject({
      verdict: "adapt",
    }));
  test("one arm on a front steel fork; the kit's own will do, a remedy brings it", () => {
    const p = { donor: front(), parts: [hub(), ...drive], shelf: [arm] };
    expect(findingOf(torqueArms, p)).toMatchObject({
      verdict: "adapt",
      safety: true,
      remedies: [{ id: "arms-1", parts: [{ partId: arm.id, quantity: 1 }] }],
    });
    expect(afterRemedy(torqueArms, p, "arms-1").verdict).toBe("clear");
    expect(findingOf(torqueArms, { ...p, parts: [...p.parts, arm] }).verdict).toBe("clear");
  });
  test.each([
    ["carbon fork", { forkMaterial: "carbon" }],
    ["magnesium tips", { frontDropoutMaterial: "magnesium" }],
    ["aluminium of 7 mm", { frontDropoutMaterial: "aluminium", frontDropoutThicknessMm: 7 }],
    ["filed before", { frontDropoutCondition: "filed" }],
    ["closed ends", { frontDropout: "thru" }],
  ])("a front motor is refused for safety: %s", (_name, over) =>
    expect(findingOf(torqueArms, { donor: front(over), parts: [hub(), ...drive], shelf: [arm] })).toMatchObject({
      verdict: "stop",
      safety: true,
      remedies: [],
    }),
  );
  test("a tenth of a millimetre that decides between going and not is measured again", () =>
    expect(
      findingOf(torqueArms, {
        donor: front({ frontDropoutMaterial: "aluminium", frontDropoutThicknessMm: 8 }),
        parts: [hub(), ...drive],
      }),
    ).toMatchObject({ verdict: "measure", settle: ["frontDropoutThicknessMm"] }));
  test("without a controller the class is one higher", () =>
    expect(findingOf(torqueArms, { donor: front(), parts: [hub()], shelf: [arm] }).margin).toMatchObject({ value: -2 }));
  test("aluminium with regeneration and 110 N·m: not even two arms", () =>
    expect(
      findingOf(torqueArms, {
        donor: rear({ rearDropoutMaterial: "aluminium", rearDropoutThicknessMm: 9 }),
        parts: [rearHub({ axleDiameterMm: 14, peakTorqueNm: 110, ratedW: 1000, regenerates: true })],
      }),
    ).toMatchObject({ verdict: "stop" }));
});

test("more torque never asks for fewer arms", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 10, max: 60, noNaN: true }),
      fc.double({ min: 0, max: 60, noNaN: true }),
      fc.double({ min: 5.5, max: 9, noNaN: true }),
      (torque, more, thick) => {
        const wanted = (peakTorqueNm: number) => {
          const finding = findingOf(torqueArms, {
            donor: rear({ rearDropoutThicknessMm: thick }),
            parts: [rearHub({ peakTorqueNm }), battery(), controller()],
          });
          return finding.verdict === "stop" ? 3 : -(finding.margin?.value ?? 0);
        };
        expect(wanted(torque + more)).toBeGreaterThanOrEqual(wanted(torque));
      },
    ),
    { numRuns: 60 },
  );
});
