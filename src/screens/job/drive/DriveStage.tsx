"use client";

import { Input, Select } from "antd";
import dynamic from "next/dynamic";
import Link from "next/link";
import { useEffect, useState } from "react";
import { SLOT_KINDS } from "@/core/job/supplied";
import { SLOTS, type Slot } from "@/core/job/slots";
import type { Candidate, Candidates, Preview } from "@/core/job/candidates";
import { KIND_NAMES, type PartKind } from "@/core/parts/kinds";
import { money, signedMoney } from "@/ui/format";
import { VerdictCounts } from "@/ui/VerdictCounts";
import { VerdictMark } from "@/ui/VerdictMark";
import { Only } from "../../Only";
import { useSettings } from "../../settings";
import { usePartSearch } from "@/ui/usePartSearch";
import { useJob } from "../JobContext";
import { MOST_BESIDE, useBeside } from "./useBeside";
import { usePreviews } from "./usePreviews";
import "./drive.css";

const SideBySide = dynamic(() => import("./SideBySide").then((m) => m.SideBySide), { ssr: false });

/** Kits and parts to choose from; pointing at one shows what it would do before it is chosen. */
export function DriveStage() {
  const { view, act } = useJob();
  const { may } = useSettings();
  const { choices, renews } = view.job;
  // Of a bike that is upgraded first the place of what comes off.
  const gone = SLOTS.find(
    (name) => !choices[name] && renews?.off.some(({ kind }) => SLOT_KINDS[name].some((one) => one === kind)),
  );
  const [slot, setSlot] = useState<Slot>(gone ?? (choices.motor ? "motor" : "kit"));
  const [find, setFind] = useState("");
  const { list, more, stamp, loading } = useCandidates(slot, find);
  const previews = usePreviews(view.job, slot, list, stamp);
  const [at, setAt] = useState<string | null>(null);
  const shownId = at ?? choices[slot] ?? null;
  const back = encodeURIComponent(`/jobs/${view.job.id}/drive`);
  const { open, setOpen, beside, setBeside, putBeside } = useBeside(view.job.id);
  return (
    <>
      <section className="hands drive">
        <h2>The drive</h2>
        <div className="slots" role="tablist" aria-label="What to choose">
          {SLOTS.map((name) => (
            <button
              key={name}
              role="tab"
              aria-selected={name === slot}
              className={`slot${name === slot ? " here" : ""}`}
              onClick={() => {
                setSlot(name);
                setAt(null);
              }}
            >
              <span>{name}</span>
              <span className={choices[name] ? "" : "soft"}>{chosenName(name, view)}</span>
            </button>
          ))}
        </div>
        <AlsoIn />
      </section>
      <section className="eyes drive">
        <div className="drive-head">
          <h2>{open ? "Side by side" : slot === "kit" ? "Kits" : `Choose the ${slot}`}</h2>
          {!open && (
            <Input
              value={find}
              onChange={(event) => setFind(event.target.value)}
              placeholder="Name, maker or number"
              aria-label="Find among them"
              allowClear
              maxLength={60}
            />
          )}
          {!open && choices[slot] && may("choose") && (
            <button className="button quiet" onClick={() => void act({ do: "choose", slot, partId: null })}>
              Take {slot} out
            </button>
          )}
          <button className="button quiet" aria-pressed={open} onClick={() => setOpen(!open)}>
            {open ? "Back to the parts" : "Side by side"}
          </button>
        </div>
        {open && <SideBySide beside={beside} onBeside={setBeside} />}
        <div className="drive-columns" hidden={open}>
          <ul className="candidates">
            {list.map((part) => (
              <li key={part.id}>
                <button
                  className={`candidate${choices[slot] === part.id ? " chosen" : ""}${shownId === part.id ? " at" : ""}`}
                  onPointerEnter={(event) => event.pointerType === "mouse" && setAt(part.id)}
                  onKeyUp={() => setAt(part.id)}
                  onClick={(event) => {
                    // A finger cannot point: its first touch shows what it would do, the button there chooses it.
                    const touched = (event.nativeEvent as PointerEvent).pointerType === "touch";
                    if (touched && shownId !== part.id) setAt(part.id);
                    else if (may("choose")) void act({ do: "choose", slot, partId: part.id });
                  }}
                  disabled={part.broken !== null}
                >
                  <span className="candidate-name">
                    <b>{part.name}</b>
                    <span className="num shop-only">
                      {part.priceMinor !== null && part.currency ? money(part.priceMinor, part.currency) : "no offer"}
                    </span>
                  </span>
                  <span className="soft small">
                    {part.broken ? (
                      <span className="bad">cannot be chosen: {part.broken}</span>
                    ) : (
                      part.summary || KIND_NAMES[part.kind as PartKind]
                    )}
                  </span>
                  {/* The room is kept from the first, or the lines would jump from under the pointer as the counts come in. */}
                  <span className="verdict-room">
                    {previews[part.id] && <VerdictCounts verdicts={previews[part.id]!.verdicts} />}
                  </span>
                </button>
                {part.broken && (
                  <Link prefetch={false} className="small" href={`/parts/${part.id}?back=${back}`}>
                    Mend it in the catalogue
                  </Link>
                )}
              </li>
            ))}
            {list.length === 0 && !loading && (
              <li className="soft">
                None in the catalogue{find ? ` holds “${find}”` : ""}.{" "}
                <Only may="save part">
                  <Link prefetch={false} href={`/parts/new?kind=${SLOT_KINDS[slot][0]}&back=${back}`}>
                    Add it to the catalogue
                  </Link>
                  .
                </Only>
              </li>
            )}
            {!loading && slot !== "kit" && may("save part") && (
              <li className="small">
                <Link
                  prefetch={false}
                  href={`/parts/new?kind=${SLOT_KINDS[slot][0]}&only=${encodeURIComponent(view.job.id)}&back=${back}`}
                >
                  The customer brings one
                </Link>
              </li>
            )}
            {more > 0 && <li className="soft small">{more} more: type to narrow the list.</li>}
          </ul>
          <PreviewPane
            preview={shownId ? previews[shownId] : undefined}
            part={list.find((p) => p.id === shownId)}
            chosen={choices[slot] === shownId}
            onChoose={may("choose") ? (partId) => void act({ do: "choose", slot, partId }) : null}
            onBeside={beside && beside.length >= MOST_BESIDE ? null : (partId) => putBeside({ slot, partId })}
          />
        </div>
      </section>
    </>
  );
}

