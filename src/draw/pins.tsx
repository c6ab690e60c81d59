import type { PinPlace, Verdict } from "@/core/fit/finding";

export type Pin = { key: string; place: PinPlace; verdict: Verdict; number: number; here: boolean; title: string };
export type Point = { x: number; y: number };

export const VERDICT_COLOURS: Record<Verdict, string> = {
  clear: "#3F7A4E",
  adapt: "#E0A100",
  measure: "#5F7079",
  stop: "#C23B22",
};

const SIZE = 21;

/** Room between two pins, in the drawing's own units. */
const APART = 3;

/** Where the pins stand: above and right of their points, moved aside until none covers another. @returns upper left corners */
export function spread(points: readonly { readonly x: number; readonly y: number }[], width: number): { x: number; y: number }[] {
  const placed: { x: number; y: number }[] = [];
  const pitch = SIZE + APART;
  const free = (x: number, y: number) => placed.every((one) => Math.abs(one.x - x) >= pitch || Math.abs(one.y - y) >= pitch);
  for (const point of points) {
    const most = width - SIZE - 2;
    const from = Math.min(most, Math.max(2, point.x + 12));
    let [x, y] = [from, Math.max(2, point.y - 38)];
    // Along to the right, then the next row down: there is always room further down.
    while (!free(x, y)) {
      x += pitch;
      if (x > most) [x, y] = [from, y + pitch];
    }
    placed.push({ x, y });
  }
  return placed;
}

/** Numbered pins with leaders to the place they speak of; several at one place stand in a row, all within the picture. */
export function Pins({
  pins,
  at,
  width,
  onPick,
}: {
  pins: readonly Pin[];
  at: (place: PinPlace) => Point;
  width: number;
  onPick: (key: string) => void;
}) {
  const points = pins.map((pin) => at(pin.place));
  const spots = spread(points, width);
  return (
    <g>
      {pins.map((pin, i) => {
        const point = points[i]!;
        const { x, y } = spots[i]!;
        const colour = VERDICT_COLOURS[pin.verdict];
        return (
          <g
            key={pin.key}
            className="pin"
            role="button"
            tabIndex={0}
            aria-label={`${pin.number}: ${pin.title}`}
            onClick={() => onPick(pin.key)}
            onKeyDown={(event) => {
              if (event.key !== "Enter" && event.key !== " ") return;
              event.preventDefault();
              event.stopPropagation();
              onPick(pin.key);
            }}
            style={{ cursor: "pointer" }}
          >
            <title>{pin.title}</title>
            <line x1={point.x} y1={point.y} x2={x + SIZE / 2} y2={y + SIZE} stroke={colour} strokeWidth={pin.here ? 2.2 : 1.2} />
            <circle cx={point.x} cy={point.y} r={pin.here ? 4.5 : 3} fill={colour} stroke="#fff" />
            <rect
              x={x}
              y={y}
              width={SIZE}
              height={SIZE}
              rx={SIZE / 2}
              fill={pin.here ? colour : "#fff"}
              stroke={colour}
              strokeWidth="2"
            />
            <text
              x={x + SIZE / 2}
              y={y + 15}
              textAnchor="middle"
              fontSize="13"
              fontWeight="700"
              fill={pin.here && pin.verdict !== "adapt" ? "#fff" : "#1D2A30"}
            >
              {pin.number}
            </text>
          </g>
        );
      })}
    </g>
  );
}
