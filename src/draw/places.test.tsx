import { renderToStaticMarkup } from "react-dom/server";
import { readPart, type Part } from "@/core/parts/part";
import { Catalogue } from "@/core/parts/catalogue";
import { DEFAULT_HOUSE_RULES } from "@/core/house/defaults";
import { fitOf } from "@/core/job/assess";
import { newJob, type Job } from "@/core/job/job";
import { placesOf, type Places } from "@/core/job/places";
import { donorItem, type DonorKey } from "@/core/donor/items";
import { plusMinusOf, readTyped } from "@/core/donor/donor";
import { DEMO_JOBS } from "@/data/demo/jobs";
import { DEMO_PARTS } from "@/data/demo/parts";
import { DEMO_SUPPLIERS } from "@/data/demo/suppliers";
import { AxleEnd } from "./AxleEnd";
import { BarView } from "./BarView";
import { BayView } from "./BayView";
import { ShowLength } from "./show";
import { armTemplate, CHECK_BAR_MM, cradleTemplate, plateTemplate } from "./template";
import { WheelView } from "./WheelView";

const parts = DEMO_PARTS.flatMap((raw) => {
  const read = readPart(raw);
  return read.ok ? [read.value as Part] : [];
});
const catalogue = new Catalogue(parts, DEMO_SUPPLIERS);

/** A demo job as its survey and choices make it, before any remedy. */
function places(customer: string): Places {
  const demo = DEMO_JOBS.find((job) => job.customer.startsWith(customer))!;
  const donor: Job["donor"] = {};
  for (const [key, entry] of Object.entries(demo.survey) as [DonorKey, string | [string, "tape"]][]) {
    const item = donorItem(key);
    const [text, how] = typeof entry === "string" ? [entry, item.kind === "choice" ? ("seen" as const) : item.tool] : entry;
    const read = readTyped(key, text, "metric");
    if (!read.ok) throw new Error(read.error);
    donor[key] = {
      value: read.value.value,
      how,
      plusMinus: plusMinusOf(item, how, read.value.value),
      taken: { at: "2026-01-01T00:00:00Z", by: "" },
      earlier: [],
    };
  }
  const job = { ...newJob({ id: "x", number: 1, customer, bike: "" }), donor, choices: demo.choices };
  return placesOf(fitOf(job, catalogue, DEFAULT_HOUSE_RULES).build);
}

const NAMES = DEMO_JOBS.filter((job) => Object.keys(job.survey).length > 0).map((job) => job.customer.split(" ")[0]!);
const numbersIn = (svg: string) =>
  [...svg.matchAll(/\s(?:x|y|x1|y1|x2|y2|r|width|height|cx|cy)="([^"]+)"/g)].map((m) => Number(m[1]));
function expectSound(svg: string) {
  expect(svg).toMatch(/^<svg.*<\/svg>$/s);
  expect(svg).not.toMatch(/NaN|Infinity|undefined/);
  for (const n of numbersIn(svg)) expect(Number.isFinite(n)).toBe(true);
}

describe.each(NAMES)("the drawings of %s", (name) => {
  const drawn = places(name);
  test("each is whole, and within its picture as far as lengths go", () => {
    if (drawn.bay) expectSound(renderToStaticMarkup(<BayView bay={drawn.bay} frame={drawn.frame} />));
    if (drawn.bar.length > 0) expectSound(renderToStaticMarkup(<BarView bar={drawn.bar} />));
    for (const axle of drawn.axles) {
      const svg = renderToStaticMarkup(<AxleEnd axle={axle} />);
      expectSound(svg);
      for (const layer of [...axle.left, ...axle.right]) expect(svg).toMatch(new RegExp(`\\d ${layer.says} `));
    }
    for (const wheel of drawn.wheels) expectSound(renderToStaticMarkup(<WheelView wheel={wheel} />));
    expect(drawn.bar.length).toBe(2);
  });
});

