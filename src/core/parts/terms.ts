import { z } from "zod";
import { text } from "../record";
import { WEEKDAYS } from "./weekdays";

const MONEY = "must be 0.00 to 100,000.00";
const money = z.int(MONEY).min(0, MONEY).max(100_000_00, MONEY);
const KG = "must be over 0 and at most 1000 kg";
const share = (most: number) => {
  const says = `must be 0 to ${most} %`;
  return z.number(says).min(0, says).max(most, says);
};

/** Headings under which a customs office sorts what a shop buys: each has its own rate, and the rate hangs on the origin. */
export const DUTY_HEADINGS = ["motors and kits", "batteries", "bicycle parts"] as const;
export type DutyHeading = (typeof DUTY_HEADINGS)[number];

/** What a supplier asks beside prices and plain carriage, and how the shop orders there. Amounts in cents of the supplier's currency, the broker's in the shop's. */
export const termsSchema = z.strictObject({
  /** How orders go to them: an address, a telephone number, a form. */
  sendTo: text(120).describe("How orders go to them"),
  /** Where their order desk listens; empty where there is none. Nothing of a shop leaves its own machine by itself: loopback alone. */
  desk: z
    .string()
    .trim()
    .max(120)
    .regex(
      /^$|^http:\/\/(127\.0\.0\.1|localhost|\[::1\])(:\d{1,5})?\/?$/,
      "must be an address on this machine, such as http://127.0.0.1:4180, or empty",
    )
    .default("")
    .describe("Their order desk"),
  customerNumber: text(40).describe("Our number with them"),
  payment: text(80).describe("Terms of payment"),
  /** Days on which they take orders; none named: every working day. */
  orderDays: z.array(z.enum(WEEKDAYS)).max(7).describe("Days on which they take orders"),
  cutOff: z
    .string()
    .regex(/^$|^([01]\d|2[0-3]):[0-5]\d$/, "must be a time of day such as 14:00, or empty")
    .describe("Orders of the day until"),
  /** Carriage for an order of so much goods or more, under what is sent free. */
  carriageSteps: z
    .array(z.strictObject({ fromMinor: money.describe("Goods from"), carriageMinor: money.describe("Carriage") }))
    .max(6, "must be at most 6 steps")
    .describe("Steps of carriage"),
  /** On top of the carriage, for an order heavier than so much. */
  massSteps: z
    .array(
      z.strictObject({
        overKg: z.number(KG).gt(0, KG).max(1000, KG).describe("Heavier than"),
        moreMinor: money.describe("On top"),
      }),
    )
    .max(6, "must be at most 6 steps")
    .default([])
    .describe("Steps of mass"),
  /** Goods of an order under which they take none at all. */
  leastOrderMinor: money.nullable().default(null).describe("They take no order under"),
  smallOrderUnderMinor: money.nullable().describe("A small order is one under"),
  smallOrderFeeMinor: money.describe("Fee for a small order"),
  paymentPercent: share(10).describe("Fee for paying, %"),
  /** What is imported: null where nothing passes a customs office. */
  customs: z
    .strictObject({
      origin: text(40).describe("From where it comes"),
      dutyMotorsPercent: share(100).describe("Duty on motors and kits, %"),
      dutyBatteriesPercent: share(100).describe("Duty on batteries, %"),
      dutyPartsPercent: share(100).describe("Duty on bicycle parts, %"),
      importTaxPercent: share(40).describe("Import tax that is not recovered, %"),
      brokerMinor: money.describe("Broker for each order, in our own currency"),
    })
    .nullable()
    .describe("Customs"),
});
export type Terms = z.output<typeof termsSchema>;
