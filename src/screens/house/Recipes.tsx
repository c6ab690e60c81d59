"use client";

import { Input, Select } from "antd";
import { useState } from "react";
import { typedNumber } from "@/core/figures/schema";
import { bikeKind } from "@/core/donor/bikeKind";
import type { RecipeRules } from "@/core/house/houseRules";
import { PLACES } from "@/core/standards/stepPlaces";
import { estimate, OWN_STAGES, TASK_IDS, TASKS, type StepId, type TaskId } from "@/core/standards/tasks";
import type { OwnStep, Recipes as Kept } from "@/core/recipes/recipesSchema";
import { formatNumber } from "@/core/units/formatQuantity";
import { Field } from "@/ui/boxes";
import { TypedBox } from "@/ui/figures/Figures";
import { withMinutes, withoutStep, type Taken } from "./taken";
import "./recipes.css";

const LARGEST_FILE = 1_000_000;
const ON: Readonly<Record<OwnStep["on"], string>> = {
  every: "every bike",
  hub: "bikes with a hub motor",
  mid: "bikes with a motor in the shell",
  frame: "bikes with a motor bolted to their frame",
};

/** How the shop does its work where that is not as the tables say: minutes, lines, what waits for what, steps of its own. */
export function Recipes({
  recipes,
  taken,
  onChange,
}: {
  recipes: Kept;
  taken: Taken;
  onChange: (more: Partial<RecipeRules>) => void;
}) {
  const { minutes, minutesOn } = taken;
  const [open, setOpen] = useState<TaskId | null>(null);
  const [turn, setTurn] = useState(0);
  const own = (task: TaskId) =>
    [
      minutes[task] && `${Math.round(minutes[task].minutes)} min`,
      Object.values(minutesOn).some((on) => on[task]) && "other minutes on some bikes",
      recipes.texts[task] && `${recipes.texts[task].length} of our lines`,
      recipes.signs[task] && `${recipes.signs[task].length} of ours to sign`,
      recipes.order.some(({ step }) => step === task) && "waits for more",
    ].filter(Boolean);
  const changed = TASK_IDS.filter((task) => own(task).length > 0);
  return (
    <section className="recipes">
      <h2>recipes</h2>
      <p className="soft">
        The tables&rsquo; steps in their safe order, which nothing here undoes. What is put in takes effect on the open jobs; what
        is signed off stays.
      </p>
      <div className="recipes-pick">
        <Select
          value={open}
          onChange={setOpen}
          options={TASK_IDS.map((task) => ({ value: task, label: TASKS[task].title }))}
          placeholder="A step of the tables"
          aria-label="A step of the tables"
          showSearch
          optionFilterProp="label"
          allowClear
        />
        <RecipesFile
          onRead={(read) => {
            onChange(read);
            setTurn(turn + 1);
          }}
        />
      </div>
      {changed.length > 0 && (
        <ul className="recipes-changed">
          {changed.map((task) => (
            <li key={task}>
              <button className="link" onClick={() => setOpen(task)}>
                {TASKS[task].title}
              </button>{" "}
              <span className="soft">{own(task).join(", ")}</span>
            </li>
          ))}
        </ul>
      )}
      {open && <TableStep key={`${open} ${turn}`} task={open} recipes={recipes} taken={taken} onChange={onChange} />}
      <h3>Steps of our own</h3>
      {recipes.own.map((step, i) => (
        <OwnStepForm
          key={`${step.id} ${turn}`}
          step={step}
          recipes={recipes}
          taken={taken}
          onTake={onChange}
          onChange={(next) => onChange({ recipes: { ...recipes, own: recipes.own.map((one, k) => (k === i ? next : one)) } })}
          onDrop={() => onChange({ recipes: without(recipes, step.id), ...withoutStep(taken, step.id) })}
        />
      ))}
      <button className="button" onClick={() => onChange({ recipes: { ...recipes, own: [...recipes.own, fresh(recipes)] } })}>
        Add a step of our own
      </button>
    </section>
  );
}

