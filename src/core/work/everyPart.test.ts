import { ASKED, battery, controller, fitCase, hub, mid, partOf, SOUND } from "../../../tests/bench.fixture";
import { readPart, type Part } from "../parts/part";
import { PART_KINDS, type PartKind } from "../parts/kinds";
import { buildOf, NAMES, SHELF } from "../fit/gallery.fixture";
import { fit, type Accepted } from "../fit/engine";
import { isOpen } from "../fit/finding";
import { idleOf } from "../fit/rules/brakes/levers";
import { LEVER_CUT_OFFS } from "../standards/cutOff";
import { TASKS, type TaskId } from "../standards/tasks";
import { goesBack, staysInBox } from "./leftOver";
import { waitDays, workSteps } from "./steps";

/** One part of each kind that the shelf of the gallery has. */
const oneOfEach = new Map<PartKind, Part>();
for (const part of SHELF) if (!oneOfEach.has(part.kind)) oneOfEach.set(part.kind, part);
const OTHERS = PART_KINDS.filter((kind) => !["kit", "hub-motor", "mid-motor", "frame-motor"].includes(kind));

const BUILDS: [string, Part[], Parameters<typeof fitCase>[0]["donor"]][] = [
  ["a front hub", [hub()], {}],
  ["a bare rear hub", [hub({ end: "rear", laced: null, overLocknutMm: 135, cluster: "freewheel-iso" })], {}],
  ["a mid-drive", [mid()], {}],
  ["a mid-drive before a hub gear", [mid()], { gears: "hub gear" }],
  ["a front hub on a single speed", [hub()], { gears: "single" }],
  ["a mid-drive on a bare frame", [mid()], { cameAs: "frame" }],
];

describe.each(BUILDS)("every part has its step: %s", (_name, motors, donor) => {
  test("put in by hand, of whichever kind", () => {
    expect([...oneOfEach.keys()].length).toBeGreaterThan(20);
    const without: string[] = [];
    for (const kind of OTHERS) {
      const part = oneOfEach.get(kind);
      if (!part) continue;
      const { build, applied } = fitCase({ donor: { ...SOUND, ...donor }, parts: [...motors, battery(), controller(), part] });
      const steps = workSteps(build, applied);
      const stands = steps.filter((step) => step.parts.some((s) => s.part.id === part.id)).length;
      if (stands !== 1) without.push(`${kind}: ${stands} steps`);
    }
    expect(without).toEqual([]);
  });
});

test.each(NAMES)("what is bought, comes in a kit or is accepted stands in one step, or stays in the box: %s", (name) => {
  const { geometry: _geometry, memo: _memo, ...base } = buildOf(name);
  const accepted: Accepted[] = [];
  for (let round = 0; round < 2; round += 1)
    for (const finding of fit(base, accepted).findings) {
      const remedy = isOpen(finding) ? finding.remedies.at(-1) : undefined;
      if (remedy && !accepted.some((a) => a.finding === finding.key && a.remedy === remedy.id))
        accepted.push({ finding: finding.key, remedy: remedy.id });
    }
  const { build, applied } = fit(base, accepted);
  const steps = workSteps(build, applied);
  for (const supplied of build.supplied)
    expect([supplied.part.id, steps.filter((step) => step.parts.includes(supplied)).length]).toEqual([
      supplied.part.id,
      supplied.part.kind === "kit" || idleOf(build).has(supplied) ? 0 : 1,
    ]);
  expect(staysInBox(build)).toHaveLength((build.spare?.length ?? 0) + idleOf(build).size);
  // No step stands before one that it follows.
  steps.forEach((step, i) => {
    for (const before of step.after) expect(steps.slice(i).map((s) => s.id)).not.toContain(before);
  });
});

