import fc from "fast-check";
import { DEFAULT_HOUSE_RULES } from "../house/defaults";
import { shopHeadOf } from "../house/addresses";
import { estimate, TASK_IDS, TASKS, type TaskId } from "../standards/tasks";
import { quoteMinutes } from "../work/quoteMinutes";
import { labourLines } from "./labourLines";
import { labourOf } from "./labour";

const stepsOf = (ids: readonly TaskId[]) => ids.map((id) => ({ stage: TASKS[id].stage, ...estimate(TASKS[id]) }));
const RATES = { ...DEFAULT_HOUSE_RULES, labourMinorPerHour: 48_00 };
const linesOf = (labour: ReturnType<typeof labourOf>) =>
  labourLines({ labour: labour.shares, labourMinutes: labour.minutes, labourMinor: labour.minor });

test("by hand: a wheel laced at 60 an hour, the rest at 48", () => {
  // Lacing 60/90/150: 95 ± 15. Fitting a mid-drive 30/45/90: 50 ± 10. Together 145 + √(225 + 100) = 163.03 min; the wheel has
  // 95 + 225/18.028 = 107.48 of it: 55 or 56 and 107 or 108 min, 163 together.
  const labour = labourOf(stepsOf(["laceWheel", "fitMid"]), { ...RATES, wheelMinorPerHour: 60_00 });
  expect(labour).toEqual({
    minutes: 163,
    minor: 44_80 + 107_00,
    shares: [
      { of: "the rest", minutes: 56, perHourMinor: 48_00, minor: 44_80 },
      { of: "wheels", minutes: 107, perHourMinor: 60_00, minor: 107_00 },
    ],
  });
  expect(linesOf(labour)).toEqual([
    ["Labour on the rest, 0 h 56", 44_80],
    ["Labour on wheels, 1 h 47", 107_00],
  ]);
});

test("at one rate it is one line, whichever way that is said", () => {
  const one = labourOf(stepsOf(["laceWheel", "fitMid"]), RATES);
  expect(one).toMatchObject({ minutes: 163, minor: 130_40, shares: [{ of: "all" }] });
  expect(labourOf(stepsOf(["laceWheel", "fitMid"]), { ...RATES, wheelMinorPerHour: 48_00, frameMinorPerHour: 9_00 })).toEqual(
    one,
  );
  expect(linesOf(one)).toEqual([["Labour, 2 h 43", 130_40]]);
  expect(labourOf([], RATES)).toMatchObject({ minutes: 0, minor: 0, shares: [{ of: "all", minutes: 0 }] });
  // A sheet that was kept before shares were.
  expect(labourLines({ labour: [], labourMinutes: 163, labourMinor: 130_40 })).toEqual([["Labour, 2 h 43", 130_40]]);
});

test("what is shown adds up to what is quoted, in minutes and in cents, and lies between all at the lowest and all at the highest rate", () => {
  const rate = fc.option(fc.integer({ min: 0, max: 1000_00 }));
  const rates = fc.record({ wheelMinorPerHour: rate, frameMinorPerHour: rate, electricsMinorPerHour: rate });
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.constantFrom(...TASK_IDS)),
      fc.integer({ min: 0, max: 1000_00 }),
      rates,
      (ids, labourMinorPerHour, own) => {
        const steps = stepsOf(ids);
        const labour = labourOf(steps, { labourMinorPerHour, ...own });
        expect(labour.minutes).toBe(Math.round(quoteMinutes(steps)));
        expect(labour.shares.reduce((sum, share) => sum + share.minutes, 0)).toBe(labour.minutes);
        expect(linesOf(labour).reduce((sum, [, minor]) => sum + minor, 0)).toBe(labour.minor);
        expect(labour.shares.every((share) => share.minutes >= 0)).toBe(true);
        const used = labour.shares.map((share) => share.perHourMinor);
        const at = (perHour: number) => (labour.minutes * perHour) / 60;
        expect(labour.minor).toBeGreaterThanOrEqual(at(Math.min(...used)) - used.length / 2);
        expect(labour.minor).toBeLessThanOrEqual(at(Math.max(...used)) + used.length / 2);
      },
    ),
  );
});

test("an address that is left out is the shop's own", () => {
  const shop = { shopName: "Slip Works", shopAddress: "3 Slip", deliveryAddress: "", billAddress: "" };
  expect(shopHeadOf(shop)).toEqual({ name: "Slip Works", address: "3 Slip", deliverTo: "3 Slip", billTo: "3 Slip" });
  expect(shopHeadOf({ ...shop, deliveryAddress: "The yard", billAddress: "An office" })).toMatchObject({
    deliverTo: "The yard",
    billTo: "An office",
  });
});
