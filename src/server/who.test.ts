import fc from "fast-check";
import { readFileSync } from "node:fs";
import { asksForPeople, isWayIn, placeAfter } from "./who";

test.each([
  [{}, false],
  [{ HOST: "127.0.0.1" }, false],
  [{ HOST: "localhost" }, false],
  [{ HOST: "::1" }, false],
  [{ HOST: "0.0.0.0" }, true],
  [{ HOST: "::" }, true],
  [{ HOST: "192.0.2.7" }, true],
  [{ HOST: "bench.example" }, true],
  [{ GULL_HOSTS: "bench.example" }, true],
  [{ HOST: "127.0.0.1", GULL_HOSTS: "bench.example, localhost" }, true],
  [{ GULL_HOSTS: " localhost , 127.0.0.1" }, false],
  [{ GULL_SIGN_IN: "1" }, true],
])("people sign in with %j: %s", (env, asks) => expect(asksForPeople(env)).toBe(asks));

test("without signing in there is a way in and a customer's page to look at, and nothing else", () => {
  expect(isWayIn("GET", "/sign-in") && isWayIn("POST", "/api/sign-in") && isWayIn("GET", "/for/abc")).toBe(true);
  expect(isWayIn("GET", "/for/abc/hand-over.pdf")).toBe(true);
  expect(isWayIn("GET", "/calendar/abc.ics") && isWayIn("HEAD", "/calendar/abc.ics")).toBe(true);
  for (const [method, path] of [
    ["POST", "/sign-in"],
    ["POST", "/for/abc"],
    ["POST", "/calendar/abc.ics"],
    ["GET", "/calendar/"],
    ["GET", "/calendar/a/b.ics"],
    ["GET", "/api/bench/calendar.ics"],
    ["GET", "/for/abc/def"],
    ["GET", "/for/abc/hand-over.pdf/x"],
    ["GET", "/for/a/b/hand-over.pdf"],
    ["POST", "/for/abc/hand-over.pdf"],
    ["GET", "/for/"],
    ["GET", "/api/sign-in"],
    ["PUT", "/api/sign-in"],
    ["GET", "/"],
    ["POST", "/"],
    ["GET", "/api/photos/x"],
    ["GET", "/people"],
  ] as const)
    expect([method, path, isWayIn(method, path)]).toEqual([method, path, false]);
  fc.assert(
    fc.property(
      fc.constantFrom("POST", "PUT", "DELETE", "PATCH", "OPTIONS"),
      fc.webPath(),
      (method, path) => path === "/api/sign-in" || !isWayIn(method, path),
    ),
  );
});

test.each([
  ["/jobs/j1/sheet?at=a%2Fb", "/jobs/j1/sheet?at=a%2Fb"],
  ["/", "/"],
  ["//evil.example", "/"],
  ["/\\evil.example", "/"],
  ["/\t/evil.example", "/"],
  ["/\n/evil.example", "/"],
  ["https://evil.example", "/"],
  ["javascript:alert(1)", "/"],
  ["", "/"],
  [undefined, "/"],
  [["/a"], "/"],
])("after signing in %j leads to %s", (to, place) => expect(placeAfter(to)).toBe(place));

test("wherever it says, it is a place of this bench", () => {
  fc.assert(
    fc.property(
      fc.oneof(
        fc.string(),
        fc.string().map((s) => `/${s}`),
        fc.webUrl(),
      ),
      (to) => {
        const there = new URL(placeAfter(to), "http://bench.example:4170/sign-in");
        return there.origin === "http://bench.example:4170";
      },
    ),
  );
});

test("every action asks in whose name it is done", () => {
  const text = readFileSync(`${process.cwd()}/src/app/actions.ts`, "utf8");
  const actions = text.split(/^export /m).slice(1);
  expect(actions.length).toBeGreaterThan(10);
  for (const action of actions) expect(action).toMatch(/inTheNameOf</);
});
