import type { Donor } from "../donor/donor";
import { donorItem } from "../donor/items";
import type { Part } from "../parts/part";
import { SPECS } from "../parts/specs";
import type { Build } from "./build";
import { joinEffects, type Effect } from "./effect";
import { readsOf, runRules } from "./engine";
import type { Finding } from "./finding";
import { borders, buildOf, linesOf, NAMES, number, rough, rulesOf, run, state } from "./gallery.fixture";
import { surveyOf, type Rule } from "./rule";
import { RULES } from "./rules";

/**
 * Every rule on fifteen bikes that together show all of it, pinned: where along a figure its verdict turns, what each answer means,
 * what each remedy brings and changes, who may not override it. Read a changed line as a change of what the product says of a bike;
 * the figures themselves are checked against the trade's worked examples beside each rule.
 */

test("what each answer of the walk means", () => {
  const known = new Set<string>();
  const told = linesOf((name, put) => {
    const build = buildOf(name);
    for (const { rule, findingKey } of rulesOf(build, known))
      for (const item of readsOf(build, [rule])) {
        const it = donorItem(item);
        const reading = build.donor[item];
        if (it.kind !== "choice" || reading === undefined) continue;
        const answers = Object.keys(it.options).map((value) => {
          const donor = { ...build.donor, [item]: { ...reading, value } } as Donor;
          return `${value} ${state(runRules([rule], surveyOf(donor), { ...build, donor, memo: {} })[0])}`;
        });
        if (new Set(answers.map((answer) => answer.slice(answer.indexOf(" ", answer.indexOf(" ") + 1)))).size > 1)
          put(findingKey, `${item}: ${answers.join(" | ")}`);
      }
  });
  expect(told).toMatchSnapshot();
});

type Field = { description?: string; safeParse: (v: unknown) => { success: boolean } };

test("how far each figure of a part's sheet may go, and what is asked when it is left out", () => {
  const swept = new Set<string>();
  const told = linesOf((name, put) => {
    const build = buildOf(name);
    const kinds = new Set([
      "hub-motor",
      "mid-motor",
      "frame-motor",
      "battery",
      "controller",
      "display",
      "throttle",
      "charger",
      "fuse",
      "torque-arm",
      "pedal-sensor",
      "light",
    ]);
    for (const { part } of build.supplied.filter((s) => kinds.has(s.part.kind) && !swept.has(s.part.id) && swept.add(s.part.id)))
      for (const [field, schema] of Object.entries(SPECS[part.kind].shape as Record<string, Field>)) {
        const value = (part.spec as Record<string, unknown>)[field];
        const withValue = (other: unknown): Build => ({
          ...build,
          memo: {},
          supplied: build.supplied.map((s) =>
            s.part.id === part.id ? { ...s, part: { ...part, spec: { ...part.spec, [field]: other } } as Part } : s,
          ),
        });
        const findings = (b: Build) => new Map(run(b).map((finding) => [finding.key, rough(finding)]));
        if (typeof value === "number" && schema.safeParse(value * 1.01).success) {
          const takes = [0.4, 0.6, 0.8, 0.9, 0.95, 1, 1.05, 1.1, 1.25, 1.5, 2]
            .map((share) => value * share)
            .filter((v) => schema.safeParse(v).success);
          const all = takes.map((v) => findings(withValue(v)));
          for (const finding of all[0]!.keys()) {
            const states = all.map((found) => found.get(finding) ?? "–");
            const turns = states.flatMap((one, i) => (i > 0 && one !== states[i - 1] ? [`<${number(takes[i]!)}> ${one}`] : []));
            if (turns.length > 0) put(finding, `${part.kind} ${field}: ${states[0]} ${turns.join(" ")}`);
          }
        }
        const others = [
          null,
          true,
          false,
          ...[
            "left",
            "right",
            "top",
            "end",
            "torque",
            "cadence",
            "none",
            "six-bolt",
            "direct",
            "geared",
            "rack",
            "box",
            "lfp",
            "twist",
            "thumb",
          ],
        ].filter((other) => other !== value && schema.safeParse(other).success);
        if (typeof value !== "number" || others.includes(null)) {
          const before = findings(build);
          for (const other of others)
            for (const [finding, then] of findings(withValue(other)))
              if (then !== before.get(finding))
                put(finding, `${part.kind} ${field} ${other === null ? "not stated" : String(other)}: ${then}`);
        }
      }
  });
  expect(told).toMatchSnapshot();
});

