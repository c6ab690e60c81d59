import fc from "fast-check";
import { readOnce } from "./readOnce";

test("whatever is asked for in which order: what is given is what the text says, read again only where the text is another", () => {
  fc.assert(
    fc.property(fc.array(fc.record({ name: fc.constantFrom("a", "b", "c"), text: fc.constantFrom("1", "2") })), (asked) => {
      const once = readOnce<{ readonly says: string }>(2);
      const last = new Map<string, { text: string; is: object }>();
      for (const { name, text } of asked) {
        const is = once(name, text, () => ({ says: text }));
        expect(is.says).toBe(text);
        const before = last.get(name);
        if (before && before.text !== text) expect(is).not.toBe(before.is);
        last.set(name, { text, is });
      }
    }),
  );
});

test("the same thing comes again while the text is the same, and nobody can change it for the others", () => {
  const once = readOnce<{ list: { n: number }[] }>(4);
  const read = jest.fn(() => ({ list: [{ n: 1 }] }));
  const first = once("job", "text", read);
  expect(once("job", "text", read)).toBe(first);
  expect(read).toHaveBeenCalledTimes(1);
  expect(() => first.list.push({ n: 2 })).toThrow(TypeError);
  expect(() => (first.list[0]!.n = 2)).toThrow(TypeError);
});

test("what does not read is said each time, and what is mended then is read", () => {
  const once = readOnce<number>(4);
  const broken = () => {
    throw new Error("does not read");
  };
  expect(() => once("job", "?", broken)).toThrow("does not read");
  expect(() => once("job", "?", broken)).toThrow("does not read");
  expect(once("job", "7", () => 7)).toBe(7);
});
