"use client";

import { Input, Select } from "antd";
import { Refusal } from "@/ui/Refusal";
import dynamic from "next/dynamic";
import { useState } from "react";
import type { Said, Understood } from "@/core/prove/log/columns";
import { LOG_LIMITS, TOO_LARGE } from "@/core/prove/log/rawLog";
import type { ReadRide } from "@/core/prove/log/readRide";
import { COMPASS } from "@/core/prove/windOnRide";
import { formatMoment } from "@/core/units/date";
import { formatNumber } from "@/core/units/formatQuantity";
import { plainFigure } from "@/core/units/plainFigure";
import { parseQuantity } from "@/core/units/parseQuantity";
import { Only } from "../../Only";
import { useJob } from "../JobContext";
import { RideProofView } from "./RideProofView";

const Columns = dynamic(() => import("./Columns").then((m) => m.Columns), { ssr: false });

type Reading = { file: File; columns: readonly Understood[]; says: string };
type Ready = { name: string; ride: Extract<ReadRide, { ok: true }>["value"]["ride"] };

/** Recorded rides of the finished bike: taken in from a file, each held against its forecast. */
export function Rides() {
  const { view, act, busy, rides } = useJob();
  const { job } = view;
  const [picked, setPicked] = useState<string | null>(null);
  // Until the newest is reckoned the one before it stands: nothing jumps from under a hand.
  const newest = job.rides.findLast(({ id }) => rides.proofs[id]) ?? job.rides.at(-1);
  const shown = job.rides.find(({ id }) => id === picked) ?? newest;
  return (
    <article className="step-card">
      <h1>The ride</h1>
      {job.rides.length > 1 && (
        <div className="ride-chips">
          {job.rides.map((ride) => (
            <button key={ride.id} className={`chip${ride === shown ? " on" : ""}`} onClick={() => setPicked(ride.id)}>
              {ride.name || "a ride"}
              {view.ride.input && !rides.proofs[ride.id] && <span role="status"> (being reckoned …)</span>}
            </button>
          ))}
        </div>
      )}
      {shown && (
        <>
          <p>
            <b>{shown.name || "A ride without a name"}</b>{" "}
            <span className="soft">
              {shown.beganAt && `ridden ${formatMoment(shown.beganAt)}, `}
              {formatNumber(shown.riderKg, 0)} kg of rider{shown.loadKg > 0 && `, ${formatNumber(shown.loadKg, 0)} kg of load`},{" "}
              {formatNumber(shown.airC, 0)} °C; {formatNumber(shown.points, 0)} points, taken in by {shown.by || "somebody"}
            </span>{" "}
            <Only may="drop ride">
              <button className="link" disabled={busy} onClick={() => void act({ do: "drop ride", id: shown.id })}>
                Take it out
              </button>
            </Only>
          </p>
          {shown.repairs.length > 0 && <p className="soft small">Mended on the way in: {shown.repairs.join("; ")}.</p>}
          {rides.proofs[shown.id] ? (
            <RideProofView proof={rides.proofs[shown.id]!} road={job.wish.route} log={shown} />
          ) : view.ride.input ? (
            <p role="status">Being reckoned …</p>
          ) : (
            <p className="soft">
              It is held against the forecast as soon as there is one: wants {(view.ride.wants ?? []).join(", ")}.
            </p>
          )}
        </>
      )}
      <Only may="take in ride">
        <TakeIn first={job.rides.length === 0} />
      </Only>
    </article>
  );
}

