"use client";

import { useMemo } from "react";
import type { Route } from "@/core/route/routeSchema";
import type { TracePoint } from "@/core/ride/ride";
import { formatNumber } from "@/core/units/formatQuantity";
import { Chart } from "@/ui/Chart";

const ROWS: { says: string; unit: string; of: (point: TracePoint) => number; colour: string; digits: number }[] = [
  { says: "speed", unit: "km/h", of: (p) => p.kmh, colour: "#14525F", digits: 1 },
  { says: "power from the battery", unit: "W", of: (p) => p.electricalW, colour: "#C23B22", digits: 0 },
  { says: "charge", unit: "%", of: (p) => p.percent, colour: "#3F7A4E", digits: 0 },
  { says: "winding", unit: "°C", of: (p) => p.windingC, colour: "#8A6400", digits: 0 },
];
const ROW_PX = 54;
const GAP_PX = 20;

/** Height, speed, power, charge and heat along the way, one above the other on one axis, with one cursor through all. */
export function RideChart({ trace, road, onKm }: { trace: readonly TracePoint[]; road: Route; onKm: (km: number) => void }) {
  const option = useMemo(() => {
    const heights = road.elevationM.map((height, i) => [(i * road.stepM) / 1000, height]);
    const series = [
      { says: "height", unit: "m", data: heights, colour: "#7C8B92", digits: 0 },
      ...ROWS.map(({ of, ...row }) => ({ ...row, data: trace.map((point) => [point.km, of(point)]) })),
    ];
    const endKm = (road.stepM * (road.elevationM.length - 1)) / 1000;
    return {
      axisPointer: { link: [{ xAxisIndex: "all" }], lineStyle: { color: "#1D2A30" } },
      tooltip: {
        trigger: "axis",
        confine: true,
        formatter: (rows: { seriesIndex: number; value: [number, number] }[]) => {
          const line = (row: (typeof rows)[0]) => {
            const { says, unit, digits } = series[row.seriesIndex]!;
            return `${says} ${formatNumber(row.value[1], digits)} ${unit}`;
          };
          const ordered = [...rows].sort((a, b) => a.seriesIndex - b.seriesIndex);
          return [`km ${formatNumber(rows[0]!.value[0], 1)}`, ...ordered.map(line)].join("<br>");
        },
      },
      grid: series.map((_, i) => ({
        left: 48,
        right: 12,
        top: 18 + i * (ROW_PX + GAP_PX),
        height: ROW_PX,
        outerBoundsMode: "none",
      })),
      xAxis: series.map((_, i) => ({
        gridIndex: i,
        type: "value" as const,
        min: 0,
        max: endKm,
        axisLabel: { show: i === series.length - 1, formatter: "{value} km", showMaxLabel: false },
        axisTick: { show: i === series.length - 1 },
        splitLine: { show: false },
      })),
      yAxis: series.map(({ says, unit }, i) => ({
        gridIndex: i,
        name: `${says}, ${unit}`,
        nameLocation: "end" as const,
        nameGap: 5,
        nameTextStyle: { align: "left" as const, padding: [0, 0, 0, 4], fontSize: 12, color: "#47565C" },
        splitNumber: 2,
        scale: i === 0,
        axisLabel: { fontSize: 11 },
      })),
      series: series.map(({ data, colour }, i) => ({
        type: "line" as const,
        xAxisIndex: i,
        yAxisIndex: i,
        data,
        showSymbol: false,
        lineStyle: { color: colour, width: 1.6 },
        itemStyle: { color: colour },
        ...(i === 0 && { areaStyle: { color: "#CFE3E1", origin: "start" as const } }),
      })),
    };
  }, [trace, road]);
  return (
    <Chart
      option={option}
      height={18 + (ROWS.length + 1) * (ROW_PX + GAP_PX) + 12}
      label="Height, speed, power, charge and winding temperature along the way"
      onCursor={onKm}
    />
  );
}
