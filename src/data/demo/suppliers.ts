import type { Supplier } from "@/core/parts/part";
import { NO_TERMS } from "@/core/parts/noTerms";
import type { Terms } from "@/core/parts/terms";

const terms = (over: Partial<Terms>): Terms => ({ ...NO_TERMS, ...over });
const WORKING: Terms["orderDays"] = ["Mon", "Tue", "Wed", "Thu", "Fri"];

/** Invented suppliers of an invented harbour town; none is a real firm. Their duty rates are invented too: the customs office says what holds. */
export const DEMO_SUPPLIERS: Supplier[] = [
  {
    id: "saltmarsh",
    name: "Saltmarsh Drives",
    currency: "EUR",
    carriageMinor: 1490,
    freeFromMinor: 60000,
    dangerousGoodsMinor: 2800,
    terms: terms({ sendTo: "orders, by mail", customerNumber: "4471", payment: "14 days net", orderDays: WORKING, cutOff: "15:00" }),
  },
  {
    id: "lowtide",
    name: "Lowtide Wheel Goods",
    currency: "EUR",
    carriageMinor: 690,
    freeFromMinor: 9000,
    dangerousGoodsMinor: 3500,
    terms: terms({ sendTo: "the van calls on Tuesdays and Thursdays", payment: "end of the month", orderDays: ["Tue", "Thu"], cutOff: "12:00" }),
  },
  {
    id: "copperline",
    name: "Copperline Electrical",
    currency: "EUR",
    carriageMinor: 590,
    freeFromMinor: null,
    dangerousGoodsMinor: 2400,
    terms: terms({ sendTo: "order form, by mail", customerNumber: "SW-20", payment: "30 days net" }),
  },
  {
    id: "ferrygate",
    name: "Ferrygate Trade Parts",
    currency: "GBP",
    carriageMinor: 1150,
    freeFromMinor: 15000,
    dangerousGoodsMinor: 4200,
    terms: terms({ sendTo: "by telephone", payment: "before they send", paymentPercent: 0.5 }),
  },
  {
    id: "farshore",
    name: "Farshore Overseas",
    currency: "USD",
    carriageMinor: 3900,
    freeFromMinor: null,
    dangerousGoodsMinor: 6500,
    terms: terms({
      sendTo: "their form",
      payment: "before they send",
      paymentPercent: 1.5,
      customs: { origin: "overseas", dutyMotorsPercent: 3, dutyBatteriesPercent: 3, dutyPartsPercent: 5, importTaxPercent: 0, brokerMinor: 1800 },
    }),
  },
  {
    id: "tidemill",
    name: "Tidemill Next Day",
    currency: "EUR",
    carriageMinor: 990,
    freeFromMinor: 25000,
    dangerousGoodsMinor: 1900,
    terms: terms({
      sendTo: "by telephone",
      customerNumber: "0093",
      payment: "7 days net",
      orderDays: WORKING,
      cutOff: "17:00",
      carriageSteps: [{ fromMinor: 10000, carriageMinor: 590 }],
    }),
  },
  {
    id: "kelpline",
    name: "Kelpline Cable Works",
    currency: "EUR",
    carriageMinor: 640,
    freeFromMinor: 8000,
    dangerousGoodsMinor: 2600,
    terms: terms({
      sendTo: "order form, by mail",
      payment: "30 days net",
      smallOrderUnderMinor: 3000,
      smallOrderFeeMinor: 500,
      massSteps: [
        { overKg: 5, moreMinor: 450 },
        { overKg: 15, moreMinor: 1100 },
      ],
    }),
  },
  {
    id: "nordmole",
    name: "Nordmole Turning",
    currency: "CHF",
    carriageMinor: 1400,
    freeFromMinor: 30000,
    dangerousGoodsMinor: 5000,
    terms: terms({
      sendTo: "by mail",
      payment: "10 days net",
      leastOrderMinor: 4000,
      customs: { origin: "beyond the mountains", dutyMotorsPercent: 2, dutyBatteriesPercent: 2, dutyPartsPercent: 4, importTaxPercent: 0, brokerMinor: 900 },
    }),
  },
];
