import { donorOf, on, partOf, settled, SOUND } from "../../../../../tests/bench.fixture";
import { batteryBayRule } from "./bay";
import { batteryBosses } from "./bosses";
import { with_ } from "./pack.fixture";
import { batterySlide } from "./slide";

describe("battery/slide", () => {
  test("room at rest and none to slide are two findings", () => {
    const parts = with_({ lengthMm: 430, slideMm: 120 });
    expect(on(batteryBayRule, parts).verdict).toBe("clear");
    expect(on(batterySlide, parts).verdict).toBe("adapt");
  });
  test("short of room, the reading that leaves most open is the one to take again", () => {
    const told = Number(SOUND!.topTubeMm);
    const short = on(batterySlide, with_({ lengthMm: 430, slideMm: 120 }), { topTubeMm: [told, "told"] });
    expect(short).toMatchObject({ verdict: "adapt", settle: expect.arrayContaining(["topTubeMm"]) });
    expect(short.settle[0]).toBe("topTubeMm");
    expect(short.margin!.plusMinus).toBeGreaterThan(on(batterySlide, with_({ lengthMm: 430, slideMm: 120 })).margin!.plusMinus);
  });
  test("a boss more is a boss more, not an uncertainty", () => {
    const two = on(batteryBosses, with_(), { bossCount: 2 });
    const three = on(batteryBosses, with_(), { bossCount: 3 });
    expect(three.margin!.plusMinus).toBe(two.margin!.plusMinus);
  });
  test("what the tapes leave open is their root sum of squares", () => {
    // JCGM 100:2008, 5.1.2 (uncorrelated readings), against its simulation as in JCGM 101:2008: 600 draws.
    const parts = with_({ slideMm: 60 });
    const told = on(batterySlide, parts).margin!;
    const readings = donorOf(SOUND!);
    const open = (["downTubeMm", "topTubeMm", "seatTubeMm", "headTubeMm", "seatAngleDeg", "headAngleDeg"] as const).filter(
      (key) => readings[key]!.plusMinus > 0,
    );
    let seed = 7;
    const uniform = () => (seed = (seed * 16807) % 2147483647) / 2147483647;
    const normal = () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
    const draws = Array.from({ length: 600 }, () => {
      const off = open.map((key) => [key, Number(readings[key]!.value) + normal() * readings[key]!.plusMinus] as const);
      return on(batterySlide, parts, Object.fromEntries(off)).margin!.value;
    });
    const mean = draws.reduce((sum, x) => sum + x, 0) / draws.length;
    const deviation = Math.sqrt(draws.reduce((sum, x) => sum + (x - mean) ** 2, 0) / (draws.length - 1));
    expect(told.plusMinus).toBeGreaterThan(0.5);
    expect(deviation / told.plusMinus).toBeGreaterThan(0.85);
    expect(deviation / told.plusMinus).toBeLessThan(1.15);
  });
  test("a cradle that opens sideways settles it; one that lifts out needs no slide", () => {
    const band = partOf("battery-mount", { style: "clamp band", bosses: 0 });
    expect(settled(batterySlide, with_({ lengthMm: 430, slideMm: 120 }), {}, "buy-", { shelf: [band] }).verdict).toBe("clear");
    expect(on(batterySlide, with_({ slideMm: 0 })).verdict).toBe("clear");
    expect(on(batterySlide, with_({ slideMm: null })).sheetOf).toBeDefined();
  });
});
