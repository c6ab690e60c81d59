"use client";

import { Segmented } from "antd";
import { useMemo, useRef, useState } from "react";
import type { PinPlace } from "@/core/fit/finding";
import type { Layout } from "@/core/job/layout";
import { formatQuantity } from "@/core/units/formatQuantity";
import { AxleEnd } from "@/draw/AxleEnd";
import { BarView } from "@/draw/BarView";
import { BayView } from "@/draw/BayView";
import { DownTheLine } from "@/draw/DownTheLine";
import type { Pin } from "@/draw/pins";
import { ShowLength } from "@/draw/show";
import { SideView } from "@/draw/SideView";
import { WheelView } from "@/draw/WheelView";
import { Zoomed } from "@/ui/Zoomed";
import { useSettings } from "../../settings";
import { useJob } from "../JobContext";

type Name = "side" | "line" | "bay" | "bar" | `axle ${string}` | `wheel ${string}`;

/** The drawing that shows a place best. */
function bestFor(place: PinPlace | undefined, layout: Layout): Name {
  const { places } = layout;
  if (place && ["chain", "ring", "stay", "shell", "cluster"].includes(place)) return "line";
  if (place === "battery" && places.bay) return "bay";
  if (place === "bar" && places.bar.length > 0) return "bar";
  const end = place?.startsWith("front") ? "front" : place?.startsWith("rear") ? "rear" : null;
  if (end && place?.endsWith("axle") && places.axles.some((axle) => axle.end === end)) return `axle ${end}`;
  if (end && place?.endsWith("wheel") && places.wheels.some((wheel) => wheel.end === end)) return `wheel ${end}`;
  return "side";
}

/** Every drawing that this bike's figures allow, the finding's own first; zoomed by wheel or keys, exported true to size. */
export function Drawings({ place, pins }: { place: PinPlace | undefined; pins: readonly Pin[] }) {
  const { view, setAt } = useJob();
  const { system } = useSettings();
  const { layout } = view;
  const { places } = layout;
  const [picked, setPicked] = useState<{ name: Name; for: PinPlace | undefined } | null>(null);
  const holder = useRef<HTMLDivElement>(null);
  const options = useMemo<{ value: Name; label: string }[]>(
    () => [
      { value: "side", label: "Side" },
      { value: "line", label: "Down the line" },
      ...(places.bay ? [{ value: "bay" as const, label: "Bay" }] : []),
      ...places.axles.map((axle) => ({ value: `axle ${axle.end}` as const, label: `Axle, ${axle.end}` })),
      ...places.wheels.map((wheel) => ({ value: `wheel ${wheel.end}` as const, label: `Wheel, ${wheel.end}` })),
      ...(places.bar.length > 0 ? [{ value: "bar" as const, label: "Bar" }] : []),
    ],
    [places],
  );
  // A pick holds until another place is pointed at.
  const wanted = picked && picked.for === place ? picked.name : bestFor(place, layout);
  const which = options.some((option) => option.value === wanted) ? wanted : "side";
  const show = (mm: number) => (system === "metric" ? String(Math.round(mm * 10) / 10) : formatQuantity(mm, "length", system));
  const template =
    which === "bay"
      ? "cradle"
      : which.startsWith("axle")
        ? `arm-${which.slice(5)}`
        : which === "side" && places.plate
          ? "plate"
          : null;
  const templateOf = { cradle: "Cradle", plate: "Controller plate" }[template ?? ""] ?? "Torque arm";
  return (
    <div className="fit-drawing" ref={holder}>
      <ShowLength value={show}>
        <Zoomed
          key={which}
          head={
            <>
              <Segmented value={which} onChange={(value) => setPicked({ name: value, for: place })} options={options} />
              <span className="fill" />
              <button
                className="button quiet"
                onClick={() => exportSvg(holder.current, `job-${view.job.number}-${which.replace(" ", "-")}`)}
              >
                SVG
              </button>
              {template && (
                <a
                  className="button quiet"
                  href={`/api/jobs/${view.job.id}/template.svg?what=${template}`}
                  target="_blank"
                  rel="noreferrer"
                  title={`${templateOf}: a template to print at 1:1`}
                >
                  Template 1:1
                </a>
              )}
            </>
          }
        >
          {which === "side" && <SideView layout={layout} pins={pins} onPick={setAt} />}
          {which === "line" && <DownTheLine layout={layout} pins={pins} onPick={setAt} />}
          {which === "bay" && places.bay && <BayView bay={places.bay} frame={places.frame} />}
          {which === "bar" && <BarView bar={places.bar} />}
          {places.axles.map((axle) => which === `axle ${axle.end}` && <AxleEnd key={axle.end} axle={axle} />)}
          {places.wheels.map((wheel) => which === `wheel ${wheel.end}` && <WheelView key={wheel.end} wheel={wheel} />)}
        </Zoomed>
      </ShowLength>
    </div>
  );
}

/** Saves the drawing as it is computed, at the size of the bike: its own units scaled to true millimetres. */
function exportSvg(holder: HTMLElement | null, name: string): void {
  const svg = holder?.querySelector<SVGSVGElement>("svg.drawing");
  if (!svg) return;
  const copy = svg.cloneNode(true) as SVGSVGElement;
  const perMm = Number(svg.dataset.perMm ?? 0);
  const { width, height } = svg.viewBox.baseVal;
  if (perMm > 0) {
    copy.setAttribute("width", `${(width / perMm).toFixed(3)}mm`);
    copy.setAttribute("height", `${(height / perMm).toFixed(3)}mm`);
  }
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  const url = URL.createObjectURL(new Blob([new XMLSerializer().serializeToString(copy)], { type: "image/svg+xml" }));
  const link = document.createElement("a");
  link.href = url;
  link.download = `${name}.svg`;
  link.click();
  URL.revokeObjectURL(url);
}
