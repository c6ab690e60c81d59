import type { Track } from "@/core/route/readGpx";

/** A recorded loop as a receiver would have it, over an island that is nowhere: hills by where they stand, how wide and how high. */
export type Recorded = {
  name: string;
  distanceKm: number;
  hills: readonly { atKm: number; halfKm: number; heightM: number }[];
};

const ISLAND = { latDeg: 47, lonDeg: -20 };
const KM_PER_DEG = 111.195;
const POINT_KM = 0.02;

/** Heights with the few metres of error that recorded ones have; the same every time. */
export function recordedTrack({ name, distanceKm, hills }: Recorded): Track {
  const count = Math.round(distanceKm / POINT_KM);
  let seed = 7;
  const noise = () => {
    seed = (seed * 16_807) % 2_147_483_647;
    return seed / 2_147_483_647 - 0.5;
  };
  const place = (turn: number) => {
    const wobble = 1 + 0.18 * Math.sin(3 * turn) + 0.07 * Math.sin(7 * turn + 1);
    return { east: 1.5 * wobble * Math.cos(turn), north: wobble * Math.sin(turn) };
  };
  const raw = Array.from({ length: count + 1 }, (_, i) => place((2 * Math.PI * i) / count));
  const around = raw.slice(1).reduce((sum, p, i) => sum + Math.hypot(p.east - raw[i]!.east, p.north - raw[i]!.north), 0);
  const scale = distanceKm / around;
  let wayKm = 0;
  const points = raw.map((p, i) => {
    const before = raw[i - 1] ?? p;
    wayKm += scale * Math.hypot(p.east - before.east, p.north - before.north);
    const height = hills.reduce((sum, hill) => sum + hill.heightM * Math.max(0, Math.cos((Math.PI / 2) * Math.min(1, Math.abs(wayKm - hill.atKm) / hill.halfKm))) ** 2, 20);
    return {
      latDeg: ISLAND.latDeg + (scale * p.north) / KM_PER_DEG,
      lonDeg: ISLAND.lonDeg + (scale * p.east) / (KM_PER_DEG * Math.cos((ISLAND.latDeg * Math.PI) / 180)),
      elevationM: Number((height + 3 * noise()).toFixed(1)),
    };
  });
  return { name, points, repairs: [] };
}
