"use client";

import { Input, Select } from "antd";
import dynamic from "next/dynamic";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useEffect, useMemo, useState } from "react";
import { DEFAULT_HOUSE_RULES } from "@/core/house/defaults";
import type { HouseRules, houseRulesSchema } from "@/core/house/houseRules";
import { withSigns } from "@/core/recipes/olderRecipes";
import { houseSentence, SCHOOLS, type School } from "@/core/house/schools";
import { CURRENCIES, type Currency } from "@/core/money/currencies";
import { rateOf } from "@/core/house/rateOf";
import { DayBox } from "@/ui/boxes";
import { signedMoney } from "@/ui/format";
import { typedNumber } from "@/core/figures/schema";
import type { Lessons } from "@/core/work/learned";
import { TypedBox } from "@/ui/figures/Figures";
import { VerdictMark } from "@/ui/VerdictMark";
import { formatMoment } from "@/core/units/date";
import { asOneWish, whyNoAnswer } from "@/ui/asOneWish";
import { useDraft, useInBrowser } from "@/ui/useDraft";
import { useSettings } from "../settings";
import { Fields, Only } from "../Only";
import { DaysOff } from "./DaysOff";
import { Copies, type CopiesOf, type MakeCopy } from "./Copies";
import type { PooledLesson } from "@/core/logbook/learned";
import { TaughtPanel } from "./TaughtPanel";
import { LessonsPanel } from "./LessonsPanel";
import { takenOf } from "./taken";
import "./house.css";

// Their code comes once the house rules are opened, and not before the rest of them.
const Recipes = dynamic(() => import("./Recipes").then((m) => m.Recipes), { ssr: false });

type Preview = {
  changed: {
    id: string;
    number: number;
    customer: string;
    bike: string;
    findings: { title: string; from: string; to: string; says: string }[];
    priceMinor: number;
    currency: string;
    work: string[];
  }[];
  unchanged: number;
  signed: number;
  left: number;
};

type RecordLine = { version: number; at: string; by: string; says: string; before: unknown };
export type KeepHouse = (
  raw: unknown,
  version: number,
  by: string,
) => Promise<{ ok: true; version: number } | { ok: false; says: string; stale?: { version: number; now: HouseRules } }>;

