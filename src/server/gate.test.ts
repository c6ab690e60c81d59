import { gateOf, policyFor, refusalOf } from "./gate";

const ask = (headers: Record<string, string>, method = "GET", path = "/", gate = gateOf(undefined, undefined, [])) =>
  refusalOf({ method, path, header: (name) => headers[name] ?? null }, gate)?.status ?? "in";

describe("the name that is asked for", () => {
  test.each([
    ["127.0.0.1:4170", "in"],
    ["localhost", "in"],
    ["LOCALHOST:3000", "in"],
    ["localhost.:4170", "in"],
    ["[::1]:4170", "in"],
    ["evil.example:4170", 421],
    ["127.0.0.1.evil.example", 421],
    ["localhost.evil.example:4170", 421],
    ["192.168.1.9:4170", 421],
    ["", 421],
  ])("%s on this machine only: %s", (host, said) => expect(ask({ host })).toBe(said));

  test("what it listens on and what it is told of are its names too", () => {
    const one = gateOf("192.168.1.9", " bench.local , shop.example:8443", []);
    for (const host of ["192.168.1.9:4170", "bench.local", "shop.example", "Shop.Example:8443"])
      expect([host, ask({ host }, "GET", "/", one)]).toEqual([host, "in"]);
    expect(ask({ host: "10.0.0.1" }, "GET", "/", one)).toBe(421);
    const all = gateOf("0.0.0.0", undefined, ["10.0.0.7", "fe80::1"]);
    expect(ask({ host: "10.0.0.7:80" }, "GET", "/", all)).toBe("in");
    expect(ask({ host: "[fe80::1]:80" }, "GET", "/", all)).toBe("in");
    expect(ask({ host: "0.0.0.0" }, "GET", "/", all)).toBe(421);
  });
});

describe("who asks", () => {
  const host = "127.0.0.1:4170";
  const own = `http://${host}`;
  test.each<[string, string, string, Record<string, string>, 403 | "in"]>([
    ["the bench's own page, an action", "POST", "/jobs/x/ask", { origin: own, "sec-fetch-site": "same-origin" }, "in"],
    ["a script without a browser", "POST", "/api/calc/ride", {}, "in"],
    ["another page's form", "POST", "/jobs/x/ask", { origin: "http://evil.example", "sec-fetch-site": "cross-site" }, 403],
    ["a page of another port of this machine", "POST", "/api/calc/ride", { origin: "http://127.0.0.1:9" }, 403],
    ["a page without an origin of its own", "POST", "/api/calc/ride", { origin: "null" }, 403],
    ["another page's picture of a route", "GET", "/api/jobs", { "sec-fetch-site": "cross-site", "sec-fetch-dest": "image" }, 403],
    ["another port's picture of a route", "GET", "/api/jobs", { "sec-fetch-site": "same-site" }, 403],
    ["a paper opened by its address", "GET", "/api/jobs/x/sheet.pdf", { "sec-fetch-site": "none" }, "in"],
    [
      "another page's picture of a tool",
      "GET",
      "/tools/chainline",
      { "sec-fetch-site": "cross-site", "sec-fetch-mode": "no-cors", "sec-fetch-dest": "image" },
      403,
    ],
    [
      "another page's frame",
      "GET",
      "/",
      { "sec-fetch-site": "cross-site", "sec-fetch-mode": "navigate", "sec-fetch-dest": "iframe" },
      403,
    ],
    [
      "a link that is followed",
      "GET",
      "/jobs/x",
      { "sec-fetch-site": "cross-site", "sec-fetch-mode": "navigate", "sec-fetch-dest": "document" },
      "in",
    ],
    ["a delete from elsewhere", "DELETE", "/", { origin: "https://evil.example" }, 403],
  ])("%s", (_, method, path, headers, said) => expect(ask({ host, ...headers }, method, path)).toBe(said));
});

test("a page may load its own and scripts with this answer's word, stands in no frame, and sends its forms home", () => {
  const policy = policyFor("WORD", false);
  expect(policy).toContain("script-src 'self' 'nonce-WORD' 'strict-dynamic';");
  for (const part of [
    "default-src 'self'",
    "frame-ancestors 'none'",
    "object-src 'none'",
    "form-action 'self'",
    "base-uri 'none'",
  ])
    expect(policy).toContain(part);
  expect(policy).not.toMatch(/script-src[^;]*unsafe/);
});