describe("the order of work by what came in", () => {
  const ids = (p: Parameters<typeof fitCase>[0]) => {
    const { build, applied } = fitCase({ ...p, donor: { ...SOUND, ...p.donor } });
    return workSteps(build, applied).map((step) => step.id);
  };
  const lacedHub = [hub(), battery(), controller()];

  test("an old conversion is washed and comes off before anything else is done", () => {
    const order = ids({ donor: { cameAs: "converted" }, parts: lacedHub });
    expect(order.slice(0, 3)).toEqual(["survey", "wash", "removeOld"]);
    expect(ids({ parts: lacedHub })).not.toContain("removeOld");
  });
  test("a bare frame is assembled and lit, and nothing is taken out of it", () => {
    for (const parts of [lacedHub, [mid(), battery()]]) {
      const order = ids({ donor: { cameAs: "frame" }, parts });
      expect(order).toEqual(expect.arrayContaining(["assembleFrame", "lights"]));
      for (const task of ["removeWheel", "removeCranks", "brakesFirst", "derailleur"]) expect(order).not.toContain(task);
      expect(goesBack(fitCase({ donor: { ...SOUND, cameAs: "frame" }, parts }).build)).toEqual([]);
    }
  });
  test("a frame that is painted is painted before anything goes into it, after what is drilled, and waits as its paint does", () => {
    const painted = (paint: string, cameAs = "frame") => {
      const { build, applied } = fitCase({ donor: { ...SOUND, cameAs, paint }, parts: [mid(), battery()] });
      return workSteps(build, applied);
    };
    for (const [paint, days] of [
      ["two-pack", 1],
      ["acrylic", 2],
    ] as const) {
      const steps = painted(paint);
      const order = steps.map((step) => step.id);
      expect(steps.find((step) => step.id === "paint")!.waits.map((wait) => wait.days)).toEqual([days]);
      for (const later of ["cleanShell", "fitMid", "assembleFrame"] as const)
        expect(order.indexOf("paint")).toBeLessThan(order.indexOf(later));
      // The mid-drive's thread lock cures later, by itself.
      expect(waitDays(steps)).toBe(days + 1);
      expect(waitDays(steps.filter((step) => step.id !== "paint"))).toBe(1);
    }
    expect(painted("none").map((step) => step.id)).not.toContain("paint");
    // What is no bare frame is not painted, whatever was answered before.
    expect(painted("two-pack", "bike").map((step) => step.id)).not.toContain("paint");
    expect(waitDays([])).toBe(0);
  });
  test("slots are filed only where a remedy says so; else the axle is seated", () => {
    expect(ids({ parts: lacedHub })).toContain("seatWashers");
    expect(ids({ parts: lacedHub })).not.toContain("fileSlots");
    const filed = ids({
      donor: { frontSlotWidthMm: 9.4, frontSlotMetalMm: 8 },
      parts: lacedHub,
      accept: [{ finding: "axle/slot front", remedy: "file-slot" }],
    });
    expect(filed).toContain("fileSlots");
    expect(filed).not.toContain("seatWashers");
  });
  test("the visit after 20 km is in the price while the house promises it", () => {
    expect(ids({ parts: lacedHub }).at(-1)).toBe("revisit");
    expect(ids({ parts: lacedHub, house: { revisit: "not promised" } })).not.toContain("revisit");
  });
  test("what comes off goes back to the customer by name", () => {
    const back = (parts: Part[]) => goesBack(fitCase({ donor: SOUND, parts }).build).map((line) => line.says);
    expect(back(lacedHub)).toEqual(["Old front wheel: hub, rim and spokes"]);
    expect(back([mid(), battery()])).toEqual(["Old cranks, chainrings and bottom bracket"]);
    expect(back([...lacedHub, oneOfEach.get("shifter")!, oneOfEach.get("chain")!])).toEqual(
      expect.arrayContaining(["Old shifter and its cable", "Old chain"]),
    );
  });
});

