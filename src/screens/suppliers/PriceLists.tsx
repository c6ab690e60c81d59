"use client";

import { Select } from "antd";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { COLUMN_KEYS, COLUMNS, MOST_LETTERS, type Column, type ListRow, type Mapping } from "@/core/supply/priceList";
import { isWorkbook } from "@/core/supply/isWorkbook";
import { formatMoment } from "@/core/units/date";
import { money } from "@/ui/format";
import { whyNoAnswer } from "@/ui/asOneWish";
import { useSettings } from "../settings";

type Preview = {
  heads: readonly string[];
  mapping: Mapping;
  counts: Readonly<Record<ListRow["what"], number>> | null;
  leaps: number;
  rows: readonly ListRow[];
  says: string;
  seen: string;
};
type Told<T> = Promise<{ ok: true; value: T } | { ok: false; says: string }>;
export type ListDoors = {
  readonly preview: (wish: { supplierId: string; text: string; mapping: Mapping | null }) => Told<Preview>;
  readonly take: (
    wish: { supplierId: string; text: string; mapping: Mapping; seen: string; leapsAreRight: boolean },
    by: string,
  ) => Told<string>;
  readonly back: (supplierId: string, by: string) => Told<string>;
};
export type ListLine = { version: number; at: string; by: string; says: string; back: boolean };

const WHAT: Readonly<Record<ListRow["what"], string>> = {
  wrong: "does not read",
  changed: "changed",
  new: "new",
  unknown: "not in the books",
  same: "as it is",
};

