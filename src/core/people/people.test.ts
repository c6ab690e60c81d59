import fc from "fast-check";
import { commandSchema } from "../job/command";
import { ALLOWED, may, notTheirs, ROLES, type Deed } from "./roles";
import { LONGEST_SECRET, waitAfter, weakness } from "./secret";
import { peopleChangeSchema } from "./people";

const DEEDS = Object.keys(ALLOWED) as Deed[];

test("every command of a job belongs to somebody, and nothing is allowed to a role that does not exist", () => {
  const commands = commandSchema.options.map((option) => option.shape.do.value);
  for (const command of commands) expect([command, ALLOWED[command]?.length > 0]).toEqual([command, true]);
  for (const deed of DEEDS) for (const role of ALLOWED[deed]) expect(ROLES).toContain(role);
});

test("an owner may everything, an open bench likewise; nobody else keeps people, house rules or copies", () => {
  for (const deed of DEEDS) {
    expect([deed, may({ name: "Tam", role: "owner" }, deed), may(null, deed)]).toEqual([deed, true, true]);
    const whose = ["keep people", "save house rules", "copy the shop"].includes(deed);
    if (whose)
      for (const role of ROLES.slice(1)) expect([deed, role, may({ name: "Tam", role }, deed)]).toEqual([deed, role, false]);
  }
});

test("who builds does not sell and who buys does not build: the lines between the roles", () => {
  const who = (role: (typeof ROLES)[number]) => ({ name: "Tam", role });
  expect(may(who("builder"), "sign")).toBe(true);
  expect(may(who("counter"), "sign")).toBe(false);
  expect(may(who("builder"), "give sheet")).toBe(false);
  expect(may(who("builder"), "place order")).toBe(false);
  expect(may(who("buyer"), "place order")).toBe(true);
  expect(may(who("buyer"), "tick")).toBe(false);
  expect(may(who("counter"), "override")).toBe(false);
  expect(notTheirs(who("buyer"), "sign")).toBe("“sign” is not for the buyer: owner, builder may. Nothing was stored.");
});

test.each([
  ["258013", null],
  ["harbour-light", null],
  ["12345", "digits"],
  ["123456", "row"],
  ["654321", "row"],
  ["000000", "again"],
  ["abababab", "again"],
  ["short", "8 letters"],
  ["Tamsin2026", "name"],
  ["", "6 digits"],
  ["x".repeat(LONGEST_SECRET + 1), "At most"],
])("%s as a secret of Tamsin", (secret, why) => {
  const told = weakness(secret, "Tamsin");
  if (why === null) expect(told).toBeNull();
  else expect(told).toContain(why);
});

test("what is told of a weak secret never holds the secret", () => {
  fc.assert(
    fc.property(fc.string({ minLength: 3, maxLength: 12 }), (secret) => {
      const told = weakness(secret, "");
      return told === null || !told.includes(secret) || secret.trim().length < 3 || /^[a-z ]+$/i.test(secret);
    }),
  );
});

test("the wait after wrong tries never gets shorter, begins after five and ends at a quarter of an hour", () => {
  expect([waitAfter(4), waitAfter(5), waitAfter(6), waitAfter(1000)]).toEqual([0, 30, 60, 900]);
  fc.assert(fc.property(fc.nat(2000), (wrong) => waitAfter(wrong + 1) >= waitAfter(wrong)));
});

test.each([
  { do: "add", name: " ", role: "builder", secret: "x" },
  { do: "add", name: "Tam", role: "king", secret: "x" },
  { do: "role", id: 1.5, role: "owner" },
  { do: "drop" },
  null,
])("what no owner asks for is refused: %j", (change) => expect(peopleChangeSchema.safeParse(change).success).toBe(false));
