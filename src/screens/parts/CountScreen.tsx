"use client";

import Link from "next/link";
import { useEffect, useRef, useState } from "react";
import type { ToCount } from "@/core/parts/label";
import { asOneWish, whyNoAnswer } from "@/ui/asOneWish";
import { useDraft } from "@/ui/useDraft";
import { Fields } from "../Only";
import { useSettings } from "../settings";
import type { CountOnShelf } from "./Shelf";
import "./parts.css";

type Line = ToCount & { readonly counted: string; readonly says?: string; readonly stored?: boolean };

/** Counting the shelf with a reader that types, or by hand: each time a part's code is read, one more of it is there. */
export function CountScreen({ countOnShelf }: { countOnShelf: CountOnShelf }) {
  const of = useDraft("count of the shelf", "[]");
  const lines = JSON.parse(of.text) as Line[];
  const [code, setCode] = useState("");
  const [says, setSays] = useState("");
  const [busy, setBusy] = useState(false);
  const box = useRef<HTMLInputElement>(null);
  // A reader is quicker than an answer: what is read meanwhile waits for its turn.
  const queue = useRef<Promise<void>>(Promise.resolve());
  const kept = useRef(lines);
  useEffect(() => {
    kept.current = JSON.parse(of.text) as Line[];
  }, [of.text]);
  const { by } = useSettings();
  const put = (next: readonly Line[]) => {
    kept.current = [...next];
    of.put(next.length === 0 ? null : JSON.stringify(next));
  };
  const change = (id: string, more: Partial<Line>) =>
    put(kept.current.map((line) => (line.id === id ? { ...line, ...more } : line)));
  const read = async (typed: string) => {
    const known = kept.current.find((line) => line.id === typed.toLowerCase());
    if (known) return change(known.id, { counted: String((Number(known.counted) || 0) + 1), says: "", stored: false });
    try {
      const answer = await fetch(`/api/parts/one?code=${encodeURIComponent(typed)}`);
      const found = (await answer.json()) as ToCount | null;
      if (!found) return setSays(`No part has the number “${typed}”.`);
      put([{ ...found, counted: "1" }, ...kept.current]);
    } catch {
      setSays(`“${typed}” was not looked up: the bench does not answer. Read it again.`);
    }
  };
  const store = async () => {
    setBusy(true);
    for (const line of kept.current.filter((one) => !one.stored)) {
      if (!/^\d{1,5}$/.test(line.counted.trim())) {
        change(line.id, { says: "write a whole number" });
        continue;
      }
      const wish = { partId: line.id, counted: Number(line.counted), why: "", version: line.version };
      const answer = await asOneWish(JSON.stringify(["count", wish]), () => countOnShelf(wish, by)).catch(async () => ({
        ok: false as const,
        says: (await whyNoAnswer()).says,
      }));
      if (answer.ok) change(line.id, { stored: true, says: answer.value });
      else change(line.id, { says: answer.says, ...(await fresh(line.id)) });
    }
    setBusy(false);
  };
  const open = lines.filter((line) => !line.stored);
  return (
    <div className="page count-page">
      <p className="part-ways">
        <Link prefetch={false} href="/parts">
          All parts
        </Link>
        <span className="soft small">
          Each time a part&apos;s code is read, one more of it is counted. The number can be typed too.
        </span>
      </p>
      <div className="page-head">
        <h1>Count the shelf</h1>
        <span className="fill" />
        <a className="button" href="/api/parts/labels.pdf" target="_blank" rel="noreferrer">
          Labels of all on the shelf
        </a>
        {lines.length > 0 && (
          <button
            className="button quiet"
            disabled={busy}
            onClick={() => {
              put([]);
              setSays("");
            }}
          >
            {open.length > 0 ? "Drop this count" : "Begin another"}
          </button>
        )}
        <button className="button main-action" disabled={busy || open.length === 0} onClick={() => void store()}>
          Store {open.length} {open.length === 1 ? "count" : "counts"}
        </button>
      </div>
      <Fields may="count">
        <form
          className="count-read"
          onSubmit={(event) => {
            event.preventDefault();
            const typed = code.trim();
            setCode("");
            if (typed !== "") queue.current = queue.current.then(() => read(typed));
          }}
        >
          <input
            ref={box}
            className="num"
            autoFocus
            value={code}
            onChange={(event) => setCode(event.target.value)}
            placeholder="scan or type a part number"
            aria-label="Part number, scanned or typed"
            maxLength={60}
          />
        </form>
        {says && (
          <p className="bad" role="status">
            {says}
          </p>
        )}
        {lines.length === 0 ? (
          <p className="soft">Nothing is counted yet.</p>
        ) : (
          <table className="lines card">
            <thead>
              <tr>
                <th>Part</th>
                <th>Lies in</th>
                <th className="right">Should be there</th>
                <th>Counted</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {lines.map((line) => {
                const more = Number(line.counted) - line.there;
                return (
                  <tr key={line.id}>
                    <td>
                      <b>{line.name}</b> <span className="num small soft">{line.id}</span>
                    </td>
                    <td>{line.bin}</td>
                    <td className="right num">{line.there}</td>
                    <td>
                      <input
                        className="num"
                        inputMode="numeric"
                        value={line.counted}
                        disabled={line.stored}
                        onChange={(event) => change(line.id, { counted: event.target.value, says: "" })}
                        maxLength={5}
                        aria-label={`${line.name}: pieces counted`}
                      />
                    </td>
                    <td className={line.stored ? "good small" : "small"}>
                      {line.says ||
                        (!/^\d+$/.test(line.counted) || more === 0
                          ? ""
                          : more > 0
                            ? `${more} more than was thought`
                            : `${-more} fewer than was thought`)}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        )}
      </Fields>
    </div>
  );
}

/** How many should be there now: it was changed while somebody counted. */
async function fresh(id: string): Promise<Partial<ToCount>> {
  try {
    const answer = await fetch(`/api/parts/one?code=${encodeURIComponent(id)}`);
    return ((await answer.json()) as ToCount | null) ?? {};
  } catch {
    return {};
  }
}
