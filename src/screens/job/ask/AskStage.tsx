"use client";

import { AutoComplete, Input, Select, Switch } from "antd";
import { telephonesIn } from "@/core/wish/telephone";
import { isGoing, useDraft, useKeptText, type Draft } from "@/ui/useDraft";
import { formatDay, formatMoment, parseDay } from "@/core/units/date";
import { parseMoney } from "@/core/money/money";
import type { Result } from "@/core/result";
import type { Wish } from "@/core/wish/wish";
import { askedOfWish } from "@/core/wish/asked";
import {
  doubtOfDay,
  doubtOfFigure,
  readWishFigure,
  showFigure,
  unitOfFigure,
  WISH_FIGURES,
  type WishFigure,
} from "@/core/wish/readWish";
import { useState } from "react";
import { legalClassOf, PLACES_RIDDEN } from "@/core/standards/law";
import { PROMISE_IDS, type PromiseId } from "@/core/wish/promiseIds";
import { formatNumber, formatQuantity } from "@/core/units/formatQuantity";
import { money } from "@/ui/format";
import { useSettings } from "../../settings";
import { Fields } from "../../Only";
import { useJob } from "../JobContext";
import { RoadBox } from "./RoadBox";
import "./ask.css";

/** The wish, and the promises that it makes. Each field is kept as soon as it is left. */
export function AskStage() {
  const { view, act } = useJob();
  const { wish } = view.job;
  const edit = (change: Partial<Wish>, confirmed?: true) =>
    act({ do: "edit wish", wish: change, ...(confirmed && { confirmed }) }).then((outcome) => outcome.done);
  const { missing } = askedOfWish(wish);
  return (
    <>
      <section className="hands">
        <h2>The wish</h2>
        <Fields may="edit wish">
          <TextField label="Customer" value={wish.customer} onKeep={(customer) => edit({ customer })} />
          <TextField label="Bike" value={wish.bike} onKeep={(bike) => edit({ bike })} />
          <TextField label="How to reach them" value={wish.contact} onKeep={(contact) => edit({ contact })} />
        </Fields>
        <Calls />
        <Fields may="edit wish" says={false}>
          <TextField label="What the bike is for" value={wish.purpose} long onKeep={(purpose) => edit({ purpose })} />
          <label className="field">
            <span>Where it will be ridden</span>
            <AutoComplete
              key={wish.where}
              defaultValue={wish.where}
              options={PLACES_RIDDEN.map((value) => ({ value }))}
              optionRender={(option) => <PlaceLine place={String(option.value)} />}
              filterOption={(typed, option) => (option?.value ?? "").toLowerCase().includes(typed.trim().toLowerCase())}
              popupMatchSelectWidth={420}
              onSelect={(where: string) => void edit({ where })}
              onBlur={(event) => {
                const where = (event.target as HTMLInputElement).value.trim();
                if (where !== wish.where) void edit({ where });
              }}
              placeholder="Choose, or type another place"
              aria-label="Where it will be ridden"
            />
          </label>
          <TextField label="Notes" value={wish.notes} long onKeep={(notes) => edit({ notes })} />
        </Fields>
      </section>
      <section className="eyes ask">
        <Fields may="edit wish" says={false}>
          <div className="ask-numbers">
            <h2>Figures to be held to</h2>
            {missing.length > 0 && (
              <p className="ask-missing small">
                Still to ask: <b>{missing.join(", ")}</b>.
              </p>
            )}
            <div className="ask-grid">
              <FigureField field="riderKg" value={wish.riderKg} onKeep={(riderKg, sure) => edit({ riderKg }, sure)} />
              <FigureField field="loadKg" value={wish.loadKg} onKeep={(loadKg, sure) => edit({ loadKg }, sure)} />
              <MoneyField
                label={`Budget, all in (${view.sheet.currency})`}
                value={wish.budgetMinor}
                onKeep={(budgetMinor) => edit({ budgetMinor })}
              />
              <FigureField field="massKg" value={wish.massKg} onKeep={(massKg, sure) => edit({ massKg }, sure)} />
              <FigureField field="assistKmh" value={wish.assistKmh} onKeep={(assistKmh, sure) => edit({ assistKmh }, sure)} />
              <DayField label="Ready by" value={wish.readyBy} onKeep={(readyBy, sure) => edit({ readyBy }, sure)} />
              <MoneyField
                label={`A late day costs (${view.sheet.currency})`}
                value={wish.lateDayMinor}
                onKeep={(lateDayMinor) => edit({ lateDayMinor })}
              />
              <FigureField
                field="hillPercent"
                value={wish.hillPercent}
                onKeep={(hillPercent, sure) => edit({ hillPercent }, sure)}
              />
              <FigureField field="hillKm" value={wish.hillKm} onKeep={(hillKm, sure) => edit({ hillKm }, sure)} />
              <FigureField field="rangeKm" value={wish.rangeKm} onKeep={(rangeKm, sure) => edit({ rangeKm }, sure)} />
              <FigureField field="hillKmh" value={wish.hillKmh} onKeep={(hillKmh, sure) => edit({ hillKmh }, sure)} />
              <FigureField field="coldestC" value={wish.coldestC} onKeep={(coldestC, sure) => edit({ coldestC }, sure)} />
              <FigureField
                field="chargeHours"
                value={wish.chargeHours}
                onKeep={(chargeHours, sure) => edit({ chargeHours }, sure)}
              />
              <FigureField field="riderW" value={wish.riderW} onKeep={(riderW, sure) => edit({ riderW }, sure)} />
              <label className="field">
                <span>Child seat or trailer</span>
                <Select
                  value={wish.tows}
                  onChange={(tows) => void edit({ tows })}
                  options={[
                    { value: "nothing", label: "Neither" },
                    { value: "child seat", label: "Child seat" },
                    { value: "trailer", label: "Trailer" },
                  ]}
                />
              </label>
              <label className="field">
                <span>What gives first</span>
                <Select<PromiseId[]>
                  mode="multiple"
                  value={[...wish.gives]}
                  onChange={(gives) => void edit({ gives })}
                  placeholder="Nothing said; in order"
                  showSearch={false}
                  options={PROMISE_IDS.map((value) => ({ value, label: GIVES[value] }))}
                />
              </label>
              <label className="field">
                <span>Throttle wanted</span>
                <Switch
                  checked={wish.throttle}
                  onChange={(throttle) => void edit({ throttle })}
                  checkedChildren="yes"
                  unCheckedChildren="no"
                />
              </label>
            </div>
          </div>
          <RoadBox onKeep={(change) => edit(change)} />
        </Fields>
        <Promises />
        <p className="small soft">
          Legal classes differ by place and change: confirm locally before anything is promised for the road.
        </p>
      </section>
    </>
  );
}

