import { readBody, readJson } from "./readBody";

/** A body that comes piece by piece and counts what was taken of it. */
function dripping(piece: string, pieces: number, headers: Record<string, string> = {}) {
  const taken = { pieces: 0 };
  const body = new ReadableStream<Uint8Array>({
    pull(controller) {
      if (taken.pieces === pieces) return controller.close();
      taken.pieces += 1;
      controller.enqueue(new TextEncoder().encode(piece));
    },
  });
  const request = new Request("http://127.0.0.1/", { method: "POST", body, headers, duplex: "half" } as RequestInit);
  return { request, taken };
}

test("a body is read whole up to its limit", async () => {
  const { request } = dripping("0123456789", 10);
  const read = await readBody(request, 100);
  expect(read.ok && new TextDecoder().decode(read.value)).toBe("0123456789".repeat(10));
  expect(await readBody(new Request("http://127.0.0.1/"), 100)).toMatchObject({ ok: true, value: new Uint8Array(0) });
});
test("past its limit it is cut off as it comes, though its head says little, and no more of it is taken", async () => {
  const { request, taken } = dripping("x".repeat(1_000), 1_000_000);
  expect(await readBody(request, 50_000)).toEqual({ ok: false, error: "The body is larger than 0.05 MB." });
  expect(taken.pieces).toBeLessThan(60);
  const said = dripping("x", 1, { "content-length": "60000" });
  expect(await readBody(said.request, 50_000)).toMatchObject({ ok: false });
  expect(said.taken.pieces).toBeLessThanOrEqual(1);
});
test.each([
  ["brackets in words", '{"a":[1,2,{"b":"[[[{{{"}]}', true],
  ["two hundred lists in one another", "[".repeat(200) + "]".repeat(200), true],
  ["two hundred and one", "[".repeat(201) + "]".repeat(201), false],
  ["half a million", "[".repeat(500_000), false],
  ["a quoted quote", '"\\"[["', true],
  ["half of it", "{", false],
  ["nothing", "", false],
])("JSON, %s", async (_, body, ok) => {
  const read = await readJson(new Request("http://127.0.0.1/", { method: "POST", body }), 1_000_000);
  expect(read.ok).toBe(ok);
  if (read.ok) expect(read.value).toEqual(JSON.parse(body));
});
