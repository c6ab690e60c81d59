import { donorItem } from "../donor/items";
import { readsOf, runRules } from "./engine";
import { borders, buildOf, linesOf, rough, rulesOf } from "./gallery.fixture";
import { surveyOf } from "./rule";

test("how far each reading may go before a verdict turns, with its tool's uncertainty", () => {
  const known = new Set<string>();
  const told = linesOf((name, put) => {
    const build = buildOf(name);
    for (const { rule, findingKey } of rulesOf(build, known))
      for (const item of readsOf(build, [rule])) {
        const { kind } = donorItem(item);
        const reading = build.donor[item];
        if (kind === "choice" || typeof reading?.value !== "number") continue;
        const { plausible } = donorItem(item) as { plausible: readonly [number, number] };
        const at = (value: number) =>
          rough(
            runRules([rule], surveyOf({ ...build.donor, [item]: { ...reading, value } }), {
              ...build,
              donor: { ...build.donor, [item]: { ...reading, value } },
              memo: {},
            })[0],
          );
        const line = borders(plausible[0], plausible[1], at, kind === "count");
        if (line.includes("<")) put(findingKey, `${item}: ${line}`);
      }
  });
  expect(told).toMatchSnapshot();
});