describe("torques and hands", () => {
  const step = (id: TaskId, p: Parameters<typeof fitCase>[0]) => {
    const { build, applied } = fitCase({ ...p, donor: { ...SOUND, ...p.donor } });
    return workSteps(build, applied).find((s) => s.id === id)!;
  };
  // Hands by ISO 6696 and Brown's tables; pressed shells have no thread.
  test.each([
    ["iso", /drive-side cup left-hand: loosened clockwise/],
    ["m47", /drive-side cup left-hand/],
    ["italian", /both cups right-hand: loosened anticlockwise/],
    ["french", /both cups right-hand/],
    ["press41", /pressed in, no thread/],
  ])("a shell %s: the cups come out by their own hand", (shellStandard, says) => {
    expect(
      step("removeCranks", {
        donor: { shellStandard, shellWidthMm: undefined, shellBoreMm: undefined },
        parts: [mid()],
      }).does.join(),
    ).toMatch(says);
  });
  test("a standard that the measures speak against is no hand to go by", () =>
    expect(step("removeCranks", { donor: { shellStandard: "italian" }, parts: [mid()] }).does.join()).toMatch(/read the cup/));
  test("pedals at their refitting, left pedal left-hand", () => {
    const torque = step("fitMid", { parts: [mid()] }).torques.find((t) => t.id === "pedals")!;
    expect(torque).toMatchObject({ lowNm: 35, highNm: 40, hand: "left pedal left-hand" });
    expect(step("removeCranks", { parts: [mid()] }).torques).toEqual([]);
  });
  test("brake arms where there is no disc, a calliper's mount where there is", () => {
    const ids = (donor: Record<string, string>) => step("brakesFirst", { donor, parts: [hub()] }).torques.map((t) => t.id);
    expect(ids({ frontBrake: "rim linear", rearBrake: "rim linear" })).toEqual(["brakeArm"]);
    expect(ids({})).toEqual(["calliper"]);
    expect(ids({ frontBrake: "disc", rearBrake: "rim linear" })).toEqual(["calliper", "brakeArm"]);
  });
  test("a worm clamp takes 3–5 N·m, a bolted clamp 7–9; each range has the wrench that reaches it", () => {
    const arm = (clamps: "hose clamp" | "clamping plates") =>
      partOf("torque-arm", { axleDiameterMm: 12, axleFlatsMm: 10, plateMm: 6, clamps, armMm: 100 });
    const torques = (clamps: "hose clamp" | "clamping plates") => step("fitHub", { parts: [hub(), arm(clamps)] });
    expect(torques("hose clamp").torques.find((t) => t.id === "wormClamp")).toMatchObject({ lowNm: 3, highNm: 5 });
    expect(torques("clamping plates").torques.find((t) => t.id === "armM6")).toMatchObject({ lowNm: 7, highNm: 9 });
    expect(torques("hose clamp").tools).toEqual(expect.arrayContaining(["torque wrench 20–100", "torque wrench 2–24"]));
    const { build, applied } = fitCase({ donor: SOUND, parts: [hub(), arm("hose clamp"), battery(), controller()] });
    for (const one of workSteps(build, applied))
      for (const torque of one.torques) {
        expect(one.tools).toContain(torque.wrench);
        expect(torque.highNm).toBeLessThanOrEqual(torque.wrench.includes("2–24") ? 24 : 100);
      }
  });
  test("the controller's step lists every value with its unit and why; the checks are twelve on the stand and three on the road, in order, power late", () => {
    const p = { parts: [hub(), battery(), controller()], asked: ASKED };
    const settings = step("settings", p).does;
    expect(settings[0]).toMatch(/^Assist ends at 24\.5 km\/h: under the 25 km\/h of the class/);
    expect(settings.join("\n")).toMatch(/Wheel 2\d{3} mm a turn/);
    expect(settings.join("\n")).toMatch(/Battery current at most [\d.]+ A: as the controller comes/);
    expect(settings.join("\n")).toMatch(/Low-voltage cut [\d.]+ V: the pack is empty at [\d.]+ V/);
    const checks = [...step("checks", p).does, ...step("roadTest", p).does];
    expect(checks.map((line) => Number(/^Check (\d+), /.exec(line)![1]))).toEqual(Array.from({ length: 15 }, (_, i) => i + 1));
    for (const line of checks) expect(line).toMatch(/Passes: .+\. Stop if .+\.$/);
    expect(checks.findIndex((line) => line.includes("first power"))).toBe(6);
  });
  test("what cures or settles is told: thread lock, a bled lever", () => {
    expect(step("fitMid", { parts: [mid()] }).waits).toContainEqual({ says: expect.stringMatching(/24 h/), days: 1 });
    expect(Object.keys(TASKS)).toContain("hose");
  });
});

test("a part of every kind on the shelf reads, so that none was left out above unread", () => {
  for (const part of oneOfEach.values()) expect(readPart(part).ok).toBe(true);
});