/** The shop's schools: each with its default, its reason and what the other school says. What a change does to the open jobs is listed before it is kept. */
export function HouseScreen({
  page,
  pooled,
  keepHouse,
  copies,
  makeCopy,
}: {
  page: { rules: HouseRules; version: number; history: readonly RecordLine[]; lessons: Lessons };
  /** What finished bikes taught of the ride. */
  pooled: readonly PooledLesson[];
  copies: CopiesOf;
  makeCopy: MakeCopy;
  keepHouse: KeepHouse;
}) {
  // What somebody else kept meanwhile, until the page is read anew.
  const [theirs, setTheirs] = useState<{ version: number; now: HouseRules } | null>(null);
  const stands = theirs && theirs.version > page.version ? theirs : { version: page.version, now: page.rules };
  const kept = stands.now;
  const { by } = useSettings();
  const router = useRouter();
  const of = useDraft("house rules", JSON.stringify(kept));
  // What was typed before the last update may lack what came with it.
  const draft = useMemo(() => ({ ...kept, ...(withSigns(JSON.parse(of.text)) as HouseRules) }), [of.text, kept]);
  const setDraft = (next: HouseRules) => of.put(JSON.stringify(next));
  const [preview, setPreview] = useState<Preview | null>(null);
  const [says, setSays] = useState("");
  const [busy, setBusy] = useState(false);
  // Boxes keep what is typed; put back as they were, they show it afresh.
  const [turn, setTurn] = useState(0);
  const inBrowser = useInBrowser();
  const changed = (Object.keys(kept) as (keyof HouseRules)[]).filter(
    (key) => JSON.stringify(draft[key]) !== JSON.stringify(kept[key]),
  );
  const issues = useIssues(draft);
  const changeAll = (more: Partial<HouseRules>) => {
    setDraft({ ...draft, ...more });
    setSays("");
  };
  const change = (key: keyof HouseRules, value: unknown) => changeAll({ [key]: value });
  useEffect(() => {
    if (changed.length === 0 || issues.length > 0) return;
    const stop = new AbortController();
    const timer = setTimeout(
      () =>
        void fetch("/api/house/preview", { method: "POST", body: JSON.stringify(draft), signal: stop.signal })
          .then(async (answer) => setPreview(answer.ok ? ((await answer.json()) as Preview) : null))
          .catch(() => undefined),
      250,
    );
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the draft alone decides what is worked out
  }, [draft]);
  const keep = async () => {
    setBusy(true);
    const sent = of.text;
    const stored = await asOneWish(sent, () => keepHouse(draft, stands.version, by)).catch(async () => ({
      ok: false as const,
      says: (await whyNoAnswer()).says,
    }));
    setBusy(false);
    if (!stored.ok) {
      setSays(stored.says);
      const stale = "stale" in stored ? stored.stale : undefined;
      if (!stale) return;
      // Only what was changed here is held against what stands now.
      const mine = Object.fromEntries(changed.map((key) => [key, draft[key]]));
      setDraft({ ...stale.now, ...mine } as HouseRules);
      setTheirs(stale);
      return setTurn(turn + 1);
    }
    setTheirs({ version: stored.version, now: draft });
    of.stored(sent);
    setPreview(null);
    setSays("Kept.");
    router.refresh();
  };
  const groups = [...new Set(SCHOOLS.map((school) => school.group))];
  return (
    <div className="page house">
      <div className="page-head">
        <h1>House rules</h1>
        <span className="soft">What this shop does where practitioners disagree. A safety stop is not among them.</span>
      </div>
      <div className="house-panes">
        <div className="house-rules" key={`${turn} ${inBrowser}`}>
          <Fields may="save house rules">
            {groups.map((group) => (
              <section key={group}>
                <h2>{group}</h2>
                {SCHOOLS.filter((school) => school.group === group).map((school) => (
                  <Rule
                    key={school.key}
                    school={school}
                    value={draft[school.key]}
                    was={kept[school.key]}
                    onChange={(value) => change(school.key, value)}
                  />
                ))}
                {group === "money and time" && (
                  <DaysOff days={draft.closedDays} was={kept.closedDays} onChange={(days) => change("closedDays", days)} />
                )}
                {group === "money and time" && <LessonsPanel lessons={page.lessons} own={takenOf(draft)} onTake={changeAll} />}
                {group === "money and time" && (
                  <TaughtPanel lessons={pooled} own={draft.taught} onTake={(taught) => change("taught", taught)} />
                )}
                {group === "money and time" && <Recipes recipes={draft.recipes} taken={takenOf(draft)} onChange={changeAll} />}
                {group === "the shop" && <Currencies draft={draft} kept={kept} change={change} />}
              </section>
            ))}
          </Fields>
        </div>
        <div className="house-side">
          <aside className="house-effects card" aria-live="polite">
            <h2>What it changes</h2>
            {changed.length === 0 && (
              <p className="soft">{says || "Change a rule: here stands what it does to the open jobs, before it is kept."}</p>
            )}
            {changed.length > 0 && (
              <>
                <p>
                  {changed.length} {changed.length === 1 ? "rule" : "rules"} changed, not kept yet.
                </p>
                {issues.length > 0 && <p className="bad">{houseSentence(issues)}.</p>}
                {issues.length === 0 && preview && <Effects preview={preview} />}
                {says && <p className="bad">{says}</p>}
                <div className="house-buttons">
                  <Only may="save house rules">
                    <button className="button main-action" disabled={busy || issues.length > 0} onClick={() => void keep()}>
                      Keep them
                    </button>
                  </Only>
                  <button
                    className="button"
                    onClick={() => {
                      of.put(null);
                      setTurn(turn + 1);
                      setPreview(null);
                    }}
                  >
                    As they were
                  </button>
                </div>
              </>
            )}
          </aside>
          {page.history.length > 0 && (
            <section className="card house-copies">
              <h2>What was changed</h2>
              <ul className="house-history">
                {page.history.slice(0, 8).map((line) => (
                  <li key={line.version}>
                    <span className="num small soft">{formatMoment(line.at)}</span> {line.says}
                    {line.by && <span className="soft">, {line.by}</span>}{" "}
                    <Only may="save house rules">
                      <button
                        className="link"
                        onClick={() => {
                          setDraft({ ...kept, ...(line.before as Partial<HouseRules>) });
                          setTurn(turn + 1);
                        }}
                      >
                        As before this
                      </button>
                    </Only>
                  </li>
                ))}
              </ul>
            </section>
          )}
          <section className="card house-copies">
            <h2>Suppliers</h2>
            <p>Who sells to this shop, what they ask beside their prices, customs, price lists.</p>
            <Link prefetch={false} className="button" href="/suppliers">
              Suppliers
            </Link>
          </section>
          <section className="card house-copies">
            <h2>People</h2>
            <p>Who works here, and what each of them may do.</p>
            <Link prefetch={false} className="button" href="/people">
              People
            </Link>
          </section>
          <Copies copies={copies} makeCopy={makeCopy} />
        </div>
      </div>
    </div>
  );
}

