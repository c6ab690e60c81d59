"use client";

import { Input } from "antd";
import { useState } from "react";
import { typedNumber } from "@/core/figures/schema";
import { parseMoney } from "@/core/money/money";
import { formatDay, parseDay } from "@/core/units/date";
import { TypedBox } from "./figures/Figures";

/** A labelled box with what is wrong with it under it. */
export function Field({ label, wrong = "", children }: { label: string; wrong?: string; children: React.ReactNode }) {
  return (
    <div className="field">
      <span>{label}</span>
      {children}
      {wrong && <span className="wrong">{wrong}</span>}
    </div>
  );
}

/** A number as typed; nothing is no number. */
export const NumberBox = ({
  example,
  ...of
}: {
  value: unknown;
  onChange: (value: unknown) => void;
  label: string;
  example?: string;
  unit?: string;
}) => <TypedBox {...of} read={(text) => (text.trim() === "" ? null : typedNumber(text))} example={example} />;

/** A day as one says it, shown in the one form of all screens; what is none stays as text and is refused by the schema. */
export function DayBox({
  day,
  onChange,
  label,
  example,
}: {
  day: unknown;
  onChange: (day: string | undefined) => void;
  label: string;
  example: string;
}) {
  const shown = typeof day === "string" ? day : "";
  const [text, setText] = useState(/^\d{4}-\d{2}-\d{2}$/.test(shown) ? formatDay(shown) : shown);
  return (
    <Input
      value={text}
      aria-label={label}
      placeholder={example}
      maxLength={40}
      onChange={(event) => {
        setText(event.target.value);
        if (event.target.value.trim() === "") return onChange(undefined);
        const read = parseDay(event.target.value, new Date().toISOString());
        onChange(read.ok ? read.value : event.target.value);
      }}
      onBlur={() => setText(/^\d{4}-\d{2}-\d{2}$/.test(shown) ? formatDay(shown) : text)}
    />
  );
}

/** What is wrong with an amount as it was typed; the shape's own words where it reads. */
export function amountWrong(amount: unknown, wrong: string): string {
  const read = wrong !== "" && typeof amount === "string" ? parseMoney(amount) : undefined;
  return read?.ok === false ? read.error : wrong;
}

/**
 * An amount as typed; what is none stays as text and is refused by the schema.
 * @param empty what an empty box stands for; without it an empty box is an amount that is missing
 */
export function MoneyBox({
  minor,
  onChange,
  label,
  unit,
  example = "such as 24.50",
  empty,
}: {
  minor: unknown;
  onChange: (minor: number | string | null) => void;
  label: string;
  unit?: string;
  example?: string;
  empty?: null;
}) {
  const [text, setText] = useState(typeof minor === "number" ? (minor / 100).toFixed(2) : String(minor ?? ""));
  return (
    <Input
      className="num"
      value={text}
      suffix={unit}
      aria-label={label}
      placeholder={example}
      maxLength={20}
      onChange={(event) => {
        setText(event.target.value);
        if (empty === null && event.target.value.trim() === "") return onChange(null);
        const read = parseMoney(event.target.value);
        onChange(read.ok ? read.value : event.target.value);
      }}
    />
  );
}
