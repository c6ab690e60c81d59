import { hub, on, partOf, settled, without } from "../../../../../tests/bench.fixture";
import { tyreRoom } from "./tyreRoom";

const motor = [hub()];

describe("wheel/tyre-room", () => {
  test.each([
    [62, "no", "clear"],
    [45.6, "no", "clear"],
    [45, "no", "measure"],
    [44, "no", "adapt"],
    [50, "yes", "clear"],
    [48, "yes", "adapt"],
  ] as const)("37 mm in %d, mudguard %s: %s", (frontTyreRoomMm, frontMudguard, verdict) =>
    expect(on(tyreRoom, motor, { frontTyreRoomMm, frontMudguard }).verdict).toBe(verdict),
  );
  test("a narrower tyre settles it", () => {
    const tyre = partOf("tyre", { beadSeatMm: 622, widthMm: 28 });
    expect(settled(tyreRoom, motor, { frontTyreRoomMm: 42 }, "buy-", { shelf: [tyre] }).verdict).toBe("clear");
  });
  test("not measured is asked for", () => expect(without(tyreRoom, motor, "frontTyreRoomMm").verdict).toBe("measure"));
});
