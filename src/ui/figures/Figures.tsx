"use client";

import { AutoComplete, Input, Select, Switch } from "antd";
import { useState, type ReactNode } from "react";
import { blank, blankGroup, inner, titleOf, typedNumber, typedNumbers, unitOf, type FieldSchema } from "@/core/figures/schema";
import "./figures.css";

/** What a field's own place is: what is wrong at exactly this path, and what stands beside a value, such as a part's name. */
export type Place = {
  readonly path: string;
  readonly wrong: (path: string) => string;
  readonly beside?: (path: string, value: unknown) => ReactNode;
  /** A box of its own for a field that is picked, not typed; null for any other. */
  readonly pick?: (
    path: string,
    value: unknown,
    onChange: (value: unknown) => void,
    label: string,
    wrong: boolean,
  ) => ReactNode | null;
  /** What an empty box shows of what may be typed there. */
  readonly example?: (path: string) => string;
};
type Of = {
  readonly schema: FieldSchema;
  readonly value: unknown;
  readonly onChange: (value: unknown) => void;
  readonly label: string;
  readonly place: Place;
};

const at = (place: Place, step: string | number): Place => ({
  ...place,
  path: place.path === "" ? String(step) : `${place.path}.${step}`,
});
const isGroup = (schema: FieldSchema) => schema.properties !== undefined;
const isList = (schema: FieldSchema) => schema.type === "array" || schema.prefixItems !== undefined;
const isEither = (schema: FieldSchema) => schema.anyOf !== undefined;

/** The fields of a group, each by its schema; nested groups, pairs and lists are fields of their own. */
export function Figures({
  schema,
  value,
  onChange,
  place,
}: {
  schema: FieldSchema;
  value: Readonly<Record<string, unknown>>;
  onChange: (value: Record<string, unknown>) => void;
  place: Place;
}) {
  return Object.entries(schema.properties ?? {}).map(([key, field]) => (
    <Figure
      key={key}
      schema={field}
      value={value[key]}
      optional={!(schema.required ?? []).includes(key)}
      onChange={(next) => {
        const { [key]: _old, ...rest } = value;
        onChange(next === undefined ? rest : { ...value, [key]: next });
      }}
      label={titleOf(field, key)}
      place={at(place, key)}
    />
  ));
}

function Figure({ schema, value, optional, onChange, label, place }: Of & { optional: boolean }) {
  const { schema: of, nullable } = inner(schema);
  const none = nullable ? null : undefined;
  const wrong = place.wrong(place.path);
  const whole = isGroup(of) || (isList(of) && of.prefixItems !== undefined) || isRows(of);
  if (whole && (nullable || (optional && of.default === undefined))) {
    const there = value !== null && value !== undefined;
    return (
      <Group label={label} wrong={wrong}>
        <Switch
          checked={there}
          onChange={(on) => onChange(on ? blankOf(of) : none)}
          checkedChildren="yes"
          unCheckedChildren="none"
          aria-label={label}
        />
        {there && <Inside schema={of} value={value} onChange={onChange} label={label} place={place} />}
      </Group>
    );
  }
  if (whole || isEither(of))
    return (
      <Group label={label} wrong={wrong}>
        <Inside schema={of} value={value} onChange={onChange} label={label} place={place} />
      </Group>
    );
  const standard = schema.default ?? of.default;
  const says =
    standard !== undefined && standard !== null && !Array.isArray(standard) ? ` (${String(standard) || "none"} when empty)` : "";
  return (
    <div className="field" data-path={place.path}>
      <span>
        {label}
        {!optional && !nullable && of.type !== "boolean" && (
          <span className="must" title="must be there">
            {" "}
            *
          </span>
        )}
        {optional && of.type !== "boolean" && says}
      </span>
      {place.pick?.(place.path, value, onChange, label, wrong !== "") ?? (
        <Leaf
          schema={of}
          value={value}
          // What may be left out is left out when it is emptied; what must be there is asked for.
          onChange={(next) => onChange(next === "" || next === null ? (nullable ? null : optional ? undefined : next) : next)}
          label={label}
          unit={unitOf(schema.description ?? of.description ?? (typeof of.items === "object" ? of.items.description : undefined))}
          wrong={wrong !== ""}
          clearable={nullable || optional}
          example={place.example?.(place.path)}
        />
      )}
      {place.beside?.(place.path, value)}
      {wrong && <span className="wrong">{wrong}</span>}
    </div>
  );
}

