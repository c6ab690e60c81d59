import fc from "fast-check";
import { DEMO_PARTS } from "@/data/demo/parts";
import { isDrawn, PartView } from "./PartView";
import { renderToStaticMarkup } from "react-dom/server";
import { donorOf, hub, mid, battery } from "../../tests/bench.fixture";
import { Catalogue } from "@/core/parts/catalogue";
import { DEFAULT_HOUSE_RULES } from "@/core/house/defaults";
import { assess } from "@/core/job/assess";
import { newJob, type Job } from "@/core/job/job";
import { layoutOf, type Layout } from "@/core/job/layout";
import { DONOR_KEYS, donorItem } from "@/core/donor/items";
import { bikePoints } from "./bikeGeometry";
import { DownTheLine } from "./DownTheLine";
import type { Pin } from "./pins";
import { SideView } from "./SideView";
import { ToolDrawing } from "./ToolDrawing";
import { WherePicture } from "./WherePicture";

const front = hub();
const crank = mid();
const pack = battery();
const rear = hub({ end: "rear", overLocknutMm: 135, cluster: "freewheel-iso", locknutToSmallestMm: 21 });
const rackPack = battery({ mount: "rack" });
const catalogue = new Catalogue([front, rear, crank, pack, rackPack], []);

function layout(donor: Parameters<typeof donorOf>[0], motor: string | null = crank.id, more: Partial<Job> = {}): Layout {
  const job: Job = {
    ...newJob({ id: "j", number: 1, customer: "x", bike: "" }),
    donor: donorOf(donor),
    choices: { ...(motor && { motor }), battery: pack.id },
    ...more,
  };
  return layoutOf(job, assess(job, catalogue, DEFAULT_HOUSE_RULES, "2026-01-05").fit.build);
}

const PINS: Pin[] = (
  [
    "shell",
    "stay",
    "chain",
    "ring",
    "front axle",
    "rear axle",
    "cluster",
    "bar",
    "front wheel",
    "rear wheel",
    "battery",
    "kit",
  ] as const
).map((place, i) => ({
  key: place,
  place,
  verdict: (["clear", "adapt", "measure", "stop"] as const)[i % 4]!,
  number: i + 1,
  here: i === 2,
  title: place,
}));

const FRAMES = ["diamond", "step-through", "tandem", "full-suspension", "long-wheelbase", "folding", "trike"];

/** Every number in a drawing's attributes is a number, and stands within reach of its box. */
function expectSound(svg: string): void {
  expect(svg).not.toMatch(/NaN|Infinity|undefined/);
  const [, width, height] = /viewBox="0 0 (\d+) (\d+)"/.exec(svg)!.map(Number);
  for (const [, name, value] of svg.matchAll(/ (x1|x2|cx|y1|y2|cy)="(-?[\d.]+)"/g)) {
    const most = name!.includes("x") ? width! : height!;
    expect([name, Number(value) >= -most * 0.2 && Number(value) <= most * 1.2, value]).toEqual([name, true, value]);
  }
}