/** A consumable that somebody puts in by hand, where it is used, by its words (common practice). */
const BY_HAND: [use: string, onABike: TaskId, onABareFrame: TaskId][] = [
  ["headset bearings", "service", "assembleFrame"],
  ["hub bearings", "service", "assembleFrame"],
  ["freehub body", "cluster", "cluster"],
  ["disc pads", "brakesFirst", "assembleFrame"],
  ["brake cables", "brakesFirst", "assembleFrame"],
  ["mineral oil", "brakesFirst", "assembleFrame"],
  ["short grips", "barLayout", "barLayout"],
  ["long stem", "barLayout", "barLayout"],
  ["kill switch", "cutOffs", "cutOffs"],
  ["split magnet disc", "pedalSensor", "pedalSensor"],
  ["hard battery enclosure", "cradle", "cradle"],
  ["silicone grease", "harness", "harness"],
  ["heat shrink", "harness", "harness"],
  ["tyre sealant", "moveTyre", "moveTyre"],
  ["joining link", "derailleur", "derailleur"],
  ["hose clamp", "cradle", "cradle"],
];

test.each(BY_HAND)("%s stands at %s, on a bare frame at %s, and never at the motor's own step", (use, onABike, onABareFrame) => {
  const part = partOf("consumable", { use });
  for (const [cameAs, step] of [
    ["bike", onABike],
    ["frame", onABareFrame],
  ]) {
    const { build, applied } = fitCase({ donor: { ...SOUND, cameAs }, parts: [mid(), battery(), controller(), part] });
    expect(
      workSteps(build, applied)
        .filter((one) => one.parts.some((s) => s.part.id === part.id))
        .map(({ id }) => id),
    ).toEqual([step]);
  }
});

describe("two motors, two wheels, one paper", () => {
  const rear = hub({ end: "rear", overLocknutMm: 135, cluster: "spline-8-10", locknutToSmallestMm: 4.7, clusterRoomMm: 40 });
  const two = (donor: Parameters<typeof fitCase>[0]["donor"] = {}) => {
    const p = {
      donor: { ...SOUND, ...donor },
      parts: [hub(), rear, battery(), controller(), controller()],
      shelf: SHELF,
      asked: ASKED,
    };
    const accept: Accepted[] = [];
    for (let round = 0; round < 3; round += 1)
      for (const { key, remedies, verdict, settled } of fitCase({ ...p, accept }).findings)
        if (isOpen({ verdict, settled }) && remedies[0]) accept.push({ finding: key, remedy: remedies[0].id });
    const { build, applied } = fitCase({ ...p, accept });
    return workSteps(build, applied);
  };

  test("what is done for one end says for which, and no line stands twice on a step", () => {
    const steps = two({ frontLips: "lips", rearLips: "lips" });
    let ofAnEnd = 0;
    for (const { id, because, does } of steps) {
      for (const { finding, title } of because) {
        const end = / (front|rear)(?=\s|$)/.exec(finding)?.[1];
        if (end) expect([id, finding, title]).toEqual([id, finding, expect.stringContaining(end)]);
        ofAnEnd += end ? 1 : 0;
      }
      const lines = [...because.map(({ title, says }) => `${title}: ${says}`), ...does];
      expect([id, new Set(lines).size]).toEqual([id, lines.length]);
    }
    expect(ofAnEnd).toBeGreaterThan(5);
  });

  test("slots are filed at the end that wants it and washers seated at the other: each names its wheel, and is its own work", () => {
    const at = (donor: Parameters<typeof two>[0]) =>
      two(donor).flatMap(({ id, title, minutes }) =>
        id === "seatWashers" || id === "fileSlots" ? [[id, title.split(": ")[1] ?? "", Math.round(minutes)]] : [],
      );
    const once = Math.round((5 + 4 * 15 + 40) / 6);
    expect(at({})).toEqual([["seatWashers", "front wheel", once]]);
    const narrow = { rearSlotWidthMm: 9.8, rearSlotMetalMm: 8 };
    expect(at(narrow).toSorted()).toEqual([
      ["fileSlots", "rear wheel", once],
      ["seatWashers", "front wheel", once],
    ]);
    expect(at({ frontLips: "lips", rearLips: "lips" })).toEqual([
      ["seatWashers", "front and rear wheel", Math.round((2 * 105) / 6)],
    ]);
  });

  test("both hubs come off, and what their bearings were like is nobody's care; a trike has a third wheel", () => {
    const says = (donor: object) =>
      fitCase({ donor: { ...SOUND, bearings: "rough", ...donor }, parts: [hub(), rear, battery(), controller()] }).findings.find(
        ({ rule }) => rule === "condition/bearings",
      )!.verdict;
    expect(says({})).toBe("clear");
    expect(says({ frameKind: "trike", rearWheels: "two" })).toBe("adapt");
  });
});

