import {
  ASKED,
  battery,
  controller,
  fitCase,
  frameMotor,
  hub,
  mid,
  on,
  partOf,
  SOUND,
  type Case,
} from "../../../tests/bench.fixture";
import type { Part } from "../parts/part";
import { staysInBox } from "../work/leftOver";
import { fit, type Fit } from "./engine";
import { isOpen } from "./finding";
import { buildOf, NAMES, SHELF } from "./gallery.fixture";
import { adapterLift } from "./rules/brakes/adapter";
import { cutOff } from "./rules/brakes/cutOff";
import { leverPull } from "./rules/brakes/leverPull";
import { lostShifter } from "./rules/brakes/lostShifter";
import { runOn } from "./rules/brakes/runOn";
import { chainKept } from "./rules/chain/keptOn";
import { chainPitch } from "./rules/chain/pitch";
import { ringOnMotor } from "./rules/chain/ringOnMotor";
import { lightsRule } from "./rules/controls/lights";
import { legalClass } from "./rules/law/class";
import { batteryBosses } from "./rules/battery/bosses";
import { shellBore } from "./rules/shell/bore";
import { wheelSize } from "./rules/wheel/size";
import { spokeCount } from "./rules/wheel/spokeCount";
import { controllerRoom } from "./rules/wiring/controllerRoom";
import { controllerWater } from "./rules/wiring/controllerWater";
import { fuseAndCable } from "./rules/wiring/fuse";
import { leadLength } from "./rules/wiring/lead";
import { midBatteryLead } from "./rules/wiring/packToMotor";
import { plugs } from "./rules/wiring/plugs";

/** A rule that looked at the first motor, controller or part of a kind, or at one kind of motor, let pass what the second one is. */

const made = (over: Parameters<typeof frameMotor>[0] = {}) =>
  frameMotor({
    controllerBuiltIn: { batteryA: 15, leastBatteryA: 5, maxV: 43, cutV: 31, cutSettable: false, speedSettable: true },
    ringMount: "three bolts",
    sensorLeadMm: 700,
    batteryLeadMm: 500,
    displayLeadMm: 1800,
    batteryLeadAwg: 12,
    plug: "flat contacts, 30 A",
    ...over,
  });
const brake = (style: "disc hydraulic" | "disc cable" | "rim linear", fluid: "mineral" | "DOT" | null = null) =>
  partOf("brake", { style, fluid });
const lever = (pull: "long" | "short", levers = 2) => partOf("brake-lever", { pull, switched: true, levers });
const switches = (method: "magnet switch" | "cable switch" | "pressure switch") =>
  partOf("cut-off", { method, switches: 2, plug: "two-pin" });
const all = (rule: Parameters<typeof on>[0], parts: Case["parts"], donor: Case["donor"] = {}, more: Partial<Case> = {}) =>
  fitCase({ ...more, parts, donor: { ...SOUND, ...donor }, asked: { ...ASKED, ...more.asked } }, [rule]).findings;

describe("the second motor", () => {
  test("one that regenerates asks for a cut-off on each lever, whichever stands first", () => {
    const two = [hub({ regenerates: false }), hub({ end: "rear", regenerates: true }), switches("magnet switch")];
    for (const parts of [two, two.toReversed()])
      expect(on(cutOff, parts).figures.find(({ label }) => label === "wanted")!.value).toBe(2);
  });
  test("at the crank beside one in the wheel it meets the back-pedal brake all the same", () => {
    expect(on(cutOff, [hub(), mid({ coasterSafe: false })], { rearBrake: "coaster" }).verdict).toBe("stop");
    expect(on(cutOff, [hub(), mid({ coasterSafe: true }), switches("magnet switch")], { rearBrake: "coaster" }).verdict).toBe(
      "clear",
    );
  });
  test("a motor made for a frame says whether it goes with a back-pedal brake, or its maker is asked", () => {
    const at = (coasterSafe: boolean | null) => on(cutOff, [made({ coasterSafe })], { rearBrake: "coaster" });
    expect([at(true).verdict, at(false).verdict]).toEqual(["clear", "stop"]);
    expect(at(null)).toMatchObject({ verdict: "measure", sheetOf: expect.any(String) });
  });
  test("half links are held against the pull at the crank beside a hub motor", () => {
    const chain = partOf("chain", { speeds: 9, links: 116, halfLink: true });
    expect(on(chainPitch, [hub(), mid({ peakTorqueNm: 100 }), chain]).verdict).toBe("adapt");
    expect(on(chainPitch, [hub(), chain]).verdict).toBe("clear");
  });
  test("a front motor beside a rear one takes the dynamo hub's place", () => {
    const two = [hub({ end: "rear" }), hub()];
    expect(on(lightsRule, two, { lights: "dynamo" }).verdict).toBe("adapt");
    expect(on(lightsRule, [hub({ end: "rear" })], { lights: "dynamo" }).verdict).toBe("clear");
  });
});

