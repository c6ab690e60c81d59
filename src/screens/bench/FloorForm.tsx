"use client";

import { Checkbox, Input } from "antd";
import { Refusal } from "@/ui/Refusal";
import { useState } from "react";
import { readHours, showHours } from "@/core/bench/hoursText";
import { PLACE_KINDS, type PlaceKind } from "@/core/bench/placeKinds";
import type { ShopFloor } from "@/core/bench/shopFloor";
import { WORK_KINDS, WORK_SAYS, type WorkKind } from "@/core/bench/workKinds";
import { readDaysOff, showDaysOff } from "@/core/house/daysOff";
import { formatMoney, parseMoney } from "@/core/money/money";
import type { Currency } from "@/core/parts/part";

const DAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"] as const;

/** What is typed, as it is typed: nothing is lost that cannot be read. */
type Person = { id: string; name: string; week: string[]; off: string; does: WorkKind[] };
type Place = { id: string; name: string; kind: PlaceKind; out: string };

/** A number that none of these has. */
const newId = (stem: string, all: readonly { id: string }[]): string => {
  for (let n = all.length + 1; ; n += 1) if (!all.some(({ id }) => id === `${stem}-${n}`)) return `${stem}-${n}`;
};

/** Who works here, when and at what; the places that there are; and what a day costs that a bike is late. */
export function FloorForm({
  floor,
  currency,
  onKeep,
}: {
  floor: ShopFloor;
  currency: string;
  onKeep: (floor: unknown) => Promise<string>;
}) {
  const [people, setPeople] = useState<Person[]>(() =>
    floor.people.map((one) => ({ ...one, week: one.week.map(showHours), off: showDaysOff(one.off) })),
  );
  const [places, setPlaces] = useState<Place[]>(() => floor.places.map((one) => ({ ...one, out: showDaysOff(one.out) })));
  const [late, setLate] = useState(formatMoney(floor.lateDayMinor, currency as Currency));
  const [wrong, setWrong] = useState("");
  const [busy, setBusy] = useState(false);
  const person = (at: number, change: Partial<Person>) =>
    setPeople(people.map((one, i) => (i === at ? { ...one, ...change } : one)));
  const place = (at: number, change: Partial<Place>) =>
    setPlaces(places.map((one, i) => (i === at ? { ...one, ...change } : one)));
  const keep = async () => {
    const read = readFloor(people, places, late);
    if ("wrong" in read) return setWrong(read.wrong);
    setBusy(true);
    setWrong(await onKeep(read.floor).catch(() => "The bench does not answer. What you typed still stands here: try again."));
    setBusy(false);
  };
  return (
    <div className="floor-form">
      {people.map((one, at) => (
        <fieldset key={one.id} className="floor-person">
          <legend>{one.name || "Somebody new"}</legend>
          <label className="field">
            <span>Name</span>
            <Input value={one.name} maxLength={30} onChange={(event) => person(at, { name: event.target.value })} />
          </label>
          <div className="floor-week">
            {DAYS.map((day, k) => (
              <label className="field" key={day}>
                <span>{day}</span>
                <Input
                  value={one.week[k] ?? ""}
                  placeholder="off"
                  maxLength={60}
                  aria-label={`${one.name || "Somebody new"}, hours on ${day}`}
                  onChange={(event) => person(at, { week: one.week.map((text, i) => (i === k ? event.target.value : text)) })}
                />
              </label>
            ))}
          </div>
          <div className="floor-does">
            {WORK_KINDS.map((kind) => (
              <Checkbox
                key={kind}
                checked={one.does.includes(kind)}
                onChange={(event) =>
                  person(at, { does: event.target.checked ? [...one.does, kind] : one.does.filter((other) => other !== kind) })
                }
              >
                <span title={WORK_SAYS[kind]}>{kind}</span>
              </Checkbox>
            ))}
          </div>
          <label className="field">
            <span>Away on</span>
            <Input.TextArea
              value={one.off}
              autoSize={{ minRows: 1, maxRows: 4 }}
              placeholder="10 Dec 2026"
              aria-label={`${one.name || "Somebody new"}, away on`}
              onChange={(event) => person(at, { off: event.target.value })}
            />
          </label>
          <button className="link" onClick={() => setPeople(people.filter((_, i) => i !== at))}>
            Take {one.name || "them"} off the bench
          </button>
        </fieldset>
      ))}
      <button
        className="button"
        onClick={() =>
          setPeople([
            ...people,
            {
              id: newId("person", people),
              name: "",
              week: DAYS.map((_, k) => people[0]?.week[k] ?? (k < 5 ? "8:30–12:30, 13:00–16:00" : "")),
              off: "",
              does: [...WORK_KINDS],
            },
          ])
        }
      >
        Somebody more
      </button>
      <h3>Places</h3>
      <table className="lines">
        <thead>
          <tr>
            <th>Name</th>
            <th>Kind</th>
            <th>Out of use on</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {places.map((one, at) => (
            <tr key={one.id}>
              <td>
                <Input
                  value={one.name}
                  maxLength={30}
                  aria-label="Name of the place"
                  onChange={(event) => place(at, { name: event.target.value })}
                />
              </td>
              <td>
                <select
                  value={one.kind}
                  aria-label={`Kind of ${one.name}`}
                  onChange={(event) => place(at, { kind: event.target.value as PlaceKind })}
                >
                  {PLACE_KINDS.map((kind) => (
                    <option key={kind}>{kind}</option>
                  ))}
                </select>
              </td>
              <td>
                <Input.TextArea
                  value={one.out}
                  autoSize={{ minRows: 1, maxRows: 3 }}
                  placeholder="10 Dec 2026"
                  aria-label={`${one.name}, out of use on`}
                  onChange={(event) => place(at, { out: event.target.value })}
                />
              </td>
              <td>
                <button className="link" onClick={() => setPlaces(places.filter((_, i) => i !== at))}>
                  Take away
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <button
        className="button"
        onClick={() => setPlaces([...places, { id: newId("place", places), name: "", kind: "stand", out: "" }])}
      >
        A place more
      </button>
      <label className="field floor-late">
        <span>A day that a bike is late costs</span>
        <Input value={late} maxLength={20} onChange={(event) => setLate(event.target.value)} />
      </label>
      <Refusal says={wrong} />
      <button className="button main-action" onClick={() => void keep()} disabled={busy}>
        Keep people and places
      </button>
    </div>
  );
}

function readFloor(people: readonly Person[], places: readonly Place[], late: string): { floor: ShopFloor } | { wrong: string } {
  const today = new Date().toISOString().slice(0, 10);
  const floor: ShopFloor = { people: [], places: [], lateDayMinor: 0 };
  for (const one of people) {
    const who = one.name.trim() || "Somebody new";
    const week: ShopFloor["people"][number]["week"] = [];
    for (const [k, text] of one.week.entries()) {
      const hours = readHours(text);
      if (!hours.ok) return { wrong: `${who}, ${DAYS[k]}: ${hours.error}` };
      week.push(hours.value);
    }
    const off = readDaysOff(one.off, today);
    if (!off.ok) return { wrong: `${who}, away on: ${off.error}` };
    floor.people.push({ id: one.id, name: one.name.trim(), week, off: off.value, does: one.does });
  }
  for (const one of places) {
    const out = readDaysOff(one.out, today);
    if (!out.ok) return { wrong: `${one.name || "A place"}, out of use on: ${out.error}` };
    floor.places.push({ id: one.id, name: one.name.trim(), kind: one.kind, out: out.value });
  }
  const cost = parseMoney(late);
  if (!cost.ok) return { wrong: `A day that a bike is late costs: ${cost.error}` };
  return { floor: { ...floor, lateDayMinor: cost.value } };
}
