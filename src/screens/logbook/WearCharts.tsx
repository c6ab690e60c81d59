"use client";

import { limitText } from "@/core/fit/measures";
import type { Wear } from "@/core/logbook/wear";
import { formatDay } from "@/core/units/date";
import { formatNumber } from "@/core/units/formatQuantity";
import { Chart } from "@/ui/Chart";
import { VerdictMark } from "@/ui/VerdictMark";

const MARK = { clear: "clear", unsure: "measure", red: "stop" } as const;
const COLOUR = { clear: "#3F7A4E", unsure: "#7C8B92", red: "#C23B22" } as const;

/** How a bike's figures move from as new through its visits, each with its limit and where it is heading. */
export function WearCharts({ wear }: { wear: readonly Wear[] }) {
  const all = wear.filter(({ points }) => points.some(({ asNew }) => !asNew));
  // What only stands or moves is told in a line; what wears is drawn.
  const [read, plain] = [
    all.filter(({ measure }) => measure.plusMinus > 0),
    all.filter(({ measure }) => measure.plusMinus === 0),
  ];
  const not = wear.filter((one) => !all.includes(one));
  return (
    <>
      <h2>Readings over time</h2>
      {all.length === 0 && <p className="soft">Nothing was read on it since it left: note a visit.</p>}
      <div className="wear-charts">
        {read.map((one) => (
          <WearChart key={one.measure.key} wear={one} />
        ))}
      </div>
      {plain.map(({ measure, points }) => (
        <p key={measure.key}>
          <VerdictMark verdict={MARK[points.at(-1)!.passes]} size={15} /> {measure.says}{" "}
          <b className="num">
            {formatNumber(points.at(-1)!.value, 2)} {measure.unit}
          </b>
          <span className="soft small">
            {" "}
            on {formatDay(points.at(-1)!.day)}; {limitText(measure)}
          </span>
        </p>
      ))}
      {not.length > 0 && (
        <p className="soft small">
          Not read yet: {not.map(({ measure }) => `${measure.says.toLowerCase()} (${limitText(measure)})`).join("; ")}.
        </p>
      )}
    </>
  );
}

/** 1, 2 or 5 times a power of ten, no smaller than this. */
function evenStep(least: number): number {
  const power = 10 ** Math.floor(Math.log10(least));
  return power * ([1, 2, 5, 10].find((times) => times * power >= least - 1e-12) ?? 10);
}

function WearChart({ wear: { measure, points, trend } }: { wear: Wear }) {
  const last = points.at(-1)!;
  const limits = [measure.atLeast, measure.atMost].filter((limit) => limit !== undefined);
  const values = [...points.map(({ value }) => value), ...limits];
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const step = evenStep((high - low || Math.abs(high) || 1) / 3);
  const line = points.map(({ day, value, passes }) => ({
    value: [day, value] as const,
    itemStyle: { color: COLOUR[passes] },
  }));
  const limit = limits[0];
  const option = {
    grid: { left: 46, right: 14, top: 12, bottom: 24 },
    tooltip: {
      trigger: "axis" as const,
      valueFormatter: (value: unknown) => `${formatNumber(Number(value), 2)} ${measure.unit}`,
    },
    xAxis: { type: "time" as const, splitNumber: 3, axisLabel: { hideOverlap: true, formatter: "{d} {MMM}" } },
    yAxis: {
      type: "value" as const,
      min: Math.max(0, Math.floor((low - 0.2 * step) / step)) * step,
      max: Math.ceil(high / step) * step,
      interval: step,
    },
    series: [
      {
        type: "line" as const,
        data: line,
        symbolSize: 9,
        lineStyle: { color: "#14525F", width: 2 },
        markLine: {
          silent: true,
          symbol: "none",
          lineStyle: { color: "#C23B22", type: "dashed" as const },
          label: { show: false },
          data: limits.map((yAxis) => ({ yAxis })),
        },
      },
      ...(trend && limit !== undefined
        ? [
            {
              type: "line" as const,
              data: [
                [last.day, last.value],
                [trend.atLimit, trend.perYear < 0 ? measure.atLeast : measure.atMost],
              ],
              symbol: "none",
              lineStyle: { color: "#7C8B92", type: "dotted" as const, width: 2 },
            },
          ]
        : []),
    ],
  };
  return (
    <figure className="card wear-chart">
      <figcaption>
        <b>{measure.says}</b>
        <span className="num">
          {" "}
          <VerdictMark verdict={MARK[last.passes]} size={15} /> {formatNumber(last.value, 2)} {measure.unit}
        </span>
        <span className="soft small block">
          {limitText(measure)}; {measure.with}
        </span>
      </figcaption>
      <Chart
        option={option}
        height={132}
        label={`${measure.says}: ${points.map(({ day, value }) => `${formatDay(day)} ${formatNumber(value, 2)} ${measure.unit}`).join(", ")}; limit ${limitText(measure)}`}
      />
      {trend && (
        <p className="small">
          {formatNumber(Math.abs(trend.perYear), 1)} ± {formatNumber(trend.plusMinusPerYear, 1)} {measure.unit} a year: at the
          limit about {formatDay(trend.atLimit)}, from {formatDay(trend.soonest)} on.
        </p>
      )}
    </figure>
  );
}
