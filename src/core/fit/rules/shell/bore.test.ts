import { afterRemedy, findingOf, mid, partOf } from "../../../../../tests/bench.fixture";
import { shellBore } from "./bore";

describe("shell/bore", () => {
  const steel = (shellBoreMm: number, how: "gauge" | "caliper" = "gauge") => ({
    shellStandard: "iso",
    shellBoreMm: [shellBoreMm, how] as [number, "gauge"],
    frameMaterial: "steel",
  });
  test.each([
    ["clear", 33.7],
    ["clear", 33.57],
    ["clear", 33.98],
    ["measure", 33.56],
    ["measure", 33.99],
    ["adapt", 33.4],
    ["stop", 33.3],
  ] as const)("%s at %d by a gauge of ± 0.02", (verdict, bore) =>
    expect(findingOf(shellBore, { donor: steel(bore), parts: [mid()] }).verdict).toBe(verdict),
  );

  test.each([
    ["italian", 34.75],
    ["press41", 41],
    ["press46", 46],
  ])("adapt in a shell “%s” of %d", (shellStandard, bore) =>
    expect(findingOf(shellBore, { donor: { ...steel(bore), shellStandard }, parts: [mid()] }).verdict).toBe("adapt"),
  );
  test("a bore that its standard never has contradicts it: both are looked at again", () =>
    expect(findingOf(shellBore, { donor: steel(34.75), parts: [mid()] })).toMatchObject({
      verdict: "measure",
      settle: ["shellStandard", "shellBoreMm"],
    }));
  test("a caliper of ± 0.1 cannot tell a close bore", () =>
    expect(findingOf(shellBore, { donor: steel(33.6, "caliper"), parts: [mid()] })).toMatchObject({
      verdict: "measure",
      settle: ["shellBoreMm"],
    }));
  test("unknown", () =>
    expect(findingOf(shellBore, { parts: [mid()] })).toMatchObject({
      verdict: "measure",
      settle: ["shellStandard", "shellBoreMm", "frameMaterial"],
    }));
  test("the shim goes on the sheet and clears it", () => {
    const shim = partOf("shell-adapter", { style: "shim", boreMm: 34.75, tubeMm: 33.5 });
    const p = { donor: { ...steel(34.75), shellStandard: "italian" }, parts: [mid()], shelf: [shim] };
    expect(findingOf(shellBore, p).remedies[0]).toMatchObject({
      parts: [{ partId: shim.id, quantity: 1 }],
      tasks: ["cleanShell"],
    });
    expect(afterRemedy(shellBore, p, "fill").verdict).toBe("clear");
  });
  test("a sleeve that nobody sells is named, not made up", () =>
    expect(
      findingOf(shellBore, { donor: { ...steel(46), shellStandard: "press46" }, parts: [mid()] }).remedies[0]!.parts[0],
    ).toMatchObject({
      partId: null,
      says: "sleeve from 46 to 33.5 mm",
    }));
  test("bare carbon is a safety stop; with metal in it, or the house's other school, it is not", () => {
    const carbon = { shellStandard: "press41", shellBoreMm: 41, frameMaterial: "carbon", shellLining: "bare" };
    expect(findingOf(shellBore, { donor: carbon, parts: [mid()] })).toMatchObject({ verdict: "stop", safety: true });
    expect(findingOf(shellBore, { donor: { ...carbon, shellLining: "metal" }, parts: [mid()] }).verdict).toBe("adapt");
    expect(findingOf(shellBore, { donor: carbon, parts: [mid()], house: { carbonShell: "sleeve" } }).verdict).toBe("adapt");
    expect(
      findingOf(shellBore, { donor: carbon, parts: [mid({ peakTorqueNm: 81 })], house: { carbonShell: "sleeve" } }).verdict,
    ).toBe("stop");
    const { shellLining: _unasked, ...unknown } = carbon;
    expect(findingOf(shellBore, { donor: unknown, parts: [mid()] })).toMatchObject({
      verdict: "measure",
      settle: ["shellLining"],
    });
  });
});
