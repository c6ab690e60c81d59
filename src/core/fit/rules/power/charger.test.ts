import { battery, findingOf, partOf } from "../../../../../tests/bench.fixture";
import { chargerMatch } from "./charger";

test.each([
  ["clear", 42],
  ["clear", 42.1],
  ["stop", 42.2],
  ["adapt", 41.8],
] as const)("power/charger: %s at %d V on a pack full at 42", (verdict, outputV) =>
  expect(findingOf(chargerMatch, { parts: [battery(), partOf("charger", { outputV, outputA: 2, plug: "x" })] }).verdict).toBe(
    verdict,
  ),
);