describe("the other kind of motor at the crank", () => {
  test("its run-on is what its sheet says", () => {
    expect(on(runOn, [made({ runOnS: 1 })]).verdict).toBe("adapt");
    expect(on(runOn, [made({ runOnS: 0.2 })]).verdict).toBe("clear");
    // Nobody says it: what its kind of sensor usually does (common practice).
    expect(on(runOn, [made({ runOnS: null, pedalSensor: "cadence" })]).verdict).toBe("adapt");
  });
  test("its leads are held against their paths", () => {
    const parts = [made({ sensorLeadMm: 200, batteryLeadMm: 100 }), battery()];
    expect(all(leadLength, parts).find((f) => f.key === "wiring/lead sensor")!.verdict).toBe("adapt");
    expect(on(midBatteryLead, parts).verdict).toBe("adapt");
    expect(on(midBatteryLead, [made(), battery()]).verdict).toBe("clear");
  });
  test("a ring of another mount does not go on it, and its own is not asked about", () => {
    const ring = (mount: string) => partOf("chainring", { teeth: 38, mount, offsetMm: 0, narrowWide: false });
    expect(on(ringOnMotor, [made(), ring("four bolts")]).verdict).toBe("adapt");
    expect(on(ringOnMotor, [made(), ring("three bolts")]).verdict).toBe("clear");
    expect(on(ringOnMotor, [made({ ringMount: null, stockRingTeeth: null })]).verdict).toBe("clear");
  });
});

describe("the second controller", () => {
  const two = (second: Parameters<typeof controller>[0]) => [
    hub(),
    hub({ end: "rear" }),
    battery(),
    controller(),
    controller(second),
  ];
  test("its plug meets the pack's too", () => {
    const other = all(plugs, two({ plug: "round pins 4.5 mm, 45 A" })).filter((f) => f.key.startsWith("wiring/plugs battery"));
    expect(other.map(({ verdict }) => verdict).sort()).toEqual(["adapt", "clear"]);
    expect(all(plugs, two({})).filter((f) => f.key.startsWith("wiring/plugs battery"))).toHaveLength(1);
  });
  test("the fuse protects the thinner of two leads", () => {
    const fuse = partOf("fuse", { ratedA: 40, maxV: 80 });
    const at = (awg: number, second: number) =>
      on(fuseAndCable, [hub(), battery(), controller({ batteryLeadAwg: awg }), controller({ batteryLeadAwg: second }), fuse]);
    expect(at(10, 10).verdict).toBe("clear");
    for (const [first, second] of [
      [10, 16],
      [16, 10],
    ] as const)
      expect(at(first, second).says).toMatch(/on a cable for/);
  });
  test("a fuse is held against the lead as it lies: in a box it carries less", () => {
    const fuse = partOf("fuse", { ratedA: 25, maxV: 80 });
    const at = (mount: "down tube" | "box") => on(fuseAndCable, [hub(), battery({ mount }), controller({ batteryA: 14 }), fuse]);
    expect([at("down tube").verdict, at("box").verdict]).toEqual(["clear", "adapt"]);
  });
  test("it has a place too, and stands the water there", () => {
    const place = { controllerLengthMm: 130, controllerWidthMm: 70, controllerHeightMm: 40 };
    expect(on(controllerRoom, two({}), place)).toMatchObject({ verdict: "adapt", settled: false });
    expect(on(controllerRoom, two({}), { ...place, controllerHeightMm: 90 }).verdict).toBe("clear");
    expect(on(controllerRoom, two({ heightMm: 60 }), place).verdict).toBe("stop");
    expect(
      on(controllerWater, two({ waterDigit: 2 }), { controllerWater: "splashed", controllerExits: "down" }).verdict,
    ).not.toBe("clear");
  });
});

