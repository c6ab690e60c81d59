import { on, settled } from "../../../../../tests/bench.fixture";
import { ringOnMotor } from "./ringOnMotor";
import { motor, ring } from "./rings.fixture";

describe("chain/ring-on-motor", () => {
  test.each([
    [44, 0, "clear"],
    [38, 0, "clear"],
    [40, -6, "clear"],
    [39, -6, "stop"],
  ] as const)("%d teeth, %d mm offset: %s", (teeth, offsetMm, verdict) =>
    expect(on(ringOnMotor, [...motor, ring(teeth, offsetMm)]).verdict).toBe(verdict),
  );
  test("another bolt circle is settled by a ring of the motor's own", () => {
    const own = ring(42, 0);
    const p = { shelf: [own] };
    const parts = [...motor, ring(42, 0, false, "another")];
    expect(on(ringOnMotor, parts, {}, p).verdict).toBe("adapt");
    expect(settled(ringOnMotor, parts, {}, `ring-${own.id}`, p).verdict).toBe("clear");
  });
});
