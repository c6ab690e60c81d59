"use client";

import { useMemo } from "react";
import type { Learnt } from "@/core/prove/learn";
import type { RideLog } from "@/core/prove/rideLogSchema";
import type { RideProof } from "@/core/prove/rideProof";
import { windSays } from "@/core/prove/windOnRide";
import type { Route } from "@/core/route/routeSchema";
import { formatNumber } from "@/core/units/formatQuantity";
import { Chart } from "@/ui/Chart";

/** A recorded ride beside its forecast: as pictures, by parts of the way, what it proves and what it taught. */
export function RideProofView({ proof, road, log }: { proof: RideProof; road: Route | null; log: RideLog }) {
  const { ridden, forecast, range, hill } = proof;
  return (
    <>
      <table className="proof-table">
        <thead>
          <tr>
            <th />
            <th>Forecast, ridden as it was</th>
            <th>Ridden</th>
          </tr>
        </thead>
        <tbody>
          <Line says="Speed while moving" unit="km/h" of={[forecast.averageKmh, ridden.averageKmh]} digits={1} />
          <Line says="From the pack" unit="Wh" of={[forecast.wh, ridden.wh]} digits={0} />
          <Line
            says="For each km"
            unit="Wh"
            of={[forecast.wh / ridden.km, ridden.wh === null ? null : ridden.wh / ridden.km]}
            digits={1}
          />
          <Line says="Winding at its hottest" unit="°C" of={[forecast.windingC, ridden.windingC]} digits={0} />
        </tbody>
      </table>
      <p className="soft small">
        {formatNumber(ridden.km, 1)} km{ridden.climbM !== null && `, ${formatNumber(ridden.climbM, 0)} m of climb`}, at rest{" "}
        {formatNumber(ridden.restS / 60, 1)} min, at most {formatNumber(ridden.maxKmh, 1)} km/h. The forecast is for this way with
        its stops, the rider and load of that day, {formatNumber(log.airC, 0)} °C, {windWords(log)}.
        {proof.onRoad && ` ${proof.onRoad.says.replace(/^./, (c) => c.toUpperCase())}.`}
        {!road && " The job has no road."}
      </p>
      <Compared proof={proof} />
      <Sections proof={proof} />
      <ul className="proves">
        <li>
          <b>Range</b>{" "}
          {range ? (
            <>
              <b className="num">{formatNumber(range.value, 0)} km</b> ± {formatNumber(range.plusMinus, 0)} with 15 % kept back:{" "}
              {range.by.join("; ")}
            </>
          ) : (
            proof.rangeNot
          )}
        </li>
        {(hill ?? proof.hillNot) && (
          <li>
            <b>Hill</b>{" "}
            {hill ? (
              <>
                <b className="num">{formatNumber(hill.value, 1)} km/h</b> ± {formatNumber(hill.plusMinus, 1)} over{" "}
                {formatNumber(hill.lengthM, 0)} m of {formatNumber(hill.gradePercent, 1)} %
              </>
            ) : (
              proof.hillNot
            )}
          </li>
        )}
      </ul>
      <h3>What it taught of this bike</h3>
      <p className="soft small">
        From the balance of energy in {proof.road.used} of {proof.road.of} windows (those with stops, starts and brakes left out),
        from volts against charge, and from the winding&apos;s temperature against its losses. Bands are 95 %.
      </p>
      <ul className="taught">
        {[...proof.road.figures, ...proof.pack.figures, ...proof.heat.figures].map((figure) => (
          <Taught key={figure.id} figure={figure} />
        ))}
      </ul>
      {proof.again && (
        <p>
          Reckoned anew with all that this ride says together, the range on the customer&apos;s road is{" "}
          <b className="num">{formatNumber(proof.again.afterKm, 0)} km</b> at {formatNumber(log.airC, 0)} °C; before it was{" "}
          {formatNumber(proof.again.beforeKm, 0)}.
        </p>
      )}
      {[...proof.road.cannot, ...proof.pack.cannot, ...proof.heat.cannot].map((why) => (
        <p key={why} className="steps-held small">
          {why}
        </p>
      ))}
    </>
  );
}

