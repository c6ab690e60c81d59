import { threadCrestBoreMm } from "./shells";

describe("thread basic profile, ISO 68-1", () => {
  test.each([
    [34.798, 1.0583, 33.65],
    [36.0, 1.0583, 34.85],
    [35.0, 1.0, 33.92],
    [47.0, 1.0, 45.92],
  ])("%d × %d has a crest bore of %d", (major, pitch, bore) => expect(threadCrestBoreMm(major, pitch)).toBeCloseTo(bore, 2));
});