/** A supplier's price list: chosen, its columns named, every change looked at, taken in as a whole or not at all, and taken back. */
export function PriceLists({ supplierId, lists, doors }: { supplierId: string; lists: readonly ListLine[]; doors: ListDoors }) {
  const [text, setText] = useState<string | null>(null);
  const [preview, setPreview] = useState<Preview | null>(null);
  const [says, setSays] = useState<{ ok: boolean; text: string } | null>(null);
  const [busy, setBusy] = useState(false);
  /** What was looked at when the prices that leap were said to be right: another preview asks anew. */
  const [rightIn, setRightIn] = useState<string | null>(null);
  const { by, may } = useSettings();
  const router = useRouter();
  const send = async <T,>(work: () => Told<T>): Promise<T | null> => {
    setBusy(true);
    const answer = await work().catch(async () => ({ ok: false as const, says: (await whyNoAnswer()).says }));
    setBusy(false);
    if (answer.ok) return answer.value;
    setSays({ ok: false, text: answer.says });
    return null;
  };
  const look = async (list: string, mapping: Mapping | null) => {
    setSays(null);
    const made = await send(() => doors.preview({ supplierId, text: list, mapping }));
    setPreview(made);
  };
  const choose = async (file: File | undefined) => {
    if (!file) return;
    if (file.size > MOST_LETTERS * 2)
      return setSays({ ok: false, text: "The file is larger than 8 MB: send the list in parts." });
    const bytes = new Uint8Array(await file.arrayBuffer());
    if (isWorkbook(bytes)) {
      const { workbookText } = await import("@/core/supply/workbook");
      const read = await workbookText(bytes);
      if (!read.ok) return setSays({ ok: false, text: read.error });
      const { text: list, sheet, others } = read.value;
      setText(list);
      await look(list, null);
      if (others.length > 0)
        setSays({
          ok: true,
          text: `Sheet “${sheet}” is read; not read: ${others.slice(0, 5).join(", ")}${others.length > 5 ? " and more" : ""}.`,
        });
      return;
    }
    try {
      const read = new TextDecoder("utf-8", { fatal: true }).decode(bytes);
      setText(read);
      await look(read, null);
    } catch {
      setSays({ ok: false, text: "This is no text in UTF-8: save the list as CSV, in UTF-8, and choose it again." });
    }
  };
  const leapsAreRight = preview !== null && rightIn === preview.seen;
  const take = async () => {
    if (text === null || !preview) return;
    const done = await send(() =>
      doors.take({ supplierId, text, mapping: preview.mapping, seen: preview.seen, leapsAreRight }, by),
    );
    if (done === null) return;
    setSays({ ok: true, text: done });
    setPreview(null);
    setText(null);
    router.refresh();
  };
  const moves = preview?.counts ? preview.counts.changed + preview.counts.new : 0;
  return (
    <section className="card price-lists">
      <header>
        <h2>Price lists</h2>
        <span className="soft small">XLSX or CSV, at most 20,000 rows; rows are known by our part number or by theirs.</span>
        <span className="fill" />
        {may("save supplier") && (
          <label className="button">
            Choose a list
            <input
              type="file"
              accept=".csv,.txt,.tsv,.xlsx"
              className="sr-only"
              aria-label="Choose a price list"
              disabled={busy}
              onChange={(event) => {
                void choose(event.target.files?.[0]);
                event.target.value = "";
              }}
            />
          </label>
        )}
      </header>
      {says && (
        <p className={`note${says.ok ? "" : " stop"}`} role="status">
          {says.text}
        </p>
      )}
      {preview && text !== null && (
        <>
          <div className="price-columns">
            {COLUMN_KEYS.map((column: Column) => (
              <label key={column} className="field">
                <span>{COLUMNS[column]}</span>
                <Select
                  value={preview.mapping[column] ?? -1}
                  onChange={(at: number) => {
                    const { [column]: _gone, ...rest } = preview.mapping;
                    void look(text, at < 0 ? rest : { ...rest, [column]: at });
                  }}
                  options={[
                    { value: -1, label: "not in the list" },
                    ...preview.heads.map((head, at) => ({ value: at, label: head || `column ${at + 1}` })),
                  ]}
                  aria-label={`Column of: ${COLUMNS[column]}`}
                />
              </label>
            ))}
          </div>
          {preview.says && <p className="note stop">{preview.says}</p>}
          {preview.counts && (
            <>
              <div className="price-counts">
                <span>
                  {(Object.keys(WHAT) as ListRow["what"][])
                    .filter((what) => preview.counts![what] > 0)
                    .map((what) => `${preview.counts![what].toLocaleString("en-GB")} ${WHAT[what]}`)
                    .join(", ")}
                </span>
                <span className="fill" />
                {preview.leaps > 0 && (
                  <label className="price-leaps">
                    <input
                      type="checkbox"
                      checked={leapsAreRight}
                      onChange={(event) => setRightIn(event.target.checked ? preview.seen : null)}
                    />
                    {preview.leaps === 1
                      ? "The price that leapt is right"
                      : `The ${preview.leaps.toLocaleString("en-GB")} prices that leapt are right`}
                  </label>
                )}
                <button
                  className="button main-action"
                  disabled={busy || moves === 0 || preview.counts.wrong > 0 || (preview.leaps > 0 && !leapsAreRight)}
                  onClick={() => void take()}
                >
                  {preview.counts.wrong > 0
                    ? "Nothing is taken in while a row does not read"
                    : `Take ${moves.toLocaleString("en-GB")} in`}
                </button>
              </div>
              <div className="price-rows">
                <table className="lines">
                  <thead>
                    <tr>
                      <th>Row</th>
                      <th>Part</th>
                      <th className="right">Was</th>
                      <th className="right">Is</th>
                      <th>What</th>
                    </tr>
                  </thead>
                  <tbody>
                    {preview.rows.map((row) => (
                      <tr key={row.row}>
                        <td className="num">{row.row}</td>
                        <td>
                          {row.partId ? (
                            <Link prefetch={false} href={`/parts/${row.partId}`}>
                              {row.name || row.partId}
                            </Link>
                          ) : (
                            row.name
                          )}
                        </td>
                        <td className="right num">{row.was && money(row.was.priceMinor, row.was.currency)}</td>
                        <td className="right num">{row.offer && money(row.offer.priceMinor, row.offer.currency)}</td>
                        <td className={row.what === "wrong" ? "bad" : row.leaps ? "doubt" : row.what === "same" ? "soft" : ""}>
                          {row.says}
                          {row.leaps && ": is this right?"}
                        </td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              </div>
            </>
          )}
        </>
      )}
      {lists.length > 0 && (
        <ul>
          {lists.map((line) => (
            <li key={line.version}>
              <span className="num small soft">{formatMoment(line.at)}</span>
              <span>
                {line.says}
                {line.by && <span className="soft">, {line.by}</span>}
              </span>
              {line.back && may("save supplier") && (
                <button
                  className="button quiet small"
                  disabled={busy}
                  onClick={async () => {
                    const done = await send(() => doors.back(supplierId, by));
                    if (done === null) return;
                    setSays({ ok: true, text: done });
                    router.refresh();
                  }}
                >
                  Take it back
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