/** A step that is gone is waited for by none. */
const without = (recipes: Kept, id: StepId): Kept => ({
  ...recipes,
  order: recipes.order.filter(({ step, after }) => step !== id && after !== id),
  own: recipes.own
    .filter((one) => one.id !== id)
    .map((one) => ({
      ...one,
      after: one.after.filter((other) => other !== id),
      before: one.before.filter((other) => other !== id),
    })),
});

function fresh({ own }: Kept): OwnStep {
  // Never a number that another had before: its times would be taken for those of this one.
  let id = Date.now();
  while (own.some((one) => one.id === `own-${id.toString(36)}`)) id += 1;
  return {
    id: `own-${id.toString(36)}`,
    title: "",
    low: 10,
    likely: 15,
    high: 20,
    stage: "fit",
    place: "stand",
    on: "every",
    after: [],
    before: [],
    does: [],
    tools: [],
    signs: [],
    waitDays: 0,
  };
}

const linesOf = (text: string) =>
  text
    .split("\n")
    .map((line) => line.trim())
    .filter((line) => line !== "");

/** Lines as one types them: what stands in the box is as typed, what is kept has no empty ones. */
function Lines({
  value,
  onChange,
  label,
  example,
}: {
  value: readonly string[];
  onChange: (lines: string[]) => void;
  label: string;
  example: string;
}) {
  const [text, setText] = useState(value.join("\n"));
  return (
    <Input.TextArea
      value={text}
      onChange={(event) => {
        setText(event.target.value);
        onChange(linesOf(event.target.value));
      }}
      autoSize={{ minRows: 2, maxRows: 8 }}
      placeholder={example}
      aria-label={label}
    />
  );
}

function Steps({
  value,
  own,
  onChange,
  label,
}: {
  value: readonly StepId[];
  own: Kept["own"];
  onChange: (ids: StepId[]) => void;
  label: string;
}) {
  const named = [
    ...TASK_IDS.map((id) => ({ value: id as StepId, label: TASKS[id].title as string })),
    ...own.filter(({ title }) => title !== "").map(({ id, title }) => ({ value: id as StepId, label: title })),
  ];
  return (
    <Select
      mode="multiple"
      value={[...value]}
      onChange={onChange}
      options={named}
      aria-label={label}
      placeholder="none"
      optionFilterProp="label"
    />
  );
}

function MinutesBoxes({
  value,
  title,
  onChange,
}: {
  value: { minutes: number; spread: number };
  title: string;
  onChange: (value: { minutes: number; spread: number }) => void;
}) {
  return (
    <div className="recipes-minutes">
      <Field label="Minutes, done once">
        <TypedBox
          value={Math.round(value.minutes)}
          read={typedNumber}
          onChange={(minutes) => onChange({ ...value, minutes: minutes as number })}
          label={`Minutes of ${title}`}
          unit="min"
        />
      </Field>
      <Field label="Apart by ±">
        <TypedBox
          value={Math.round(value.spread)}
          read={typedNumber}
          onChange={(spread) => onChange({ ...value, spread: spread as number })}
          label={`Spread of ${title}`}
          unit="min"
        />
      </Field>
    </div>
  );
}

