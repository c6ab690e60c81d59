import fc from "fast-check";
import config from "../../next.config";
import { cutAt, filledIn, KeptForms, ownAddress, TICKET, wantsForm, wordIn, type Blank, type Form } from "./forms";

const form = (status = 200, text = ""): Form => ({ status, body: [Buffer.from(text)], headers: [] });
const MARKS = { word: "@word@", id: "@id@", sent: ">@sent@<" };
const BLANKS = Object.keys(MARKS) as Blank[];

test("cut at its marks and filled in, a page is what it would have been, letter by letter", async () => {
  const text = fc.string({ unit: "binary", maxLength: 40 });
  const pieces = fc.array(
    fc.oneof(
      text,
      fc.constantFrom(...BLANKS).map((blank) => ({ blank })),
    ),
  );
  const json = fc.json().filter((one) => !one.includes("<"));
  await fc.assert(
    fc.asyncProperty(pieces, fc.uuid(), fc.uuid(), json, async (pieces, word, id, sent) => {
      const page = (texts: Readonly<Record<Blank, string>>) =>
        Buffer.from(pieces.map((piece) => (typeof piece === "string" ? piece : texts[piece.blank])).join(""));
      const made: Form = { status: 200, body: cutAt(page(MARKS), MARKS), headers: [] };
      const answer = filledIn(made, { word, id, sent });
      expect(Buffer.from(await answer.arrayBuffer())).toEqual(page({ word, id, sent: `>${sent}<` }));
    }),
  );
});

test("each answer carries its own word wherever the first one stood, in its headers too", async () => {
  const cut = (text: string) => cutAt(Buffer.from(text), MARKS);
  const made: Form = {
    status: 200,
    body: cut('<script nonce="@word@">1</script><script nonce="@word@">2</script>'),
    headers: [["link", cut('</f.ttf>; nonce="@word@"')]],
  };
  for (const word of ["second", "third"]) {
    const answer = filledIn(made, { word, id: "", sent: "" });
    expect(await answer.text()).toBe(`<script nonce="${word}">1</script><script nonce="${word}">2</script>`);
    expect(answer.headers.get("link")).toBe(`</f.ttf>; nonce="${word}"`);
  }
});

test("whatever a job says, it does not end the block that it stands in, and is read there as it was", async () => {
  const made: Form = { status: 200, body: cutAt(Buffer.from("<script>@sent@</script>"), MARKS), headers: [] };
  await fc.assert(
    fc.asyncProperty(fc.oneof(fc.string(), fc.constantFrom("</script>", "<!--<script>", "]]>", "\u2028")), async (said) => {
      const page = await filledIn(made, { word: "", id: "", sent: JSON.stringify({ said }) }).text();
      const inside = page.slice("<script>".length, -"</script>".length);
      expect(inside).not.toContain("<");
      expect(JSON.parse(inside)).toEqual({ said });
    }),
  );
});

test("the word of a policy is read, and none where there is none", () => {
  expect(wordIn("script-src 'self' 'nonce-QUJD' 'strict-dynamic'")).toBe("QUJD");
  expect([wordIn("script-src 'self'"), wordIn(null)]).toEqual([null, null]);
});

test("a form is rendered once for all that it depends on, whoever asks at once; what went wrong is not kept", async () => {
  const forms = new KeptForms(10);
  const whole = form();
  const render = jest.fn(async () => whole);
  const ask = () => forms.ask("one", render);
  expect(await Promise.all([ask(), ask()])).toEqual([whole, whole]);
  expect(await ask()).toBe(whole);
  await forms.ask("another", render);
  expect(render).toHaveBeenCalledTimes(2);
  const missing = jest.fn(async () => form(404));
  const fails = jest.fn(() => Promise.reject(new Error("did not come")));
  for (let i = 0; i < 3; i += 1) {
    expect((await forms.ask("gone", missing)).status).toBe(404);
    await expect(forms.ask("fails", fails)).rejects.toThrow("did not come");
  }
  expect([missing, fails].map((one) => one.mock.calls.length)).toEqual([3, 3]);
});

test("what is kept has an end: the form that nobody asked for the longest goes", async () => {
  const forms = new KeptForms(2);
  const renders = { a: 0, b: 0, c: 0 };
  for (const name of ["a", "b", "a", "c", "a", "b"] as const) await forms.ask(name, async () => ((renders[name] += 1), form()));
  expect(renders).toEqual({ a: 1, b: 2, c: 1 });
});

test("a ticket that nobody gave out opens nothing", () => {
  for (const ticket of [null, "", "0", "__proto__", "constructor"]) expect(wantsForm(ticket)).toBe(false);
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
    expect((await rewrites()).map(({ missing }) => missing!.map(({ key }) => key))).toEqual(
      Array.from({ length: 2 }, () => ["rsc", "next-action", TICKET]),
    );
  } finally {
    Object.assign(process.env, { NODE_ENV });
  }
});