/** The wind that the forecast beside the ride is in. */
const windWords = (log: RideLog): string =>
  log.windKmh === 0 || (log.windFromDeg !== null && log.placeKm.length > 0)
    ? windSays(log)
    : `still air: ${windSays(log)}${log.windFromDeg === null ? "" : ", and the file has no places"}, so the bands are wider for it`;

function Line({
  says,
  unit,
  of: [forecast, ridden],
  digits,
}: {
  says: string;
  unit: string;
  of: [number, number | null];
  digits: number;
}) {
  return (
    <tr>
      <td>{says}</td>
      <td className="num">
        {formatNumber(forecast, digits)} {unit}
      </td>
      <td className="num">{ridden === null ? "not in the file" : <b>{`${formatNumber(ridden, digits)} ${unit}`}</b>}</td>
    </tr>
  );
}

/** Speed and power along the way, ridden over forecast, on one axis. */
function Compared({ proof }: { proof: RideProof }) {
  const option = useMemo(() => {
    const power = proof.riddenTrace.some(({ watts }) => watts !== null);
    const rows = [
      { says: "speed", unit: "km/h", of: (p: RideProof["riddenTrace"][number]) => p.kmh, digits: 1 },
      ...(power
        ? [{ says: "power from the pack", unit: "W", of: (p: RideProof["riddenTrace"][number]) => p.watts ?? 0, digits: 0 }]
        : []),
    ];
    const pairs = rows.flatMap((row, i) => [
      { ...row, i, name: "forecast", trace: proof.forecastTrace, colour: "#7C8B92", width: 1.4 },
      { ...row, i, name: "ridden", trace: proof.riddenTrace, colour: i === 0 ? "#14525F" : "#C23B22", width: 1.6 },
    ]);
    return {
      axisPointer: { link: [{ xAxisIndex: "all" }] },
      legend: { show: false },
      tooltip: {
        trigger: "axis",
        confine: true,
        formatter: (points: { seriesIndex: number; value: [number, number] }[]) =>
          [
            `km ${formatNumber(points[0]!.value[0], 1)}`,
            ...points.map(({ seriesIndex, value }) => {
              const { says, unit, digits, name } = pairs[seriesIndex]!;
              return `${says} ${name} ${formatNumber(value[1], digits)} ${unit}`;
            }),
          ].join("<br>"),
      },
      grid: rows.map((_, i) => ({ left: 48, right: 12, top: 20 + i * 104, height: 74, outerBoundsMode: "none" })),
      xAxis: rows.map((_, i) => ({
        gridIndex: i,
        type: "value" as const,
        min: 0,
        max: proof.ridden.km,
        axisLabel: { show: i === rows.length - 1, formatter: "{value} km", showMaxLabel: false },
        splitLine: { show: false },
      })),
      yAxis: rows.map(({ says, unit }, i) => ({
        gridIndex: i,
        name: `${says}, ${unit}: ridden in colour, forecast grey`,
        nameLocation: "end" as const,
        nameGap: 5,
        nameTextStyle: { align: "left" as const, padding: [0, 0, 0, 4], fontSize: 12, color: "#47565C" },
        splitNumber: 2,
        axisLabel: { fontSize: 11 },
      })),
      series: pairs.map(({ of, trace, colour, width, i }) => ({
        type: "line" as const,
        xAxisIndex: i,
        yAxisIndex: i,
        data: trace.map((point) => [point.km, of(point)]),
        showSymbol: false,
        lineStyle: { color: colour, width },
        itemStyle: { color: colour },
      })),
    };
  }, [proof]);
  const rows = proof.riddenTrace.some(({ watts }) => watts !== null) ? 2 : 1;
  return <Chart option={option} height={20 + rows * 104 + 6} label="Speed and power along the way, ridden against forecast" />;
}

