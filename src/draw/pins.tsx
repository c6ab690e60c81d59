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
  const rows = new Map<string, number>();
  return (
    <g>
      {pins.map((pin) => {
        const point = at(pin.place);
        const row = `${Math.round(point.x / 60)} ${point.y < 150}`;
        const nth = rows.get(row) ?? 0;
        rows.set(row, nth + 1);
        const x = Math.min(width - SIZE - 2, Math.max(2, point.x + 12 + nth * (SIZE + 5)));
        const y = Math.max(2, point.y - 38);
        const colour = VERDICT_COLOURS[pin.verdict];
        return (
          <g
            key={pin.key}
            className="pin"
            role="button"
            tabIndex={-1}
            aria-label={`${pin.number}: ${pin.title}`}
            onClick={() => onPick(pin.key)}
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
              rx="4"
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
