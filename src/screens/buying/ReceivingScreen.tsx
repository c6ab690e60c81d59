"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { typedNumber } from "@/core/figures/schema";
import { isNumbered, readSerials } from "@/core/supply/serials";
import { toSendBack } from "@/core/supply/pieces";
import { atDesk, dealt, isHere, missingPieces, orderedPieces } from "@/core/supply/pieces";
import type { Purchase } from "@/core/supply/purchaseSchema";
import { formatDay, formatMoment } from "@/core/units/date";
import { AskWhy } from "@/ui/AskWhy";
import { asOneWish, whyNoAnswer } from "@/ui/asOneWish";
import { money } from "@/ui/format";
import { useDraft, useInBrowser } from "@/ui/useDraft";
import { Only } from "../Only";
import { useSettings } from "../settings";
import { SHELF } from "@/core/supply/needs";
import { BillBox } from "./BillBox";
import { DeliveryPhotos } from "./DeliveryPhotos";
import { FromThem, type DeskDoors } from "./FromThem";
import { tag, WhySoMuch } from "./BuyingScreen";
import { useDeskNews } from "./useDeskNews";
import "../parts/parts.css";
import "./buying.css";

type Told = Promise<{ ok: true; value: string } | { ok: false; says: string }>;
type Page = {
  purchase: Purchase;
  names: Readonly<Record<string, { number: number; customer: string; due: string | null }>>;
  today: string;
  sendTo: string;
  /** Whether the supplier's order desk is in its terms. */
  desk: boolean;
};
type Counted = Record<string, { good: string; broken: string; serials?: string; lot?: string }>;

