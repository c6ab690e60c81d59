"use client";

import { useMemo } from "react";
import { calculate } from "@/core/calc/registry";
import { Chart } from "@/ui/Chart";

/** A chart beside a tool's figures, worked out by the same calculator. */
export function ToolChart({ name, input }: { name: string; input: Record<string, unknown> }) {
  const key = JSON.stringify(input);
  const option = useMemo(
    () =>
      name === "gear-table"
        ? gears(JSON.parse(key) as Record<string, unknown>)
        : drops(JSON.parse(key) as Record<string, unknown>),
    [name, key],
  );
  return <Chart option={option} height={260} label={name === "gear-table" ? "Speed in each gear" : "Volts lost by wire gauge"} />;
}

const axisName = { nameLocation: "middle" as const, nameTextStyle: { color: "#47565C" } };

function gears(input: Record<string, unknown>) {
  const answer = calculate("gear-table", input);
  const rows = answer.ok ? (answer.value as { rows: { cogTeeth: number; speedKmh: number }[] }).rows : [];
  return {
    tooltip: {},
    xAxis: { type: "category", name: "cog, teeth", nameGap: 26, ...axisName, data: rows.map((row) => `${row.cogTeeth}`) },
    yAxis: { type: "value", name: "km/h", nameGap: 34, ...axisName },
    series: [
      { type: "bar", data: rows.map((row) => Math.round(row.speedKmh * 10) / 10), label: { show: true, position: "top" } },
    ],
  };
}

function drops(input: Record<string, unknown>) {
  const gauges = [20, 18, 16, 14, 12, 10, 8];
  const { areaMm2: _area, ...rest } = input;
  const percents = gauges.map((awg) => {
    const answer = calculate("wire-drop", { ...rest, awg });
    return answer.ok ? Math.round((answer.value as { dropPercent: number }).dropPercent * 100) / 100 : null;
  });
  return {
    tooltip: {},
    xAxis: { type: "category", name: "gauge, AWG", nameGap: 26, ...axisName, data: gauges.map(String) },
    yAxis: { type: "value", name: "drop, %", nameGap: 34, ...axisName },
    series: [{ type: "line", data: percents, label: { show: true, position: "top" } }],
  };
}