describe("side view", () => {
  test.each(FRAMES)("%s, nothing measured: drawn whole, dashed, every pin placed", (frameKind) => {
    const svg = renderToStaticMarkup(<SideView layout={layout({ frameKind })} pins={PINS} onPick={() => undefined} />);
    expectSound(svg);
    expect(svg.match(/class="pin"/g)).toHaveLength(PINS.length);
    expect(svg).toContain("stroke-dasharray");
    expect(svg).toContain("dashed: not measured");
  });

  test("two motors: both are drawn, each with its lead, and the rear one's thread places the cogs", () => {
    const two = layout({ gears: "derailleur", cogCount: 7, locknutToSmallestMm: 4 }, front.id, {
      also: [{ partId: rear.id, quantity: 1 }],
    });
    expect(two.motors.map((motor) => motor.at).sort()).toEqual(["front", "rear"]);
    expect(two.cogs[0]!.rearMm).toBeCloseTo(135 / 2 - 21, 6);
    const svg = renderToStaticMarkup(<SideView layout={two} pins={[]} onPick={() => undefined} />);
    expectSound(svg);
    expect(svg.match(/<title>A hub-motor<\/title>/g)).toHaveLength(2);
    const leads = (drawn: Layout) =>
      renderToStaticMarkup(<SideView layout={drawn} pins={[]} onPick={() => undefined} />)
        .match(/stroke-dasharray="1.5 3.5".*?<\/g>/)![0]
        .split("<path").length - 1;
    expect([leads(layout({}, front.id)), leads(two)]).toEqual([2, 3]);
  });

  test("a pack behind the saddle sends its lead along the top tube, one in the frame along the down tube", () => {
    const lead = (drawn: Layout) =>
      renderToStaticMarkup(<SideView layout={drawn} pins={[]} onPick={() => undefined} />)
        .match(/stroke-dasharray="1.5 3.5".*?<\/g>/)![0]
        .split("<path")
        .slice(1)
        .map((path) => path.split("L").length);
    const behind = layout({}, front.id, { choices: { motor: front.id, battery: rackPack.id } });
    expect(lead(behind)[1]).toBe(lead(layout({}, front.id))[1]! + 2);
    expectSound(renderToStaticMarkup(<SideView layout={behind} pins={PINS} onPick={() => undefined} />));
  });

  test("is to scale: the wheel's drawn radius and the stay's drawn length have the bike's own ratio", () => {
    const svg = renderToStaticMarkup(
      <SideView
        layout={layout({ rearBeadSeatMm: 622, frontBeadSeatMm: 622, tyreWidthMm: 37, chainstayMm: 450 })}
        pins={[]}
        onPick={() => undefined}
      />,
    );
    const bar = /M([\d.]+) [\d.]+v8M[\d.]+ [\d.]+h([\d.]+)/.exec(svg)!;
    const perMm = Number(bar[2]) / 200;
    const radius = Number(/<circle cx="[\d.]+" cy="[\d.]+" r="([\d.]+)" stroke="#3A464B"/.exec(svg)![1]);
    expect(radius / perMm).toBeCloseTo(622 / 2 + 37 / 2, 3);
  });

  test("the crank stands a chainstay from the rear axle", () => {
    for (const chainstayMm of [420, 450, 1150]) {
      const points = bikePoints(layout({ chainstayMm, rearBeadSeatMm: 559, tyreWidthMm: 50 }));
      expect(Math.hypot(points.crank.x - points.rearAxle.x, points.crank.y - points.rearAxle.y)).toBeCloseTo(chainstayMm, 6);
      expect(points.rearRadius).toBe(559 / 2 + 50);
    }
  });

  test("the pack is drawn with its own sizes, a hub motor in its wheel", () => {
    expect(renderToStaticMarkup(<SideView layout={layout({}, front.id)} pins={[]} onPick={() => undefined} />)).toMatch(
      /360 × 90/,
    );
    expect(renderToStaticMarkup(<SideView layout={layout({}, null)} pins={[]} onPick={() => undefined} />)).toContain("</svg>");
  });
});

