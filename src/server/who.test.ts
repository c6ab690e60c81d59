import fc from "fast-check";
import { asksForPeople, isWayIn } from "./who";

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
  for (const [method, path] of [
    ["POST", "/sign-in"],
    ["POST", "/for/abc"],
    ["GET", "/for/abc/def"],
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
