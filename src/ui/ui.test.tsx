import { renderToStaticMarkup } from "react-dom/server";
import { VERDICTS } from "@/core/fit/finding";
import { figure, hours, signedMoney } from "./format";
import { Key } from "./Key";
import { VerdictMark } from "./VerdictMark";

describe("verdict marks", () => {
  test("differ in shape, not in colour alone, and say their word", () => {
    const shapes = VERDICTS.map((verdict) => renderToStaticMarkup(<VerdictMark verdict={verdict} />));
    const plain = shapes.map((svg) => svg.replace(/class="[^"]*"|aria-label="[^"]*"/g, ""));
    expect(new Set(plain).size).toBe(VERDICTS.length);
    for (const [i, verdict] of VERDICTS.entries()) expect(shapes[i]).toContain(`aria-label="${verdict}"`);
  });
  test("a settled one carries a tick and says so", () => {
    const open = renderToStaticMarkup(<VerdictMark verdict="adapt" />);
    const settled = renderToStaticMarkup(<VerdictMark verdict="adapt" settled />);
    expect(settled).toContain('aria-label="adapt, settled"');
    expect(settled.length).toBeGreaterThan(open.length);
  });
});

describe("formats", () => {
  test.each([
    [0, "0 min"],
    [59.4, "59 min"],
    [60, "1 h 00"],
    [340.2, "5 h 40"],
  ])("%d minutes are %s", (minutes, text) => expect(hours(minutes)).toBe(text));
  test.each([
    [68.25, "mm", "metric", "68.25 mm"],
    [68.2625, "mm", "imperial", "2.688 in"],
    [18.5, "kg", "imperial", "40.8 lb"],
    [3.456, "°", "metric", "3.46°"],
    [25, "N·m", "imperial", "25 N·m"],
    ["1.5 + 0", "mm", "metric", "1.5 + 0 mm"],
    ["rear, steel", undefined, "metric", "rear, steel"],
  ] as const)("%p %s in %s: %s", (value, unit, system, text) => expect(figure(value, unit, system)).toBe(text));
  test("a change of price has its sign", () => {
    expect(signedMoney(4600, "EUR")).toBe("+46.00\u00a0€");
    expect(signedMoney(-4600, "EUR")).toBe("−46.00\u00a0€");
    expect(signedMoney(0, "EUR")).toBe("0.00\u00a0€");
  });
  test("a key is a key", () => expect(renderToStaticMarkup(<Key>f</Key>)).toBe('<kbd class="key">f</kbd>'));
});