/** Numbers to tap, and a line for what was said. */
function Calls() {
  const { view, act, busy } = useJob();
  const { wish, calls, id } = view.job;
  const [says, setSays, stored] = useKeptText(`${id} call`);
  const note = async () => {
    if (says.trim() !== "" && (await act({ do: "note call", says })).done) stored(says);
  };
  return (
    <div className="calls">
      {telephonesIn(wish.contact).map(({ shown, dials }) => (
        <a key={dials} className="button quiet" href={`tel:${dials}`}>
          Call {shown}
        </a>
      ))}
      <Input
        value={says}
        onChange={(event) => setSays(event.target.value)}
        onPressEnter={() => void note()}
        placeholder="After a call: what was said"
        aria-label="What was said in a call"
        maxLength={400}
        suffix={
          <button className="link" disabled={busy || says.trim() === ""} onClick={() => void note()}>
            Keep
          </button>
        }
      />
      <ul>
        {calls
          .slice(-3)
          .reverse()
          .map((call) => (
            <li key={call.at} className="small">
              <span className="soft">
                {formatMoment(call.at)}, {call.by || "no name"}:
              </span>{" "}
              {call.says}
            </li>
          ))}
      </ul>
    </div>
  );
}

const GIVES: Record<PromiseId, string> = {
  price: "price",
  mass: "weight",
  ready: "date",
  assist: "assist's end",
  range: "range",
  hill: "speed uphill",
};

