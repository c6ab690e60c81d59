"use client";

import { Input, Select } from "antd";
import { plusMinusOf, readTyped } from "@/core/donor/donor";
import { useEffect, useMemo, useRef, useState } from "react";
import { KIND_UNIT } from "@/core/donor/item";
import type { How } from "@/core/donor/reading";
import { donorItem, PLACES, type DonorItem, type DonorKey } from "@/core/donor/items";
import { settledBy } from "@/core/fit/finding";
import type { JobView } from "@/core/job/view";
import { formatMoment } from "@/core/units/date";
import { shownUnit } from "@/core/units/dimension";
import { formatQuantity } from "@/core/units/formatQuantity";
import { WherePicture } from "@/draw/WherePicture";
import { figure } from "@/ui/format";
import { Key } from "@/ui/Key";
import { useSettings } from "../../settings";
import { Fields } from "../../Only";
import { useKeptText } from "@/ui/useDraft";
import { useJob } from "../JobContext";
import { Photos } from "../Photos";
import { firstInWalk, itemsToWalk, nextInWalk } from "./theWalk";
import "./survey.css";

/** The address of the walk's end. */
const END = "end";

/** The walk round the bike, one measurement at a time: Enter keeps and goes on, Escape skips; at its end it says what is left. */
export function SurveyStage() {
  const { view, at, setAt, goTo, keepTyped } = useJob();
  const { donor } = view.job;
  const [all, setAll] = useState(false);
  const [skipped, setSkipped] = useState<ReadonlySet<DonorKey>>(new Set());
  const items = itemsToWalk(view, all);
  const settles = useMemo(() => settledBy(view.findings), [view.findings]);
  const [start] = useState(() => firstInWalk(view, items, new Set(settles.keys())) ?? END);
  const wanted = at ?? start;
  const here = wanted === END ? END : (items.find((key) => key === wanted) ?? items[0]!);
  // Half a figure that was typed is kept before the walk goes elsewhere.
  const pick = async (key: string) => {
    if (await keepTyped()) setAt(key);
  };
  const go = (by: number) => {
    const from = here === END ? items.length : items.indexOf(here);
    void pick(items[(from + by + items.length) % items.length]!);
  };
  const goOn = (now: JobView = view, skips: ReadonlySet<DonorKey> = skipped) => {
    if (here !== END) setAt(nextInWalk(now, all, here, skips) ?? END);
  };
  const skip = () => {
    if (here === END) return;
    const skips = new Set(skipped).add(here);
    setSkipped(skips);
    goOn(view, skips);
  };
  // Each question begins at its top.
  const eyes = useRef<HTMLElement>(null);
  useEffect(() => void eyes.current?.scrollTo(0, 0), [here]);
  const left = items.filter((key) => donor[key] === undefined || settles.has(key)).length;
  return (
    <>
      <section className="hands walk" aria-label="The walk">
        <div className="walk-head">
          <h2>The walk</h2>
          <span className="soft num">{left === 0 ? "complete" : `${left} left of ${items.length}`}</span>
          <span className="fill" />
          <a className="button quiet" href={`/api/jobs/${view.job.id}/walk.pdf`} target="_blank" rel="noreferrer">
            Paper form
          </a>
        </div>
        {view.needed.length > 0 ? (
          <label className="walk-all small">
            <input type="checkbox" checked={all} onChange={(event) => setAll(event.target.checked)} /> the whole walk, also what
            no check of this build asks
          </label>
        ) : (
          <p className="walk-all small">
            This is the whole walk.{" "}
            <button className="link" onClick={() => void goTo("Drive")}>
              Choose a drive first
            </button>{" "}
            and only what its checks ask is left of it.
          </p>
        )}
        {PLACES.filter((place) => items.some((key) => donorItem(key).place === place)).map((place) => (
          <div key={place}>
            <h3 className="walk-place">{place}</h3>
            {items
              .filter((key) => donorItem(key).place === place)
              .map((key) => (
                <WalkRow
                  key={key}
                  itemKey={key}
                  here={key === here}
                  settles={settles.get(key) ?? 0}
                  onPick={() => void pick(key)}
                />
              ))}
          </div>
        ))}
      </section>
      <section className="eyes survey" ref={eyes}>
        {here === END ? (
          <>
            <WalkEnd items={items} settles={settles} onPick={setAt} />
            <Photos />
          </>
        ) : (
          <>
            <MeasureCard
              key={here}
              itemKey={here}
              settles={settles.get(here) ?? 0}
              onNext={goOn}
              onSkip={skip}
              onBack={() => go(-1)}
            />
            <Photos key={`photos ${here}`} item={here} />
          </>
        )}
      </section>
    </>
  );
}

