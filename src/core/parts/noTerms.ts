import type { Terms } from "./terms";

/** What a supplier asks of whom nothing is known. */
export const NO_TERMS: Terms = {
  sendTo: "",
  desk: "",
  customerNumber: "",
  payment: "",
  orderDays: [],
  cutOff: "",
  carriageSteps: [],
  massSteps: [],
  leastOrderMinor: null,
  smallOrderUnderMinor: null,
  smallOrderFeeMinor: 0,
  paymentPercent: 0,
  customs: null,
};
