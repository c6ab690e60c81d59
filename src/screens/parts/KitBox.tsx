"use client";

import Link from "next/link";
import { isDrawn, PartView } from "@/draw/PartView";
import { KIND_NAMES, type PartKind } from "@/core/parts/kinds";
import { formatNumber } from "@/core/units/formatQuantity";

export type InKit = Readonly<
  Record<string, { readonly kind: PartKind; readonly name: string; readonly spec: Readonly<Record<string, unknown>> }>
>;
type Row = { readonly partId?: unknown; readonly quantity?: unknown };

/** A kit laid out as it comes out of its box: each part drawn from its own figures where it can be, each with how many there are. */
export function KitBox({ rows, known }: { rows: readonly Row[]; known: InKit }) {
  const laid = rows.filter(
    (row): row is { partId: string; quantity: unknown } => typeof row.partId === "string" && row.partId !== "",
  );
  if (laid.length === 0) return <p className="soft small">It is laid out here once a part is picked.</p>;
  return (
    <ul className="kit-box" aria-label="What is in the box, laid out">
      {laid.map(({ partId, quantity }, i) => {
        const part = known[partId];
        const count = typeof quantity === "number" ? quantity : 1;
        return (
          <li key={`${partId} ${i}`} className={part && isDrawn(part.kind) ? "drawn" : undefined}>
            {part && isDrawn(part.kind) && (
              <PartView kind={part.kind} spec={part.spec} at={null} show={(mm) => formatNumber(mm, 1)} />
            )}
            <p>
              <b className="num">{count} ×</b>{" "}
              {part ? (
                <Link prefetch={false} href={`/parts/${partId}`}>
                  {part.name}
                </Link>
              ) : (
                <span className="num">{partId}</span>
              )}
              <span className="soft small">{part ? KIND_NAMES[part.kind] : "known once it is stored"}</span>
            </p>
          </li>
        );
      })}
    </ul>
  );
}
