import { on } from "../../../../../tests/bench.fixture";
import { dish } from "./dish";
import { front } from "./stack.fixture";

describe("axle/dish", () => {
  test("rings alike leave the rim in the middle", () => expect(on(dish, [front()]).verdict).toBe("clear"));
});
