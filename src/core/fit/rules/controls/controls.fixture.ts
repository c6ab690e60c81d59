import { partOf } from "../../../../../tests/bench.fixture";

export const display = (over: object = {}) =>
  partOf("display", { plug: "five-pin", clampMm: 22.2, showsSpeed: true, barMm: 28, leadMm: 900, ...over });

export const throttle = (over: object = {}) =>
  partOf("throttle", { style: "thumb", clampMm: 22.2, plug: "x", barMm: 22, ...over });
