"use client";

import { Input, Select } from "antd";
import { CURRENCIES } from "@/core/money/currencies";
import type { Supplier } from "@/core/parts/part";
import { amountWrong, DayBox, Field, MoneyBox, NumberBox } from "@/ui/boxes";

type Raw = Record<string, unknown>;

/** Who sells a part: for how much, in what packs, from how many on, from when and until when. */
export function Offers({
  offers,
  suppliers,
  onChange,
  wrong,
}: {
  offers: Raw[];
  suppliers: Supplier[];
  onChange: (offers: Raw[]) => void;
  wrong: (path: string) => string;
}) {
  const change = (index: number, key: string, value: unknown) =>
    onChange(offers.map((offer, i) => (i === index ? { ...offer, [key]: value } : offer)));
  return (
    <section className="card shop-only">
      <h2>Who sells it</h2>
      {offers.length === 0 && <p className="soft">Nobody yet: without an offer a line stays without a price.</p>}
      {offers.map((offer, index) => (
        <div key={index} className="offer">
          <Field label="Supplier" wrong={wrong(`offers.${index}.supplierId`)}>
            <Select
              value={String(offer.supplierId)}
              onChange={(value) => change(index, "supplierId", value)}
              options={suppliers.map((s) => ({ value: s.id, label: s.name }))}
              aria-label="Supplier"
            />
          </Field>
          <Field label="Price of a pack, before tax" wrong={amountWrong(offer.priceMinor, wrong(`offers.${index}.priceMinor`))}>
            <MoneyBox
              label="Price of a pack, before tax"
              minor={offer.priceMinor}
              onChange={(value) => change(index, "priceMinor", value)}
            />
          </Field>
          <Field label="Their number for it" wrong={wrong(`offers.${index}.number`)}>
            <Input
              className="num"
              value={String(offer.number ?? "")}
              onChange={(event) => change(index, "number", event.target.value === "" ? undefined : event.target.value)}
              maxLength={40}
              placeholder="such as A-1042"
              aria-label="Their number for it"
            />
          </Field>
          {offer.priceMinor === 0 && (
            <label className="offer-free">
              <input
                type="checkbox"
                checked={offer.free === true}
                onChange={(event) => change(index, "free", event.target.checked ? true : undefined)}
              />{" "}
              It costs nothing
            </label>
          )}
          <Field label="Currency" wrong={wrong(`offers.${index}.currency`)}>
            <Select
              value={String(offer.currency)}
              onChange={(value) => change(index, "currency", value)}
              options={CURRENCIES.map((value) => ({ value, label: value }))}
              aria-label="Currency"
            />
          </Field>
          <Field label="Pieces in a pack" wrong={wrong(`offers.${index}.packSize`)}>
            <NumberBox value={offer.packSize} onChange={(value) => change(index, "packSize", value)} label="Pieces in a pack" />
          </Field>
          <Field label="From so many packs on" wrong={wrong(`offers.${index}.atLeast`)}>
            <NumberBox
              value={offer.atLeast ?? null}
              onChange={(value) => change(index, "atLeast", value ?? undefined)}
              label="This price from so many packs on"
              example="from the first"
            />
          </Field>
          <Field label="At most in an order, packs" wrong={wrong(`offers.${index}.atMost`)}>
            <NumberBox
              value={offer.atMost ?? null}
              onChange={(value) => change(index, "atMost", value ?? undefined)}
              label="At most so many packs in an order"
              example="any number"
            />
          </Field>
          <Field label="Holds from" wrong={wrong(`offers.${index}.validFrom`)}>
            <DayBox
              label="Holds from"
              day={offer.validFrom}
              onChange={(day) => change(index, "validFrom", day)}
              example="already"
            />
          </Field>
          <Field label="Holds until, that day too" wrong={wrong(`offers.${index}.validTo`)}>
            <DayBox label="Holds until" day={offer.validTo} onChange={(day) => change(index, "validTo", day)} example="no end" />
          </Field>
          {offer.validTo !== undefined && (
            <Field label="What follows it, if it is sold no more after that" wrong={wrong(`offers.${index}.followedBy`)}>
              <Input
                className="num"
                value={String(offer.followedBy ?? "")}
                onChange={(event) => change(index, "followedBy", event.target.value === "" ? undefined : event.target.value)}
                maxLength={60}
                placeholder="a part number"
                aria-label="What follows it"
              />
            </Field>
          )}
          <Field label="Lead time, days" wrong={wrong(`offers.${index}.leadDays`)}>
            <NumberBox value={offer.leadDays} onChange={(value) => change(index, "leadDays", value)} label="Lead time, days" />
          </Field>
          <Field label="Carriage" wrong={wrong(`offers.${index}.carriage`)}>
            <Select
              value={String(offer.carriage)}
              onChange={(value) => change(index, "carriage", value)}
              options={["ordinary", "dangerous goods"].map((value) => ({ value, label: value }))}
              aria-label="Carriage"
            />
          </Field>
          <button className="button quiet" onClick={() => onChange(offers.filter((_, i) => i !== index))}>
            Take out
          </button>
        </div>
      ))}
      <button
        className="button"
        onClick={() =>
          onChange([
            ...offers,
            {
              supplierId: suppliers[0]?.id ?? "",
              priceMinor: "",
              currency: suppliers[0]?.currency ?? "EUR",
              packSize: 1,
              leadDays: 3,
              carriage: "ordinary",
            },
          ])
        }
      >
        Add an offer
      </button>
    </section>
  );
}
