import { DEFAULT_HOUSE_RULES } from "./defaults";
import { houseRulesSchema } from "./houseRules";
import { SCHOOLS } from "./schools";

describe("the schools", () => {
  test.each(SCHOOLS.map((school) => [school.title, school] as const))(
    "%s has a default among its choices, a reason and the other school",
    (_title, school) => {
      const standard = DEFAULT_HOUSE_RULES[school.key];
      if (school.options) expect(school.options.map((option) => option.value)).toContain(standard);
      else if (school.optional) expect(standard).toBeNull();
      else expect(typeof standard).toBe(school.letters ? "string" : "number");
      expect(school.reason.length).toBeGreaterThan(15);
      expect(school.other.length).toBeGreaterThan(15);
      for (const option of school.options ?? [])
        expect(houseRulesSchema.safeParse({ ...DEFAULT_HOUSE_RULES, [school.key]: option.value }).success).toBe(true);
      expect(
        houseRulesSchema.safeParse({
          ...DEFAULT_HOUSE_RULES,
          [school.key]: school.letters ? "x".repeat(school.letters + 1) : "nonsense",
        }).success,
      ).toBe(false);
    },
  );
  test("each rule stands once", () => expect(new Set(SCHOOLS.map((s) => s.key)).size).toBe(SCHOOLS.length));
});
