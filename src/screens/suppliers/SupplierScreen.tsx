"use client";

import { Input, Select } from "antd";
import dynamic from "next/dynamic";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import type { HouseRules } from "@/core/house/houseRules";
import { CURRENCIES } from "@/core/money/currencies";
import type { SeenLead } from "@/core/supply/seenLead";
import { recordMerged } from "@/core/figures/merged";
import { NO_TERMS } from "@/core/parts/noTerms";
import { WEEKDAYS } from "@/core/parts/weekdays";
import { asOneWish, whyNoAnswer } from "@/ui/asOneWish";
import { amountWrong, Field, MoneyBox, NumberBox } from "@/ui/boxes";
import { useDraft, useInBrowser } from "@/ui/useDraft";
import { Changes, type RecordLine } from "../Changes";
import { ForUsAlone } from "../ForUsAlone";
import { Fields } from "../Only";
import { useSettings } from "../settings";
import type { ListDoors, ListLine } from "./PriceLists";
import "../parts/parts.css";
import "./suppliers.css";

type Raw = Record<string, unknown>;
// What reads by the schemas of parts comes when the page stands.
const Costs = dynamic(() => import("./Costs").then((m) => m.Costs), { ssr: false });
const PriceLists = dynamic(() => import("./PriceLists").then((m) => m.PriceLists), { ssr: false });

type Issue = { path: string; message: string };
type Money = Pick<HouseRules, "currency" | "rates" | "rateBufferPercent">;
export type KeepSupplier = (
  raw: unknown,
  version: number | null,
  by: string,
) => Promise<{ ok: true; id: string } | { ok: false; issues: Issue[]; stale?: { version: number; now: Raw } }>;
type Page = {
  raw: Raw;
  issues: readonly (Issue & { says: string })[];
  version: number;
  history: readonly RecordLine[];
  seen: SeenLead | null;
  offers: number;
  money: Money;
};

const record = (value: unknown): Raw => (typeof value === "object" && value !== null ? (value as Raw) : {});

