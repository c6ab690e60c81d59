import fc from "fast-check";
import { routeByHand } from "./byHand";
import { profileOf, segmentsOf, triangleMean, worstHill } from "./profile";
import { readGpx, type Track } from "./readGpx";
import { readRouteCsv } from "./readRouteCsv";
import { wayM } from "./trackPoint";

const gpx = (inside: string, version = "1.1") =>
  `<?xml version="1.0" encoding="UTF-8"?>\n<gpx version="${version}" creator="test" xmlns="http://www.topografix.com/GPX/1/1">${inside}</gpx>`;
const point = (lat: number | string, lon: number | string, ele?: number | string, tag = "trkpt") =>
  `<${tag} lat="${lat}" lon="${lon}">${ele === undefined ? "" : `<ele>${ele}</ele>`}</${tag}>`;
const track = (...points: string[]) => gpx(`<trk><name>Harbour &amp; hill</name><trkseg>${points.join("")}</trkseg></trk>`);
const read = (text: string): Track => {
  const answer = readGpx(text);
  if (!answer.ok) throw new Error(answer.error);
  return answer.value;
};
const refused = (text: string): string => {
  const answer = readGpx(text);
  if (answer.ok) throw new Error("expected a refusal");
  return answer.error;
};

test("a degree of a great circle is a 360th of the way round", () => {
  expect(wayM({ latDeg: 0, lonDeg: 0 }, { latDeg: 0, lonDeg: 1 })).toBeCloseTo(111_195, 0);
  expect(wayM({ latDeg: 60, lonDeg: 179.5 }, { latDeg: 60, lonDeg: -179.5 })).toBeCloseTo(55_596, -2);
});

