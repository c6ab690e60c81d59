import fc from "fast-check";
import { batteryOf, controllersOf, motorsOf, voltsOf } from "../fit/build";
import { buildOf, NAMES } from "../fit/gallery.fixture";
import { limitToSet } from "../fit/rules/law/limitToSet";
import { wheelTurnOf } from "../fit/rules/law/setting";
import { CRANK_BOARD, HUB_BOARD, SHEETS } from "./families";
import { lineTo } from "./faultyLine";
import { crc16, fourBytes, framed, ofFour, unframed } from "./frame";
import { guard, guardHeld, guardKept } from "./guard";
import { Link, type Line } from "./link";
import { parameterSheetSchema, stepsOf, type ParameterSheet, type Values } from "./sheetSchema";
import { StandIn } from "./standIn";
import { differs } from "./talk";
import { familyOf, inCoreUnit, wantedOf, wantedValues } from "./wanted";

const BUILDS = NAMES.map((name) => [name, buildOf(name)] as const).filter(([, build]) => motorsOf(build).length > 0);
const delivered = (sheet: ParameterSheet): Values =>
  Object.fromEntries(sheet.parameters.map(({ id, delivered: value }) => [id, value]));

describe("frames", () => {
  // The check value of this polynomial and start over “123456789”, as catalogues of such codes list it (from memory).
  test("the checksum of the nine figures is 0x29B1", () =>
    expect(crc16([..."123456789"].map((c) => c.charCodeAt(0)))).toBe(0x29b1));
  const message = fc.record({
    sequence: fc.nat(255),
    command: fc.nat(255),
    payload: fc.array(fc.nat(255), { maxLength: 64 }),
  });
  test("come out as they went in, behind any noise", () =>
    fc.assert(
      fc.property(message, fc.array(fc.nat(0xa4), { maxLength: 20 }), (one, noise) => {
        expect(unframed([...noise, ...framed(one)])).toEqual({ message: one, rest: [] });
      }),
    ));
  test("with one bit turned are never taken for another message", () =>
    fc.assert(
      fc.property(message, fc.nat(), fc.nat(7), (one, at, bit) => {
        const bytes = framed(one);
        bytes[at % bytes.length]! ^= 1 << bit;
        const found = unframed(bytes);
        if (found) expect(found.message).toEqual(one);
      }),
    ));
  test("cut short are nothing yet", () =>
    fc.assert(
      fc.property(message, fc.nat(), (one, cut) => {
        const bytes = framed({ ...one, payload: one.payload.map((byte) => byte % 0xa5) });
        expect(unframed(bytes.slice(0, cut % bytes.length))).toBeNull();
      }),
    ));
  test("steps go through four bytes", () =>
    fc.assert(fc.property(fc.nat(2 ** 31 - 1), (steps) => expect(ofFour(fourBytes(steps))).toBe(steps))));
});

