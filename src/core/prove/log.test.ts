import fc from "fast-check";
import { FitBaseType, FitEncoder } from "fit-file-parser/encoder";
import { HUB, roadOf } from "../../../tests/prove.fixture";
import { roadSegments } from "../route/roadSegments";
import { cleaned } from "./log/cleaned";
import { understood } from "./log/columns";
import { readRide } from "./log/readRide";
import { emptyPoint, type LogPoint } from "./log/rawLog";
import { asCsv, AS_FORECAST, madeUpRide } from "./madeUpRide";
import { MOST_WINDOWS, rideLogSchema } from "./rideLogSchema";
import { kept } from "../../../tests/prove.fixture";

const bytes = (text: string) => new TextEncoder().encode(text);
const says = async (text: string | Uint8Array, chosen = {}) => {
  const read = await readRide(typeof text === "string" ? bytes(text) : text, chosen);
  return read.ok ? `ok: ${read.value.ride.points}` : read.error.says;
};
const ROAD = roadOf(5, 60, 5);
const MADE = madeUpRide(HUB, roadSegments(ROAD), { truth: AS_FORECAST, seed: 1, airC: 15 });
const CSV = asCsv(MADE);

test("a head is understood with its unit, and asked about where it says no unit or two things", () => {
  expect(understood("Speed (km/h)").said).toEqual({ role: "speed", unit: "km/h" });
  expect(understood("battery_current").said).toEqual({ role: "current from the pack", unit: "A" });
  expect(understood("Battery (V)").said).toEqual({ role: "volts of the pack", unit: "V" });
  expect(understood("Battery voltage [mV]").said).toEqual({ role: "volts of the pack", unit: "mV" });
  expect(understood("Motor temperature °F").said).toEqual({ role: "motor's temperature", unit: "°F" });
  expect(understood("rider power").said).toEqual({ role: "power of the rider", unit: "W" });
  expect(understood("packV").said).toEqual({ role: "volts of the pack", unit: "V" });
  expect(understood("motor power kW").said).toEqual({ role: "power from the pack", unit: "kW" });
  expect(understood("speed").asks).toContain("In what unit");
  expect(understood("power").asks).toContain("the rider's legs");
  expect(understood("heart rate")).toMatchObject({ asks: null, said: { role: "nothing that is used" } });
});

test("a meter's table is read with semicolons and decimal commas, with lines before its head, and cut off in its last line", async () => {
  const german = CSV.split("\n").map((line, i) =>
    i === 0 ? line.replaceAll(",", ";") : line.replaceAll(",", ";").replaceAll(".", ","),
  );
  const whole = await says(CSV);
  expect(whole).toMatch(/^ok: \d+/);
  expect(await says(german.join("\n"))).toBe(whole);
  expect(await says(`Meter 4\nexported today\n${CSV}`)).toBe(whole);
  expect(await says(`${CSV}\n12`)).toBe(whole);
});

test("a table in doubt is asked about and read by what is said of it; the two ways of one file agree", async () => {
  const doubtful = CSV.replace("Speed (km/h)", "Speed");
  const asked = await readRide(bytes(doubtful));
  if (asked.ok) throw new Error("it was not asked");
  expect(asked.error.columns!.find(({ head }) => head === "Speed")!.asks).toContain("In what unit");
  const told = await readRide(bytes(doubtful), { Speed: { role: "speed", unit: "km/h" } });
  expect(told).toEqual(await readRide(bytes(CSV)));
  const twice = CSV.replace("Battery power (W)", "Speed 2 (km/h)");
  expect(await says(twice)).toContain("Two columns are “speed”");
});

test.each([
  ["nothing", "", "holds nothing"],
  ["one line", CSV.split("\n")[0]!, "No line has a time"],
  ["one point", CSV.split("\n").slice(0, 2).join("\n"), "one point only"],
  ["no time", "Speed (km/h),Battery voltage (V)\n10,36\n11,36", "No column says the time"],
  ["no names", "1,2,3\n4,5,6", "No line names the columns"],
  ["times that are none", `Time (s),Speed (km/h)\n${"x,10\n".repeat(60)}`, "none that can be read"],
  ["a ride of ten seconds", "Time (s),Speed (km/h)\n0,20\n5,20\n10,20", "too short to say anything"],
  ["a document type", '<?xml version="1.0"?><!DOCTYPE gpx [<!ENTITY a "b">]><gpx/>', "document type"],
  ["another language of marks", "<html></html>", "not a GPX file"],
  ["a broken file", '<gpx><trk><trkseg><trkpt lat="1" lon="1"><time>2026-01', "not whole GPX"],
  [
    "a track without times",
    '<gpx><trk><trkseg><trkpt lat="1" lon="1"/><trkpt lat="1.1" lon="1"/></trkseg></trk></gpx>',
    "no times",
  ],
  ["bytes that no text has", "Time\u0000", "no text has"],
])("%s: told in words", async (_what, text, word) => {
  expect(await says(text)).toContain(word);
});

test("packed files, broken activity files and files that are no text are told", async () => {
  expect(await says(new Uint8Array([0x50, 0x4b, 3, 4]))).toContain("unpack it first");
  const fit = new Uint8Array(40);
  fit.set([14, 16, 0, 0, 9, 0, 0, 0, 0x2e, 0x46, 0x49, 0x54]);
  expect(await says(fit)).toMatch(/not whole|holds no ride/);
  expect(await says(new Uint8Array([0xff, 0xfe, 0xfd, 0x80, 0x81]))).toContain("no text");
});