const isRows = (schema: FieldSchema) =>
  schema.type === "array" && typeof schema.items === "object" && (isGroup(schema.items) || isList(schema.items));
const blankOf = (schema: FieldSchema): unknown =>
  isGroup(schema) ? blankGroup(schema) : isRows(schema) ? [blank(schema.items as FieldSchema)] : blank(schema);

function Group({ label, wrong, children }: { label: string; wrong: string; children: ReactNode }) {
  return (
    <fieldset className="figures-group">
      <legend>{label}</legend>
      {children}
      {wrong && <span className="wrong">{wrong}</span>}
    </fieldset>
  );
}

function Inside({ schema, value, onChange, label, place }: Of) {
  if (isEither(schema)) return <Either schema={schema} value={value} onChange={onChange} label={label} place={place} />;
  if (isGroup(schema))
    return (
      <Figures
        schema={schema}
        value={typeof value === "object" && value !== null ? (value as Record<string, unknown>) : {}}
        onChange={onChange}
        place={place}
      />
    );
  if (schema.prefixItems) return <Tuple items={schema.prefixItems} value={value} onChange={onChange} place={place} />;
  return <Rows schema={schema} value={value} onChange={onChange} label={label} place={place} />;
}

/** One of several shapes: a word, or a group of figures. */
function Either({ schema, value, onChange, label, place }: Of) {
  const options = schema.anyOf!.filter((option) => option.type !== "null");
  const chosen = Math.max(
    0,
    options.findIndex((option) => (option.const !== undefined ? option.const === value : typeof value === typeof blank(option))),
  );
  const option = options[chosen]!;
  return (
    <>
      <div className="field">
        <Select
          value={chosen}
          onChange={(next: number) => onChange(blank(options[next]!))}
          options={options.map((one, i) => ({ value: i, label: one.description ?? String(one.const ?? "figures") }))}
          aria-label={label}
        />
      </div>
      {option.const === undefined && <Inside schema={option} value={value} onChange={onChange} label={label} place={place} />}
    </>
  );
}

/** Two or three figures that belong together, side by side. */
function Tuple({
  items,
  value,
  onChange,
  place,
}: {
  items: readonly FieldSchema[];
  value: unknown;
  onChange: (value: unknown) => void;
  place: Place;
}) {
  const all = Array.isArray(value) ? (value as unknown[]) : [];
  return (
    <div className="figures-row">
      {items.map((item, i) => (
        <Figure
          key={i}
          schema={item}
          value={all[i]}
          optional={false}
          onChange={(next) => onChange(items.map((_, j) => (j === i ? next : (all[j] ?? ""))))}
          label={titleOf(item, String(i + 1))}
          place={at(place, i)}
        />
      ))}
    </div>
  );
}

