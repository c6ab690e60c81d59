import type { Landed } from "./landed";

/** What an order is made up of until it lies in the shop, by what each is called. */
export const LANDED_ROWS: readonly (readonly [label: string, key: keyof Landed])[] = [
  ["goods", "goodsMinor"],
  ["carriage and fees", "carriageMinor"],
  ["buffer on the rate", "bufferMinor"],
  ["fee for paying", "feeMinor"],
  ["duty", "dutyMinor"],
  ["import tax", "importTaxMinor"],
  ["broker", "brokerMinor"],
];