/** What a supplier asks beside its prices, and what an order there costs until it lies in the shop. */
export function SupplierScreen({
  page,
  isNew,
  keepSupplier,
  lists,
  doors,
}: {
  page: Page;
  isNew: boolean;
  keepSupplier: KeepSupplier;
  lists: readonly ListLine[];
  doors: ListDoors;
}) {
  const first = useMemo(() => ({ ...page.raw, terms: { ...NO_TERMS, ...record(page.raw.terms) } }), [page.raw]);
  // What somebody else stored meanwhile, until the page is read anew.
  const [theirs, setTheirs] = useState<{ raw: Raw; version: number } | null>(null);
  const stands = theirs && theirs.version > page.version ? theirs : { raw: first as Raw, version: page.version };
  const of = useDraft(isNew ? "new supplier" : `supplier ${String(page.raw.id)}`, JSON.stringify(stands.raw));
  const supplier = useMemo(() => JSON.parse(of.text) as Raw, [of.text]);
  const terms = record(supplier.terms);
  const customs = terms.customs === null || terms.customs === undefined ? null : record(terms.customs);
  const steps = Array.isArray(terms.carriageSteps) ? (terms.carriageSteps as Raw[]) : [];
  const masses = Array.isArray(terms.massSteps) ? (terms.massSteps as Raw[]) : [];
  const [issues, setIssues] = useState<readonly Issue[]>(page.issues);
  const [says, setSays] = useState("");
  const [busy, setBusy] = useState(false);
  const [turn, setTurn] = useState(0);
  const { may, by, turned } = useSettings();
  const inBrowser = useInBrowser();
  const router = useRouter();
  const put = (next: Raw) => of.put(JSON.stringify(next));
  const set = (key: string, value: unknown) => put({ ...supplier, [key]: value });
  const setTerm = (key: string, value: unknown) => put({ ...supplier, terms: { ...terms, [key]: value } });
  const setCustoms = (key: string, value: unknown) => setTerm("customs", { ...customs, [key]: value });
  const setStep = (at: number, key: string, value: unknown) =>
    setTerm(
      "carriageSteps",
      steps.map((step, i) => (i === at ? { ...step, [key]: value } : step)),
    );
  const setMass = (at: number, key: string, value: unknown) =>
    setTerm(
      "massSteps",
      masses.map((step, i) => (i === at ? { ...step, [key]: value } : step)),
    );
  const wrong = (path: string) =>
    issues
      .filter((issue) => issue.path === path)
      .map((issue) => issue.message)
      .join("; ");
  const amount = (path: string, value: unknown) => amountWrong(value, wrong(path));
  const currency = String(supplier.currency);
  const save = async (what: Raw = supplier) => {
    setBusy(true);
    setSays("");
    const answer = await asOneWish(JSON.stringify(what), () => keepSupplier(what, isNew ? null : stands.version, by)).catch(
      async () => ({ ok: false as const, issues: [{ path: "", message: (await whyNoAnswer()).says }] }),
    );
    setBusy(false);
    if (!answer.ok && "stale" in answer && answer.stale) {
      const now = { ...answer.stale.now, terms: { ...NO_TERMS, ...record(answer.stale.now.terms) } };
      put(recordMerged(stands.raw, what, now, "terms"));
      setTheirs({ raw: answer.stale.now, version: answer.stale.version });
      setTurn(turn + 1);
    }
    if (!answer.ok) {
      const { tellSupplierIssue } = await import("@/core/supply/supplierChanges");
      setIssues(answer.issues);
      return setSays(`Not stored. ${answer.issues.map(tellSupplierIssue).join("; ")}`);
    }
    setIssues([]);
    of.stored(JSON.stringify(what));
    setSays("Stored.");
    if (isNew) router.push(`/suppliers/${answer.id}`);
    else router.refresh();
  };
  if (turned) return <ForUsAlone />;
  const typed = of.draft !== null && of.draft !== JSON.stringify(stands.raw);
  return (
    <div className="page supplier-page">
      <p className="part-ways">
        <Link prefetch={false} href="/suppliers">
          All suppliers
        </Link>
        {!isNew && (
          <span className="soft small">
            {page.offers} {page.offers === 1 ? "offer" : "offers"} in the books.{" "}
            {page.seen
              ? `Seen over ${page.seen.count} orders: ${page.seen.meanDays.toFixed(1)} ± ${page.seen.spreadDays.toFixed(1)} days.`
              : "Too few orders came to say how long they take."}
          </span>
        )}
      </p>
      <div className="page-head">
        <h1>{String(supplier.name) || "New supplier"}</h1>
        <span className="fill" />
        {says && (
          <span className={says === "Stored." ? "good" : "bad"} role="status">
            {says}
          </span>
        )}
        {typed && (
          <button
            className="button quiet"
            disabled={busy}
            onClick={() => {
              of.put(null);
              setIssues(page.issues);
              setSays("");
              setTurn(turn + 1);
            }}
          >
            Drop what is typed
          </button>
        )}
        <button className="button main-action" hidden={!may("save supplier")} disabled={busy} onClick={() => void save()}>
          Store
        </button>
      </div>
      {page.issues.length > 0 && (
        <p className="note stop">
          This supplier does not read, so nothing of it is bought: {page.issues.map((issue) => issue.says).join("; ")}.
        </p>
      )}
      <Fields may="save supplier">
        <div className="supplier-columns" key={`${turn} ${page.version} ${inBrowser}`}>
          <section className="card">
            <h2>Who they are</h2>
            <Field label="Name" wrong={wrong("name")}>
              <Input
                value={String(supplier.name)}
                onChange={(e) => set("name", e.target.value)}
                maxLength={60}
                aria-label="Name"
              />
            </Field>
            <Field label="Short name, for files" wrong={wrong("id")}>
              <Input
                value={String(supplier.id)}
                disabled={!isNew}
                onChange={(e) => set("id", e.target.value)}
                maxLength={60}
                placeholder="small letters, such as north-quay"
                aria-label="Short name"
              />
            </Field>
            <Field label="Currency of their carriage and fees" wrong={wrong("currency")}>
              <Select
                value={currency}
                onChange={(value) => set("currency", value)}
                options={CURRENCIES.map((value) => ({ value, label: value }))}
                aria-label="Currency"
              />
            </Field>
            <Field label="How orders go to them" wrong={wrong("terms.sendTo")}>
              <Input
                value={String(terms.sendTo)}
                onChange={(e) => setTerm("sendTo", e.target.value)}
                maxLength={120}
                placeholder="an address, a telephone number"
                aria-label="How orders go to them"
              />
            </Field>
            <Field label="Their order desk on this machine; empty: none" wrong={wrong("terms.desk")}>
              <Input
                className="num"
                value={String(terms.desk ?? "")}
                onChange={(e) => setTerm("desk", e.target.value.trim())}
                maxLength={120}
                placeholder="such as http://127.0.0.1:4180"
                aria-label="Their order desk"
              />
            </Field>
            <Field label="Our number with them" wrong={wrong("terms.customerNumber")}>
              <Input
                value={String(terms.customerNumber)}
                onChange={(e) => setTerm("customerNumber", e.target.value)}
                maxLength={40}
                aria-label="Our number with them"
              />
            </Field>
            <Field label="Terms of payment" wrong={wrong("terms.payment")}>
              <Input
                value={String(terms.payment)}
                onChange={(e) => setTerm("payment", e.target.value)}
                maxLength={80}
                placeholder="such as 30 days net"
                aria-label="Terms of payment"
              />
            </Field>
            <Field label="Days on which they take orders; none: every working day" wrong={wrong("terms.orderDays")}>
              <Select
                mode="multiple"
                value={(terms.orderDays as string[]) ?? []}
                onChange={(value: string[]) =>
                  setTerm(
                    "orderDays",
                    WEEKDAYS.filter((day) => value.includes(day)),
                  )
                }
                options={WEEKDAYS.map((value) => ({ value, label: value }))}
                aria-label="Order days"
              />
            </Field>
            <Field label="Orders of the day until" wrong={wrong("terms.cutOff")}>
              <Input
                value={String(terms.cutOff)}
                onChange={(e) => setTerm("cutOff", e.target.value.trim())}
                maxLength={5}
                placeholder="such as 14:00"
                aria-label="Orders of the day until"
              />
            </Field>
          </section>
          <section className="card">
            <h2>What they ask beside prices</h2>
            <Field label="Carriage of an order" wrong={amount("carriageMinor", supplier.carriageMinor)}>
              <MoneyBox
                label="Carriage of an order"
                unit={currency}
                minor={supplier.carriageMinor}
                onChange={(v) => set("carriageMinor", v)}
              />
            </Field>
            {steps.map((step, i) => (
              <div key={i} className="supplier-step">
                <Field label="from goods of" wrong={amount(`terms.carriageSteps.${i}.fromMinor`, step.fromMinor)}>
                  <MoneyBox
                    label={`Step ${i + 1}: goods from`}
                    unit={currency}
                    minor={step.fromMinor}
                    onChange={(v) => setStep(i, "fromMinor", v)}
                  />
                </Field>
                <Field label="only" wrong={amount(`terms.carriageSteps.${i}.carriageMinor`, step.carriageMinor)}>
                  <MoneyBox
                    label={`Step ${i + 1}: carriage`}
                    unit={currency}
                    minor={step.carriageMinor}
                    onChange={(v) => setStep(i, "carriageMinor", v)}
                  />
                </Field>
                <button
                  type="button"
                  className="button quiet small"
                  aria-label={`Take step ${i + 1} out`}
                  onClick={() => {
                    setTerm(
                      "carriageSteps",
                      steps.filter((_, at) => at !== i),
                    );
                    setTurn(turn + 1);
                  }}
                >
                  Take out
                </button>
              </div>
            ))}
            {steps.length < 6 && (
              <button
                type="button"
                className="button quiet small"
                onClick={() => setTerm("carriageSteps", [...steps, { fromMinor: "", carriageMinor: "" }])}
              >
                One more step
              </button>
            )}
            {masses.map((step, i) => (
              <div key={i} className="supplier-step">
                <Field label="an order heavier than" wrong={wrong(`terms.massSteps.${i}.overKg`)}>
                  <NumberBox
                    label={`Step ${i + 1} of mass: heavier than`}
                    unit="kg"
                    value={step.overKg}
                    onChange={(v) => setMass(i, "overKg", v)}
                  />
                </Field>
                <Field label="on top" wrong={amount(`terms.massSteps.${i}.moreMinor`, step.moreMinor)}>
                  <MoneyBox
                    label={`Step ${i + 1} of mass: on top`}
                    unit={currency}
                    minor={step.moreMinor}
                    onChange={(v) => setMass(i, "moreMinor", v)}
                  />
                </Field>
                <button
                  type="button"
                  className="button quiet small"
                  aria-label={`Take step ${i + 1} of mass out`}
                  onClick={() => {
                    setTerm(
                      "massSteps",
                      masses.filter((_, at) => at !== i),
                    );
                    setTurn(turn + 1);
                  }}
                >
                  Take out
                </button>
              </div>
            ))}
            {masses.length < 6 && (
              <button
                type="button"
                className="button quiet small"
                onClick={() => setTerm("massSteps", [...masses, { overKg: "", moreMinor: "" }])}
              >
                One more step of mass
              </button>
            )}
            <Field label="Sent free from; empty: never" wrong={amount("freeFromMinor", supplier.freeFromMinor)}>
              <MoneyBox
                label="Sent free from"
                unit={currency}
                empty={null}
                example="never"
                minor={supplier.freeFromMinor}
                onChange={(v) => set("freeFromMinor", v)}
              />
            </Field>
            <Field
              label="Carriage of dangerous goods, on top"
              wrong={amount("dangerousGoodsMinor", supplier.dangerousGoodsMinor)}
            >
              <MoneyBox
                label="Dangerous goods, on top"
                unit={currency}
                minor={supplier.dangerousGoodsMinor}
                onChange={(v) => set("dangerousGoodsMinor", v)}
              />
            </Field>
            <Field
              label="They take no order under; empty: they take any"
              wrong={amount("terms.leastOrderMinor", terms.leastOrderMinor)}
            >
              <MoneyBox
                label="They take no order under"
                unit={currency}
                empty={null}
                example="none"
                minor={terms.leastOrderMinor}
                onChange={(v) => setTerm("leastOrderMinor", v)}
              />
            </Field>
            <Field
              label="A small order is one under; empty: none is"
              wrong={amount("terms.smallOrderUnderMinor", terms.smallOrderUnderMinor)}
            >
              <MoneyBox
                label="A small order is one under"
                unit={currency}
                empty={null}
                example="none"
                minor={terms.smallOrderUnderMinor}
                onChange={(v) => setTerm("smallOrderUnderMinor", v)}
              />
            </Field>
            <Field label="Fee for a small order" wrong={amount("terms.smallOrderFeeMinor", terms.smallOrderFeeMinor)}>
              <MoneyBox
                label="Fee for a small order"
                unit={currency}
                minor={terms.smallOrderFeeMinor}
                onChange={(v) => setTerm("smallOrderFeeMinor", v)}
              />
            </Field>
            <Field label="Fee for paying" wrong={wrong("terms.paymentPercent")}>
              <NumberBox
                label="Fee for paying"
                unit="%"
                value={terms.paymentPercent}
                onChange={(v) => setTerm("paymentPercent", v)}
              />
            </Field>
            <h2 className="supplier-customs">Customs</h2>
            <label className="offer-free">
              <input
                type="checkbox"
                checked={customs !== null}
                onChange={(event) => {
                  setTerm(
                    "customs",
                    event.target.checked
                      ? {
                          origin: "",
                          dutyMotorsPercent: 0,
                          dutyBatteriesPercent: 0,
                          dutyPartsPercent: 0,
                          importTaxPercent: 0,
                          brokerMinor: 0,
                        }
                      : null,
                  );
                  setTurn(turn + 1);
                }}
              />{" "}
              What they send passes a customs office
            </label>
            {customs && (
              <>
                <Field label="From where it comes" wrong={wrong("terms.customs.origin")}>
                  <Input
                    value={String(customs.origin)}
                    onChange={(e) => setCustoms("origin", e.target.value)}
                    maxLength={40}
                    aria-label="Origin"
                  />
                </Field>
                {(
                  [
                    ["dutyMotorsPercent", "Duty on motors and kits"],
                    ["dutyBatteriesPercent", "Duty on batteries"],
                    ["dutyPartsPercent", "Duty on bicycle parts"],
                    ["importTaxPercent", "Import tax that you do not get back"],
                  ] as const
                ).map(([key, label]) => (
                  <Field key={key} label={label} wrong={wrong(`terms.customs.${key}`)}>
                    <NumberBox label={label} unit="%" value={customs[key]} onChange={(v) => setCustoms(key, v)} />
                  </Field>
                ))}
                <Field label="Broker for each order" wrong={amount("terms.customs.brokerMinor", customs.brokerMinor)}>
                  <MoneyBox
                    label="Broker for each order"
                    unit={page.money.currency}
                    minor={customs.brokerMinor}
                    onChange={(v) => setCustoms("brokerMinor", v)}
                  />
                </Field>
                <p className="small soft">
                  The heading decides the rate, and the origin may add to it: ask the customs office before you quote. Carriage is
                  dutied as bicycle parts.
                </p>
              </>
            )}
          </section>
          <section className="card supplier-costs">
            <Costs supplier={supplier} money={page.money} />
          </section>
        </div>
      </Fields>
      {!isNew && <PriceLists supplierId={String(page.raw.id)} lists={lists} doors={doors} />}
      {page.history.length > 0 && (
        <Changes history={page.history} put={may("save supplier") ? (before) => void save(before) : null} busy={busy} />
      )}
    </div>
  );
}
