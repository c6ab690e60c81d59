import { PROMISE_IDS } from "../wish/promiseIds";
import { agreedTo } from "./agreedTo";

/** A bike of which everything was measured at one moment. */
const bike = (at: string) => ({
  rides: [{ at: "2026-03-01T08:00:00Z" }, { at }],
  weighed: { at },
  readings: { "roadTest assist ends": { at } },
  signed: { at },
});
const word = (promise: (typeof PROMISE_IDS)[number]) => ({
  promise,
  customer: "Ida",
  says: "as it was then",
  at: "2026-03-02T10:00:00Z",
  by: "Ena",
});

test.each(PROMISE_IDS)(
  "%s: the customer's word holds for what was measured before it, and for nothing that is measured anew",
  (id) => {
    const less = [word(id)];
    expect(agreedTo({ ...bike("2026-03-02T09:00:00Z"), less }, id)).toEqual(less[0]);
    expect(agreedTo({ ...bike("2026-03-02T11:00:00Z"), less }, id)).toBeUndefined();
    // Said again, it holds again; of another promise it says nothing.
    const again = [...less, { ...word(id), at: "2026-03-02T12:00:00Z" }];
    expect(agreedTo({ ...bike("2026-03-02T11:00:00Z"), less: again }, id)).toEqual(again[1]);
    for (const other of PROMISE_IDS)
      if (other !== id) expect(agreedTo({ ...bike("2026-03-02T09:00:00Z"), less }, other)).toBeUndefined();
  },
);
