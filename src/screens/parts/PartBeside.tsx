"use client";

import Link from "next/link";
import type { Alike } from "@/core/parts/alike";
import type { Currency, Supplier } from "@/core/parts/part";
import type { PriceLine } from "@/core/supply/seenPrices";
import { formatDay } from "@/core/units/date";
import { PriceSteps } from "@/draw/PriceSteps";
import { money } from "@/ui/format";
import { Instead } from "@/ui/Instead";

/** What the books know of a part beside its sheet: what it cost, which pieces came, who wants it. */
export type Beside = {
  readonly wantedBy: readonly {
    readonly jobId: string;
    readonly number: number;
    readonly customer: string;
    readonly pieces: number;
  }[];
  readonly alike: readonly Alike[];
  readonly prices: readonly PriceLine[];
  readonly serials: readonly {
    readonly serial: string;
    readonly came: { readonly with: string; readonly lot: string; readonly at: string } | null;
    readonly bike: { readonly jobId: string; readonly number: number; readonly customer: string } | null;
  }[];
};

export function PartBeside({
  page,
  partId,
  turned,
}: {
  page: Beside & { readonly suppliers: readonly Supplier[]; readonly shelf: { readonly currency: Currency } | null };
  partId: string;
  turned: boolean;
}) {
  return (
    <>
      {page.prices.length > 0 && !turned && (
        <section className="card shop-only">
          <h2>What a piece cost</h2>
          <PriceSteps
            lines={page.prices}
            today={new Date().toISOString()}
            nameOf={(id) => page.suppliers.find((one) => one.id === id)?.name ?? id}
            show={(minor) => money(minor, page.shelf?.currency ?? "EUR")}
          />
          <p className="soft small">
            Without carriage, at today&apos;s rates. A line begins where a price was first stored here.
          </p>
        </section>
      )}
      {page.serials.length > 0 && (
        <section className="card">
          <h2>Its pieces, by serial number</h2>
          {page.serials.map(({ serial, came, bike }) => (
            <p key={serial}>
              <b className="num">{serial}</b>
              {came?.lot && `, lot ${came.lot}`}{" "}
              {came && (
                <span className="soft small">
                  came {formatDay(came.at)} with{" "}
                  <Link prefetch={false} className="num" href={`/buying/${came.with}`}>
                    {came.with}
                  </Link>
                </span>
              )}{" "}
              {bike ? (
                <Link prefetch={false} href={`/jobs/${bike.jobId}/build`}>
                  in the bike of {String(bike.number).padStart(4, "0")} {bike.customer}
                </Link>
              ) : (
                <span className="soft small">in no bike yet</span>
              )}
            </p>
          ))}
        </section>
      )}
      <section className="card">
        <h2>Jobs that still buy it</h2>
        {page.wantedBy.length === 0 && <p className="soft">None.</p>}
        {page.wantedBy.map(({ jobId, number, customer, pieces }) => (
          <p key={jobId}>
            <Link prefetch={false} href={`/jobs/${jobId}/order`}>
              {String(number).padStart(4, "0")} {customer}
            </Link>{" "}
            <span className="num soft">
              {pieces} {pieces === 1 ? "piece" : "pieces"}
            </span>
          </p>
        ))}
        {page.wantedBy.length > 0 && !turned && (
          <Instead ask={{ partId }} none="Nothing else in the books fits these jobs as well and costs less or comes sooner." />
        )}
      </section>
      {page.alike.length > 0 && (
        <section className="card">
          <h2>Most alike</h2>
          {page.alike.map((one) => (
            <p key={one.id}>
              <Link prefetch={false} href={`/parts/${one.id}`}>
                {one.name}
              </Link>{" "}
              {one.inStock > 0 && <span className="num good small">{one.inStock} on our shelf</span>}
              <span className="soft small alike-differs">
                {one.differs.length === 0 ? "the same figures" : one.differs.slice(0, 4).join("; ")}
                {one.differs.length > 4 && `; and ${one.differs.length - 4} more`}
              </span>
            </p>
          ))}
          <p className="soft small">By their figures alone: whether one fits a bike, that bike&rsquo;s checks say.</p>
        </section>
      )}
    </>
  );
}