/** A bike computer's activity, of places, heights, speed and a meter's power, once a second. */
function activity(points: number): Uint8Array {
  const encoder = new FitEncoder();
  for (let i = 0; i < points; i += 1)
    encoder.writeMessage(20, [
      { number: 253, size: 4, baseType: FitBaseType.Uint32, value: 1_100_000_000 + i },
      { number: 5, size: 4, baseType: FitBaseType.Uint32, value: Math.round(600 * i) },
      { number: 2, size: 2, baseType: FitBaseType.Uint16, value: Math.round(5 * (520 + i / 100)) },
      { number: 6, size: 2, baseType: FitBaseType.Uint16, value: 6000 },
      { number: 7, size: 2, baseType: FitBaseType.Uint16, value: 140 },
    ]);
  return encoder.close();
}

test("a bike computer's activity file is a ride with its way, heights, speed and the rider's power", async () => {
  const read = await readRide(activity(300));
  if (!read.ok) throw new Error(read.error.says);
  const { ride } = read.value;
  expect(ride.points).toBe(300);
  expect(ride.speedMs[10]).toBeCloseTo(6, 1);
  expect(ride.riderW[10]).toBeCloseTo(140, 0);
  expect(ride.motorW).toEqual([]);
  expect(ride.wayM.reduce((sum, m) => sum + m, 0)).toBeCloseTo(6 * 299, 0);
});

test("a GPX track with times is a ride with places, heights and speed", async () => {
  const points = Array.from(
    { length: 400 },
    (_, i) =>
      `<trkpt lat="${(50 + i * 0.00005).toFixed(6)}" lon="5"><ele>${10 + i / 20}</ele><time>2026-05-01T10:${String(Math.floor(i / 60)).padStart(2, "0")}:${String(i % 60).padStart(2, "0")}Z</time></trkpt>`,
  );
  const read = await readRide(bytes(`<gpx><trk><name>Sea wall</name><trkseg>${points.join("")}</trkseg></trk></gpx>`));
  if (!read.ok) throw new Error(read.error.says);
  // 0.00005 degrees of latitude are 5.56 m on a sphere of the earth's mean radius.
  expect(read.value.name).toBe("Sea wall");
  expect(read.value.ride.speedMs[20]).toBeCloseTo(5.56, 1);
  expect(read.value.ride.beganAt).toBe("2026-05-01T10:00:00.000Z");
  expect(read.value.ride.placeKm).toHaveLength(read.value.ride.wayM.length + 1);
});

const moving = (n: number, over: (i: number) => Partial<LogPoint> = () => ({})): LogPoint[] =>
  Array.from({ length: n }, (_, i) => ({ ...emptyPoint(i), speedMs: 5, motorW: 150, ...over(i) }));
const clean = (points: LogPoint[]) => {
  const made = cleaned({ name: "", beganAt: null, points, repairs: [] });
  if (!made.ok) throw new Error(made.error);
  return made.value;
};

test("a clock that is set back, two days in one file and a way that runs backwards are mended, and told", () => {
  const back = clean(moving(400, (i) => ({ t: i > 200 ? i - 60 : i })));
  expect(back.repairs.join()).toContain("clock did not run on");
  const days = clean([...moving(200), ...moving(500, (i) => ({ t: i + 90_000 }))]);
  expect(days.repairs.join()).toContain("2 rides in one file");
  expect(days.points).toBe(500);
  expect(clean(moving(300, (i) => ({ wayM: i === 100 ? 0 : 5 * i }))).repairs.join()).toContain("ran backwards");
});

test("whatever is in a recording, what is kept of it is whole, and its sums are the recording's", () => {
  const value = fc.oneof(fc.constant(null), fc.double({ noNaN: true, min: -1e5, max: 1e5 }));
  const point = fc.record({
    step: fc.double({ min: -5, max: 200, noNaN: true }),
    speedMs: value,
    motorW: value,
    packV: value,
    packA: value,
    heightM: value,
    wayM: value,
  });
  fc.assert(
    fc.property(fc.array(point, { minLength: 1, maxLength: 60 }), (list) => {
      let t = 0;
      const points = list.map(({ step, ...rest }) => ({ ...emptyPoint((t += step)), ...rest }));
      const made = cleaned({ name: "", beganAt: null, points, repairs: [] });
      if (!made.ok) return expect(made.error).toMatch(/^(The file|The ride)/);
      expect(rideLogSchema.safeParse(kept(made.value)).error?.issues ?? []).toEqual([]);
      expect(made.value.wayM.length).toBeLessThanOrEqual(MOST_WINDOWS);
    }),
    { numRuns: 300 },
  );
  // Energy is not made or lost by averaging.
  const long = clean(moving(4000, (i) => ({ motorW: 100 + (i % 50) })));
  const joule = long.motorW.reduce((sum, w) => sum + w * long.windowS, 0);
  const exact = moving(4000, (i) => ({ motorW: 100 + (i % 50) }))
    .slice(1)
    .reduce((sum, _, i) => sum + 100 + ((i % 50) + ((i + 1) % 50)) / 2, 0);
  expect(joule / exact).toBeCloseTo(1, 3);
});

test("ten times a second, or once in two: the same ride comes out of it", () => {
  const segments = roadSegments(ROAD);
  const [fine, coarse] = [0.1, 2].map((everyS) => {
    const { points } = madeUpRide(HUB, segments, { truth: AS_FORECAST, seed: 2, airC: 15, everyS });
    return clean(points);
  });
  const wh = (log: typeof fine) => log!.motorW.reduce((sum, w) => sum + (w * log!.windowS) / 3600, 0);
  // What happens within two seconds is not in the second one.
  expect(Math.abs(wh(fine) / wh(coarse) - 1)).toBeLessThan(0.015);
});