describe("drawn true", () => {
  test("spokes of the wheel are as long on the drawing as the sums say", () => {
    const wheel = places("Tegen").wheels[0]!;
    const svg = renderToStaticMarkup(<WheelView wheel={wheel} />);
    const perMm = Number(/data-per-mm="([^"]+)"/.exec(svg)![1]);
    const lines = [...svg.matchAll(/<line x1="([^"]+)" y1="([^"]+)" x2="([^"]+)" y2="([^"]+)" stroke="(?:#14525F|#3A464B)"/g)];
    expect(lines.length).toBe(wheel.spokes / 2);
    for (const [, x1, y1, x2, y2] of lines) {
      const flat = Math.hypot(Number(x1) - Number(x2), Number(y1) - Number(y2)) / perMm;
      // In the wheel's plane: the length over the flange's offset is a few millimetres more.
      expect(flat).toBeLessThan(wheel.leftMm + 3);
      expect(flat).toBeGreaterThan(wheel.leftMm - 8);
    }
  });
  test("the bay's pack is as long as its sheet, at any scale", () => {
    const bay = places("Perran").bay!;
    const svg = renderToStaticMarkup(<BayView bay={bay} frame={null} />);
    const perMm = Number(/data-per-mm="([^"]+)"/.exec(svg)![1]);
    const pack = /<path d="M([\d.]+) ([\d.]+)L([\d.]+) ([\d.]+)L[^"]+" fill="#CFE3E1"/.exec(svg)!;
    expect(Math.hypot(Number(pack[1]) - Number(pack[3]), Number(pack[2]) - Number(pack[4])) / perMm).toBeCloseTo(
      bay.pack.lengthMm,
      0,
    );
  });
  test("a shock is drawn as long as it is, on the edge that its sweep leaves; a frame without one has none", () => {
    const bay = places("Jory").bay!;
    const svg = renderToStaticMarkup(<BayView bay={bay} frame={null} />);
    const perMm = Number(/data-per-mm="([^"]+)"/.exec(svg)![1]);
    const line = /<line x1="([\d.]+)" y1="([\d.]+)" x2="([\d.]+)" y2="([\d.]+)" stroke="#8C979B"/.exec(svg)!;
    const { near, far } = bay.shock!;
    expect(Math.hypot(Number(line[1]) - Number(line[3]), Number(line[2]) - Number(line[4])) / perMm).toBeCloseTo(
      Math.hypot(near.x - far.x, near.y - far.y),
      3,
    );
    expect(svg).toContain("shock&#x27;s sweep");
    expect(renderToStaticMarkup(<BayView bay={places("Perran").bay!} frame={null} />)).not.toContain("sweep");
  });
  test("inches are written where the screen is in inches", () => {
    const bar = places("Perran").bar;
    const svg = renderToStaticMarkup(
      <ShowLength value={(mm) => `${(mm / 25.4).toFixed(2)} in`}>
        <BarView bar={bar} />
      </ShowLength>,
    );
    expect(svg).toContain("6.30 in straight");
  });
});

describe("templates at one to one", () => {
  const sizeOf = (svg: string) => {
    const [, width, height, box] = /width="([\d.]+)mm" height="([\d.]+)mm" viewBox="0 0 ([\d. ]+)"/.exec(svg)!;
    return { width: Number(width), height: Number(height), box: box!.split(" ").map(Number) };
  };
  const bar = (svg: string) => Number(/id="check-bar" d="M[\d.]+ [\d.]+h([\d.]+)/.exec(svg)![1]);
  test("one unit is a millimetre, and the check bar is 100", () => {
    const drawn = places("Perran");
    const svg = cradleTemplate(drawn.bay!, "A title");
    const { width, height, box } = sizeOf(svg);
    expect(box).toEqual([width, height]);
    expect(bar(svg)).toBe(CHECK_BAR_MM);
    expect(Number(/id="outline" x="0" y="0" width="([\d.]+)"/.exec(svg)![1])).toBe(drawn.bay!.pack.lengthMm);
    const bosses = [...svg.matchAll(/class="boss" cx="([\d.]+)"/g)].map((m) => Number(m[1]));
    expect(bosses[1]! - bosses[0]!).toBeCloseTo(64, 6);
  });
  test("an arm's hole has the axle's flats and its reach", () => {
    const axle = { ...places("Maud").axles[0]!, arm: { armMm: 110, fromMm: 80 } };
    const svg = armTemplate(axle, "A title");
    const flats = /id="flats" d="M[\d.]+ ([\d.]+)H[^A]+A[^V]*? 1 [\d.]+ ([\d.]+)H/.exec(svg)!;
    expect(Number(flats[2]) - Number(flats[1])).toBeCloseTo(axle.flatsMm, 6);
    expect(Number(/id="reach" d="M[\d.]+ [\d.]+h([\d.]+)/.exec(svg)![1])).toBe(110);
  });
  test("a plate's holes are as far apart as the bosses; a title is text", () => {
    const svg = plateTemplate({ name: "A <b>", lengthMm: 120, widthMm: 60, bossesMm: [210, 274] }, "<script>");
    expect(svg).not.toMatch(/<script>|<b>/);
    const holes = [...svg.matchAll(/class="boss" cx="([\d.]+)"/g)].map((m) => Number(m[1]));
    expect(holes[1]! - holes[0]!).toBe(64);
  });
});