/** What is wrong with the rules as typed; nothing while their schema is on its way: what is kept is looked at by the same one. */
function useIssues(draft: HouseRules) {
  const [schema, setSchema] = useState<{ readonly is: typeof houseRulesSchema } | null>(null);
  useEffect(() => void import("@/core/house/houseRules").then((m) => setSchema({ is: m.houseRulesSchema })), []);
  return useMemo(() => schema?.is.safeParse(draft).error?.issues ?? [], [schema, draft]);
}

function Rule({
  school,
  value,
  was,
  onChange,
}: {
  school: School;
  value: unknown;
  was: unknown;
  onChange: (value: unknown) => void;
}) {
  const standard = DEFAULT_HOUSE_RULES[school.key];
  const money = school.unit === "cents an hour";
  return (
    <div className={`house-rule${value !== was ? " changed" : ""}`}>
      <label className="field">
        <span>{school.title}</span>
        {school.options ? (
          <Select
            value={value as string | number}
            onChange={onChange}
            options={school.options.map((option) => ({
              value: option.value,
              label: `${option.says}${option.value === standard ? " (default)" : ""}`,
            }))}
            aria-label={school.title}
          />
        ) : school.letters ? (
          <Input
            value={String(value)}
            onChange={(event) => onChange(event.target.value)}
            maxLength={school.letters}
            aria-label={school.title}
          />
        ) : (
          <TypedBox
            value={money && typeof value === "number" ? value / 100 : (value ?? "")}
            read={(text) => {
              const typed = typedNumber(text);
              return money && typeof typed === "number" ? Math.round(typed * 100) : typed;
            }}
            onChange={(typed) => onChange(school.optional && typed === "" ? null : typed)}
            label={school.title}
            unit={money ? "an hour" : school.unit}
          />
        )}
      </label>
      <p>
        {school.reason}{" "}
        <span className="soft">{school.letters || school.optional ? school.other : `The other school: ${school.other}`}</span>
      </p>
    </div>
  );
}

