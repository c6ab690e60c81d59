"use client";

import { useEffect, useRef, useState, type ReactNode } from "react";
import "./zoomed.css";

const MOST = 8;
const STEP = 1.25;
type View = { zoom: number; x: number; y: number };
const WHOLE: View = { zoom: 1, x: 0, y: 0 };

const held = (view: View, width: number, height: number): View => {
  const zoom = Math.min(MOST, Math.max(1, view.zoom));
  const within = (offset: number, size: number) => Math.min(0, Math.max(size * (1 - zoom), offset));
  return { zoom, x: within(view.x, width), y: within(view.y, height) };
};

/** A drawing that is zoomed with wheel, buttons or + and −, and drawn about with the pointer or the arrow keys. */
export function Zoomed({ head, children }: { head: ReactNode; children: ReactNode }) {
  const frame = useRef<HTMLDivElement>(null);
  const [view, setView] = useState<View>(WHOLE);
  const drag = useRef<{ x: number; y: number } | null>(null);
  const size = () => ({ width: frame.current?.clientWidth ?? 1, height: frame.current?.clientHeight ?? 1 });
  const zoomAt = (factor: number, at?: { x: number; y: number }) =>
    setView((old) => {
      const { width, height } = size();
      const p = at ?? { x: width / 2, y: height / 2 };
      const zoom = Math.min(MOST, Math.max(1, old.zoom * factor));
      const k = zoom / old.zoom;
      return held({ zoom, x: p.x - (p.x - old.x) * k, y: p.y - (p.y - old.y) * k }, width, height);
    });
  const move = (dx: number, dy: number) =>
    setView((old) => {
      const { width, height } = size();
      return held({ ...old, x: old.x + dx, y: old.y + dy }, width, height);
    });
  useEffect(() => {
    const box = frame.current;
    if (!box) return;
    // With the wheel alone the page scrolls; with Ctrl it zooms, as maps and pages do.
    const onWheel = (event: WheelEvent) => {
      if (!event.ctrlKey && !event.metaKey) return;
      event.preventDefault();
      const area = box.getBoundingClientRect();
      zoomAt(event.deltaY < 0 ? STEP : 1 / STEP, { x: event.clientX - area.left, y: event.clientY - area.top });
    };
    box.addEventListener("wheel", onWheel, { passive: false });
    return () => box.removeEventListener("wheel", onWheel);
  });
  const onKeyDown = (event: React.KeyboardEvent) => {
    const moves: Record<string, [number, number]> = {
      ArrowLeft: [60, 0],
      ArrowRight: [-60, 0],
      ArrowUp: [0, 60],
      ArrowDown: [0, -60],
    };
    if (event.key === "+" || event.key === "=") zoomAt(STEP);
    else if (event.key === "-") zoomAt(1 / STEP);
    else if (moves[event.key] && view.zoom > 1) move(...moves[event.key]!);
    else return;
    event.preventDefault();
  };
  return (
    <>
      <div className="zoomed-tools">
        {head}
        <div className="zoomed-buttons">
          <button className="zoom-button" onClick={() => zoomAt(STEP)} aria-label="Zoom in">
            +
          </button>
          <button className="zoom-button" onClick={() => zoomAt(1 / STEP)} disabled={view.zoom === 1} aria-label="Zoom out">
            −
          </button>
          {view.zoom > 1 && (
            <button className="zoom-button" onClick={() => setView(WHOLE)} aria-label="Whole drawing">
              1
            </button>
          )}
        </div>
      </div>
      <div
        className="zoomed"
        ref={frame}
        tabIndex={0}
        onKeyDown={onKeyDown}
        aria-label="Drawing: plus and minus zoom, arrows move"
      >
        <div
          className="zoomed-sheet"
          style={{
            transform: `translate(${view.x}px, ${view.y}px) scale(${view.zoom})`,
            cursor: view.zoom > 1 ? "grab" : undefined,
          }}
          onPointerDown={(event) => {
            if (view.zoom === 1 || (event.target as Element).closest(".pin")) return;
            drag.current = { x: event.clientX, y: event.clientY };
            event.currentTarget.setPointerCapture(event.pointerId);
          }}
          onPointerMove={(event) => {
            if (!drag.current) return;
            move(event.clientX - drag.current.x, event.clientY - drag.current.y);
            drag.current = { x: event.clientX, y: event.clientY };
          }}
          onPointerUp={() => (drag.current = null)}
        >
          {children}
        </div>
      </div>
    </>
  );
}
