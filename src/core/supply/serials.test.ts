import fc from "fast-check";
import { checkSerials, plainSerial, readSerials } from "./serials";

test("serial numbers are read as they are typed or scanned, and are the same however they are written", () => {
  expect(readSerials("VP-1\nVP-2\r\n vp-3 ,VP 4;\n\n")).toEqual(["VP-1", "VP-2", "vp-3", "VP 4"]);
  expect(readSerials("  \n ")).toEqual([]);
  expect(plainSerial("vp 26 / 4")).toBe("VP26/4");
});

test("never more numbers than pieces, none twice, none that came before; fewer are taken: a label may be unreadable", () => {
  const serial = fc.stringMatching(/^[A-Za-z0-9-]{1,8}$/);
  fc.assert(
    fc.property(fc.array(serial, { maxLength: 8 }), fc.nat(8), fc.array(serial, { maxLength: 4 }), (serials, pieces, known) => {
      const before = new Map(known.map((one) => [plainSerial(one), "B-0001"]));
      const plain = serials.map(plainSerial);
      const sound = serials.length <= pieces && new Set(plain).size === plain.length && !plain.some((one) => before.has(one));
      const checked = checkSerials(serials, pieces, "Pack", (one) => before.get(one));
      expect(checked.ok).toBe(sound);
      if (!checked.ok) expect(checked.error).toMatch(/^Pack: .*(serial number)/);
    }),
  );
});
