import { placedOrder } from "../../../tests/bench.fixture";
import { daysBetween } from "../units/days";
import { dueDay } from "./standing";

test("an order is due its lead time after the day it was placed, over a month's end, and late after", () => {
  const order = placedOrder("a", {}, { placed: { at: "2026-01-29T22:30:00Z", by: "" }, leadDays: 5 });
  expect(dueDay(order)).toBe("2026-02-03");
  expect(["2026-01-29", "2026-02-03", "2026-02-06"].map((today) => daysBetween(today, dueDay(order)))).toEqual([5, 0, -3]);
});
