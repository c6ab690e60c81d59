"use client";

import { BarChart, LineChart } from "echarts/charts";
import { GridComponent, MarkLineComponent, TooltipComponent } from "echarts/components";
import { init, use as register, type EChartsCoreOption } from "echarts/core";
import { SVGRenderer } from "echarts/renderers";
import { useEffect, useRef } from "react";

register([BarChart, LineChart, GridComponent, MarkLineComponent, TooltipComponent, SVGRenderer]);

/** A chart in the page's type and colours; it follows its box. Load it only where a chart is shown. */
export function Chart({
  option,
  height,
  label,
  onCursor,
}: {
  option: EChartsCoreOption;
  height: number;
  label: string;
  /** told the value on the shared axis under the cursor */
  onCursor?: (value: number) => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const chart = useRef<ReturnType<typeof init> | null>(null);
  const told = useRef(onCursor);
  useEffect(() => {
    told.current = onCursor;
  }, [onCursor]);
  useEffect(() => {
    const made = init(box.current, undefined, { renderer: "svg" });
    chart.current = made;
    made.on("updateAxisPointer", (event) => {
      const [axis] = (event as { axesInfo?: { value: number }[] }).axesInfo ?? [];
      if (axis) told.current?.(axis.value);
    });
    const follow = new ResizeObserver(() => made.resize());
    follow.observe(box.current!);
    return () => {
      follow.disconnect();
      made.dispose();
    };
  }, []);
  useEffect(() => {
    const font = getComputedStyle(document.body).fontFamily;
    chart.current?.setOption(
      {
        animation: false,
        textStyle: { fontFamily: font, color: "#1D2A30" },
        color: ["#14525F", "#C23B22"],
        grid: { left: 52, right: 16, top: 26, bottom: 40 },
        ...option,
      },
      true,
    );
  }, [option]);
  return <div ref={box} style={{ height }} role="img" aria-label={label} />;
}
