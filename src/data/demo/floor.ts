import type { ShopFloor } from "@/core/bench/shopFloor";

type Hours = [number, number][];
const h = (hour: number, minutes = 0) => hour * 60 + minutes;
const LONG: Hours = [
  [h(8), h(12, 30)],
  [h(13), h(16, 30)],
];
const MORNING: Hours = [[h(9), h(12, 30)]];
const LATE: Hours = [[h(13), h(18)]];

/** Three people, two stands, a truing stand, a bench and a paint corner. */
export const DEMO_FLOOR: ShopFloor = {
  people: [
    {
      id: "jowan",
      name: "Jowan",
      week: [LONG, LONG, LONG, LONG, [], [], []],
      off: [],
      does: ["mechanics", "wheels", "frame", "electrics", "checks"],
    },
    { id: "elestren", name: "Elestren", week: [[], LATE, LATE, LATE, LATE, [], []], off: [], does: ["wheels", "frame", "electrics", "paint"] },
    { id: "tamsin", name: "Tamsin", week: [MORNING, MORNING, [], MORNING, MORNING, [], []], off: [], does: ["mechanics", "checks"] },
  ],
  places: [
    { id: "stand-1", name: "Window stand", kind: "stand", out: [] },
    { id: "stand-2", name: "Back stand", kind: "stand", out: [] },
    { id: "truing-1", name: "Truing stand", kind: "truing stand", out: [] },
    { id: "bench-1", name: "Bench", kind: "bench", out: [] },
    { id: "paint-1", name: "Paint corner", kind: "paint corner", out: [] },
  ],
  lateDayMinor: 25_00,
};
