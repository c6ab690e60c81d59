"use client";

import { Button, Input, Select } from "antd";
import type { Route } from "@/core/route/routeSchema";
import type { Wish } from "@/core/wish/wish";
import { useState } from "react";
import { ROUTE_LIMITS } from "@/core/route/limits";
import { routeByHand } from "@/core/route/byHand";
import { lengthKm } from "@/core/route/profile";
import { roadSegments, SURFACE_NAMES, STOP_S, type Surface } from "@/core/route/roadSegments";
import { PARTS_KG, roadNeeds, USUAL_BIKE_KG } from "@/core/ride/roadNeeds";
import { good } from "@/core/result";
import { formatNumber } from "@/core/units/formatQuantity";
import { parseQuantity } from "@/core/units/parseQuantity";
import { RoadProfile } from "@/draw/RoadProfile";
import { useKeptText } from "@/ui/useDraft";
import { Refusal } from "@/ui/Refusal";
import { useJob } from "../JobContext";
import "./road.css";

/** What the road asks of any drive, before one is chosen. */
function Needs() {
  const { view } = useJob();
  const { route, riderKg, loadKg, assistKmh } = view.job.wish;
  if (!route || riderKg === null)
    return <p className="small soft">With the rider&apos;s mass it is said here what the road asks of a drive.</p>;
  const measured = view.job.donor.bikeMassKg?.value;
  const bikeKg = typeof measured === "number" ? measured + PARTS_KG : USUAL_BIKE_KG;
  const needs = roadNeeds(roadSegments(route), { massKg: riderKg + (loadKg ?? 0) + bikeKg, speedKmh: assistKmh ?? 25 });
  return (
    <p className="road-needs">
      At {formatNumber(assistKmh ?? 25, 0)} km/h it asks <b className="num">{formatNumber(needs.energyWh, 0)} Wh</b> at the road,{" "}
      <b className="num">{formatNumber(needs.peakW, 0)} W</b> where it is hardest, and{" "}
      <b className="num">{formatNumber(needs.torqueNm, 0)} N·m</b> at the wheel on its steepest piece (
      {formatNumber(needs.gradePercent, 0)} %), rider and motor together; reckoned with {formatNumber(bikeKg, 0)} kg of bike.
    </p>
  );
}

const NO_DETAILS = { stops: 0, surfaces: [] };

const figure = (text: string): number => (/^\s*\d+([.,]\d+)?\s*$/.test(text) ? Number(text.replace(",", ".")) : Number.NaN);

