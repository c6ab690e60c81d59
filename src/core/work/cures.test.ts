import { curesLeft } from "./cures";

const paint = { id: "paint" as const, waits: [{ days: 7 }, { days: 3 }] };
const hub = { id: "fitHub" as const, waits: [{ days: 1 }] };
const survey = { id: "survey" as const, waits: [] };
const steps = [paint, hub, survey];
const at = (day: string) => ({ at: `${day}T16:00:00.000Z` });

test.each([
  ["2026-01-05", { paint: 7, fitHub: 1 }],
  ["2026-01-06", { paint: 6 }],
  ["2026-01-11", { paint: 1 }],
  ["2026-01-12", {}],
  // A clock that was set back.
  ["2026-01-01", { paint: 7, fitHub: 1 }],
])("painted and fitted on Monday 5 January, looked at on %s", (today, left) =>
  expect(curesLeft(steps, { paint: at("2026-01-05"), fitHub: at("2026-01-05"), survey: at("2026-01-05") }, today)).toEqual(left),
);

test("what is not done cures nothing yet", () =>
  expect(curesLeft(steps, { survey: at("2026-01-05") }, "2026-01-05")).toEqual({}));
