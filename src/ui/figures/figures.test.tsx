/** @jest-environment jsdom */
import { fireEvent, render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { calculatorSchema, CALCULATORS, getCalculator } from "@/core/calc/registry";
import type { FieldSchema } from "@/core/figures/schema";
import { PART_KINDS } from "@/core/parts/kinds";
import { figuresOf } from "@/core/parts/tellIssue";
import { Figures } from "./Figures";

const typed: { now: Record<string, unknown> } = { now: {} };
function Typed({
  schema,
  first,
  wrong = () => "",
}: {
  schema: FieldSchema;
  first: Record<string, unknown>;
  wrong?: (path: string) => string;
}) {
  const [value, setValue] = useState(first);
  return (
    <Figures
      schema={schema}
      value={value}
      onChange={(next) => {
        typed.now = next;
        setValue(next);
      }}
      place={{ path: "", wrong }}
    />
  );
}
const box = (label: string) => screen.getByLabelText(label);
const inputOf = (name: string) => calculatorSchema(getCalculator(name)!).input as FieldSchema;

test.each(PART_KINDS.map((kind) => [kind, figuresOf(kind)] as const))(
  "no figure of a %s is typed as a text of brackets",
  (_kind, schema) => {
    const { container } = render(<Typed schema={schema} first={{}} />);
    for (const field of container.querySelectorAll("input, textarea"))
      expect((field as HTMLInputElement).value).not.toMatch(/[{[]/);
  },
);
test.each(CALCULATORS.map((c) => c.name))("%s: each figure has a box with a label", (name) => {
  const { container } = render(<Typed schema={inputOf(name)} first={{}} />);
  for (const field of container.querySelectorAll("input:not([type=search])"))
    expect(field.getAttribute("aria-label")).toMatch(/\w/);
});

test("a group that may be missing is put in and taken out, its figures typed in boxes of their own", async () => {
  const user = userEvent.setup();
  render(<Typed schema={figuresOf("hub-motor")} first={{ laced: null }} />);
  await user.click(box("The rim it comes laced in; none when bare"));
  await user.type(box("Bead seat, mm"), "622");
  await user.type(box("Rim inner width, mm"), "19,5");
  expect(typed.now.laced).toEqual({ beadSeatMm: 622, rimInnerMm: 19.5 });
  await user.click(box("The rim it comes laced in; none when bare"));
  expect(typed.now.laced).toBeNull();
});

test("rows come and go, and what is typed in the others stays", async () => {
  const user = userEvent.setup();
  render(<Typed schema={figuresOf("kit")} first={{ contents: [{ partId: "hub", quantity: 1 }] }} />);
  await user.click(screen.getByRole("button", { name: "Add one to: What is in the box" }));
  await user.type(screen.getAllByLabelText("Part")[1]!, "arm");
  await user.type(screen.getAllByLabelText("How many")[1]!, "2");
  expect(typed.now.contents).toEqual([
    { partId: "hub", quantity: 1 },
    { partId: "arm", quantity: 2 },
  ]);
  await user.click(screen.getByRole("button", { name: "take out no. 1 of: What is in the box" }));
  expect(typed.now.contents).toEqual([{ partId: "arm", quantity: 2 }]);
  expect((box("Part") as HTMLInputElement).value).toBe("arm");
});

test("pairs, lists, rows of pairs and either-or are boxes too", async () => {
  const user = userEvent.setup();
  const { unmount } = render(<Typed schema={figuresOf("mid-motor")} first={{}} />);
  await user.type(box("Narrowest shell, mm"), "68");
  await user.type(box("Widest shell, mm"), "73");
  expect(typed.now.gripMm).toEqual([68, 73]);
  unmount();
  const list = render(<Typed schema={figuresOf("cluster")} first={{ teeth: [11, 13] }} />);
  fireEvent.change(box("Cog teeth, smallest first"), { target: { value: "11, 13; 15 x" } });
  expect(typed.now.teeth).toEqual([11, 13, 15, "x"]);
  list.unmount();
  const pack = render(<Typed schema={figuresOf("battery")} first={{ slotsMm: null }} />);
  const slots = screen.getByRole("group", { name: /Slots for bosses/ });
  await user.click(within(slots).getByRole("switch"));
  await user.type(within(slots).getByLabelText("From, mm"), "90");
  await user.type(within(slots).getByLabelText("To, mm"), "190");
  expect(typed.now.slotsMm).toEqual([[90, 190]]);
  pack.unmount();
  render(<Typed schema={inputOf("ride")} first={{ output: { chainringTeeth: 42, cogTeeth: 14 } }} />);
  expect((box("Ring, teeth") as HTMLInputElement).value).toBe("42");
});

test("what is wrong stands at its own box and nowhere else; an emptied figure that may be left out is left out", () => {
  const wrong = (path: string) => (path === "left.flangePcdMm" ? "must be more than 0" : "");
  const { container, unmount } = render(
    <Typed schema={inputOf("lacing")} first={{ left: { flangePcdMm: -1, flangeOffsetMm: 28 } }} wrong={wrong} />,
  );
  expect([...container.querySelectorAll(".wrong")].map((one) => one.textContent)).toEqual(["must be more than 0"]);
  unmount();
  render(<Typed schema={inputOf("road-load")} first={{ headwindKmh: 5 }} />);
  fireEvent.change(box("Wind from ahead; negative is a tailwind, km/h"), { target: { value: "" } });
  expect("headwindKmh" in typed.now).toBe(false);
});