/** From a file to a ride of the job: its columns told where they are in doubt, and how it was ridden. */
function TakeIn({ first }: { first: boolean }) {
  const { view, act, busy, rides } = useJob();
  const { wish } = view.job;
  const [reading, setReading] = useState(false);
  const [wrong, setWrong] = useState("");
  const [asks, setAsks] = useState<Reading | null>(null);
  const [ready, setReady] = useState<Ready | null>(null);
  const [sure, setSure] = useState("");
  const [rider, setRider] = useState<string | null>(null);
  const [load, setLoad] = useState<string | null>(null);
  const [air, setAir] = useState("15");
  const [wind, setWind] = useState("0");
  const [fromDeg, setFromDeg] = useState<number | null>(null);

  const read = async (file: File, chosen: Readonly<Record<string, Said>> = {}) => {
    if (file.size > LOG_LIMITS.bytes) return setWrong(TOO_LARGE);
    setReading(true);
    setWrong("");
    setReady(null);
    setSure("");
    const made = await rides.readLog(new Uint8Array(await file.arrayBuffer()), chosen);
    setReading(false);
    if (made.ok) {
      setAsks(null);
      return setReady({ name: (made.value.name || file.name).slice(0, 80), ride: made.value.ride });
    }
    const { columns, says } = made.error;
    if (columns) return setAsks({ file, columns, says });
    setAsks(null);
    setWrong(says);
  };
  const keep = async (confirmed: boolean) => {
    if (!ready) return;
    const riderKg = parseQuantity(rider ?? String(wish.riderKg ?? ""), "mass", "kg");
    const loadKg = parseQuantity(load ?? String(wish.loadKg ?? 0), "mass", "kg");
    const airC = plainFigure(air);
    const windKmh = plainFigure(wind);
    if (!riderKg.ok) return setWrong(`Rider: ${riderKg.error}`);
    if (!loadKg.ok) return setWrong(`Load: ${loadKg.error}`);
    if (airC === null) return setWrong("Air: a figure in °C, such as 12");
    if (windKmh === null) return setWrong("Wind: a figure in km/h, such as 10");
    const outcome = await act(
      {
        do: "take in ride",
        ride: {
          ...ready.ride,
          name: ready.name,
          riderKg: riderKg.value,
          loadKg: loadKg.value,
          airC,
          windKmh,
          windFromDeg: windKmh > 0 ? fromDeg : null,
        },
        ...(confirmed && { confirmed: true }),
      },
      "says here",
    );
    setSure(outcome.done ? "" : (outcome.ask?.says ?? ""));
    setWrong(outcome.done || outcome.ask ? "" : (outcome.says ?? ""));
    // Another recording may have been given meanwhile: only what was sent goes.
    if (outcome.done) setReady((now) => (now === ready ? null : now));
  };
  const km = ready ? ready.ride.wayM.reduce((sum, m) => sum + m, 0) / 1000 : 0;
  return (
    <section className="take-in" aria-label="Take in a ride">
      <label
        className="road-drop"
        onDragOver={(event) => event.preventDefault()}
        onDrop={(event) => {
          event.preventDefault();
          const file = event.dataTransfer.files[0];
          if (file && !reading) void read(file);
        }}
      >
        {reading
          ? "Reading the file …"
          : `${first ? "Drop the recording of a test ride here" : "Drop another recording here"}: GPX with times, a meter's or head unit's CSV, or a bike computer's activity file`}
        <input
          type="file"
          accept=".gpx,.csv,.tsv,.txt,.fit"
          aria-label="Recording of a ride"
          disabled={reading}
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = "";
            if (file) void read(file);
          }}
        />
      </label>
      {asks && (
        <Columns
          key={asks.file.name}
          says={asks.says}
          columns={asks.columns}
          onSaid={(chosen) => void read(asks.file, chosen)}
          onClose={() => setAsks(null)}
        />
      )}
      {ready && (
        <div className="ride-ready">
          <p>
            <b>{ready.name}</b>: {formatNumber(km, 1)} km, {formatNumber((ready.ride.windowS * ready.ride.wayM.length) / 60, 0)}{" "}
            min, {tellsOf(ready.ride).join(", ")}
          </p>
          <div className="weigh-boxes">
            <Box says="Rider" unit="kg" text={rider ?? String(wish.riderKg ?? "")} onText={setRider} />
            <Box says="Load" unit="kg" text={load ?? String(wish.loadKg ?? 0)} onText={setLoad} />
            <Box says="Air" unit="°C" text={air} onText={setAir} />
            <Box says="Wind" unit="km/h" text={wind} onText={setWind} />
            {plainFigure(wind) !== 0 && (
              <label className="field">
                <span>It came from the</span>
                <Select
                  value={fromDeg}
                  onChange={setFromDeg}
                  aria-label="Where the wind came from"
                  options={[
                    { value: null, label: "not noted" },
                    ...COMPASS.map(({ fromDeg: value, says: label }) => ({ value, label })),
                  ]}
                />
              </label>
            )}
            <button className="button main-action" disabled={busy} onClick={() => void keep(false)}>
              Take it in
            </button>
          </div>
          {sure && (
            <button className="button" disabled={busy} onClick={() => void keep(true)}>
              {sure} It was
            </button>
          )}
        </div>
      )}
      <Refusal says={wrong} />
    </section>
  );
}

function Box({ says, unit, text, onText }: { says: string; unit: string; text: string; onText: (text: string) => void }) {
  return (
    <label className="field">
      <span>{says}</span>
      <Input
        value={text}
        suffix={unit}
        aria-label={`${says}, ${unit}`}
        inputMode="decimal"
        onChange={(event) => onText(event.target.value)}
      />
    </label>
  );
}

/** What a recording tells, in words. */
const tellsOf = ({ heightM, placeKm, motorW, packV, riderW, windingC }: Ready["ride"]): string[] => [
  heightM.length > 0 ? "heights" : "no heights",
  ...(placeKm.length > 0 ? ["places"] : []),
  motorW.length > 0 ? "power from the pack" : "nothing of the pack's power",
  ...(packV.length > 0 ? ["its volts"] : []),
  ...(riderW.length > 0 ? ["the rider's power"] : []),
  ...(windingC.length > 0 ? ["the motor's temperature"] : []),
];