describe.each(SHEETS.map((sheet) => [sheet.family, sheet] as const))("a %s", (_family, sheet) => {
  const wanted: Values = Object.fromEntries(
    sheet.parameters.map(({ id, min, step }) => [id, Number((min + 4 * step).toFixed(6))]),
  );
  const newOne = (running = false) => new StandIn(sheet, {}, running);

  test("has a sheet that its own schema reads", () =>
    expect(parameterSheetSchema.parse(JSON.parse(JSON.stringify(sheet)))).toEqual(sheet));

  test("is read as delivered, written, read back, and put back as it was", () => {
    const controller = newOne();
    const link = new Link(lineTo(controller), sheet);
    expect(link.read()).toEqual({ ok: true, value: delivered(sheet) });
    const written = link.write(wanted);
    expect(written).toMatchObject({ state: "verified", before: delivered(sheet) });
    expect(controller.values()).toMatchObject(wanted);
    expect(link.write(delivered(sheet)).state).toBe("verified");
    expect(controller.values()).toEqual(delivered(sheet));
  });

  test("whose lead is pulled at any byte holds all of the old or all of the new, and is told for no more than it is", () => {
    const bytes = { total: 0 };
    const counting =
      (line: Line): Line =>
      (out) => {
        const came = line(out);
        bytes.total += out.length + came.length;
        return came;
      };
    new Link(counting(lineTo(newOne())), sheet).write(wanted);
    const seen = new Set<string>();
    for (let pulledAfter = 0; pulledAfter <= bytes.total + 5; pulledAfter += 1) {
      const controller = newOne();
      const came = new Link(lineTo(controller, { pulledAfter }), sheet).write(wanted);
      seen.add(came.state);
      const holds = controller.values();
      const old = differs(holds, delivered(sheet)).length === 0;
      const fresh = differs(holds, { ...delivered(sheet), ...wanted }).length === 0;
      expect([pulledAfter, old || fresh]).toEqual([pulledAfter, true]);
      if (came.state === "verified") expect([pulledAfter, fresh]).toEqual([pulledAfter, true]);
      if (came.state === "nothing written") expect([pulledAfter, old]).toEqual([pulledAfter, true]);
      if (came.state === "unknown") expect(came.says).toContain("Do not ride it");
    }
    expect([...seen].sort()).toEqual(["nothing written", "unknown", "verified"]);
  });

  test("on a noisy line, with answers that come late, is written right or told not to be: 300 lines", () => {
    let verified = 0;
    for (let seed = 1; seed <= 300; seed += 1) {
      const controller = newOne();
      const came = new Link(lineTo(controller, { seed, flips: seed % 3 === 0 ? 0.02 : 0.002, late: 0.1 }), sheet).write(wanted);
      const holds = controller.values();
      if (came.state === "verified") {
        verified += 1;
        expect([seed, differs(holds, wanted)]).toEqual([seed, []]);
      } else if (came.state === "nothing written") expect([seed, differs(holds, delivered(sheet))]).toEqual([seed, []]);
      expect(differs(holds, delivered(sheet)).length === 0 || differs(holds, wanted).length === 0).toBe(true);
    }
    expect(verified).toBeGreaterThan(150);
  });

  test("with its wheel turning, of another version or family, or dead, is not written to, in words", () => {
    const says = (line: Line) => {
      const came = new Link(line, sheet).write(wanted);
      return came.state === "nothing written" ? came.says : came.state;
    };
    expect(says(lineTo(newOne(true)))).toContain("its wheel turns: stop it first");
    expect(says(lineTo(new StandIn({ ...sheet, version: sheet.version + 1 })))).toMatch(/is of version \d+, the sheet is for/);
    expect(says(lineTo(new StandIn(SHEETS.find((other) => other !== sheet)!)))).toContain("nothing is written");
    expect(says(() => [])).toContain("does not answer");
    expect(says(() => Array.from({ length: 900 }, (_, i) => i % 256))).toContain("does not answer");
  });

  test("takes nothing outside its range, and no half of what was set aside", () => {
    const controller = newOne();
    const link = new Link(lineTo(controller), sheet);
    const [first] = sheet.parameters;
    const came = link.write({ ...wanted, [first!.id]: first!.max + 10 * first!.step });
    expect(came).toMatchObject({ state: "nothing written", says: expect.stringContaining("outside what it takes") as string });
    expect(controller.values()).toEqual(delivered(sheet));
  });
});

test.each(BUILDS)(
  "%s: what is wanted lies in the family's range and steps, on the safe side, and nothing speaks against it",
  (_name, build) => {
    const sheet = familyOf(build);
    const { values, why } = wantedValues(sheet, build);
    const wanted = wantedOf(build);
    for (const parameter of sheet.parameters) {
      const value = values[parameter.id];
      const core = wanted[parameter.purpose]?.value;
      expect(value === undefined).toBe(core === undefined);
      if (value === undefined) continue;
      expect(why[parameter.id]!.length).toBeGreaterThan(4);
      const off = inCoreUnit(parameter, value) - core!;
      const step = inCoreUnit(parameter, parameter.step);
      expect(Math.abs(off)).toBeLessThanOrEqual(step + 1e-6);
      if (["assist limit", "battery current", "regeneration ceiling", "throttle limit"].includes(parameter.purpose))
        expect(off).toBeLessThanOrEqual(1e-6);
      if (parameter.purpose === "low-voltage cut") expect(off).toBeGreaterThanOrEqual(-1e-6);
    }
    const stops = guard(sheet, values, build).filter(({ stop }) => stop);
    // A pack that the fit itself stops at is the fit's to put right.
    const [controller] = controllersOf(build);
    const battery = batteryOf(build);
    const fits =
      !battery ||
      !controller ||
      ((battery.spec.continuousA ?? Infinity) >= controller.batteryA &&
        controller.cutV >= voltsOf(battery).empty - 0.05 &&
        controller.cutV < voltsOf(battery).full &&
        (controller.regenMaxV ?? 0) <= voltsOf(battery).full);
    if (fits) expect(stops).toEqual([]);
  },
);