test("what is asked of the customer and the house: where along each a verdict turns", () => {
  const figures = {
    riderKg: [30, 160],
    loadKg: [0, 120],
    assistKmh: [10, 60],
    hillPercent: [1, 25],
    hillKm: [0.2, 12],
    coldestC: [-30, 20],
  } as const;
  const house = {
    aluminiumSpreadMm: [1, 3],
    carbonShell: ["refuse", "sleeve"],
    throttleCutOffs: [1, 2],
    cadenceCutOffs: [1, 2],
    chainAngleWarnDeg: [2, 3, 4.5],
    rearArms: ["table", "always one"],
    chainWith: ["gauge", "cluster"],
    ringSchool: ["narrow-wide", "guard", "both"],
    throttleStyle: ["thumb", "twist"],
    tyres: ["armoured", "sealant"],
    spareSpokes: [0, 2, 4],
    nippleStopDeg: [15, 10],
    radialDriven: ["large flanges", "never"],
    rimBrakesOver32: ["refuse", "two good brakes"],
  } as const;
  const places = ["EU, public roads", "UK, public roads", "US, public roads", "private land", "", "nowhere known"];
  const known = new Set<string>();
  const told = linesOf((name, put) => {
    const now = buildOf(name);
    const keys = new Set(run(now).map((finding) => finding.key));
    const at = (build: Build) => new Map(run(build).map((finding) => [finding.key, finding]));
    const now0 = at(now);
    const withAsked = (change: object): Build => ({ ...now, asked: { ...now.asked, ...change }, memo: {} });
    const survey = surveyOf(now.donor);
    for (const [field, [low, high]] of Object.entries(figures)) {
      const all = new Set([...keys, ...at(withAsked({ [field]: low })).keys(), ...at(withAsked({ [field]: high })).keys()]);
      for (const finding of all) {
        const rule = RULES.find((r) => finding.startsWith(`${r.id} `))!;
        const standing = now0.get(finding);
        const figuresNow = JSON.stringify([field, finding, standing?.says, standing?.figures]);
        if (known.has(figuresNow)) continue;
        known.add(figuresNow);
        const line = borders(low, high, (value) =>
          rough(runRules([rule], survey, withAsked({ [field]: value })).find((f) => f.key === finding)),
        );
        if (line.includes("<")) put(finding, `${field}: ${line}`);
      }
      for (const [finding, then] of at(withAsked({ [field]: null })))
        if (rough(then) !== rough(now0.get(finding))) put(finding, `${field} not asked: ${rough(then)}`);
    }
    const compare = (says: string, build: Build) => {
      const then = at(build);
      for (const finding of new Set([...now0.keys(), ...then.keys()]))
        if (state(then.get(finding)) !== state(now0.get(finding))) put(finding, `${says}: ${state(then.get(finding))}`);
    };
    for (const [rule, values] of Object.entries(house))
      for (const value of values) compare(`house ${rule} ${value}`, buildOf(name, { house: { [rule]: value } }));
    for (const where of places) compare(`ridden “${where}”`, buildOf(name, { asked: { where } }));
    for (const tows of ["nothing", "child seat", "trailer"] as const) compare(`tows ${tows}`, buildOf(name, { asked: { tows } }));
    for (const throttle of [true, false]) compare(`throttle wanted ${throttle}`, buildOf(name, { asked: { throttle } }));
  });
  expect(told).toMatchSnapshot();
});