describe("GPX", () => {
  test("a track with its name and heights, segments joined", () => {
    const made = read(
      gpx(
        `<trk><name>Harbour &amp; hill</name><trkseg>${point(50, 4, 10)}</trkseg><trkseg>${point(50.001, 4, "12.5")}</trkseg></trk>`,
      ),
    );
    expect(made).toEqual({
      name: "Harbour & hill",
      points: [
        { latDeg: 50, lonDeg: 4, elevationM: 10 },
        { latDeg: 50.001, lonDeg: 4, elevationM: 12.5 },
      ],
      repairs: [],
    });
  });
  test("a route, where there is no track; a prefix and version 1.0 are no matter", () => {
    expect(
      read(gpx(`<rte><name>R</name>${point(1, 2, 3, "rtept")}${point(1.1, 2, 3, "rtept")}</rte>`, "1.0")).points,
    ).toHaveLength(2);
    const prefixed = `<g:gpx xmlns:g="urn:x"><g:trk><g:trkseg>${point(1, 2, 3).replaceAll("trkpt", "g:trkpt")}${point(1.1, 2, 3).replaceAll("trkpt", "g:trkpt")}</g:trkseg></g:trk></g:gpx>`;
    expect(read(prefixed).points).toHaveLength(2);
  });
  test("points without a readable place are left out, and told", () =>
    expect(
      read(track(point(50, 4, 1), point("north", 4, 1), point(91, 4, 1), point("", 4, 1), point(50.01, 4, "high"))),
    ).toMatchObject({
      points: [{ elevationM: 1 }, { elevationM: null }],
      repairs: ["3 points without a readable place left out"],
    }));
  test.each([
    ["an entity of its own", `<?xml version="1.0"?><!DOCTYPE gpx [<!ENTITY a "b">]><gpx>&a;</gpx>`, /document type/],
    ["a billion laughs", `<!DOCTYPE x [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;">]><gpx>&b;</gpx>`, /document type/],
    ["an outside file", `<!DOCTYPE gpx SYSTEM "file:///etc/passwd"><gpx/>`, /document type/],
    ["an entity nobody declared", gpx("<trk>&nothing;</trk>"), /not whole GPX/],
    ["half a file", track(point(50, 4, 1), point(50.1, 4, 1)).slice(0, -30), /not whole GPX/],
    ["something else", "<html><body/></html>", /begins with <html>/],
    ["no XML", "distance,elevation\n0,1\n", /not whole GPX/],
    ["nothing", "", /not whole GPX|no track/],
    ["a packed file", "PK\u0003\u0004rubbish", /unpack it/],
    ["bytes", "<gpx>\u0000</gpx>", /bytes/],
    ["no points", gpx("<trk><trkseg/></trk>"), /no track and no route/],
    ["one point", track(point(50, 4, 1)), /one point only/],
  ])("%s is refused in words", (_, text, words) => expect(refused(text)).toMatch(words));
  test("law: points that are taken out as they stand are read as the strict reader reads them, whatever stands around them", () => {
    const figure = fc.oneof(
      fc.double({ min: -200, max: 200, noNaN: true }).map((one) => one.toFixed(5)),
      fc.constantFrom("", " ", "1.2.3", "+7", "-0", ".5", "1e2", "north", "91", "&#49;"),
    );
    const time = fc.constantFrom("", "<time>2026-01-05T09:00:00Z</time>", "<time>9 o'clock</time>", "<time/>", "<hr>61</hr>");
    const gap = fc.constantFrom("", "\n  ", "\t", "x");
    const point = fc
      .tuple(figure, figure, fc.option(figure), time, gap, gap)
      .map(
        ([lat, lon, height, when, a, b]) =>
          `<trkpt lat="${lat}" lon="${lon}"${b === "x" ? " " : ""}>${a}${height === null ? "" : `<ele>${height}</ele>${b}`}${when}${a}</trkpt>${a}`,
      );
    const other = fc.constantFrom(
      "</trkseg><trkseg>",
      '<trkpt lat="1" lon="2"/>',
      '<trkpt lon="1" lat="2"></trkpt>',
      '<trkpt lat="1" lon="2"><trkpt lat="3" lon="4"></trkpt><ele>5</ele></trkpt>',
      '<ele>1<trkpt lat="3" lon="4"></trkpt>2</ele>',
      '<name a="<trkpt lat="3" lon="4"></trkpt>">x</name>',
      '<![CDATA[ <trkpt lat="3" lon="4"></trkpt> ]]>',
      '<?note <trkpt lat="3" lon="4"></trkpt> ?>',
      '<x:trkpt xmlns:x="urn:x" lat="1" lon="2"><x:ele>3</x:ele></x:trkpt>',
      "<gull-taken-points/>",
      "</trk>",
      "<trk><name>A way</name>",
      "a < b",
      "\u0001",
    );
    const body = fc.array(fc.oneof({ weight: 4, arbitrary: point }, { weight: 1, arbitrary: other }), { maxLength: 12 });
    const around = fc.constantFrom(
      ["<gpx><trk><trkseg>", "</trkseg></trk></gpx>"],
      ['<?xml version="1.0"?><gpx><trk><trkseg>', "</trkseg></trk></gpx>\n"],
      ["", ""],
      ["<gpx>", "</gpx> "],
      ["<gpx><trk>", ""],
      ["<gpx></gpx>", ""],
    );
    let read = 0;
    fc.assert(
      fc.property(around, body, ([before, after], pieces) => {
        const text = before! + pieces.join("") + after!;
        // A comment has the strict reader read the whole file; its place in a line changes no line's number.
        const strict = readGpx(`${text}<!-- -->`);
        const quick = readGpx(text);
        if (quick.ok) read += 1;
        if (quick.ok || strict.ok) expect(quick).toEqual(strict);
        else expect(quick.error.replace(/ \d+:\d+/, "")).toBe(strict.error.replace(/ \d+:\d+/, ""));
      }),
      { numRuns: 3_000 },
    );
    expect(read).toBeGreaterThan(500);
  });
  test("half a million points, and not one more", () => {
    const many = (n: number) => track(Array.from({ length: n }, (_, i) => point((i * 1e-6).toFixed(6), 4, 5)).join(""));
    expect(refused(many(500_001))).toMatch(/500,000/);
  });
});

