import type { Supplier } from "@/core/parts/part";

/** Invented suppliers of an invented harbour town; none is a real firm. */
export const DEMO_SUPPLIERS: Supplier[] = [
  { id: "saltmarsh", name: "Saltmarsh Drives", currency: "EUR", carriageMinor: 1490, freeFromMinor: 60000, dangerousGoodsMinor: 2800 },
  { id: "lowtide", name: "Lowtide Wheel Goods", currency: "EUR", carriageMinor: 690, freeFromMinor: 9000, dangerousGoodsMinor: 3500 },
  { id: "copperline", name: "Copperline Electrical", currency: "EUR", carriageMinor: 590, freeFromMinor: null, dangerousGoodsMinor: 2400 },
  { id: "ferrygate", name: "Ferrygate Trade Parts", currency: "GBP", carriageMinor: 1150, freeFromMinor: 15000, dangerousGoodsMinor: 4200 },
  { id: "farshore", name: "Farshore Overseas", currency: "USD", carriageMinor: 3900, freeFromMinor: null, dangerousGoodsMinor: 6500 },
];