/** A rule's finding on a bike as it is, and on bikes that differ in one answer or one figure that the rule looks at. */
function variants(build: Build, rule: Rule): { build: Build; finding: Finding }[] {
  const donors = [...readsOf(build, [rule])].flatMap((item) => {
    const it = donorItem(item);
    const reading = build.donor[item];
    if (reading === undefined) return [];
    const values =
      it.kind === "choice"
        ? Object.keys(it.options)
        : [0.5, 0.8, 0.9, 0.97, 1.03, 1.1, 1.2, 1.6].map((share) =>
            it.kind === "count" ? Math.round(Number(reading.value) * share) : Number(reading.value) * share,
          );
    return values.map((value) => ({ ...build.donor, [item]: { ...reading, value } }) as Donor);
  });
  return [build.donor, ...donors].flatMap((donor) => {
    const changed: Build = { ...build, donor, memo: {} };
    const [finding] = runRules([rule], surveyOf(donor), changed);
    return finding ? [{ build: changed, finding }] : [];
  });
}

const effectWords = ({ numbers = {}, flags = [] }: Effect) =>
  [...Object.entries(numbers).map(([what, value]) => `${what} ${number(value)}`), ...flags].join(", ");

test("what each remedy brings: parts and how many, work, what it changes, and what it leaves of its own finding", () => {
  const known = new Set<string>();
  const told = linesOf((name, put) => {
    const base = buildOf(name);
    const seen = new Set<string>();
    for (const { rule } of rulesOf(base, known))
      for (const { build, finding } of variants(base, rule))
        for (const remedy of finding.remedies) {
          const once = `${finding.key} ${rough(finding)} ${remedy.id}`;
          if (seen.has(once)) continue;
          seen.add(once);
          const supplied = [
            ...build.supplied,
            ...remedy.parts.flatMap((need) => {
              const part = need.partId === null ? undefined : build.catalogue.parts.get(need.partId);
              return part
                ? [
                    {
                      part,
                      quantity: need.quantity,
                      origin: { type: "remedy" as const, finding: finding.key, remedy: remedy.id },
                    },
                  ]
                : [];
            }),
          ];
          const with_: Build = { ...build, supplied, geometry: joinEffects([remedy.effect]), memo: {} };
          const [own] = runRules([rule], surveyOf(build.donor), with_);
          const parts = remedy.parts.map((need) => `${need.quantity} × ${need.partId ?? `no ${need.kind}`}`).join(" + ");
          const short = (text: string) => text.replace(/-?\d+\.\d+/g, (n) => number(Math.round(Number(n))));
          put(
            finding.rule,
            short(
              `${remedy.id}: ${parts || "nothing"}; ${remedy.tasks.join(" ") || "no work"}; ${effectWords(remedy.effect) || "no effect"}${remedy.caution ? `; ${remedy.caution}` : ""}; then ${own ? `${own.verdict}${own.settled ? " settled" : ""}` : "gone"}`,
            ),
          );
        }
  });
  expect(told).toMatchSnapshot();
});

test("what nobody may override, and what to take care of", () => {
  const told = new Set<string>();
  const known = new Set<string>();
  for (const name of NAMES) {
    const base = buildOf(name);
    for (const { rule } of rulesOf(base, known))
      for (const { finding } of variants(base, rule))
        if (finding.verdict === "stop" || finding.verdict === "adapt")
          told.add(
            `${finding.rule} ${finding.verdict}${finding.safety ? "!" : ""}${finding.caution ? ` ${finding.caution}` : ""}${finding.verdict === "stop" && !finding.lifts ? " and says not what lifts it" : ""}`,
          );
  }
  expect([...told].sort()).toMatchSnapshot();
});

test("each finding as it stands, in words and figures", () => {
  const told = linesOf((name, put) => {
    for (const finding of run(buildOf(name))) {
      const { margin } = finding;
      put(
        finding.key,
        `${state(finding)}${margin ? ` ${number(margin.value)} ± ${number(margin.plusMinus)} ${margin.unit}` : ""} “${finding.says}”${finding.lifts ? ` Lifts: ${finding.lifts}` : ""} at ${finding.place}`,
      );
    }
  });
  expect(told).toMatchSnapshot();
});