function Promises() {
  const { view, goTo } = useJob();
  const { system } = useSettings();
  const { wish } = view.job;
  const lines = [
    wish.budgetMinor !== null && {
      says: `All in for ${money(wish.budgetMinor, view.sheet.currency)} or less`,
      note: view.promises.find((p) => p.id === "price")?.note,
    },
    wish.massKg !== null && {
      says: `The bike weighs ${formatQuantity(wish.massKg, "mass", system)} or less`,
      note: view.promises.find((p) => p.id === "mass")?.note,
    },
    wish.readyBy !== null && {
      says: `Ready by ${formatDay(wish.readyBy)}`,
      note: view.promises.find((p) => p.id === "ready")?.note,
    },
    wish.rangeKm !== null && {
      says: `${formatQuantity(wish.rangeKm, "distance", system)} or more on this road`,
      note: "with 15 % left",
    },
    wish.hillKmh !== null && {
      says: `Up the steepest hill at ${formatQuantity(wish.hillKmh, "speed", system)} or more`,
      note: wish.hillPercent === null ? "the road's own" : `${formatNumber(wish.hillPercent, 1)} %`,
    },
    wish.assistKmh !== null && {
      says: `Assist ends at ${formatQuantity(wish.assistKmh, "speed", system)}`,
      note: view.promises.find((p) => p.id === "assist")?.note,
    },
  ].filter((line) => line !== false);
  return (
    <div className="ask-promises card">
      <h2>What this promises</h2>
      {lines.length === 0 && <p className="soft">Nothing yet: each figure above makes a promise that the job is held to.</p>}
      <ul>
        {lines.map((line) => (
          <li key={line.says}>
            <b>{line.says}</b> <span className="soft">{line.note}</span>
          </li>
        ))}
      </ul>
      <p className="small soft">Range and the hill are promised with what they may come to on both sides: see Ride.</p>
      <button className="button main-action" onClick={() => void goTo("Survey")}>
        Go on to the bike
      </button>
    </div>
  );
}

/** A box of this job's wish. */
const useWishDraft = (label: string, shown: string): Draft => useDraft(`${useJob().view.job.id} wish ${label}`, shown);

/** What was typed and is not stored, beside what stands there now: one of them is taken. */
function Unkept({ of, stands, keep }: { of: Draft; stands: string; keep: () => void }) {
  return (
    <span className="ask-unkept small" role="status">
      {of.overtaken ? `Not kept; “${stands}” stands there now.` : "Not kept yet."}{" "}
      <button className="link" onClick={keep}>
        Keep mine
      </button>{" "}
      <button className="link" onClick={() => of.put(null)}>
        Drop it
      </button>
    </span>
  );
}

/** Whether somebody is typing in a box: what is typed is kept once it is left, and what is not kept is told then. */
function useFocus(keep: () => Promise<void>): [focused: boolean, on: { onFocus: () => void; onBlur: () => void }] {
  const [focused, setFocused] = useState(false);
  const onBlur = () => {
    setFocused(false);
    if (!isGoing()) void keep();
  };
  return [focused, { onFocus: () => setFocused(true), onBlur }];
}

function TextField({
  label,
  value,
  long,
  onKeep,
}: {
  label: string;
  value: string;
  long?: boolean;
  onKeep: (value: string) => Promise<boolean>;
}) {
  const of = useWishDraft(label, value);
  const [storing, setStoring] = useState(false);
  const keep = async () => {
    const typed = of.draft;
    if (typed === null || typed.trim() === value) return of.put(null);
    setStoring(true);
    if (await onKeep(typed.trim())) of.stored(typed);
    setStoring(false);
  };
  const [focused, on] = useFocus(keep);
  const shared = { value: of.text, ...on, "aria-label": label };
  return (
    <div className="field">
      <label>
        <span>{label}</span>
        {long ? (
          <Input.TextArea
            {...shared}
            onChange={(event) => of.put(event.target.value)}
            autoSize={{ minRows: 2, maxRows: 5 }}
            maxLength={2000}
          />
        ) : (
          <Input {...shared} onChange={(event) => of.put(event.target.value)} onPressEnter={() => void keep()} maxLength={120} />
        )}
      </label>
      {of.draft !== null && of.draft.trim() !== value && !focused && !storing && (
        <Unkept of={of} stands={value} keep={() => void keep()} />
      )}
    </div>
  );
}

type Doubt<T> = { readonly says: string; readonly perhaps: T | null; readonly possible: boolean };