/** The shop's currency, and what a unit of each other one is worth in it. */
function Currencies({
  draft,
  kept,
  change,
}: {
  draft: HouseRules;
  kept: HouseRules;
  change: (key: keyof HouseRules, value: unknown) => void;
}) {
  const today = new Date().toISOString();
  // A source alone was looked up today; a day that is taken out takes its source along.
  const noted = (currency: Currency, more: { readonly day?: string | undefined; readonly source?: string }) => {
    const { [currency]: was, ...others } = draft.ratesOf;
    const next = { day: today.slice(0, 10), source: "", ...was, ...more };
    change("ratesOf", next.day === undefined ? others : { ...others, [currency]: next });
  };
  return (
    <>
      <div className={`house-rule${draft.currency !== kept.currency ? " changed" : ""}`}>
        <label className="field">
          <span>Currency of the shop</span>
          <Select
            value={draft.currency}
            onChange={(value) => change("currency", value)}
            options={CURRENCIES.map((one) => ({ value: one, label: one }))}
            aria-label="Currency of the shop"
          />
        </label>
        <p>Sheets and orders are reckoned in it. An offer in another currency has no price until its rate stands here.</p>
      </div>
      {CURRENCIES.filter((one) => one !== draft.currency).map((one) => (
        <div
          key={one}
          className={`house-rule${draft.rates[one] !== kept.rates[one] || JSON.stringify(draft.ratesOf[one]) !== JSON.stringify(kept.ratesOf[one]) ? " changed" : ""}`}
        >
          <label className="field">
            <span>Rate of {one}</span>
            <TypedBox
              value={draft.rates[one]}
              read={typedNumber}
              onChange={(rate) => {
                const { [one]: _gone, ...rates } = draft.rates;
                change("rates", rate === "" ? rates : { ...rates, [one]: rate });
              }}
              label={`Rate of ${one}`}
              unit={`${draft.currency} for 1 ${one}`}
            />
          </label>
          <div className="rate-of">
            <DayBox
              label={`Rate of ${one}: of which day`}
              day={draft.ratesOf[one]?.day}
              example="of which day, such as 2 Nov"
              onChange={(day) => noted(one, { day })}
            />
            <Input
              value={draft.ratesOf[one]?.source ?? ""}
              onChange={(event) => noted(one, { source: event.target.value })}
              placeholder="where it was looked up"
              aria-label={`Rate of ${one}: where it was looked up`}
              maxLength={60}
            />
            <p className={rateOf(one, draft, today).old ? "bad" : undefined}>{rateOf(one, draft, today).says}</p>
          </div>
        </div>
      ))}
    </>
  );
}

const SHOWN_CHANGES = 40;

function Effects({ preview }: { preview: Preview }) {
  return (
    <div className="house-list">
      <p className="soft small">
        {preview.changed.length} open {preview.changed.length === 1 ? "job changes" : "jobs change"}, {preview.unchanged} stay as
        they are
        {preview.signed > 0 && `, ${preview.signed} signed off and left alone`}.
        {preview.left > 0 && ` ${preview.left} more were not gone through: these are the ones that were touched last.`}
      </p>
      {preview.changed.slice(0, SHOWN_CHANGES).map((job) => (
        <div key={job.id} className="house-job">
          <Link prefetch={false} href={`/jobs/${job.id}/fit`}>
            <b className="num">{String(job.number).padStart(4, "0")}</b> {job.customer}, {job.bike}
          </Link>
          {job.priceMinor !== 0 && <span className="num soft"> {signedMoney(job.priceMinor, job.currency)}</span>}
          <ul>
            {job.findings.slice(0, 6).map((finding) => (
              <li key={finding.title + finding.to}>
                {finding.to !== "none" && <VerdictMark verdict={finding.to as "clear"} size={14} />}
                <span>
                  {finding.title}:{" "}
                  <span className="soft">
                    {finding.from === finding.to ? finding.says : `${finding.from} before, now ${finding.to}`}
                  </span>
                </span>
              </li>
            ))}
            {job.work.slice(0, 6).map((line) => (
              <li key={line}>
                <span>{line}</span>
              </li>
            ))}
            {job.work.length > 6 && <li className="soft">and {job.work.length - 6} more of its work</li>}
            {job.findings.length > 6 && <li className="soft">and {job.findings.length - 6} more</li>}
          </ul>
        </div>
      ))}
      {preview.changed.length > SHOWN_CHANGES && <p className="soft">and {preview.changed.length - SHOWN_CHANGES} more</p>}
    </div>
  );
}