/** A figure that is kept when the box is left or entered, not at every key; one that cannot be stays there and is told. */
function KeptNumber({
  value,
  most,
  whole = false,
  label,
  onKeep,
}: {
  value: number;
  most: number;
  whole?: boolean;
  label: string;
  onKeep: (value: number) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const read = typed === null ? value : figure(typed);
  const wrong = !(read >= 0 && read <= most) || (whole && !Number.isInteger(read));
  const done = () => {
    if (typed === null || wrong) return;
    if (read !== value) onKeep(read);
    setTyped(null);
  };
  return (
    <>
      <Input
        value={typed ?? formatNumber(value, 1)}
        inputMode="decimal"
        aria-label={label}
        {...(wrong && { status: "error" as const })}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={done}
        onPressEnter={done}
      />
      {wrong && (
        <span className="small bad" role="alert">
          {whole ? "a whole number, " : ""}0 to {formatNumber(most, 1)}
        </span>
      )}
    </>
  );
}

/** What heights do not tell: how often the bike stops, and where the road is not asphalt. */
function Details({ route, onKeep }: { route: Route; onKeep: (change: Partial<Wish>) => Promise<boolean> }) {
  const keep = (change: Partial<Route>) => void onKeep({ route: { ...route, ...change } });
  const endKm = lengthKm(route);
  const put = (at: number, change: Partial<Route["surfaces"][number]>) =>
    keep({ surfaces: route.surfaces.map((row, i) => (i === at ? { ...row, ...change } : row)) });
  return (
    <div className="road-details">
      <label className="road-stops">
        Stops on it
        <KeptNumber value={route.stops} most={500} whole label="Stops on the way" onKeep={(stops) => keep({ stops })} />
        <span className="small soft">junctions and lights; {STOP_S} s each, and a start</span>
      </label>
      {route.surfaces.map(({ fromKm, toKm, surface }, i) => (
        <div key={i} className="road-surface">
          <Select<Surface>
            value={surface}
            aria-label={`Surface ${i + 1}`}
            options={SURFACE_NAMES.map((value) => ({ value, label: value }))}
            onChange={(value) => put(i, { surface: value })}
          />
          <span>from km</span>
          <KeptNumber
            value={fromKm}
            most={endKm}
            label={`Surface ${i + 1} from, km`}
            onKeep={(value) => put(i, { fromKm: value })}
          />
          <span>to</span>
          <KeptNumber value={toKm} most={endKm} label={`Surface ${i + 1} to, km`} onKeep={(value) => put(i, { toKm: value })} />
          <button
            className="button quiet"
            aria-label={`Take out surface ${i + 1}`}
            onClick={() => keep({ surfaces: route.surfaces.filter((_, k) => k !== i) })}
          >
            Take out
          </button>
          {toKm <= fromKm && <span className="small bad">ends before it begins: not counted</span>}
        </div>
      ))}
      {route.surfaces.length < 20 && (
        <button
          className="button quiet"
          onClick={() =>
            keep({ surfaces: [...route.surfaces, { fromKm: 0, toKm: Number(endKm.toFixed(1)), surface: "gravel" }] })
          }
        >
          {route.surfaces.length === 0 ? "Not all asphalt: add a stretch" : "Add another stretch"}
        </button>
      )}
    </div>
  );
}

/** The customer's own road: a file dropped here, or its figures; its height is shown as it will be ridden. */
export function RoadBox({ onKeep }: { onKeep: (change: Partial<Wish>) => Promise<boolean> }) {
  const { view, rides } = useJob();
  const { route, hillPercent, hillKm } = view.job.wish;
  const [wayKm, setWayKm, wayStored] = useKeptText(`${view.job.id} way`);
  const [climbM, setClimbM, climbStored] = useKeptText(`${view.job.id} climb`);
  const [wrong, setWrong] = useState("");
  const [reading, setReading] = useState(false);

  const byHand = async () => {
    const way = parseQuantity(wayKm, "distance", "km");
    const climb = climbM.trim() === "" ? good(0) : parseQuantity(climbM, "length", "m");
    if (!way.ok) return setWrong(`Way: ${way.error}`);
    if (!climb.ok) return setWrong(`Climb: ${climb.error}`);
    const made = routeByHand({ distanceKm: way.value, climbM: climb.value / 1000, hillPercent, hillKm });
    if (!made.ok) return setWrong(made.error);
    setWrong("");
    if (!(await onKeep({ route: { name: "", source: "by hand", ...made.value, ...NO_DETAILS } }))) return;
    wayStored(wayKm);
    climbStored(climbM);
  };
  const byFile = async (file: File) => {
    if (file.size > ROUTE_LIMITS.bytes) return setWrong("The file is larger than 50 MB: export it with fewer points.");
    setReading(true);
    setWrong("");
    const made = await rides.readRoute(await file.text(), /\.(csv|txt|tsv)$/i.test(file.name));
    setReading(false);
    if (!made.ok) return setWrong(made.error);
    const { name, profile } = made.value;
    await onKeep({ route: { name: (name || file.name).slice(0, 80), source: "file", ...profile, ...NO_DETAILS } });
  };
  return (
    <div className="road-box card">
      <h2>The road</h2>
      {route ? (
        <>
          <RoadProfile stepM={route.stepM} elevationM={route.elevationM} />
          <p className="small soft">
            {route.source === "file" ? `${route.name}: ` : "By its figures: "}
            <b className="num">{formatNumber(lengthKm(route), 1)} km</b>, climb{" "}
            <b className="num">{formatNumber(route.climbM, 0)} m</b>
            {route.source === "file" &&
              ` (${formatNumber(route.climbBeforeM, 0)} m as recorded; heights averaged over a triangle of 75 m each way)`}
            {route.repairs.length > 0 && `. Mended: ${route.repairs.join("; ")}`}
          </p>
          <Details route={route} onKeep={onKeep} />
          <Needs />
          <Button onClick={() => void onKeep({ route: null })}>Another road</Button>
        </>
      ) : (
        <div className="road-entry">
          <label className="field">
            <span>Way there and back</span>
            <Input
              value={wayKm}
              suffix="km"
              inputMode="decimal"
              onChange={(e) => setWayKm(e.target.value)}
              onPressEnter={() => void byHand()}
              aria-label="Way there and back, km"
            />
          </label>
          <label className="field">
            <span>Climb on it, all together</span>
            <Input
              value={climbM}
              suffix="m"
              inputMode="decimal"
              onChange={(e) => setClimbM(e.target.value)}
              onPressEnter={() => void byHand()}
              aria-label="Climb, m"
            />
          </label>
          <Button onClick={() => void byHand()}>Use these figures</Button>
          <label
            className="road-drop"
            onDragOver={(event) => event.preventDefault()}
            onDrop={(event) => {
              event.preventDefault();
              const file = event.dataTransfer.files[0];
              if (file && !reading) void byFile(file);
            }}
          >
            {reading ? "Reading the file …" : "or drop a GPX file here, or a CSV of distance and elevation"}
            <input
              type="file"
              accept=".gpx,.csv,.tsv,.txt,application/gpx+xml,text/csv"
              disabled={reading}
              onChange={(event) => {
                const file = event.target.files?.[0];
                event.target.value = "";
                if (file) void byFile(file);
              }}
            />
          </label>
        </div>
      )}
      <Refusal says={wrong} />
    </div>
  );
}
