"use client";

import { Input } from "antd";
import { useEffect, useState } from "react";
import { VERDICTS, type Verdict } from "@/core/fit/finding";
import type { Candidate, Candidates, Preview } from "@/core/job/candidates";
import { SLOTS, type Slot } from "@/core/job/job";
import { KIND_NAMES, type PartKind } from "@/core/parts/specs";
import { money, signedMoney } from "@/ui/format";
import { VerdictMark } from "@/ui/VerdictMark";
import { useJob } from "./JobContext";

/** Kits and parts to choose from; pointing at one shows what it would do before it is chosen. */
export function DriveStage() {
  const { view, act } = useJob();
  const { choices } = view.job;
  const [slot, setSlot] = useState<Slot>(choices.motor ? "motor" : "kit");
  const [find, setFind] = useState("");
  const { list, previews, more } = useCandidates(slot, find);
  const [at, setAt] = useState<string | null>(null);
  const shownId = at ?? choices[slot] ?? null;
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
      </section>
      <section className="eyes drive">
        <div className="drive-head">
          <h2>{slot === "kit" ? "Kits" : `Choose the ${slot}`}</h2>
          <Input
            value={find}
            onChange={(event) => setFind(event.target.value)}
            placeholder="Name, maker or number"
            aria-label="Find among them"
            allowClear
            maxLength={60}
          />
          {choices[slot] && (
            <button className="button quiet" onClick={() => void act({ do: "choose", slot, partId: null })}>
              Take {slot} out
            </button>
          )}
        </div>
        <div className="drive-columns">
          <ul className="candidates">
            {list.map((part) => (
              <li key={part.id}>
                <button
                  className={`candidate${choices[slot] === part.id ? " chosen" : ""}${shownId === part.id ? " at" : ""}`}
                  onMouseEnter={() => setAt(part.id)}
                  onFocus={() => setAt(part.id)}
                  onClick={() => void act({ do: "choose", slot, partId: part.id })}
                  disabled={part.broken !== null}
                >
                  <span className="candidate-name">
                    <b>{part.name}</b>
                    <span className="num">
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
                  {previews[part.id] && <VerdictCounts verdicts={previews[part.id]!.verdicts} />}
                </button>
              </li>
            ))}
            {list.length === 0 && <li className="soft">None in the catalogue{find ? ` holds “${find}”` : ""}.</li>}
            {more > 0 && <li className="soft small">{more} more: type to narrow the list.</li>}
          </ul>
          <PreviewPane
            preview={shownId ? previews[shownId] : undefined}
            part={list.find((p) => p.id === shownId)}
            chosen={choices[slot] === shownId}
            onChoose={(partId) => void act({ do: "choose", slot, partId })}
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

/** The parts for a slot, and what each of the first dozen would do; both follow the job's version. */
function useCandidates(slot: Slot, find: string) {
  const { view } = useJob();
  const { id, version } = view.job;
  const [list, setList] = useState<readonly Candidate[]>([]);
  const [more, setMore] = useState(0);
  const [previews, setPreviews] = useState<Record<string, Preview>>({});
  useEffect(() => {
    const stop = new AbortController();
    const load = async () => {
      const found = (await (
        await fetch(`/api/jobs/${id}/candidates?slot=${encodeURIComponent(slot)}&find=${encodeURIComponent(find)}`, {
          signal: stop.signal,
        })
      ).json()) as Candidates;
      setList(found.candidates);
      setMore(found.more);
      const ids = found.candidates
        .filter((part) => !part.broken)
        .map((part) => part.id)
        .slice(0, 60);
      if (ids.length === 0) return;
      const tried = (await (
        await fetch(`/api/jobs/${id}/preview?slot=${encodeURIComponent(slot)}&parts=${ids.join(",")}`, { signal: stop.signal })
      ).json()) as Preview[];
      setPreviews(Object.fromEntries(tried.map((preview) => [preview.id, preview])));
    };
    const timer = setTimeout(() => void load().catch(() => undefined), find ? 150 : 0);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [id, version, slot, find]);
  return { list, previews, more };
}

export function VerdictCounts({ verdicts }: { verdicts: Record<Verdict, number> }) {
  return (
    <span className="verdict-counts">
      {VERDICTS.filter((verdict) => verdicts[verdict] > 0).map((verdict) => (
        <span key={verdict} title={`${verdicts[verdict]} ${verdict}`}>
          <VerdictMark verdict={verdict} size={14} />
          <span className="num">{verdicts[verdict]}</span>
        </span>
      ))}
    </span>
  );
}

function PreviewPane({
  preview,
  part,
  chosen,
  onChoose,
}: {
  preview: Preview | undefined;
  part: Candidate | undefined;
  chosen: boolean;
  onChoose: (id: string) => void;
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
        <button className="button main-action" onClick={() => onChoose(part.id)}>
          Choose it
        </button>
      )}
    </div>
  );
}