describe("down the line", () => {
  const bike = {
    shellWidthMm: 68,
    rearOverLocknutMm: 135,
    gears: "derailleur",
    cogCount: 9,
    locknutToSmallestMm: 4.6,
    chainstayMm: 440,
    stayNearRadiusMm: 60,
    stayNearOutMm: 34,
    stayFarRadiusMm: 105,
    stayFarOutMm: 38,
  };
  test.each(FRAMES)("%s, nothing measured", (frameKind) =>
    expectSound(renderToStaticMarkup(<DownTheLine layout={layout({ frameKind })} pins={PINS} onPick={() => undefined} />)),
  );
  test("has every cog, the ring's own chainline and the chain's angles as the calculator gives them", () => {
    const drawn = layout(bike);
    const svg = renderToStaticMarkup(<DownTheLine layout={drawn} pins={[]} onPick={() => undefined} />);
    expect(svg.match(/stroke="#5B676C" stroke-width="/g)!.length).toBeGreaterThanOrEqual(9);
    expect(svg).toContain(">52<");
    expect(svg).toContain(`>${drawn.cogs[0]!.angleDeg.toFixed(1)}°<`);
    expect(svg).toContain("shell 68");
  });
  test("says how much it is stretched across, and nothing when it is not", () => {
    expect(
      renderToStaticMarkup(<DownTheLine layout={layout({ ...bike, chainstayMm: 1150 })} pins={[]} onPick={() => undefined} />),
    ).toMatch(/drawn [\d.]+ : 1 across/);
    expect(
      renderToStaticMarkup(<DownTheLine layout={layout({ ...bike, chainstayMm: 380 })} pins={[]} onPick={() => undefined} />),
    ).toMatch(/true to scale|across/);
  });
});

test.each(DONOR_KEYS)("%s has a picture with its mark in it", (key) => {
  const svg = renderToStaticMarkup(<WherePicture picture={donorItem(key).picture} label={donorItem(key).label} />);
  expectSound(svg);
  expect(svg).toContain("#C23B22");
});

test.each([
  ["spoke-length", { erdMm: 605, flangePcdMm: 125, spokes: 36 }, { lengthMm: 244.8, hubAngleDeg: 20 }],
  ["wheel-size", { beadSeatMm: 622, tyreWidthMm: 37 }, { diameterMm: 696 }],
  ["chain-length", { ringTeeth: 42, cogTeeth: 28, centreMm: 440 }, { links: 108 }],
  ["chain-length", { ringTeeth: 11, cogTeeth: 60, centreMm: 110 }, { links: 60 }],
  ["chainline", { chainstayMm: 440 }, { frontMm: 54.5, cogs: [{ rearMm: 61.5, angleDeg: 0.9 }] }],
])("the drawing of %s is sound", (name, input, output) =>
  expectSound(renderToStaticMarkup(<ToolDrawing name={name} input={input} output={output} />)),
);

test("a tool without a drawing draws nothing", () =>
  expect(renderToStaticMarkup(<ToolDrawing name="charge-time" input={{}} output={{}} />)).toBe(""));

describe("a part drawn from its figures", () => {
  const parts = DEMO_PARTS.filter((part) => isDrawn(part.kind));
  const markup = (kind: string, spec: Readonly<Record<string, unknown>>) =>
    renderToStaticMarkup(<PartView kind={kind} spec={spec} at="spec.lengthMm" show={(mm) => mm.toFixed(1)} />);
  test("every part of the demo that can be drawn is, and its figures stand at its lines as they are", () => {
    expect(new Set(parts.map((part) => part.kind)).size).toBe(6);
    for (const part of parts) {
      const html = markup(part.kind, part.spec);
      expect([part.id, html.startsWith("<svg")]).toEqual([part.id, true]);
      const spec = part.spec as { overLocknutMm?: number; lengthMm?: number; diameterMm?: number };
      for (const value of [spec.overLocknutMm, spec.lengthMm, spec.diameterMm])
        if (value !== undefined) expect([part.id, html.includes(`>${value.toFixed(1)}<`)]).toEqual([part.id, true]);
    }
  });
  test("while figures are missing or are no numbers, nothing is drawn with them and nothing breaks", () => {
    const odd = fc.oneof(
      fc.constantFrom(undefined, null, "", "12,5", -3, 0, Number.NaN, Number.POSITIVE_INFINITY),
      fc.double({ min: 0, max: 900 }),
    );
    fc.assert(
      fc.property(fc.constantFrom(...parts), fc.infiniteStream(fc.tuple(fc.boolean(), odd)), ({ kind, spec }, stream) => {
        const typed = Object.fromEntries(
          Object.entries(spec as Record<string, unknown>).map(([key, value]) => {
            const [keep, other] = stream.next().value as [boolean, unknown];
            return [key, keep ? value : other];
          }),
        );
        expect(markup(kind, typed)).not.toMatch(/NaN|Infinity|undefined/);
      }),
    );
  });
});