/** The walk's end: what was skipped, what is measured but doubtful, and the way on. */
function WalkEnd({
  items,
  settles,
  onPick,
}: {
  items: readonly DonorKey[];
  settles: ReadonlyMap<DonorKey, number>;
  onPick: (key: string) => void;
}) {
  const { view, goTo } = useJob();
  const { system } = useSettings();
  const { donor } = view.job;
  const missing = items.filter((key) => donor[key] === undefined);
  const doubtful = items.filter((key) => donor[key] !== undefined && settles.has(key));
  const chosen = view.needed.length > 0;
  return (
    <div className="walk-end">
      <h1>{missing.length === 0 ? "Complete" : `${missing.length} still to measure`}</h1>
      <ItemList title="Not measured" keys={missing} onPick={onPick} says={() => ""} />
      <ItemList
        title="Measured, and still doubtful: take them again with a better tool"
        keys={doubtful}
        onPick={onPick}
        says={(key) => {
          const reading = donor[key]!;
          const item = donorItem(key);
          const spread = reading.plusMinus > 0 ? ` ± ${figure(reading.plusMinus, unitOf(item), system)}` : "";
          return `${shown(item, reading.value, system)}${spread}, ${reading.how}`;
        }}
      />
      {missing.length + doubtful.length === 0 && <p>Every item that this build&apos;s checks ask has its figure.</p>}
      <div className="measure-foot">
        <span className="fill" />
        <button className="button main-action" autoFocus onClick={() => void goTo(chosen ? "Fit" : "Drive")}>
          {chosen ? "On to Fit" : "On to Drive"} <Key>Enter</Key>
        </button>
      </div>
    </div>
  );
}

function ItemList({
  title,
  keys,
  says,
  onPick,
}: {
  title: string;
  keys: readonly DonorKey[];
  says: (key: DonorKey) => string;
  onPick: (key: string) => void;
}) {
  if (keys.length === 0) return null;
  return (
    <>
      <h3>{title}</h3>
      <ul>
        {keys.map((key) => (
          <li key={key}>
            <button className="link" onClick={() => onPick(key)}>
              {donorItem(key).label}
            </button>{" "}
            <span className="soft">{says(key)}</span>
          </li>
        ))}
      </ul>
    </>
  );
}

function WalkRow({ itemKey, here, settles, onPick }: { itemKey: DonorKey; here: boolean; settles: number; onPick: () => void }) {
  const { view } = useJob();
  const { system } = useSettings();
  const reading = view.job.donor[itemKey];
  const item = donorItem(itemKey);
  const row = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (here) row.current?.scrollIntoView({ block: "nearest" });
  }, [here]);
  return (
    <button ref={row} className={`walk-row${here ? " here" : ""}`} onClick={onPick}>
      <span>{item.label}</span>
      {settles > 0 && (
        <span className="walk-settles" title={`settles ${settles} ${settles === 1 ? "check" : "checks"}`}>
          {settles}
        </span>
      )}
      <span className={reading ? (item.kind === "choice" ? "" : "num") : "soft"}>
        {reading ? shown(item, reading.value, system) : "–"}
      </span>
    </button>
  );
}