function TableStep({
  task,
  recipes,
  taken,
  onChange,
}: {
  task: TaskId;
  recipes: Kept;
  taken: Taken;
  onChange: (more: Partial<RecipeRules>) => void;
}) {
  const { minutes } = taken;
  const { title } = TASKS[task];
  const mine = recipes.order.filter(({ step }) => step === task).map(({ after }) => after);
  return (
    <div className="recipe card">
      <h3>{title}</h3>
      <MinutesBoxes
        value={minutes[task] ?? estimate(TASKS[task])}
        title={title}
        onChange={(value) => onChange(withMinutes(taken, task, "", value))}
      />
      <Field label="Lines of our own, one a line: they stand after the tables'">
        <Lines
          value={recipes.texts[task] ?? []}
          label={`Lines of our own: ${title}`}
          example="Ring the customer when it is in"
          onChange={(lines) => {
            const { [task]: _old, ...texts } = recipes.texts;
            onChange({ recipes: { ...recipes, texts: lines.length > 0 ? { ...texts, [task]: lines } : texts } });
          }}
        />
      </Field>
      <Field label="Signed for before it is done, one a line, beside what the tables ask">
        <Lines
          value={recipes.signs[task] ?? []}
          label={`Signed for: ${title}`}
          example="Second pair of eyes on the torque"
          onChange={(lines) => {
            const { [task]: _old, ...signs } = recipes.signs;
            onChange({ recipes: { ...recipes, signs: lines.length > 0 ? { ...signs, [task]: lines } : signs } });
          }}
        />
      </Field>
      <Field label="Waits for these too">
        <Steps
          value={mine}
          own={recipes.own}
          label={`Waits for these too: ${title}`}
          onChange={(after) =>
            onChange({
              recipes: {
                ...recipes,
                order: [
                  ...recipes.order.filter(({ step }) => step !== task),
                  ...after.map((one) => ({ step: task, after: one })),
                ],
              },
            })
          }
        />
      </Field>
      <TakenOver step={task} of={title} taken={taken} back="Its minutes back to the table" onTake={onChange} />
    </div>
  );
}

const POINTS = [
  ["low", "Minutes at best"],
  ["likely", "As a rule"],
  ["high", "At worst"],
] as const;

const minutesText = ({ minutes, spread }: { minutes: number; spread: number }) =>
  `${formatNumber(minutes, 0)} ± ${formatNumber(spread, 0)} min`;

/** Minutes that were taken over for a step, for all bikes or for some, each with the way back. */
function TakenOver({
  step,
  of,
  taken,
  back,
  onTake,
}: {
  step: StepId;
  of: string;
  taken: Taken;
  back: string;
  onTake: (taken: Taken) => void;
}) {
  const on = Object.entries(taken.minutesOn).flatMap(([kind, all]) => (all[step] ? [[kind, all[step]] as const] : []));
  return (
    <>
      {taken.minutes[step] && (
        <button className="link" onClick={() => onTake(withMinutes(taken, step, "", null))}>
          {back}
        </button>
      )}
      {on.map(([kind, minutes]) => (
        <p className="small soft" key={kind}>
          {bikeKind(kind) || kind} alone: {minutesText(minutes)}{" "}
          <button
            className="link"
            onClick={() => onTake(withMinutes(taken, step, kind, null))}
            aria-label={`${of}, ${bikeKind(kind) || kind} alone: as for all bikes`}
          >
            as for all bikes
          </button>
        </p>
      ))}
    </>
  );
}

