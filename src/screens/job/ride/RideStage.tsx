"use client";

import { Select, Slider } from "antd";
import { useMemo, useState } from "react";
import { noChange, RESERVE_PERCENT, type Band, type Forecast, type ForecastInput, type WhatIf } from "@/core/ride/forecast";
import { LAW_KNOWN } from "@/core/standards/law";
import { formatNumber } from "@/core/units/formatQuantity";
import { RoadPlan } from "@/draw/RoadPlan";
import { VerdictMark } from "@/ui/VerdictMark";
import { useJob } from "../JobContext";
import { PlaneChart } from "./PlaneChart";
import { RideChart } from "./RideChart";
import { NearestPartLine } from "../Tally";
import "./ride.css";

/** What the bike will do on the customer's own road, and what it would do with something changed. */
export function RideStage() {
  const { view, rides, goTo } = useJob();
  const { input, wants } = view.ride;
  const { route } = view.job.wish;
  if (!input || !route)
    return (
      <>
        <section className="hands">
          <h2>The ride</h2>
        </section>
        <section className="eyes">
          <h2>Nothing to reckon yet</h2>
          <p>The ride wants:</p>
          <ul>
            {(wants ?? []).map((want) => (
              <li key={want}>{want}</li>
            ))}
          </ul>
          <button className="button main-action" onClick={() => void goTo(route ? "Survey" : "Ask")}>
            {route ? "Go to the bike" : "Give the road"}
          </button>
        </section>
      </>
    );
  const shown = rides.tried ?? rides.forecast;
  return (
    <>
      <section className="hands ride-hands">
        <Sliders input={input} />
        <h3>It rests on</h3>
        <ul className="ride-rests small">
          {input.assumptions.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      </section>
      <section className="eyes ride">
        {shown ? (
          <Shown forecast={shown} input={input} changed={rides.tried !== null} />
        ) : (
          <p className="soft">Reckoning the ride …</p>
        )}
        <p className="small soft">
          A forecast from typical figures, not a measurement: ride the bike before it is promised. Keep the part maker&apos;s
          limits; the law and the wind of the place govern.
        </p>
      </section>
    </>
  );
}

const LOW_ENDS = {
  stalled: "stalls on the way",
  reserve: "at the reserve before the end",
  cut: "cut off before the end",
} as const;

function Shown({ forecast, input, changed }: { forecast: Forecast; input: ForecastInput; changed: boolean }) {
  const { view, rides } = useJob();
  const [km, setKm] = useState<number | null>(null);
  const { route, hill, rangeKm, leftPercent } = forecast;
  const road = view.job.wish.route!;
  return (
    <>
      <div className="ride-head">
        <h2>{headline(forecast)}</h2>
        {changed && <span className="ride-changed">tried, not kept</span>}
      </div>
      <div className="ride-figures" aria-busy={rides.pending}>
        <Figure says="energy" value={`${formatNumber(route.energyWh, 0)} Wh`} note={`${formatNumber(route.whPerKm, 1)} Wh/km`} />
        <Figure
          says="mean speed"
          value={`${formatNumber(route.averageKmh, 1)} km/h`}
          note={`${formatNumber(route.timeS / 60, 0)} min`}
        />
        <Figure
          says="charge left"
          value={`${formatNumber(leftPercent.likely, 0)} %`}
          note={
            forecast.lowEnded === "route" || route.ended !== "route"
              ? `${formatNumber(leftPercent.low, 0)} to ${formatNumber(leftPercent.high, 0)} %`
              : `low side: ${LOW_ENDS[forecast.lowEnded]}`
          }
        />
        <Figure
          says="hottest winding"
          value={`${formatNumber(route.maxWindingC, 0)} °C`}
          note={`limit ${formatNumber(input.thermal.limitC, 0)} °C${route.overheats ? ": too hot" : ""}`}
          bad={route.overheats}
        />
      </div>
      <RideChart trace={route.trace} road={road} onKm={setKm} />
      <div className="ride-below">
        <div>
          {rangeKm ? (
            <RangeBar
              band={rangeKm}
              asked={input.asked.rangeKm}
              unit="km"
              says={`range, ${RESERVE_PERCENT} % kept back`}
              nearest={rides.nearest?.range}
            />
          ) : (
            <p>The rider&apos;s own power carries it: the charge does not end.</p>
          )}
          {hill && (
            <>
              <RangeBar
                band={hill.kmh}
                asked={input.asked.hillKmh}
                nearest={rides.nearest?.hill}
                unit="km/h"
                says={`up ${formatNumber(hill.gradePercent, 1)} % for ${formatNumber(hill.lengthM / 1000, 1)} km`}
              />
              <p className="small">
                Winding {formatNumber(hill.windingC, 0)} °C at the top, from cold;{" "}
                {hill.starts ? "it can start again on it." : <b className="bad">it cannot start on it: it stalls.</b>}
              </p>
            </>
          )}
        </div>
        {road.plan.length > 0 && <RoadPlan plan={road.plan} stepM={road.stepM} atKm={km} />}
      </div>
      {forecast.shifts && forecast.shifts.count > 0 && <ShiftLine shifts={forecast.shifts} />}
      <h3>Climbs</h3>
      {forecast.climbs.length > 0 ? (
        <Climbs climbs={forecast.climbs} />
      ) : (
        <p className="soft">None of 12 m or more at 2 % or more.</p>
      )}
      <LawAndBrakes />
      <h3>Speed and power, full throttle, pack half empty</h3>
      <PlaneChart plane={forecast.plane} />
    </>
  );
}

const BESIDE_THE_RIDE = /^(law\/class|brakes\/(descent|energy|two)) /;

/** The findings that the road itself calls for: its law, and getting down its hill again. */
function LawAndBrakes() {
  const { view, goTo } = useJob();
  const found = view.findings.filter((finding) => BESIDE_THE_RIDE.test(finding.key));
  if (found.length === 0) return null;
  return (
    <>
      <h3>Law and brakes</h3>
      <ul className="ride-findings">
        {found.map((finding) => {
          const toMark = finding.figures.find((figure) => figure.label === "to be marked")?.value;
          const marks = finding.says.includes(String(toMark)) ? undefined : toMark;
          return (
            <li key={finding.key}>
              <VerdictMark verdict={finding.settled ? "clear" : finding.verdict} size={16} />
              <span>
                <button className="link" onClick={() => void goTo("Fit")}>
                  {finding.title}
                </button>
                : {finding.says}
                {finding.settled && finding.verdict !== "clear" && " Settled as it stands."}
                {!finding.settled && finding.remedies[0] && ` ${finding.remedies[0].title}.`}
                {finding.lifts && ` What lifts it: ${finding.lifts}.`}
                {marks && <span className="soft"> To be marked: {marks}.</span>}
              </span>
            </li>
          );
        })}
      </ul>
      <p className="small soft">Law as known in {LAW_KNOWN}: confirm locally before it is ridden on a road or public place.</p>
    </>
  );
}

/** So many changes under load are named by their place: those under the most load. */
const SHIFTS_NAMED = 3;

function ShiftLine({ shifts: { count, underLoad } }: { shifts: NonNullable<Forecast["shifts"]> }) {
  const worst = [...underLoad]
    .sort((a, b) => b.electricalW - a.electricalW)
    .slice(0, SHIFTS_NAMED)
    .sort((a, b) => a.km - b.km);
  return (
    <p className="small">
      {count} change{count === 1 ? "" : "s"} of gear on the way, {underLoad.length} while the motor pulls
      {underLoad.length > 0 && (
        <>
          : ease off there, or fit a gear sensor. {underLoad.length > SHIFTS_NAMED ? `The hardest ${SHIFTS_NAMED} at` : "At"} km{" "}
          <span className="shifts">
            {worst.map(({ km, electricalW }) => `${formatNumber(km, 1)} (${formatNumber(electricalW, 0)} W)`).join(", ")}
          </span>
        </>
      )}
      .
    </p>
  );
}

function Climbs({ climbs }: { climbs: Forecast["climbs"] }) {
  const geared = climbs.some((climb) => climb.cogTeeth !== null);
  return (
    <table className="climbs">
      <thead>
        <tr>
          <th>at km</th>
          <th>long, km</th>
          <th>rise, m</th>
          <th>mean, %</th>
          <th>steepest, %</th>
          <th>held, km/h</th>
          {geared && <th>cog</th>}
          <th>winding, °C</th>
          <th>starts on it</th>
        </tr>
      </thead>
      <tbody>
        {climbs.map((climb) => (
          <tr key={climb.fromM} className="num">
            <td>{formatNumber(climb.fromM / 1000, 1)}</td>
            <td>{formatNumber(climb.lengthM / 1000, 1)}</td>
            <td>{formatNumber(climb.riseM, 0)}</td>
            <td>{formatNumber(climb.meanPercent, 1)}</td>
            <td>{formatNumber(climb.steepestPercent, 1)}</td>
            <td>{formatNumber(climb.kmh, 1)}</td>
            {geared && <td>{climb.cogTeeth ?? "–"}</td>}
            <td>{formatNumber(climb.windingC, 0)}</td>
            <td className={climb.starts ? "" : "bad"}>{climb.starts ? "yes" : "no"}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function headline({ route }: Forecast): string {
  if (route.ended === "stalled") {
    const grade = route.trace.at(-1)?.gradePercent ?? 0;
    return `Stalls at km ${formatNumber(route.distanceKm, 1)} on ${formatNumber(grade, 0)} %`;
  }
  if (route.ended === "cut")
    return `The controller's low-voltage cut ends it at km ${formatNumber(route.distanceKm, 1)}, before the road ends`;
  if (route.ended === "reserve") return `Down to the reserve at km ${formatNumber(route.distanceKm, 1)}, before the road ends`;
  return `${formatNumber(route.distanceKm, 1)} km in ${formatNumber(route.timeS / 60, 0)} min`;
}

function Figure({ says, value, note, bad = false }: { says: string; value: string; note: string; bad?: boolean }) {
  return (
    <div>
      <span className="small soft">{says}</span>
      <b className={bad ? "num bad" : "num"}>{value}</b>
      <span className={`small ${bad ? "bad" : "soft"}`}>{note}</span>
    </div>
  );
}

/** Low, likely and high on one bar, with the asked as a line across. */
function RangeBar({
  band,
  asked,
  unit,
  says,
  nearest = [],
}: {
  band: Band;
  asked: number | null;
  unit: string;
  says: string;
  nearest?: readonly string[] | undefined;
}) {
  const end = 1.15 * Math.max(Number.isFinite(band.high) ? band.high : band.likely, asked ?? 0, 1);
  const at = (value: number) => `${(100 * Math.min(value, end)) / end}%`;
  const met =
    asked === null
      ? ""
      : band.low >= asked
        ? "kept on the worst side too"
        : band.likely < asked
          ? "not kept"
          : "not sure: kept in fair weather";
  return (
    <div className="range-bar">
      <div className="tally-row">
        <span>{says}</span>
        <b className="num">
          {formatNumber(band.low, 0)} · {formatNumber(band.likely, 0)} · {formatNumber(band.high, 0)} {unit}
        </b>
      </div>
      <svg
        width="100%"
        height="22"
        role="img"
        aria-label={`${says}: low ${formatNumber(band.low, 0)}, likely ${formatNumber(band.likely, 0)} ${unit}`}
      >
        <rect width="100%" height="10" y="6" rx="3" fill="#D9D5C8" />
        <rect
          x={at(band.low)}
          width={`${(100 * (Math.min(band.high, end) - band.low)) / end}%`}
          height="10"
          y="6"
          fill="#CFE3E1"
          stroke="#14525F"
        />
        <line x1={at(band.likely)} x2={at(band.likely)} y1="3" y2="19" stroke="#14525F" strokeWidth="4" />
        {asked !== null && (
          <line x1={at(asked)} x2={at(asked)} y1="0" y2="22" stroke="#C23B22" strokeWidth="2" strokeDasharray="4 2" />
        )}
      </svg>
      <p className="small soft">
        low · likely · high{asked !== null && `; asked ${formatNumber(asked, 0)} ${unit} (dashed): ${met}`}
      </p>
      {asked !== null && band.likely < asked && <NearestPartLine id={unit === "km" ? "range" : "hill"} />}
      {nearest.length > 0 && <p className="small ride-nearest">What alone would keep it: {nearest.join("; or ")}.</p>}
    </div>
  );
}

type Slid = Exclude<keyof WhatIf, "windFromDeg">;
const SLIDERS: { field: Slid; says: string; min: number; max: number; step: number; shown: (value: number) => string }[] = [
  { field: "moreKg", says: "Mass, more or less", min: -30, max: 60, step: 1, shown: (v) => `${v > 0 ? "+" : ""}${v} kg` },
  { field: "headwindKmh", says: "Wind", min: -20, max: 40, step: 1, shown: (v) => `${v} km/h` },
  { field: "targetKmh", says: "Speed held", min: 8, max: 45, step: 0.5, shown: (v) => `${formatNumber(v, 1)} km/h` },
  { field: "riderW", says: "Rider's own power", min: 0, max: 250, step: 5, shown: (v) => `${v} W` },
  { field: "assistShare", says: "Assist level", min: 0.2, max: 1, step: 0.05, shown: (v) => `${Math.round(100 * v)} %` },
  { field: "temperatureC", says: "Temperature", min: -15, max: 35, step: 1, shown: (v) => `${v} °C` },
  { field: "cellShare", says: "Cells, share of new", min: 0.6, max: 1, step: 0.01, shown: (v) => `${Math.round(100 * v)} %` },
];

const COMPASS = ["north", "north-east", "east", "south-east", "south", "south-west", "west", "north-west"];
const WINDS = [
  { value: null, label: "head on, all the way" },
  ...COMPASS.map((name, i) => ({ value: 45 * i, label: `from the ${name}` })),
];

function Sliders({ input }: { input: ForecastInput }) {
  const { rides, view } = useJob();
  const start = useMemo(() => noChange(input), [input]);
  const what = rides.what ?? start;
  return (
    <>
      <div className="tally-row">
        <h2>What if</h2>
        {rides.what && (
          <button className="link" onClick={() => rides.whatIf(null)}>
            as it is
          </button>
        )}
      </div>
      {SLIDERS.map(({ field, says, min, max, step, shown }) => (
        <div key={field} className="ride-slider">
          <div className="tally-row">
            <span>{says}</span>
            <b className="num">{shown(what[field])}</b>
          </div>
          <Slider
            min={min}
            max={max}
            step={step}
            value={what[field]}
            tooltip={{ open: false }}
            ariaLabelForHandle={says}
            onChange={(value: number) => rides.whatIf({ ...what, [field]: value })}
          />
          {field === "headwindKmh" && view.job.wish.route!.plan.length > 0 && (
            <Select<number | null>
              className="ride-wind"
              size="small"
              value={what.windFromDeg}
              aria-label="Where the wind comes from"
              options={WINDS}
              onChange={(windFromDeg) => rides.whatIf({ ...what, windFromDeg })}
            />
          )}
        </div>
      ))}
    </>
  );
}
