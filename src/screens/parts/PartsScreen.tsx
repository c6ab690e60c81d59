"use client";

import { Input } from "antd";
import Link from "next/link";
import { useState } from "react";
import { KIND_NAMES, PART_KINDS, type PartKind } from "@/core/parts/kinds";
import { money } from "@/ui/format";
import { useListing } from "@/ui/useListing";
import { useSettings } from "../settings";
import type { PartList } from "@/core/parts/partList";
import "./parts.css";

/** The catalogue: found by typing, narrowed by kind; a part that does not read stands on top and says which field. */
export function PartsScreen({ find: asked, kind: askedKind, first }: { find: string; kind: string; first: PartList }) {
  const { may } = useSettings();
  const [find, setFind] = useState(asked);
  const [kind, setKind] = useState(askedKind);
  const shown = useListing<PartList>(`/api/parts?find=${encodeURIComponent(find)}&kind=${encodeURIComponent(kind)}`, first);
  return (
    <div className="parts">
      <nav className="parts-kinds" aria-label="Kinds of part">
        <KindButton
          name="all kinds"
          n={Object.values(shown.kinds).reduce((a, b) => a + b, 0)}
          here={kind === ""}
          onPick={() => setKind("")}
        />
        {PART_KINDS.filter((k) => shown.kinds[k]).map((k) => (
          <KindButton key={k} name={KIND_NAMES[k]} n={shown.kinds[k]!} here={kind === k} onPick={() => setKind(k)} />
        ))}
      </nav>
      <section className="parts-list">
        <div className="page-head">
          <h1>Parts</h1>
          <Input
            className="jobs-find"
            value={find}
            onChange={(event) => setFind(event.target.value)}
            placeholder="Name, maker or number"
            aria-label="Find among the parts"
            allowClear
            maxLength={80}
          />
          <span className="soft">
            {shown.total > shown.rows.length
              ? `${shown.rows.length} of ${shown.total}: type to narrow`
              : `${shown.total} ${shown.total === 1 ? "part" : "parts"}`}
          </span>
          <span className="fill" />
          <Link prefetch={false} className="button" href="/parts/count">
            Count the shelf
          </Link>
          <Link
            prefetch={false}
            className="button main-action"
            hidden={!may("save part")}
            href={`/parts/new${kind ? `?kind=${kind}` : ""}`}
          >
            New part
          </Link>
        </div>
        <table className="lines">
          <thead>
            <tr>
              <th>Part</th>
              <th>Kind</th>
              <th>Figures</th>
              <th className="right">Shelf</th>
              <th className="right shop-only">Offers</th>
              <th className="right shop-only">From</th>
            </tr>
          </thead>
          <tbody>
            {shown.rows.map((part) => (
              <tr key={part.id}>
                <td>
                  <Link prefetch={false} href={`/parts/${part.id}`}>
                    {part.name}
                  </Link>{" "}
                  <span className="soft small">{part.maker}</span>
                </td>
                <td className="soft">{KIND_NAMES[part.kind as PartKind] ?? part.kind}</td>
                <td className={part.broken ? "bad" : "soft"}>
                  {part.broken ? `cannot be chosen: ${part.broken}` : part.summary}
                </td>
                <td className="right num">{part.inStock || ""}</td>
                <td className="right num shop-only">{part.offers || <span className="bad">none</span>}</td>
                <td className="right num shop-only">
                  {part.bestMinor !== null && part.currency ? money(part.bestMinor, part.currency) : ""}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {shown.rows.length === 0 && <p className="card empty">No part holds “{find}”.</p>}
      </section>
    </div>
  );
}

function KindButton({ name, n, here, onPick }: { name: string; n: number; here: boolean; onPick: () => void }) {
  return (
    <button className={here ? "here" : ""} onClick={onPick}>
      <span>{name}</span> <span className="num soft">{n}</span>
    </button>
  );
}
