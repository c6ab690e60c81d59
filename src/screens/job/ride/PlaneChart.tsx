"use client";

import { useMemo } from "react";
import type { SpeedPower } from "@/core/ride/speedPower";
import { formatNumber } from "@/core/units/formatQuantity";
import { Chart } from "@/ui/Chart";

const BOUND_SAYS = {
  "phase-current": "phase current bounds",
  "battery-current": "battery current bounds",
  voltage: "volts bound",
  idle: "the rider alone",
} as const;
const ROAD_COLOURS = ["#3F7A4E", "#8A6400", "#C23B22"];

/** What the drive gives at each speed against what roads of three grades take; where they cross is the speed that is held. */
export function PlaneChart({ plane }: { plane: SpeedPower }) {
  const option = useMemo(() => {
    const most = 1.15 * Math.max(...plane.driveW);
    const line = (watts: readonly number[]) => watts.map((watt, i) => [plane.kmh[i]!, watt]).filter(([, watt]) => watt! <= most);
    // A bound that holds for less than 2 km/h, between two gears, is no line of its own.
    const lasts = (i: number) => plane.bound.slice(i, i + 4).every((bound) => bound === plane.bound[i]);
    const starts: { bound: keyof typeof BOUND_SAYS; kmh: number }[] = [];
    plane.bound.forEach((bound, i) => {
      if (i > 0 && lasts(i) && bound !== (starts.at(-1)?.bound ?? plane.bound[0])) starts.push({ bound, kmh: plane.kmh[i]! });
    });
    const names = ["drive and rider", ...plane.roads.map((road) => `road of ${formatNumber(road.gradePercent, 1)} %`)];
    const series = [plane.driveW, ...plane.roads.map((road) => road.loadW)];
    return {
      grid: { left: 52, right: 130, top: 34, bottom: 34, outerBoundsMode: "none" },
      tooltip: {
        trigger: "axis",
        confine: true,
        formatter: (rows: { seriesIndex: number; value: [number, number] }[]) => {
          const kmh = rows[0]!.value[0];
          const bound = plane.bound[Math.round(kmh / (plane.kmh[1]! - plane.kmh[0]!))];
          return [
            `${formatNumber(kmh, 1)} km/h${bound ? `, ${BOUND_SAYS[bound]}` : ""}`,
            ...rows.map((row) => `${names[row.seriesIndex]!}: ${formatNumber(row.value[1], 0)} W`),
          ].join("<br>");
        },
      },
      xAxis: {
        type: "value" as const,
        min: 0,
        max: plane.kmh.at(-1),
        axisLabel: { formatter: "{value} km/h", showMaxLabel: false },
      },
      yAxis: {
        type: "value" as const,
        name: "W at the road",
        nameTextStyle: { align: "left" as const },
        max: Math.ceil(most / 100) * 100,
      },
      series: series.map((watts, i) => ({
        type: "line" as const,
        name: names[i],
        data: line(watts),
        showSymbol: false,
        lineStyle: { width: i === 0 ? 2.6 : 1.6, color: i === 0 ? "#14525F" : ROAD_COLOURS[i - 1] },
        itemStyle: { color: i === 0 ? "#14525F" : ROAD_COLOURS[i - 1] },
        endLabel: {
          show: true,
          formatter: i === 0 ? "drive and rider" : `${formatNumber(plane.roads[i - 1]!.gradePercent, 1)} %`,
          color: "#1D2A30",
          fontSize: 12,
        },
        ...(i === 0 && {
          markLine: {
            silent: true,
            symbol: "none",
            lineStyle: { color: "#B9B4A4", type: "dotted" as const },
            label: {
              fontSize: 11,
              color: "#47565C",
              formatter: ({ name }: { name: string }) => name,
              rotate: 90,
              position: "insideStartTop" as const,
            },
            data: starts.map(({ bound, kmh }) => ({ name: BOUND_SAYS[bound], xAxis: kmh })),
          },
        }),
      })),
    };
  }, [plane]);
  return <Chart option={option} height={260} label="Power of the drive against that of roads, by speed" />;
}