describe("the other brake", () => {
  test("brakes that want another pull each want a lever each", () => {
    const mixed = { frontBrake: "rim linear", rearBrake: "disc", leverPull: "short" } as const;
    expect(on(leverPull, [mid(), lever("long")], mixed)).toMatchObject({ verdict: "adapt", safety: true });
    expect(on(leverPull, [mid(), lever("long", 1), lever("short", 1)], mixed).verdict).toBe("clear");
    expect(on(leverPull, [mid(), lever("long")], { ...mixed, rearBrake: "rim linear" }).verdict).toBe("clear");
    const shelf = [lever("long"), lever("short")];
    const offered = on(cutOff, [hub()], mixed, { shelf, throttle: true }).remedies.find(({ id }) => id === "switched-lever");
    expect(offered?.parts.map(({ says }) => says)).toEqual(["switched levers, long pull", "switched levers, short pull"]);
  });
  test("a cable disc on a hydraulic bike says its pull by itself", () => {
    const oil = { leverKind: "hydraulic flat", brakeFluid: "mineral", leverPull: undefined } as const;
    const parts = [mid(), { ...brake("disc cable"), id: "front-brake" }, lever("short", 1)];
    expect(on(leverPull, parts, oil).verdict).toBe("clear");
  });
  test("a hydraulic brake brings its lever, and the old one goes with its shifter", () => {
    const parts = [mid(), brake("disc hydraulic", "mineral")];
    expect(on(lostShifter, parts, { leverKind: "combined flat" }).verdict).toBe("adapt");
    expect(on(lostShifter, parts, { leverKind: "separate mechanical" }).verdict).toBe("clear");
  });
  test("an adapter for posts lifts no calliper on a flat mount", () => {
    const flat = { frontBrakeMount: "flat", frontMountBaseMm: 160, frontRotorMm: 160, rearRotorMm: 160 } as const;
    const rotor = partOf("rotor", { diameterMm: 180, mount: "six-bolt", thicknessMm: 1.8 });
    const adapter = (mount: "post" | "flat") => partOf("calliper-adapter", { mount, baseMm: 160, newMm: 180 });
    const at = (mount: "post" | "flat") =>
      all(adapterLift, [hub(), rotor, adapter(mount)], flat).find((f) => f.key === "brakes/adapter front")!.verdict;
    expect([at("post"), at("flat")]).toEqual(["adapt", "clear"]);
  });
  test("a switch that does not go on the levers cuts no motor that runs on", () => {
    const parts = [mid({ runOnS: 1 }), switches("cable switch")];
    expect(on(runOn, parts).verdict).toBe("clear");
    expect(on(runOn, parts, { leverKind: "hydraulic flat" }).verdict).toBe("adapt");
  });
});

describe("a part that is there and does not do it", () => {
  test("a guide for other rings keeps no chain on", () => {
    const guide = (teeth: [number, number]) => partOf("chain-guide", { mount: "motor", teeth });
    const at = (teeth: [number, number]) => on(chainKept, [mid({ peakTorqueNm: 120 }), guide(teeth)]).verdict;
    expect([at([38, 46]), at([28, 36])]).toEqual(["clear", "adapt"]);
  });
  test("bands hold no cradle on carbon", () => {
    const bands = partOf("battery-mount", { style: "clamp band", bosses: 0 });
    expect(on(batteryBosses, [mid(), battery(), bands], { bossKind: "none" }).verdict).toBe("clear");
    expect(on(batteryBosses, [mid(), battery(), bands], { bossKind: "none", frameMaterial: "carbon" })).toMatchObject({
      verdict: "stop",
      safety: true,
    });
  });
  test("a bare carbon shell takes a motor in a sleeve, never by itself, whatever the house's school", () => {
    const at = (tubeDiameterMm: number) =>
      on(
        shellBore,
        [mid({ tubeDiameterMm })],
        { frameMaterial: "carbon", shellLining: "bare", shellStandard: "iso", shellBoreMm: 33.8 },
        { house: { carbonShell: "sleeve" } },
      );
    expect(at(33.5)).toMatchObject({ verdict: "stop", safety: true });
    expect(at(30).verdict).toBe("adapt");
  });
  test("spokes for one side are none for the other", () => {
    const bare = hub({ laced: null });
    const spoke = (lengthMm: number) => partOf("spoke", { lengthMm, diameterMm: 2.3 });
    const few = all(spokeCount, [bare, spoke(230), spoke(230)], { frontRimErdMm: 600 })[0]!;
    expect(few).toMatchObject({ verdict: "adapt", margin: { value: -18, unit: "spokes" } });
    expect(few.remedies[0]!.parts.length).toBeGreaterThan(0);
  });
  test("a rim for a wheel whose holes nobody counted is held back", () => {
    const rim = partOf("rim", { beadSeatMm: 622, erdMm: 600, holes: 36, innerMm: 21 });
    expect(on(wheelSize, [mid(), rim])).toMatchObject({ verdict: "measure", settle: ["frontRimHoles"] });
    expect(on(wheelSize, [mid(), rim], { frontRimHoles: 36 }).verdict).toBe("clear");
  });
});

test("what is settled in writing for a motor's power covers neither its speed nor a throttle", () => {
  const parts = [
    mid({ ratedW: 1000 }),
    controller(),
    battery(),
    partOf("throttle", { style: "thumb", clampMm: 22.2, plug: "three-pin" }),
  ];
  const p: Case = { parts, donor: SOUND!, asked: { ...ASKED, where: "US, public roads", assistKmh: 60 } };
  const accept = [{ finding: "law/class bike", remedy: "acknowledge" }];
  const early = fitCase({ ...p, accept }, [legalClass]);
  expect(early.findings.some(isOpen)).toBe(true);
  expect(early.findings[0]!.says).toMatch(/to end at 60/);
  const set = early.findings[0]!.remedies[0]!;
  const after = fitCase({ ...p, accept: [{ finding: "law/class bike", remedy: set.id }, ...accept] }, [legalClass]).findings[0]!;
  expect(after).toMatchObject({ verdict: "adapt", settled: true });
  expect(after.says).toMatch(/1000 W rated/);
});

