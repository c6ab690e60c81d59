"use client";

import { Input } from "antd";
import { useState } from "react";
import { readDaysOff, showDaysOff, sortedDays } from "@/core/house/daysOff";

const LARGEST_FILE = 1_000_000;

/** Days on which the shop is closed: a line each, or from a calendar's file. */
export function DaysOff({
  days,
  was,
  onChange,
}: {
  days: readonly string[];
  was: readonly string[];
  onChange: (days: readonly string[]) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const [says, setSays] = useState({ text: "", bad: false });
  const today = new Date().toISOString().slice(0, 10);
  const take = () => {
    if (typed === null) return;
    const read = readDaysOff(typed, today);
    if (!read.ok) return setSays({ text: `${read.error}.`, bad: true });
    setTyped(null);
    setSays({ text: "", bad: false });
    onChange(read.value);
  };
  const fromFile = async (file: File) => {
    if (file.size > LARGEST_FILE) return setSays({ text: "A calendar of at most 1 MB is read.", bad: true });
    const { holidaysIn } = await import("@/core/house/holidays");
    const read = holidaysIn(await file.text(), today);
    if (!read.ok) return setSays({ text: `${file.name.slice(0, 60)}: ${read.error}.`, bad: true });
    const all = sortedDays([...days, ...read.value.days]);
    const left = read.value.leftOut === 0 ? "" : ` ${read.value.leftOut} with a time of day are no holidays and were left out.`;
    setSays({ text: `${all.length - days.length} of ${read.value.days.length} days are new.${left}`, bad: false });
    setTyped(null);
    onChange(all);
  };
  return (
    <div className={`house-rule${JSON.stringify(days) !== JSON.stringify(was) ? " changed" : ""}`}>
      <label className="field">
        <span>Days off</span>
        <Input.TextArea
          value={typed ?? showDaysOff(days)}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={take}
          autoSize={{ minRows: 2, maxRows: 8 }}
          placeholder={"25 Dec 2026\n24 Jul 2027 to 8 Aug 2027"}
          aria-label="Days off"
        />
      </label>
      <div>
        <p>
          On these days, and at weekends, nobody works, sends or delivers: promised days pass over them. A day a line, or one day
          to another.
        </p>
        <label className="button quiet">
          Add those of a calendar&rsquo;s file (.ics)
          <input
            type="file"
            accept=".ics,text/calendar"
            className="sr-only"
            aria-label="Add those of a calendar's file"
            onChange={(event) => {
              const file = event.target.files?.[0];
              event.target.value = "";
              if (file) void fromFile(file);
            }}
          />
        </label>
        {says.text !== "" && (
          <p className={`small${says.bad ? " bad" : ""}`} role="status">
            {says.text}
          </p>
        )}
      </div>
    </div>
  );
}
