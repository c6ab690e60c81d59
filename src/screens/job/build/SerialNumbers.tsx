"use client";

import { Input } from "antd";
import { useEffect, useState } from "react";
import { useKeptText } from "@/ui/useDraft";
import { useSettings } from "../../settings";
import { useJob } from "../JobContext";

type ToFit = { readonly serial: string; readonly lot: string; readonly with: string };

/** Numbers of a part that came and are in no bike yet; none while the shop does not answer. @param partId null: not asked for */
function useToFit(partId: string | null, version: number): readonly ToFit[] {
  const [found, setFound] = useState<readonly ToFit[]>([]);
  useEffect(() => {
    if (partId === null) return;
    let old = false;
    void fetch(`/api/parts/numbers?part=${encodeURIComponent(partId)}`)
      .then((answer) => (answer.ok ? (answer.json() as Promise<ToFit[]>) : []))
      .then((all) => !old && setFound(all))
      .catch(() => undefined);
    return () => {
      old = true;
    };
  }, [partId, version]);
  return found;
}

/** Which pieces of a part are in this bike: read from their labels, or picked from those that came. */
export function SerialNumbers({ part }: { part: { id: string; name: string; quantity: number } }) {
  const { view, act, busy } = useJob();
  const { may } = useSettings();
  const { job } = view;
  const [typed, setTyped, stored] = useKeptText(`${job.id} ${part.id} serial`);
  const [says, setSays] = useState<{ text: string; ask: string | null }>({ text: "", ask: null });
  const noted = job.serials.filter(({ partId }) => partId === part.id);
  const wanted = part.quantity > noted.length && may("note serial");
  const toFit = useToFit(wanted ? part.id : null, job.version);
  const note = async (serial: string, confirmed = false) => {
    if (serial.trim() === "") return setSays({ text: "Read the number from the label on the piece.", ask: null });
    const outcome = await act(
      { do: "note serial", partId: part.id, serial: serial.trim(), ...(confirmed && { confirmed: true }) },
      "says here",
    );
    if (outcome.done) {
      stored(serial);
      return setSays({ text: "", ask: null });
    }
    if ("ask" in outcome && outcome.ask) setSays({ text: outcome.ask.says, ask: serial });
    else setSays({ text: "says" in outcome && outcome.says ? outcome.says : "", ask: null });
  };
  return (
    <div className="serials">
      {noted.map(({ serial, by }) => (
        <Noted key={serial} partId={part.id} serial={serial} by={by} />
      ))}
      {wanted && (
        <>
          <span className="serial-box">
            <Input
              value={typed}
              onChange={(event) => setTyped(event.target.value)}
              onPressEnter={() => void note(typed)}
              placeholder="its number"
              aria-label={`${part.name}: serial number`}
              maxLength={60}
            />
            <button className="button" disabled={busy || typed.trim() === ""} onClick={() => void note(typed)}>
              It is in
            </button>
          </span>
          {toFit.length > 0 && (
            <span className="serial-came small">
              <span className="soft">came, in no bike yet:</span>{" "}
              {toFit.slice(0, 4).map((one) => (
                <button
                  key={one.serial}
                  className="link num"
                  disabled={busy}
                  title={`with ${one.with}${one.lot && `, lot ${one.lot}`}`}
                  onClick={() => void note(one.serial)}
                >
                  {one.serial}
                </button>
              ))}
            </span>
          )}
        </>
      )}
      {says.text !== "" && (
        <span className="bad small" role="status">
          {says.text}{" "}
          {says.ask !== null && (
            <button className="link" disabled={busy} onClick={() => void note(says.ask!, true)}>
              It is
            </button>
          )}
        </span>
      )}
    </div>
  );
}

function Noted({ partId, serial, by }: { partId: string; serial: string; by: string }) {
  const { act, busy } = useJob();
  const { may } = useSettings();
  return (
    <span className="small">
      <b className="num">{serial}</b> <span className="soft">{by}</span>{" "}
      {may("drop serial") && (
        <button className="link" disabled={busy} onClick={() => void act({ do: "drop serial", partId, serial })}>
          take it out
        </button>
      )}
    </span>
  );
}

/** Numbers of pieces whose part is not in the build any more: the piece lies somewhere, and another bike cannot have it before. */
export function NumbersApart() {
  const { view } = useJob();
  const apart = view.job.serials.filter(({ partId }) => !view.parts.some((part) => part.id === partId));
  if (apart.length === 0) return null;
  return (
    <div className="left-over" role="status">
      <h3>Noted as in this bike, and not in its build any more</h3>
      <ul>
        {apart.map(({ partId, serial, by }) => (
          <li key={`${partId} ${serial}`}>
            <Noted partId={partId} serial={serial} by={by} />
          </li>
        ))}
      </ul>
    </div>
  );
}