describe("a second one that a hand put in", () => {
  const with_ = (...more: Part[]) =>
    fitCase({ parts: [mid(), battery({ series: 13 }), controller(), ...more], donor: SOUND!, shelf: [], asked: ASKED }).findings;
  const charger = (outputV: number, outputA = 3, plug = "three charge pins, 5 A") =>
    partOf("charger", { outputV, outputA, plug });

  test.each([
    ["for the same pack", charger(54.6, 2), "clear", /for this pack too/],
    ["for a cell more", charger(58.8), "stop", /gives 58\.8 V, the pack is full at 54\.6/],
    ["for a cell less", charger(50.4), "stop", /gives 50\.4 V/],
    ["with another plug", charger(54.6, 2, "barrel"), "stop", /has barrel/],
    ["too strong for cells or plug", charger(54.6, 40), "stop", /gives 40 A/],
  ] as const)("charger %s", (_what, second, verdict, says) => {
    for (const both of [
      [charger(54.6), second],
      [second, charger(54.6)],
    ]) {
      const findings = with_(...both).filter(({ rule }) => rule.startsWith("power/charger") || rule === "power/other-chargers");
      const worst = ["stop", "adapt", "measure", "clear"].find((one) => findings.some((f) => f.verdict === one))!;
      // Whichever of the two is looked at first, the wrong one is not clear; a stop stays one as the other of the two.
      if (verdict === "clear") expect(worst).toBe("clear");
      else expect(["stop", "adapt"]).toContain(worst);
    }
    const other = with_(charger(54.6), second).find(({ rule }) => rule === "power/other-chargers");
    const first = with_(second, charger(54.6)).find(({ rule }) => rule === "power/other-chargers");
    const told = [other, first].find((f) => f?.title.includes(second.name))!;
    expect([told.verdict, told.says]).toEqual([verdict, expect.stringMatching(says)]);
  });

  test("two batteries, displays, throttles, rings, clusters or shifters that are unlike: which of them goes on is asked, twice the same is not", () => {
    const two = {
      battery: [battery({ series: 10 })],
      display: [
        partOf("display", { plug: "five-pin", clampMm: 22.2, showsSpeed: true, barMm: 28, leadMm: 900 }),
        partOf("display", { plug: "five-pin", clampMm: 31.8, showsSpeed: true, barMm: 28, leadMm: 900 }),
      ],
    };
    for (const [kind, parts] of Object.entries(two)) {
      const asked = with_(...parts).find(({ key }) => key === `kit/twice ${kind}`)!;
      expect([kind, asked.verdict, asked.choose]).toEqual([kind, "measure", kind]);
      for (const { name } of parts) expect(asked.says).toContain(name);
      expect(with_(parts[0]!).some(({ rule, key }) => rule === "kit/twice" && kind === "display" && key.includes(kind))).toBe(
        false,
      );
    }
    const [display] = two.display;
    expect(with_(display!, display!).filter(({ rule }) => rule === "kit/twice")).toEqual([]);
  });

  test("none of a kind that is in the build already is passed over without a word", () => {
    const told = ({ findings }: Fit) =>
      findings.map((f) => `${f.key} ${f.verdict} ${f.says} ${f.figures.map(({ value }) => value).join()}`).join("\n");
    const silent: string[] = [];
    let tried = 0;
    for (const name of NAMES) {
      const { geometry: _geometry, memo: _memo, ...base } = buildOf(name);
      // What charges a pack is judged with the pack.
      if (!base.supplied.some(({ part }) => part.kind === "battery")) continue;
      const before = told(fit(base, []));
      for (const kind of new Set(base.supplied.map(({ part }) => part.kind)))
        for (const part of SHELF.filter((one) => one.kind === kind && !base.supplied.some((s) => s.part.id === one.id)).slice(
          0,
          3,
        )) {
          const given = {
            ...base,
            supplied: [...base.supplied, { part, quantity: 1, origin: { type: "choice", slot: "by hand" } as const }],
          };
          const now = fit(given, []);
          tried += 1;
          if (told(now) === before && !staysInBox(now.build).some(({ says }) => says.includes(part.name)))
            silent.push(`${name}: ${part.id}`);
        }
    }
    expect(silent).toEqual([]);
    expect(tried).toBeGreaterThan(100);
  });
});
