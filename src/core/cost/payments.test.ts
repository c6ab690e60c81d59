import fc from "fast-check";
import { accountOf } from "./account";
import { paymentSchema, type Payment } from "./payments";

const paid = (minor: number, over: Partial<Payment> = {}): Payment => ({
  at: "2026-12-01T09:00:00Z",
  by: "Ida",
  minor,
  back: false,
  currency: "EUR",
  how: "card",
  says: "",
  ...over,
});
const ASK = { allInMinor: 1_500_00, depositMinor: 700_00, currency: "EUR" as const };

test("a deposit, the rest, and what is given back", () => {
  expect(accountOf([], ASK)).toEqual({ paidMinor: 0, owedMinor: 1_500_00, depositLeftMinor: 700_00, otherwise: 0 });
  expect(accountOf([paid(500_00)], ASK)).toMatchObject({ owedMinor: 1_000_00, depositLeftMinor: 200_00 });
  expect(accountOf([paid(700_00), paid(800_00)], ASK)).toMatchObject({ owedMinor: 0, depositLeftMinor: 0 });
  expect(accountOf([paid(1_600_00), paid(100_00, { back: true })], ASK)).toMatchObject({ paidMinor: 1_500_00, owedMinor: 0 });
  // The sheet became cheaper than its deposit was: no more is wanted than it costs.
  expect(accountOf([], { ...ASK, allInMinor: 300_00 })).toMatchObject({ depositLeftMinor: 300_00 });
  // Francs are told, and in no sum.
  expect(accountOf([paid(500_00, { currency: "CHF" })], ASK)).toEqual({ ...accountOf([], ASK), otherwise: 1 });
});

test("what is paid and what is owed are together what is asked, and to give back all that was taken leaves nothing", () => {
  fc.assert(
    fc.property(fc.array(fc.record({ minor: fc.integer({ min: 1, max: 9_999_999 }), back: fc.boolean() })), (all) => {
      const payments = all.map(({ minor, back }) => paid(minor, { back }));
      const account = accountOf(payments, ASK);
      expect(account.paidMinor + account.owedMinor).toBe(ASK.allInMinor);
      const undone = [...payments, ...payments.map((one) => ({ ...one, back: !one.back }))];
      expect(accountOf(undone, ASK)).toEqual(accountOf([], ASK));
    }),
  );
});

test.each([0, -5, 1.5, 10_000_001, Number.NaN])("%p is no amount", (minor) =>
  expect(paymentSchema.safeParse(paid(minor)).success).toBe(false),
);
