"use client";

import { Button, Input } from "antd";
import { useState } from "react";
import type { Wish } from "@/core/job/job";
import { ROUTE_LIMITS } from "@/core/route/limits";
import { routeByHand } from "@/core/route/byHand";
import { formatNumber } from "@/core/units/formatQuantity";
import { RoadProfile } from "@/draw/RoadProfile";
import { useJob } from "./JobContext";

const figure = (text: string): number => (/^\s*\d+([.,]\d+)?\s*$/.test(text) ? Number(text.replace(",", ".")) : Number.NaN);

/** The customer's own road: a file dropped here, or its figures; its height is shown as it will be ridden. */
export function RoadBox({ onKeep }: { onKeep: (change: Partial<Wish>) => Promise<boolean> }) {
  const { view, rides } = useJob();
  const { route, hillPercent, hillKm } = view.job.wish;
  const [wayKm, setWayKm] = useState("");
  const [climbM, setClimbM] = useState("");
  const [wrong, setWrong] = useState("");
  const [reading, setReading] = useState(false);

  const byHand = async () => {
    const [distanceKm, climb] = [figure(wayKm), climbM.trim() === "" ? 0 : figure(climbM)];
    if (Number.isNaN(distanceKm) || Number.isNaN(climb))
      return setWrong("Give the way in km and the climb in m, as plain figures.");
    const made = routeByHand({ distanceKm, climbM: climb, hillPercent, hillKm });
    if (!made.ok) return setWrong(made.error);
    setWrong("");
    await onKeep({ route: { name: "", source: "by hand", ...made.value } });
  };
  const byFile = async (file: File) => {
    if (file.size > ROUTE_LIMITS.bytes) return setWrong("The file is larger than 50 MB: export it with fewer points.");
    setReading(true);
    setWrong("");
    const made = await rides.readRoute(await file.text());
    setReading(false);
    if (!made.ok) return setWrong(made.error);
    const { name, profile } = made.value;
    await onKeep({ route: { name: (name || file.name).slice(0, 80), source: "file", ...profile } });
  };
  return (
    <div className="road-box card">
      <h2>The road</h2>
      {route ? (
        <>
          <RoadProfile stepM={route.stepM} elevationM={route.elevationM} />
          <p className="small soft">
            {route.source === "file" ? `${route.name}: ` : "By its figures: "}
            <b className="num">{formatNumber((route.stepM * (route.elevationM.length - 1)) / 1000, 1)} km</b>, climb{" "}
            <b className="num">{formatNumber(route.climbM, 0)} m</b>
            {route.source === "file" &&
              ` (${formatNumber(route.climbBeforeM, 0)} m as recorded; heights averaged over a triangle of 75 m each way)`}
            {route.repairs.length > 0 && `. Mended: ${route.repairs.join("; ")}`}
          </p>
          <Button onClick={() => void onKeep({ route: null })}>Another road</Button>
        </>
      ) : (
        <div className="road-entry">
          <label className="field">
            <span>Way there and back</span>
            <Input
              value={wayKm}
              suffix="km"
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
            {reading ? "Reading the file …" : "or drop a GPX file here, or choose one"}
            <input
              type="file"
              accept=".gpx,application/gpx+xml"
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
      {wrong && (
        <p className="wrong" role="alert">
          {wrong}
        </p>
      )}
    </div>
  );
}