describe("the guard", () => {
  const [, build] = BUILDS.find(
    ([, one]) => familyOf(one) === HUB_BOARD && limitToSet(one) && batteryOf(one)?.spec.continuousA && wheelTurnOf(one) !== null,
  )!;
  const limit = limitToSet(build)!.kmh;
  const turn = wheelTurnOf(build)!;
  const { full, empty } = voltsOf(batteryOf(build)!);
  const says = (values: Values, leastA: number | null = null, sheet = HUB_BOARD) => guard(sheet, values, build, leastA);
  const half = (value: number) => Math.round(2 * value) / 2;

  test("names a speed over the limit, and one in the other unit, at either family", () => {
    expect(says({ "assist-limit": half(limit + 8) })).toMatchObject([
      { stop: true, says: expect.stringContaining("is over the") as string },
    ]);
    const inMiles = says({ "assist-limit": half(limit / 1.609344) });
    expect(inMiles[0]!.says).toContain("wrong unit?");
    const kilometresAsMiles = guard(CRANK_BOARD, { "top-speed": Number(limit.toFixed(1)) }, build);
    expect(kilometresAsMiles).toMatchObject([
      { stop: true, says: expect.stringMatching(/counts in mph.*wrong unit\?/) as string },
    ]);
    expect(says({ "assist-limit": Math.floor(2 * limit) / 2 })).toEqual([]);
  });
  test("names a wheel as it was delivered or too small; a larger one reads high and is asked about", () => {
    const far = HUB_BOARD.parameters[1]!;
    if (Math.abs(far.delivered / turn - 1) > 0.01) expect(says({ "wheel-turn": far.delivered })[0]).toMatchObject({ stop: true });
    expect(says({ "wheel-turn": Math.round(0.9 * turn) })[0]).toMatchObject({
      stop: true,
      says: expect.stringContaining("low") as string,
    });
    expect(says({ "wheel-turn": Math.min(2500, Math.round(1.08 * turn)) })[0]?.says ?? "high").toContain("high");
    expect(says({ "wheel-turn": Math.round(turn) })).toEqual([]);
  });
  test("names a current over the pack or under what the hill takes, a ceiling over the full pack, a cut under the empty one", () => {
    const most = batteryOf(build)!.spec.continuousA!;
    expect(says({ "battery-current": Math.min(60, half(most + 5)) })[0]).toMatchObject({ stop: true });
    expect(says({ "battery-current": 5 }, 9)[0]).toMatchObject({
      stop: false,
      says: expect.stringContaining("does not come up its hill") as string,
    });
    expect(says({ "regen-ceiling": Number((full + 0.5).toFixed(1)) })[0]).toMatchObject({
      stop: true,
      says: expect.stringContaining("overcharged") as string,
    });
    expect(says({ "low-cut": Number((empty - 1).toFixed(1)) })[0]).toMatchObject({
      stop: true,
      says: expect.stringContaining("pack is empty") as string,
    });
    expect(says({ "first-level": 3 })[0]).toMatchObject({ stop: false });
  });
  test("names what it holds and would keep, whatever is written beside it: asked about, as not writing helps nobody", () => {
    const wanted = wantedValues(HUB_BOARD, build).values;
    expect(guardHeld(HUB_BOARD, wanted, build)).toEqual([]);
    for (const [id, wrong] of Object.entries({
      "assist-limit": half(limit + 8),
      "regen-ceiling": Number((full + 0.5).toFixed(1)),
      "low-cut": Number((empty - 1).toFixed(1)),
    })) {
      const held = { ...wanted, [id]: wrong };
      const stopped = guard(HUB_BOARD, { [id]: wrong }, build);
      expect(stopped).toMatchObject([{ stop: true }]);
      expect(guardHeld(HUB_BOARD, held, build)).toEqual(stopped.map((one) => ({ ...one, stop: false })));
      // Left out of what is written it stays; written over it does not.
      const others = Object.fromEntries(Object.entries(wanted).filter(([key]) => key !== id));
      expect(guardKept(HUB_BOARD, held, others, build)).toMatchObject([
        { parameter: id, stop: false, says: expect.stringMatching(/^It holds, and would keep: /) as string },
      ]);
      expect(guardKept(HUB_BOARD, held, wanted, build).filter(({ parameter }) => parameter === id)).toEqual([]);
    }
    const one = HUB_BOARD.parameters[0]!.id;
    expect(guardKept(HUB_BOARD, null, { [one]: 24.5 }, build)[0]!.says).toMatch(
      /^Nobody has read what it holds of .*Read it first/,
    );
    expect(guardKept(HUB_BOARD, null, Object.fromEntries(HUB_BOARD.parameters.map(({ id }) => [id, 1])), build)).toEqual([]);
  });
  test("names what is outside range or step, no figure, or no parameter, whatever is typed", () => {
    fc.assert(
      fc.property(fc.constantFrom(...HUB_BOARD.parameters), fc.double(), (parameter, value) => {
        const told = says({ [parameter.id]: value });
        const inside =
          value >= parameter.min - 1e-9 &&
          value <= parameter.max + 1e-9 &&
          Math.abs(value / parameter.step - stepsOf(parameter, value)) < 1e-6;
        if (!inside) expect(told).toMatchObject([{ parameter: parameter.id, stop: true }]);
      }),
    );
    expect(says({ "warp-drive": 9 })).toMatchObject([{ stop: true }]);
  });
});
