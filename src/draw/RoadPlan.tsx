const SIZE = 200;
const PAD = 12;

/** The way from above, north up, to scale in both directions; the place under the chart's cursor is marked. */
export function RoadPlan({
  plan,
  stepM,
  atKm,
}: {
  plan: readonly (readonly [number, number])[];
  stepM: number;
  atKm: number | null;
}) {
  const east = plan.map(([x]) => x);
  const north = plan.map(([, y]) => y);
  const span = Math.max(Math.max(...east) - Math.min(...east), Math.max(...north) - Math.min(...north), 0.05);
  const scale = (SIZE - 2 * PAD) / span;
  const [midX, midY] = [(Math.max(...east) + Math.min(...east)) / 2, (Math.max(...north) + Math.min(...north)) / 2];
  const x = (km: number) => SIZE / 2 + (km - midX) * scale;
  const y = (km: number) => SIZE / 2 - (km - midY) * scale;
  const here = atKm === null ? null : plan[Math.max(0, Math.min(plan.length - 1, Math.round((1000 * atKm) / stepM)))]!;
  const bar = [20, 10, 5, 2, 1, 0.5, 0.2, 0.1, 0.05].find((km) => km * scale <= SIZE / 3) ?? 0.05;
  return (
    <svg viewBox={`0 0 ${SIZE} ${SIZE}`} className="road-plan" role="img" aria-label="The way from above, north up">
      <polyline
        points={plan.map(([e, n]) => `${x(e).toFixed(1)},${y(n).toFixed(1)}`).join(" ")}
        fill="none"
        stroke="#14525F"
        strokeWidth="2"
        strokeLinejoin="round"
      />
      <circle cx={x(plan[0]![0])} cy={y(plan[0]![1])} r="4" fill="#3F7A4E" />
      {here && <circle className="road-here" cx={x(here[0])} cy={y(here[1])} r="5" fill="#C23B22" />}
      <line x1={PAD} x2={PAD + bar * scale} y1={SIZE - 6} y2={SIZE - 6} stroke="#1D2A30" strokeWidth="2" />
      <text x={PAD + bar * scale + 4} y={SIZE - 2} fontSize="11" fill="#47565C">
        {bar} km
      </text>
    </svg>
  );
}