/** The unit that a kind of figure is stored and told in; a count has none. */
const unitOf = (item: DonorItem) => (item.kind === "choice" || item.kind === "count" ? undefined : KIND_UNIT[item.kind]);

function shown(item: DonorItem, value: number | string, system: "metric" | "imperial"): string {
  if (item.kind === "choice") return item.options[value] ?? String(value);
  return figure(value, unitOf(item), system);
}

/** Arrow keys move among the buttons of a group. */
function moveFocus(event: React.KeyboardEvent<HTMLElement>) {
  const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
  if (by === undefined) return;
  event.preventDefault();
  const buttons = [...event.currentTarget.querySelectorAll("button")];
  const at = buttons.indexOf(document.activeElement as HTMLButtonElement);
  buttons[(at + by + buttons.length) % buttons.length]?.focus();
}

const TOOLS: { value: How; label: string }[] = [
  { value: "caliper", label: "Caliper" },
  { value: "rule", label: "Rule" },
  { value: "tape", label: "Tape" },
  { value: "gauge", label: "Gauge" },
  { value: "nominal", label: "Marked on it" },
  { value: "told", label: "Told, not seen" },
];

function MeasureCard({
  itemKey,
  settles,
  onNext,
  onSkip,
  onBack,
}: {
  itemKey: DonorKey;
  settles: number;
  onNext: (now?: JobView) => void;
  onSkip: () => void;
  onBack: () => void;
}) {
  const { view, act, beforeLeaving } = useJob();
  const { system, may } = useSettings();
  const item = donorItem(itemKey);
  const reading = view.job.donor[itemKey];
  const [text, setText, stored] = useKeptText(`${view.job.id} reading ${itemKey}`);
  const [how, setHow] = useState<How>(
    item.kind === "choice" ? "seen" : reading && reading.how !== "seen" ? reading.how : item.tool,
  );
  const [question, setQuestion] = useState<{ says: string; perhaps: number | null; typed: string } | null>(null);
  const [refusal, setRefusal] = useState("");
  /** @returns the job after it, or null when it was asked about or refused: the text stays where it is */
  const store = async (typed: string, confirmed = false): Promise<JobView | null> => {
    setQuestion(null);
    setRefusal("");
    const outcome = await act({ do: "measure", key: itemKey, text: typed, system, how, confirmed }, "says here");
    if (outcome.done) {
      stored(typed);
      return outcome.view;
    }
    if (outcome.ask) setQuestion({ ...outcome.ask, typed });
    if (outcome.says) setRefusal(outcome.says);
    return null;
  };
  const keep = async (typed: string, confirmed = false) => {
    if (typed.trim() === "") return onNext();
    const now = await store(typed, confirmed);
    if (now) onNext(now);
  };
  // What is in the box is kept before the item or the stage is left; what cannot be read or is asked about holds it here.
  useEffect(() => {
    beforeLeaving(async () => text.trim() === "" || (await store(text)) !== null);
    return () => beforeLeaving(null);
  });
  // The uncertainty on the screen is of the figure in the box, or of the likely size while it is empty.
  const typed = text.trim() === "" ? null : readTyped(itemKey, text, system);
  const figureNow = typed?.ok ? typed.value.value : item.kind === "choice" ? "" : (item.chips[0] ?? 0);
  const unit = item.kind === "length" || item.kind === "mass" ? shownUnit(item.kind, system) : (unitOf(item) ?? "");
  const written = (value: number) => `${value}${unitOf(item) ? ` ${unitOf(item)}` : ""}`;
  const chip = (value: number) =>
    item.kind === "length"
      ? formatQuantity(value, "length", system)
      : item.kind === "mass"
        ? formatQuantity(value, "mass", system)
        : written(value);
  return (
    <div className="measure-card" onKeyDown={(event) => event.key === "Escape" && onSkip()}>
      <div className="measure-head">
        <div>
          <h1>{item.label}</h1>
          <p className="soft">{item.ask}</p>
        </div>
        {settles > 0 && (
          <span className="measure-settles">
            settles {settles} {settles === 1 ? "check" : "checks"}
          </span>
        )}
      </div>
      <div className="measure-picture">
        <WherePicture picture={item.picture} label={item.label} />
      </div>
      <Fields may="measure">
        {item.kind === "choice" ? (
          <div
            className="measure-options"
            role="group"
            aria-label={`${item.label}: arrows move, Enter keeps`}
            onKeyDown={moveFocus}
          >
            {Object.entries(item.options).map(([value, label], index) => (
              <button
                key={value}
                data-value={value}
                autoFocus={reading ? reading.value === value : index === 0}
                className={`chip${reading?.value === value ? " on" : ""}`}
                onClick={() => void keep(value)}
              >
                {label}
              </button>
            ))}
          </div>
        ) : (
          <div className="measure-entry">
            <Input
              autoFocus
              className="measure-box num"
              value={text}
              placeholder={shown(item, reading ? reading.value : item.chips[0]!, system)}
              suffix={unit}
              inputMode="decimal"
              status={refusal ? "error" : ""}
              onChange={(event) => {
                setText(event.target.value);
                setRefusal("");
                setQuestion(null);
              }}
              onPressEnter={() => void keep(text)}
              onKeyDown={(event) => {
                // One key keeps the likely size: a nominal bike is walked round with the space bar. What is kept already stays.
                if (event.key !== " " || text !== "") return;
                event.preventDefault();
                if (!reading) void keep(written(item.chips[0]!));
              }}
              aria-label={item.label}
              maxLength={40}
            />
            {item.kind === "length" && (
              <Select value={how} onChange={setHow} options={TOOLS} className="measure-tool" aria-label="Taken with" />
            )}
            {item.kind === "length" && (
              <span className="soft num">± {figure(plusMinusOf(item, how, figureNow), "mm", system)}</span>
            )}
            <div className="measure-chips">
              {item.chips.map((value, index) => (
                <button key={value} className="chip num" onClick={() => void keep(written(value))}>
                  {chip(value)}
                  {index === 0 && !reading && <Key>Space</Key>}
                </button>
              ))}
            </div>
          </div>
        )}
      </Fields>
      <div className="measure-base">
        {refusal && (
          <p className="note bad" role="alert">
            {refusal}
          </p>
        )}
        {question && (
          <div className="note" role="alert">
            <p>
              <b>{question.says}</b>
            </p>
            <div className="measure-ask">
              {question.perhaps !== null && (
                <button className="button main-action" autoFocus onClick={() => void keep(written(question.perhaps!))}>
                  {chip(question.perhaps)}
                </button>
              )}
              <button className="button" onClick={() => void keep(question.typed, true)}>
                No, {question.typed} is right
              </button>
              <button className="button quiet" onClick={() => setQuestion(null)}>
                Type it again
              </button>
            </div>
          </div>
        )}
        <div className="measure-foot">
          {reading && (
            <span className="soft small measure-was">
              {shown(item, reading.value, system)}, {reading.how}
              {reading.plusMinus > 0 && ` ± ${figure(reading.plusMinus, unitOf(item), system)}`}, {reading.taken.by || "no name"},{" "}
              {formatMoment(reading.taken.at)}
              {reading.earlier.length > 0 &&
                `; before: ${reading.earlier
                  .slice(0, 3)
                  .map((e) => shown(item, e.value, system))
                  .join(", ")}`}
            </span>
          )}
          <span className="fill" />
          {reading && may("forget reading") && (
            <button className="button quiet" onClick={() => void act({ do: "forget reading", key: itemKey })}>
              Clear
            </button>
          )}
          <button className="button" onClick={onBack}>
            Back
          </button>
          <button className="button" onClick={onSkip}>
            Skip <Key>Esc</Key>
          </button>
          {item.kind !== "choice" && may("measure") && (
            <button className="button main-action" onClick={() => void keep(text)}>
              Keep, next <Key>Enter</Key>
            </button>
          )}
        </div>
      </div>
    </div>
  );
}
