import { randomBytes } from "node:crypto";
import fc from "fast-check";
import config from "../../next.config";
import { cutAt, handedOver, KeptPages, ownAddress, TICKET, withWord, wordIn, type Page } from "./keptPages";

const page = (text: string, status = 200): Page => ({ status, body: [Buffer.from(text)], headers: [] });

test("cut at a mark and put together with it, a page is what it was, letter by letter", () => {
  fc.assert(
    fc.property(fc.array(fc.string({ unit: "binary", maxLength: 40 })), fc.uuid(), (texts, mark) => {
      const whole = Buffer.from(texts.join(mark));
      const pieces = cutAt(whole, mark);
      expect(pieces.every((piece) => !piece.includes(mark))).toBe(true);
      expect(Buffer.concat(pieces.flatMap((piece, i) => (i === 0 ? [piece] : [Buffer.from(mark), piece])))).toEqual(whole);
    }),
  );
});

test("each answer carries its own word wherever the first one stood", async () => {
  const kept: Page = {
    status: 200,
    body: cutAt(Buffer.from('<script nonce="first">1</script><script nonce="first">2</script>'), "first"),
    headers: [["link", ['</f.ttf>; nonce="', '"']]],
  };
  for (const word of ["second", "third"]) {
    const answer = withWord(kept, word);
    expect(await answer.text()).toBe(`<script nonce="${word}">1</script><script nonce="${word}">2</script>`);
    expect(answer.headers.get("link")).toBe(`</f.ttf>; nonce="${word}"`);
  }
});

test("the word of a policy is read, and none where there is none", () => {
  expect(wordIn("script-src 'self' 'nonce-QUJD' 'strict-dynamic'")).toBe("QUJD");
  expect([wordIn("script-src 'self'"), wordIn(null)]).toEqual([null, null]);
});

test("a page is rendered once for all that it depends on, whoever asks at once; what went wrong is not kept", async () => {
  const pages = new KeptPages(10_000);
  const cut: Page = { status: 200, body: ["as", "", "it is"].map((text) => Buffer.from(text)), headers: [["link", ["a", "b"]]] };
  const render = jest.fn(async () => cut);
  const ask = () => pages.ask("one", render);
  expect(await Promise.all([ask(), ask()])).toEqual([cut, cut]);
  await pages.settled();
  expect(await ask()).toEqual(cut);
  await pages.ask("another", render);
  expect(render).toHaveBeenCalledTimes(2);
  const missing = jest.fn(async () => page("none", 404));
  const fails = jest.fn(() => Promise.reject(new Error("did not come")));
  for (let i = 0; i < 3; i += 1) {
    expect((await pages.ask("gone", missing)).status).toBe(404);
    await expect(pages.ask("fails", fails)).rejects.toThrow("did not come");
    await pages.settled();
  }
  expect([missing, fails].map((one) => one.mock.calls.length)).toEqual([3, 3]);
});

test("however a page is cut, it is kept so and comes back so", async () => {
  const pages = new KeptPages(100_000);
  await fc.assert(
    fc.asyncProperty(fc.uuid(), fc.array(fc.uint8Array({ maxLength: 200 })), async (of, pieces) => {
      const cut: Page = { status: 200, body: pieces.map((piece) => Buffer.from(piece)), headers: [] };
      await pages.ask(of, async () => cut);
      await pages.settled();
      expect(await pages.ask(of, () => Promise.reject(new Error("asked for twice")))).toEqual(cut);
    }),
  );
});

test("what is kept has an end: the page that nobody asked for the longest goes", async () => {
  const pages = new KeptPages(10_000);
  // What is of no pattern does not get smaller.
  const large = (): Page => ({ status: 200, body: [randomBytes(4_000)], headers: [] });
  const renders = { a: 0, b: 0, c: 0 };
  for (const name of ["a", "b", "a", "c", "a", "b"] as const) {
    await pages.ask(name, async () => ((renders[name] += 1), large()));
    await pages.settled();
  }
  expect(renders).toEqual({ a: 1, b: 2, c: 1 });
});

test("a ticket that nobody gave out opens nothing", () => {
  for (const ticket of [null, "", "0", "__proto__", "constructor"]) expect(handedOver(ticket)).toBeUndefined();
});

test("the server asks itself where it listens", () => {
  for (const [host, address] of [
    [undefined, "http://127.0.0.1:4170"],
    ["0.0.0.0", "http://127.0.0.1:4170"],
    ["::", "http://127.0.0.1:4170"],
    ["127.0.0.1", "http://127.0.0.1:4170"],
    ["192.168.7.2", "http://192.168.7.2:4170"],
    ["bench.local", "http://bench.local:4170"],
    ["::1", "http://[::1]:4170"],
    ["[fd00::2]", "http://[fd00::2]:4170"],
  ] as const)
    expect(ownAddress({ HOST: host, PORT: "4170" })).toBe(address);
});

test("what carries a ticket, is asked for by a page, or does something goes to the page itself; while it is worked on, all does", async () => {
  const rewrites = async () => ((await config.rewrites!()) as { beforeFiles: { missing?: { key: string }[] }[] }).beforeFiles;
  expect(await rewrites()).toEqual([]);
  const { NODE_ENV } = process.env;
  Object.assign(process.env, { NODE_ENV: "production" });
  try {
    expect((await rewrites()).map(({ missing }) => missing!.map(({ key }) => key))).toEqual([["rsc", "next-action", TICKET]]);
  } finally {
    Object.assign(process.env, { NODE_ENV });
  }
});