/** A figure or a day as typed: read when it is left, kept, asked about, or told what is wrong with it; nothing typed is lost. */
function TypedField<T>({
  label,
  shown,
  read,
  doubt,
  written,
  onKeep,
  unit,
  placeholder,
  letters = false,
}: {
  label: string;
  shown: string;
  read: (draft: string) => Result<T>;
  /** what is asked before such a value is kept; null where it is an ordinary one */
  doubt?: (value: T) => Doubt<T> | null;
  /** how a guess stands on its button */
  written?: (value: T) => string;
  onKeep: (value: T | null, sure?: true) => Promise<boolean>;
  unit?: string;
  placeholder?: string;
  letters?: boolean;
}) {
  const of = useWishDraft(label, shown);
  const [wrong, setWrong] = useState("");
  const [storing, setStoring] = useState(false);
  const [asks, setAsks] = useState<(Doubt<T> & { typed: string; value: T }) | null>(null);
  const put = async (value: T | null, sure?: true) => {
    const sent = of.draft;
    setAsks(null);
    setStoring(true);
    if ((await onKeep(value, sure)) && sent !== null) of.stored(sent);
    setStoring(false);
  };
  const keep = async () => {
    const { draft } = of;
    if (draft === null) return;
    if (draft.trim() === shown) return of.put(null);
    const typed = draft.trim() === "" ? null : read(draft);
    if (typed && !typed.ok) return setWrong(typed.error);
    setWrong("");
    const doubted = typed ? doubt?.(typed.value) : null;
    if (typed && doubted) return setAsks({ ...doubted, typed: draft.trim(), value: typed.value });
    await put(typed ? typed.value : null);
  };
  const [focused, on] = useFocus(keep);
  return (
    <div className="field">
      <label>
        <span>{label}</span>
        <Input
          value={of.text}
          suffix={unit}
          placeholder={placeholder}
          {...(!letters && { inputMode: "decimal" as const })}
          onChange={(event) => {
            of.put(event.target.value);
            setAsks(null);
            setWrong("");
          }}
          {...on}
          onPressEnter={() => void keep()}
          status={wrong || asks ? "error" : ""}
          aria-label={label}
          maxLength={40}
          className={letters ? "" : "num"}
        />
      </label>
      {wrong && (
        <span className="wrong" role="alert">
          {wrong}
        </span>
      )}
      {of.draft !== null && of.draft.trim() !== shown && !focused && !storing && !wrong && !asks && (
        <Unkept of={of} stands={shown} keep={() => void keep()} />
      )}
      {asks && (
        <div className="ask-doubt" role="alert">
          <p>{asks.says}</p>
          {asks.perhaps !== null && written && (
            <button className="button main-action" onClick={() => void put(asks.perhaps)}>
              {written(asks.perhaps)}
            </button>
          )}
          {asks.possible && (
            <button className="button" onClick={() => void put(asks.value, true)}>
              {asks.typed} is right
            </button>
          )}
        </div>
      )}
    </div>
  );
}

type FieldOf<T> = { value: T | null; onKeep: (value: T | null, sure?: true) => Promise<boolean> };

/** A figure of the wish, in the chosen units where there is a choice; other units are read and brought to its own. */
function FigureField({ field, value, onKeep }: FieldOf<number> & { field: WishFigure }) {
  const { system } = useSettings();
  const unit = unitOfFigure(field, system);
  return (
    <TypedField
      label={WISH_FIGURES[field].label}
      unit={unit}
      shown={value === null ? "" : showFigure(field, value, system).replace(` ${unit}`, "")}
      read={(draft) => readWishFigure(field, draft, system)}
      doubt={(typed) => doubtOfFigure(field, typed, system)}
      written={(guess) => showFigure(field, guess, system)}
      onKeep={onKeep}
    />
  );
}

/** A day, typed as one says it and shown in the one form of all screens. */
const DayField = ({ label, value, onKeep }: FieldOf<string> & { label: string }) => (
  <TypedField
    label={label}
    placeholder="18 Dec 2026"
    shown={value === null ? "" : formatDay(value)}
    read={(draft) => parseDay(draft, new Date().toISOString())}
    doubt={(day) => doubtOfDay(day, new Date().toISOString())}
    written={formatDay}
    onKeep={onKeep}
    letters
  />
);

const MoneyField = ({ label, value, onKeep }: FieldOf<number> & { label: string }) => (
  <TypedField label={label} shown={value === null ? "" : formatNumber(value / 100, 2)} read={parseMoney} onKeep={onKeep} />
);

/** A place and what its ordinary class asks. */
function PlaceLine({ place }: { place: string }) {
  const law = legalClassOf(place);
  return (
    <span className="place-line">
      <b>{place}</b>
      {law && (
        <span className="soft small">
          {" "}
          {law.ratedW} W, to {formatNumber(law.assistKmh, 1)} km/h, throttle{" "}
          {law.throttle === "allowed" ? "allowed" : law.throttle === "walk" ? "to walking pace" : "none"}
        </span>
      )}
    </span>
  );
}