/** A straight way north with heights by a function of the way, so many metres between points. */
const straight = (lengthM: number, everyM: number, heightAt: (m: number) => number | null): Track => ({
  name: "",
  repairs: [],
  points: Array.from({ length: Math.floor(lengthM / everyM) + 1 }, (_, i) => ({
    latDeg: (i * everyM) / 111_195.08,
    lonDeg: 4,
    elevationM: heightAt(i * everyM),
  })),
});
const profile = (of: Track) => {
  const answer = profileOf(of);
  if (!answer.ok) throw new Error(answer.error);
  return answer.value;
};

describe("profile", () => {
  test("a steady slope stays what it is", () => {
    const made = profile(straight(3000, 10, (m) => 0.05 * m));
    for (const segment of segmentsOf(made)) expect(segment.gradePercent).toBeCloseTo(5, 0);
    expect(made.climbM).toBeCloseTo(150, 0);
    expect(made.stepM * (made.elevationM.length - 1)).toBeCloseTo(3000, 0);
    expect(made.plan.at(-1)![1]).toBeCloseTo(3, 2);
  });
  test("noise of three metres no longer counts as climb, a hill does", () => {
    let seed = 7;
    const noise = () => ((seed = (seed * 16807) % 2147483647) / 2147483647 - 0.5) * 6;
    const hill = (m: number) => 60 * Math.max(0, 1 - Math.abs(m - 5000) / 1500);
    const made = profile(straight(10_000, 8, (m) => hill(m) + noise()));
    expect(made.climbBeforeM).toBeGreaterThan(1000);
    expect(made.climbM).toBeGreaterThan(55);
    expect(made.climbM).toBeLessThan(110);
  });
  test("missing heights are filled in, gaps bridged, a jump left out, each told", () => {
    const holes = straight(4000, 10, (m) => (m > 1000 && m < 1200 ? null : 20));
    holes.points[250] = { ...holes.points[250]!, latDeg: 10 };
    const made = profile(holes);
    expect(made.repairs).toEqual(["1 point far off the way left out", "19 missing heights filled in straight"]);
    expect(Math.max(...made.elevationM)).toBe(20);
    const gap = straight(4000, 10, () => 20);
    gap.points.splice(100, 200);
    expect(profile(gap).repairs).toEqual(["1 gap bridged by a straight line"]);
  });
  test.each([
    ["no heights at all", straight(1000, 10, () => null), /no heights/],
    [
      "a bike that stood",
      { name: "", repairs: [], points: Array.from({ length: 9 }, () => ({ latDeg: 1, lonDeg: 1, elevationM: 1 })) },
      /one place/,
    ],
    ["a few steps", straight(40, 10, () => 1), /shorter than 50 m/],
    ["round the world", straight(3_000_000, 20_000, () => 1), /longer than 2,000 km/],
  ])("%s is refused", (_, of, words) => {
    const answer = profileOf(of as Track);
    expect(answer.ok ? "" : answer.error).toMatch(words);
  });
  test("smoothing keeps a straight line and never leaves the heights' bounds", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.double({ min: 0.1, max: 90, noNaN: true }), fc.double({ min: -50, max: 50, noNaN: true })), {
          minLength: 2,
          maxLength: 60,
        }),
        (legs) => {
          const way = legs.map((_, i) => legs.slice(0, i).reduce((sum, [leg]) => sum + leg, 0));
          const line = way.map((at) => 3 + 0.02 * at);
          triangleMean(way, line, 75).forEach((height, i) => expect(height).toBeCloseTo(line[i]!, 6));
          const heights = legs.map(([, height]) => height);
          for (const height of triangleMean(way, heights, 75)) {
            expect(height).toBeGreaterThanOrEqual(Math.min(...heights) - 1e-6);
            expect(height).toBeLessThanOrEqual(Math.max(...heights) + 1e-6);
          }
        },
      ),
      { numRuns: 100, seed: 11 },
    );
  });
  test("the worst hill is found with its length", () => {
    const made = profile(straight(6000, 10, (m) => 0.08 * Math.min(800, Math.max(0, m - 3000)) + 0.02 * Math.min(1000, m)));
    const hill = worstHill(made)!;
    expect(hill.gradePercent).toBeGreaterThan(7.4);
    expect(hill.lengthM).toBeGreaterThan(650);
    expect(hill.fromM).toBeGreaterThan(2900);
    expect(worstHill({ stepM: 25, elevationM: Array.from({ length: 50 }, () => 3) })).toBeNull();
  });
});

