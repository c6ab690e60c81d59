import { telephonesIn } from "./telephone";

// Numbers from ranges kept for fiction.
test.each([
  ["020 7946 0958", ["02079460958"]],
  ["call +1 (202) 555-0143 or mail", ["+12025550143"]],
  ["Mill 4, 01632 960 001; 01632 960 002", ["01632960001", "01632960002"]],
  ["ida@example.org", []],
  ["house 12, door 3", []],
  ["", []],
])("%s", (text, dials) => expect(telephonesIn(text).map((one) => one.dials)).toEqual(dials));