function chosenName(slot: Slot, view: ReturnType<typeof useJob>["view"]): string {
  const id = view.job.choices[slot];
  if (slot === "kit") return id ? (view.sheet.lines.find((line) => line.key === `kit ${id}`)?.says ?? id) : "none";
  const kinds: Record<string, string[]> = { motor: ["hub-motor", "mid-motor", "frame-motor"], "pedal sensor": ["pedal-sensor"] };
  const part = view.parts.find((p) => (kinds[slot] ?? [slot]).includes(p.kind));
  return part ? `${part.name}${part.from === "kit" ? " (kit)" : ""}` : "none";
}

const NONE: readonly Candidate[] = [];

/** The parts for a slot; they follow the job's version. */
function useCandidates(slot: Slot, find: string) {
  const { view } = useJob();
  const { id, version } = view.job;
  const [found, setFound] = useState<(Candidates & { slot: Slot }) | null>(null);
  useEffect(() => {
    const stop = new AbortController();
    const load = async () => {
      const answer = await fetch(`/api/jobs/${id}/candidates?slot=${encodeURIComponent(slot)}&find=${encodeURIComponent(find)}`, {
        signal: stop.signal,
      });
      if (answer.ok) setFound({ slot, ...((await answer.json()) as Candidates) });
    };
    const timer = setTimeout(() => void load().catch(() => undefined), find ? 150 : 0);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [id, version, slot, find]);
  // Another slot's list would take a click meant for this one's.
  const here = found?.slot === slot ? found : null;
  return { list: here?.candidates ?? NONE, more: here?.more ?? 0, stamp: here?.stamp, loading: here === null };
}

function PreviewPane({
  preview,
  part,
  chosen,
  onChoose,
  onBeside,
}: {
  preview: Preview | undefined;
  part: Candidate | undefined;
  chosen: boolean;
  /** null for whoever may not */
  onChoose: ((id: string) => void) | null;
  /** null when no more may stand beside the others */
  onBeside: ((id: string) => void) | null;
}) {
  const { view } = useJob();
  if (!part || !preview)
    return (
      <div className="preview card soft">Point at a line: here stands what it would do to this bike before it is chosen.</div>
    );
  return (
    <div className="preview card">
      <h3>{part.name}</h3>
      <p className="soft small">{part.summary}</p>
      <div className="preview-money">
        <span>All in</span> <b className="num">{money(preview.allInMinor, view.sheet.currency)}</b>
        <span className="soft num">{chosen ? "chosen" : signedMoney(preview.deltaMinor, view.sheet.currency)}</span>
      </div>
      {preview.unpriced > 0 && <p className="small bad">{preview.unpriced} without a price</p>}
      <VerdictCounts verdicts={preview.verdicts} />
      {preview.reopens.length > 0 && (
        <p className="note small">
          {preview.reopens.length === 1 ? "One step is" : `${preview.reopens.length} steps are`} no longer done:{" "}
          {preview.reopens.slice(0, 3).join("; ")}
          {preview.reopens.length > 3 && ` and ${preview.reopens.length - 3} more`}.
        </p>
      )}
      <ul className="preview-worst">
        {preview.worst.map((finding) => (
          <li key={finding.title + finding.says}>
            <VerdictMark verdict={finding.verdict} size={15} />
            <span>
              <b>{finding.title}</b> <span className="soft">{finding.says}</span>
            </span>
          </li>
        ))}
      </ul>
      {!chosen && (
        <>
          <div className="preview-do">
            {onChoose && (
              <button className="button main-action" onClick={() => onChoose(part.id)}>
                Choose it
              </button>
            )}
            {onBeside && (
              <button className="button quiet" onClick={() => onBeside(part.id)}>
                Set it beside
              </button>
            )}
          </div>
          {!onBeside && <p className="small soft">{MOST_BESIDE} sets stand side by side: take one out there first.</p>}
        </>
      )}
    </div>
  );
}

/** Parts put into the build by hand: the customer's own, or what no slot and no remedy names. */
function AlsoIn() {
  const { view, act } = useJob();
  const { find, setFind, found, none } = usePartSearch();
  const name = (id: string) => view.parts.find((part) => part.id === id)?.name ?? id;
  return (
    <div className="also">
      <h3>Put in by hand</h3>
      <ul>
        {view.job.also.map(({ partId, quantity }) => (
          <li key={partId}>
            <span>
              {quantity > 1 && <span className="num">{quantity} × </span>}
              {name(partId)}
            </span>
            <Only may="take out">
              <button
                className="button quiet"
                onClick={() => void act({ do: "take out", partId })}
                aria-label={`Take out ${name(partId)}`}
              >
                Take out
              </button>
            </Only>
          </li>
        ))}
      </ul>
      <Only may="put in">
        <Select
          showSearch={{ filterOption: false, searchValue: find, onSearch: setFind }}
          value={null}
          placeholder="A part by name or number"
          aria-label="Put a part in"
          notFoundContent={none}
          options={found.map((part) => ({ value: part.id, label: part.name }))}
          onSelect={(partId: string | null) => {
            if (partId) void act({ do: "put in", partId, quantity: 1 });
            setFind("");
          }}
        />
      </Only>
    </div>
  );
}