describe("a table of distance and elevation", () => {
  const table = (text: string) => {
    const answer = readRouteCsv(text);
    if (!answer.ok) throw new Error(answer.error);
    return answer.value;
  };
  const hill = Array.from({ length: 41 }, (_, i) => [i * 100, 60 * Math.max(0, 1 - Math.abs(i - 20) / 10)] as const);
  test.each([
    ["metres with a head", `distance_m,elevation_m\n${hill.map((row) => row.join(",")).join("\n")}`],
    [
      "kilometres, the other way round, with decimal commas",
      `Elevation (m);Distance (km)\n${hill.map(([m, h]) => `${String(h).replace(".", ",")};${String(m / 1000).replace(".", ",")}`).join("\n")}`,
    ],
    ["tabs, and more columns", `time\tdist [m]\tspeed\talt\n${hill.map(([m, h]) => `x\t${m}\t20\t${h}`).join("\r\n")}`],
    ["no head", hill.map(([m, h]) => `${m / 1000},${h}`).join("\n")],
  ])("%s", (_, text) => {
    const made = table(text);
    expect(made.stepM * (made.elevationM.length - 1)).toBeCloseTo(4000, 6);
    expect(made.climbM).toBeGreaterThan(54);
    expect(made.climbBeforeM).toBeCloseTo(60, 6);
    expect(made.plan).toEqual([]);
  });
  test("missing heights are filled in and told", () =>
    expect(table("km,ele\n0,10\n1,\n2,30\n3,30").repairs).toEqual(["1 missing heights filled in straight"]));
  test.each([
    ["km,ele\n0,1\n2,1\n1,1", "Line 4: the distance goes backwards, from 2 to 1."],
    ["km,ele\n0,1\nfar,1", "Line 3: the distance “far” is no figure."],
    ["km,ele\n0,1\n1,99999", "Line 3: an elevation of 99999 m is no height that anybody rides at."],
    ["speed,heart\n1,2", "The first line must name the columns “distance” and “elevation”, or the file hold just those two."],
    ["km,ele\n0,\n1,", "The file has no heights: export it with elevation, or give the route by hand."],
    ["km,ele\n0,3", "The file holds one point only: a route wants two or more."],
    ["", "The file holds nothing."],
    ["a\u0000b", "This is not a table: it holds bytes that no text has."],
    ["m,ele\n0,3\n20,3", "The way is shorter than 50 m: there is no ride to reckon."],
  ])("%j is refused: %s", (text, says) => {
    const answer = readRouteCsv(text);
    expect(answer.ok ? "" : answer.error).toBe(says);
  });
});

describe("by hand", () => {
  test("way, climb and worst hill come out as asked, and it ends as high as it began", () => {
    const made = routeByHand({ distanceKm: 24, climbM: 260, hillPercent: 11, hillKm: 0.7 });
    if (!made.ok) throw new Error(made.error);
    expect(made.value.stepM * (made.value.elevationM.length - 1)).toBeCloseTo(24_000, 3);
    expect(made.value.climbM / 260).toBeCloseTo(1, 1);
    expect(made.value.elevationM.at(-1)).toBeCloseTo(made.value.elevationM[0]!, 1);
    expect(worstHill(made.value)).toMatchObject({ gradePercent: expect.closeTo(11, 0) });
  });
  test.each([
    [{ distanceKm: 0, climbM: 0, hillPercent: null, hillKm: null }, /distance/],
    [{ distanceKm: 10, climbM: 20, hillPercent: 10, hillKm: 1 }, /hill alone climbs 100 m/],
    [{ distanceKm: 1.5, climbM: 100, hillPercent: 10, hillKm: 1 }, /longer than the whole way/],
    [{ distanceKm: 1, climbM: 900, hillPercent: null, hillKm: null }, /over 40 %/],
  ])("figures that do not go together: %j", (p, words) => {
    const made = routeByHand(p);
    expect(made.ok ? "" : made.error).toMatch(words);
  });
});