test("a cradle's torque stands where a cradle stands on bosses: none for a box, a bag or a rack, nor for bands on a tube without any", () => {
  const torques = (...parts: Part[]) => torquesOn({}, ...parts);
  const torquesOn = (donor: object, ...parts: Part[]) => {
    const { build, applied } = fitCase({ donor: { ...SOUND, ...donor }, parts: [mid(), controller(), ...parts] });
    return workSteps(build, applied)
      .find(({ id }) => id === "cradle")!
      .torques.map(({ id }) => id);
  };
  expect(torques(battery())).toContain("cradle");
  for (const mount of ["box", "bag", "rack"] as const) expect(torques(battery({ mount }))).not.toContain("cradle");
  const bands = partOf("battery-mount", { style: "clamp band", bosses: 0 });
  expect(torques(battery(), bands)).toContain("cradle");
  expect(torquesOn({ bossKind: "none" }, battery(), bands)).not.toContain("cradle");
});

describe("levers that the check says stay in the box are on no step, and those that it fits are on one", () => {
  const brakes = ["rim linear", "rim calliper", "disc", "drum", "coaster", "none"] as const;
  const ways = Object.keys(LEVER_CUT_OFFS).flatMap((leverKind) =>
    brakes.flatMap((frontBrake) => (["disc", "coaster"] as const).map((rearBrake) => ({ leverKind, frontBrake, rearBrake }))),
  );
  test.each(ways)("$leverKind, $frontBrake in front, $rearBrake behind", (bike) => {
    for (const leverPull of ["long", "short"])
      for (const pull of ["long", "short", "mineral oil", "DOT"] as const) {
        const levers = partOf("brake-lever", { pull, switched: true, levers: 2 });
        const donor = { ...SOUND, ...bike, leverPull, brakeFluid: "mineral", hoseSlackMm: 60 };
        const { build, applied, findings } = fitCase({ donor, parts: [mid(), battery(), controller(), levers], asked: ASKED });
        const check = findings.find(({ rule }) => rule === "brakes/lever-pull")!;
        const onSteps = workSteps(build, applied).filter((step) => step.parts.some(({ part }) => part.id === levers.id)).length;
        const inBox = staysInBox(build).some(({ says }) => says === levers.name);
        // Levers that are stopped or replaced are nobody's to fit either, but the paper says so on top.
        if (check.verdict === "clear")
          expect([pull, check.says, onSteps, inBox]).toEqual([
            pull,
            check.says,
            ...(/in the box/.test(check.says) ? [0, true] : [1, false]),
          ]);
        expect(onSteps + (inBox ? 1 : 0)).toBe(1);
      }
  });
});

test.each(
  Object.keys(LEVER_CUT_OFFS).flatMap((leverKind) =>
    (["magnet switch", "cable switch", "pressure switch"] as const).map((method) => ({ leverKind, method })),
  ),
)("a $method on $leverKind levers: counted and fitted, or in the box", ({ leverKind, method }) => {
  const switches = partOf("cut-off", { method, switches: 2, plug: "three-pin" });
  const donor = { ...SOUND, leverKind, brakeFluid: "mineral", hoseSlackMm: 60 };
  const { build, applied, findings } = fitCase({ donor, parts: [mid(), battery(), controller(), switches], asked: ASKED });
  const fits = findings
    .find(({ rule }) => rule === "brakes/cut-off")!
    .figures.find(({ label }) => label === "fit these levers")?.value;
  const onStep = workSteps(build, applied).some(
    (step) => step.id === "cutOffs" && step.parts.some(({ part }) => part === switches),
  );
  const inBox = staysInBox(build).some(({ says }) => says === switches.name);
  expect([onStep, inBox]).toEqual(fits === 2 ? [true, false] : [false, true]);
});