function Sections({ proof }: { proof: RideProof }) {
  return (
    <table className="proof-table sections">
      <thead>
        <tr>
          <th>Part of the way, km</th>
          <th>Climb, m</th>
          <th>Speed, km/h</th>
          <th>Power, W</th>
          <th>Charge, Wh</th>
          <th>Winding, °C</th>
        </tr>
      </thead>
      <tbody>
        {proof.sections.map((part) => (
          <tr key={part.fromKm}>
            <td className="num">
              {formatNumber(part.fromKm, 1)} to {formatNumber(part.toKm, 1)}
            </td>
            <td className="num">
              {part.climbM === null ? "–" : formatNumber(part.climbM, 0)}
              {part.gradePercent !== null && <span className="soft small"> {formatNumber(part.gradePercent, 1)} %</span>}
            </td>
            <Both of={[part.kmh, part.forecastKmh]} digits={1} />
            <Both of={[part.watts, part.forecastWatts]} digits={0} />
            <Both of={[part.wh, part.forecastWh]} digits={0} />
            <Both of={[part.windingC, part.forecastWindingC]} digits={0} />
          </tr>
        ))}
      </tbody>
      <caption className="small soft">Ridden in bold, forecast beside it; the winding at its hottest in each part.</caption>
    </table>
  );
}

/** A figure as it was ridden, and its forecast. */
function Both({ of: [ridden, forecast], digits }: { of: [number | null, number | null]; digits: number }) {
  return (
    <td className="num">
      {ridden === null ? "–" : <b>{formatNumber(ridden, digits)}</b>}{" "}
      <span className="soft small">{forecast === null ? "" : formatNumber(forecast, digits)}</span>
    </td>
  );
}

const DIGITS: Readonly<Record<Learnt["id"], number>> = {
  drive: 2,
  rider: 0,
  rolling: 2,
  drag: 2,
  capacity: 1,
  resistance: 3,
  winding: 2,
  shell: 2,
};
/** Rolling is shown in percent of the weight. */
const shownAs = ({ id, unit }: Learnt) => (id === "rolling" ? { times: 100, unit: "%" } : { times: 1, unit });

function Taught({ figure }: { figure: Learnt }) {
  const { times, unit } = shownAs(figure);
  const digits = figure.unit === "×" ? 2 : DIGITS[figure.id];
  const { before, after } = figure;
  const low = Math.min(before.mean - 2 * before.sd, after.mean - 2 * after.sd);
  const high = Math.max(before.mean + 2 * before.sd, after.mean + 2 * after.sd);
  const x = (value: number) => 4 + (192 * (value - low)) / (high - low || 1);
  return (
    <li>
      <span>
        {figure.says}
        {!figure.learnt && <span className="soft small"> not learnt</span>}
      </span>
      <svg width="200" height="26" role="img" aria-label={`${figure.says}: before and after the ride`}>
        <line
          x1={x(before.mean - 1.96 * before.sd)}
          x2={x(before.mean + 1.96 * before.sd)}
          y1="8"
          y2="8"
          stroke="#7C8B92"
          strokeWidth="3"
        />
        <circle cx={x(before.mean)} cy="8" r="3.5" fill="#7C8B92" />
        <line
          x1={x(after.mean - 1.96 * after.sd)}
          x2={x(after.mean + 1.96 * after.sd)}
          y1="19"
          y2="19"
          stroke={figure.learnt ? "#14525F" : "#B9B4A4"}
          strokeWidth="3"
        />
        <circle cx={x(after.mean)} cy="19" r="3.5" fill={figure.learnt ? "#14525F" : "#B9B4A4"} />
      </svg>
      <span className="num">
        <b>
          {formatNumber(times * after.mean, digits)} {unit}
        </b>{" "}
        ± {formatNumber(times * 1.96 * after.sd, digits)}
        <span className="soft small block">
          thought {formatNumber(times * before.mean, digits)} ± {formatNumber(times * 1.96 * before.sd, digits)}
        </span>
      </span>
    </li>
  );
}