/** A list of groups or pairs: a row each, taken out and put in. */
function Rows({ schema, value, onChange, label, place }: Of) {
  const item = schema.items as FieldSchema;
  const all = Array.isArray(value) ? (value as unknown[]) : [];
  // A row keeps its boxes when another one goes.
  const [ids, setIds] = useState(() => all.map((_, i) => i));
  const known = ids.length === all.length ? ids : all.map((_, i) => i);
  const put = (rows: unknown[], keys: number[]) => {
    setIds(keys);
    onChange(rows);
  };
  return (
    <>
      {all.map((row, i) => (
        <div key={known[i]} className="figures-row">
          <Inside
            schema={item}
            value={row}
            onChange={(next) => onChange(all.map((old, j) => (j === i ? next : old)))}
            label={`${label}, no. ${i + 1}`}
            place={at(place, i)}
          />
          <button
            type="button"
            className="link figures-out"
            aria-label={`take out no. ${i + 1} of: ${label}`}
            onClick={() =>
              put(
                all.filter((_, j) => j !== i),
                known.filter((_, j) => j !== i),
              )
            }
          >
            take out
          </button>
        </div>
      ))}
      <button
        type="button"
        className="link"
        aria-label={`Add one to: ${label}`}
        onClick={() => put([...all, blank(item)], [...known, Math.max(-1, ...known) + 1])}
      >
        Add one
      </button>
    </>
  );
}

function Leaf({
  schema,
  value,
  onChange,
  label,
  unit,
  wrong,
  clearable,
  example,
}: Omit<Of, "place"> & { unit: string; wrong: boolean; clearable: boolean; example: string | undefined }) {
  // Said with its unit, which stands inside the box.
  const spoken = unit ? `${label}, ${unit}` : label;
  if (schema.enum)
    return (
      <Select
        value={typeof value === "string" && value !== "" ? value : null}
        allowClear={clearable}
        onChange={(next) => onChange(next ?? null)}
        options={schema.enum.map((option) => ({ value: option, label: option }))}
        aria-label={spoken}
      />
    );
  if (schema.type === "boolean")
    return (
      <Switch checked={value === true} onChange={onChange} checkedChildren="yes" unCheckedChildren="no" aria-label={spoken} />
    );
  if (schema.type === "array")
    return (
      <TypedBox
        value={value}
        read={typedNumbers}
        onChange={onChange}
        label={spoken}
        unit={unit}
        wrong={wrong}
        example={example}
      />
    );
  if (schema.type === "string" && schema.suggests)
    return (
      <AutoComplete
        value={typeof value === "string" ? value : ""}
        onChange={onChange}
        options={schema.suggests.map((one) => ({ value: one }))}
        filterOption={(typed, option) => (option?.value ?? "").toLowerCase().includes(typed.trim().toLowerCase())}
        status={wrong ? "error" : ""}
        allowClear={clearable}
        placeholder={example}
        maxLength={80}
        aria-label={spoken}
      />
    );
  if (schema.type === "string")
    return (
      <Input
        value={typeof value === "string" ? value : ""}
        onChange={(event) => onChange(event.target.value)}
        status={wrong ? "error" : ""}
        placeholder={example}
        maxLength={80}
        aria-label={spoken}
      />
    );
  return (
    <TypedBox
      value={value}
      read={(text) => (text.trim() === "" ? null : typedNumber(text))}
      onChange={onChange}
      label={spoken}
      unit={unit}
      wrong={wrong}
      example={example}
    />
  );
}

const shown = (value: unknown): string =>
  value === null || value === undefined
    ? ""
    : Array.isArray(value)
      ? value.map(shown).join(", ")
      : String(value as string | number);

/** A figure as typed: what is not one stays as text, so that the schema can say so and nothing typed is lost. */
export function TypedBox({
  value,
  read,
  onChange,
  label,
  unit,
  wrong = false,
  example,
}: {
  value: unknown;
  read: (text: string) => unknown;
  onChange: (value: unknown) => void;
  label: string;
  unit?: string | undefined;
  wrong?: boolean;
  example?: string | undefined;
}) {
  const [text, setText] = useState(() => shown(value));
  return (
    <Input
      className="num"
      value={text}
      suffix={unit}
      placeholder={example}
      aria-label={label}
      status={wrong ? "error" : ""}
      maxLength={400}
      onChange={(event) => {
        setText(event.target.value);
        onChange(read(event.target.value));
      }}
    />
  );
}
