import { OVERRIDABLE_STOPS } from "./overridable";
import { RULES } from "./rules";

test("the stops that a typed reason may override, by name", () => {
  expect(Object.keys(OVERRIDABLE_STOPS).sort()).toEqual([
    "chain/angle",
    "controls/clamp",
    "power/charger",
    "power/pack-current",
    "rider/saddle",
  ]);
  const ids = RULES.map((rule) => rule.id);
  for (const id of Object.keys(OVERRIDABLE_STOPS)) expect(ids).toContain(id);
});