function OwnStepForm({
  step,
  recipes,
  taken,
  onTake,
  onChange,
  onDrop,
}: {
  step: OwnStep;
  recipes: Kept;
  taken: Taken;
  onTake: (taken: Taken) => void;
  onChange: (step: OwnStep) => void;
  onDrop: () => void;
}) {
  const name = step.title || "the new step";
  const put = <K extends keyof OwnStep>(key: K, value: OwnStep[K]) => onChange({ ...step, [key]: value });
  const others = recipes.own.filter(({ id }) => id !== step.id);
  return (
    <div className="recipe card">
      <Field label="Name">
        <Input
          value={step.title}
          onChange={(event) => put("title", event.target.value)}
          maxLength={80}
          placeholder="Wax the frame where the cradle goes"
          aria-label="Name of our own step"
        />
      </Field>
      <div className="recipes-points">
        {POINTS.map(([key, label]) => (
          <Field key={key} label={label}>
            <TypedBox
              value={step[key]}
              read={typedNumber}
              onChange={(value) => put(key, value as number)}
              label={`${label}: ${name}`}
              unit="min"
            />
          </Field>
        ))}
        <p className="soft small" role="status">
          {step.low <= step.likely && step.likely <= step.high
            ? `Quoted ${minutesText(taken.minutes[step.id] ?? estimate(step))}${taken.minutes[step.id] ? ", as taken over from finished work" : ""}`
            : "At best no longer than as a rule, as a rule no longer than at worst."}
        </p>
      </div>
      <div className="recipes-row">
        <Field label="Belongs to">
          <Select
            value={step.stage}
            onChange={(stage) => put("stage", stage)}
            options={OWN_STAGES.map((one) => ({ value: one, label: one }))}
            aria-label={`Belongs to: ${name}`}
          />
        </Field>
        <Field label="Done at">
          <Select
            value={step.place}
            onChange={(place) => put("place", place)}
            options={PLACES.map((one) => ({ value: one, label: one }))}
            aria-label={`Done at: ${name}`}
          />
        </Field>
        <Field label="On">
          <Select
            value={step.on}
            onChange={(on) => put("on", on)}
            options={Object.entries(ON).map(([value, label]) => ({ value: value as OwnStep["on"], label }))}
            aria-label={`On: ${name}`}
          />
        </Field>
      </div>
      <div className="recipes-row">
        <Field label="After">
          <Steps value={step.after} own={others} onChange={(after) => put("after", after)} label={`After: ${name}`} />
        </Field>
        <Field label="Before">
          <Steps value={step.before} own={others} onChange={(before) => put("before", before)} label={`Before: ${name}`} />
        </Field>
        <Field label="Holds the bike back for">
          <TypedBox
            value={step.waitDays}
            read={typedNumber}
            onChange={(days) => put("waitDays", days as number)}
            label={`Days that it waits: ${name}`}
            unit="days"
          />
        </Field>
      </div>
      <div className="recipes-row">
        <Field label="How, one a line">
          <Lines
            value={step.does}
            onChange={(does) => put("does", does)}
            label={`How: ${name}`}
            example="Two coats, rubbed out"
          />
        </Field>
        <Field label="Tools, one a line">
          <Lines value={step.tools} onChange={(tools) => put("tools", tools)} label={`Tools: ${name}`} example="cloth" />
        </Field>
        <Field label="Signed for, one a line">
          <Lines
            value={step.signs}
            onChange={(signs) => put("signs", signs)}
            label={`Signed for: ${name}`}
            example="No bare metal left"
          />
        </Field>
      </div>
      <TakenOver step={step.id} of={name} taken={taken} back="Its minutes back to these three" onTake={onTake} />
      <button className="link" onClick={onDrop}>
        Take this step out
      </button>
    </div>
  );
}

/** Recipes as a file: the kept ones given out, others read into what stands here, to be looked at before they are kept. */
function RecipesFile({ onRead }: { onRead: (read: RecipeRules) => void }) {
  const [says, setSays] = useState("");
  const take = async (file: File | undefined) => {
    if (!file) return;
    if (file.size > LARGEST_FILE) return setSays("A file of at most 1 MB is read.");
    const { readRecipes } = await import("@/core/house/recipesFile");
    const read = readRecipes(await file.text());
    setSays(
      read.ok
        ? `${file.name.slice(0, 60)} is read: look at what it changes, then keep it.`
        : `${file.name.slice(0, 60)}: ${read.error}.`,
    );
    if (read.ok) onRead(read.value);
  };
  return (
    <>
      <a className="button quiet" href="/api/house/recipes.json" download>
        As a file
      </a>
      <label className="button quiet">
        From a file
        <input
          type="file"
          accept="application/json,.json"
          hidden
          onChange={(event) => {
            void take(event.target.files?.[0]);
            event.target.value = "";
          }}
        />
      </label>
      {says && (
        <span className="small" role="status">
          {says}
        </span>
      )}
    </>
  );
}