/** At the bench door: what of an order came, whole or broken, counted line by line. */
export function ReceivingScreen({
  page,
  takeInDelivery,
  callOffJointOrder,
  sendBackToSupplier,
  noteOrderBill,
  desk,
}: {
  page: Page;
  takeInDelivery: (raw: unknown, by: string) => Told;
  callOffJointOrder: (raw: unknown, by: string) => Told;
  sendBackToSupplier: (raw: unknown, by: string) => Told;
  noteOrderBill: (raw: unknown, by: string) => Told;
  desk: DeskDoors;
}) {
  const { purchase, names, today } = page;
  const of = useDraft(`delivery ${purchase.number}`, "{}");
  const counted = JSON.parse(of.text) as Counted;
  const inBrowser = useInBrowser();
  const [says, setSays] = useState<{ ok: boolean; text: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const { by, turned, may } = useSettings();
  const router = useRouter();
  const set = (line: number, key: "good" | "broken" | "serials" | "lot", text: string) =>
    of.put(JSON.stringify({ ...counted, [line]: { good: "", broken: "", ...counted[line], [key]: text } }));
  const open = purchase.closed === null;
  const numbers = purchase.lines.map((_, line) => {
    const typed = counted[line] ?? { good: "", broken: "" };
    const read = (text: string) => (text.trim() === "" ? 0 : typedNumber(text));
    const serials = readSerials(typed.serials ?? "");
    return {
      line,
      good: read(typed.good),
      broken: read(typed.broken),
      ...(serials.length > 0 && { serials, lot: typed.lot ?? "" }),
    };
  });
  const wrong = numbers.find(({ good, broken }) => typeof good === "string" || typeof broken === "string");
  const some = numbers.some(({ good, broken }) => good !== 0 || broken !== 0);
  const act = async (wish: object, send: (request: string) => Told): Promise<boolean> => {
    setBusy(true);
    const answer = await asOneWish(JSON.stringify([purchase.number, wish]), send).catch(async () => ({
      ok: false as const,
      says: (await whyNoAnswer()).says,
    }));
    setBusy(false);
    setSays(answer.ok ? { ok: true, text: answer.value } : { ok: false, text: answer.says });
    router.refresh();
    return answer.ok;
  };
  const take = () => {
    if (wrong) return setSays({ ok: false, text: `${purchase.lines[wrong.line]!.name}: write whole pieces, such as 2.` });
    const wish = { purchaseId: purchase.id, version: purchase.version, delivery: numbers };
    const sent = of.text;
    // What is counted meanwhile for the next delivery stays.
    void act(wish, (request) => takeInDelivery({ ...wish, request }, by)).then((taken) => {
      if (taken) of.stored(sent);
    });
  };
  useDeskNews(may("receive") && page.desk && atDesk(purchase) ? [purchase.supplierId] : [], (text) => {
    setSays({ ok: true, text });
    router.refresh();
  });
  // Something came, and not all of it, or not whole.
  const claims =
    purchase.receipts.length > 0 && purchase.lines.some((line) => line.broken > 0 || (open && missingPieces(line) > 0));
  const late = open && purchase.dueDay < today;
  const missing = purchase.lines.reduce((sum, line) => sum + missingPieces(line), 0);
  const jobs = [...new Set(purchase.lines.flatMap((line) => line.for.map((share) => share.jobId)))].filter((id) => id !== SHELF);
  return (
    <div className="page receiving">
      <p className="part-ways">
        <Link prefetch={false} href="/buying">
          Buying
        </Link>
        <span className="soft small">
          {page.sendTo && `how it goes to them: ${page.sendTo}; `}placed {formatMoment(purchase.placed.at)} by{" "}
          {purchase.placed.by || "no name"}
        </span>
      </p>
      <div className="page-head">
        <h1>
          <span className="num">{purchase.number}</span> {purchase.supplierName}
        </h1>
        <span className={late ? "bad" : "soft"}>
          {purchase.closed
            ? `${purchase.closed.how}, ${formatDay(purchase.closed.at)}${purchase.closed.why && `: ${purchase.closed.why}`}`
            : `${late ? "late, was due" : "due"} ${formatDay(purchase.dueDay)}`}
        </span>
        <span className="fill" />
        {!turned && <b className="num">{money(purchase.goodsMinor + purchase.carriageMinor, purchase.currency)}</b>}
        {!turned && (
          <>
            <a className="button" href={`/api/buying/${purchase.number}/order.pdf`} target="_blank" rel="noreferrer">
              The order
            </a>
            {(["csv", "xml"] as const).map((ending) => (
              <a key={ending} className="button quiet" href={`/api/buying/${purchase.number}/order.${ending}`} download>
                {ending.toUpperCase()}
              </a>
            ))}
          </>
        )}
        {claims && (
          <a className="button" href={`/api/buying/${purchase.number}/claim.pdf`} target="_blank" rel="noreferrer">
            Claim
          </a>
        )}
        {purchase.lines.some((line) => line.broken > 0) && (
          <a className="button" href={`/api/buying/${purchase.number}/return.pdf`} target="_blank" rel="noreferrer">
            Return
          </a>
        )}
      </div>
      {!turned && purchase.landed && (
        <p>
          <WhySoMuch landed={purchase.landed} currency={purchase.currency} />
        </p>
      )}
      {says && (
        <p className={`note${says.ok ? "" : " stop"}`} role="status">
          {says.text}
        </p>
      )}
      {purchase.dangerousGoods && open && (
        <p className="note">
          Holds a lithium pack. A dented, wet or warm box stays outside and shut: do not charge it, tell the supplier, and follow
          the rules of the place for damaged packs.
        </p>
      )}
      <table className="lines card receiving-lines" key={`${purchase.version} ${inBrowser}`}>
        <thead>
          <tr>
            <th>Part</th>
            <th>For</th>
            <th className="right">Ordered</th>
            <th className="right">Came</th>
            {open && <th>Came now, whole</th>}
            {open && <th>Came now, broken or wrong</th>}
          </tr>
        </thead>
        <tbody>
          {purchase.lines.map((line, i) => (
            <tr key={`${line.partId} ${line.packSize}`}>
              <td>
                <b>{line.name}</b>
                <div className="small soft num">
                  {line.partId}
                  {line.packSize > 1 && `, ${line.packs} ${line.packs === 1 ? "pack" : "packs"} of ${line.packSize}`}
                </div>
                {line.serials.length > 0 && (
                  <div className="small">
                    serial{" "}
                    <span className="num">
                      {line.serials.map((one) => `${one.serial}${one.lot && `, lot ${one.lot}`}`).join("; ")}
                    </span>
                  </div>
                )}
                {open && isNumbered(line.kind) && missingPieces(line) > 0 && (
                  <div className="receiving-serials">
                    <textarea
                      className="num"
                      rows={2}
                      value={counted[i]?.serials ?? ""}
                      onChange={(event) => set(i, "serials", event.target.value)}
                      maxLength={4000}
                      placeholder="serial numbers, one a line"
                      aria-label={`${line.name}: serial numbers`}
                    />
                    <input
                      className="num"
                      value={counted[i]?.lot ?? ""}
                      onChange={(event) => set(i, "lot", event.target.value)}
                      maxLength={40}
                      placeholder="lot"
                      aria-label={`${line.name}: lot`}
                    />
                  </div>
                )}
              </td>
              <td className="small">
                {line.for.map((share, at) => (
                  <div key={share.jobId}>
                    <span className="num">{tag(names[share.jobId]?.number)}</span> {names[share.jobId]?.customer}{" "}
                    <span className="num soft">
                      {dealt(line).given[at]} of {share.quantity}
                    </span>
                  </div>
                ))}
                {orderedPieces(line) > line.for.reduce((sum, share) => sum + share.quantity, 0) && (
                  <div className="soft">the rest of the pack to the shelf</div>
                )}
              </td>
              <td className="right num">{orderedPieces(line)}</td>
              <td className="right num">
                {line.came}
                {line.broken > 0 && (
                  <div className="bad small">
                    {line.broken} broken{line.sentBack > 0 && `, ${line.sentBack} sent back`}
                  </div>
                )}
              </td>
              {open && (
                <td>
                  {missingPieces(line) > 0 ? (
                    <div className="receiving-count">
                      <input
                        className="num"
                        inputMode="numeric"
                        value={counted[i]?.good ?? ""}
                        onChange={(event) => set(i, "good", event.target.value)}
                        maxLength={6}
                        aria-label={`${line.name}: whole pieces that came`}
                      />
                      <button className="button quiet" onClick={() => set(i, "good", String(missingPieces(line)))}>
                        all {missingPieces(line)}
                      </button>
                    </div>
                  ) : (
                    <span className="good">all here</span>
                  )}
                </td>
              )}
              {open && (
                <td>
                  {missingPieces(line) > 0 && (
                    <div className="receiving-count">
                      <input
                        className="num"
                        inputMode="numeric"
                        value={counted[i]?.broken ?? ""}
                        onChange={(event) => set(i, "broken", event.target.value)}
                        maxLength={6}
                        aria-label={`${line.name}: broken or wrong pieces`}
                      />
                    </div>
                  )}
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      {(open || purchase.lines.some((line) => toSendBack(line) > 0)) && (
        <div className="receiving-buttons">
          {open && (
            <>
              <button
                className="button"
                disabled={busy || missing === 0}
                onClick={() =>
                  of.put(
                    JSON.stringify(
                      Object.fromEntries(
                        purchase.lines.map((line, i) => [
                          i,
                          { ...counted[i], good: missingPieces(line) > 0 ? String(missingPieces(line)) : "", broken: "" },
                        ]),
                      ),
                    ),
                  )
                }
              >
                All of it came
              </button>
              <button className="button main-action" disabled={busy || !some} onClick={take}>
                Take it in
              </button>
              <span className="soft small">
                What is missing stays waited for; what is broken is waited for again. Tell the supplier of both.
              </span>
            </>
          )}
          <span className="fill" />
          {purchase.lines.some((line) => toSendBack(line) > 0) && (
            <Only may="receive">
              <AskWhy
                label="Sent back"
                asks={`How did it go: which carrier, under what number?${purchase.lines.some((line) => line.kind === "battery" && toSendBack(line) > 0) ? " A damaged pack goes by no ordinary carrier: by whom was it fetched?" : ""}`}
                yes="It went"
                disabled={busy}
                onYes={(how) => {
                  const wish = { purchaseId: purchase.id, version: purchase.version, how };
                  void act(wish, (request) => sendBackToSupplier({ ...wish, request }, by));
                }}
              />
            </Only>
          )}
          {open && (
            <Only may="call off joint order">
              <AskWhy
                label={purchase.lines.some((line) => line.came > 0) ? "Give the rest up" : "Call it off"}
                asks={
                  purchase.lines.some((line) => line.came > 0)
                    ? "What is missing is bought again, and what came for jobs that are not served goes to the shelf. Why?"
                    : "Its parts are to be bought again. Tell the supplier too. Why?"
                }
                yes="Yes"
                disabled={busy}
                onYes={(why) => {
                  const wish = { purchaseId: purchase.id, version: purchase.version, why };
                  void act(wish, () => callOffJointOrder(wish, by));
                }}
              />
            </Only>
          )}
        </div>
      )}
      {!turned && purchase.closed?.how !== "called off" && (
        <BillBox
          order={purchase}
          billed={purchase.bill}
          busy={busy}
          may={may("place joint order")}
          onNote={(bill, confirmed) => {
            const wish = {
              purchaseId: purchase.id,
              version: purchase.version,
              bill,
              ...(confirmed && { confirmed: true as const }),
            };
            return act(wish, () => noteOrderBill(wish, by));
          }}
        />
      )}
      <div className="receiving-foot">
        <section className="card">
          <h2>Its jobs</h2>
          {jobs.length === 0 && <p className="soft">None: all of it is for the shelf.</p>}
          {jobs.map((jobId) => {
            const orderId = purchase.lines.flatMap((line) => line.for).find((share) => share.jobId === jobId)!.orderId;
            const due = names[jobId]?.due;
            const waits = open && !isHere(purchase, orderId);
            return (
              <p key={jobId}>
                <Link prefetch={false} href={`/jobs/${jobId}/order`}>
                  {tag(names[jobId]?.number)} {names[jobId]?.customer}
                </Link>{" "}
                <span className={waits ? "soft" : "good"}>
                  {isHere(purchase, orderId) ? "all here" : open ? "waits" : "not served"}
                </span>
                {waits && due && due < purchase.dueDay && (
                  <span className="bad small"> promised {formatDay(due)}, before this is due: tell the customer</span>
                )}
                {waits && due && due >= purchase.dueDay && late && <span className="bad small"> promised {formatDay(due)}</span>}
              </p>
            );
          })}
        </section>
        <FromThem purchase={purchase} hasDesk={page.desk} doors={desk} act={act} busy={busy} />
        <section className="card">
          <h2>What came</h2>
          {purchase.receipts.length === 0 && <p className="soft">Nothing yet.</p>}
          {purchase.receipts.map((receipt, i) => (
            <p key={`${receipt.at} ${i}`}>
              <span className="num small soft">{formatMoment(receipt.at)}</span> {receipt.says}
              {receipt.by && <span className="soft">, {receipt.by}</span>}
            </p>
          ))}
          <DeliveryPhotos number={purchase.number} photos={purchase.photos} />
        </section>
      </div>
    </div>
  );
}
