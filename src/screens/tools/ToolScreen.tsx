"use client";

import { Input, Select, Switch } from "antd";
import dynamic from "next/dynamic";
import Link from "next/link";
import { useState } from "react";
import { calculate } from "@/core/calc/registry";
import { formatNumber } from "@/core/units/formatQuantity";
import { ToolDrawing } from "@/draw/ToolDrawing";
import { EXAMPLES, inputOf, labelOf, unitOf, type FieldSchema, type ObjectSchema } from "./toolFields";
import "./tools.css";

const ToolChart = dynamic(() => import("./ToolChart").then((m) => m.ToolChart), { ssr: false });
const CHARTED = new Set(["gear-table", "wire-drop"]);

/** One calculator, live: figures in, figures out, a drawing or chart where it helps, and a link that carries the inputs. */
export function ToolScreen({
  name,
  title,
  input,
  output,
  query,
}: {
  name: string;
  title: string;
  input: ObjectSchema;
  output: ObjectSchema;
  query: Record<string, string>;
}) {
  const carried = Object.keys(query).some((key) => key in (input.properties ?? {}));
  const [texts, setTexts] = useState<Record<string, string>>(carried ? query : (EXAMPLES[name] ?? {}));
  const [copied, setCopied] = useState("");
  const values = inputOf(input, texts);
  const answer = calculate(name, values);
  const issues = answer.ok ? [] : answer.error.issues;
  const set = (key: string, value: string) => {
    const next = { ...texts, [key]: value };
    setTexts(next);
    setCopied("");
    window.history.replaceState(null, "", `/tools/${name}?${new URLSearchParams(next).toString()}`);
  };
  const copy = () => {
    const link = `${window.location.origin}/tools/${name}?${new URLSearchParams(texts).toString()}`;
    navigator.clipboard.writeText(link).then(
      () => setCopied("Copied."),
      () => setCopied(link),
    );
  };
  return (
    <div className="page tool">
      <div className="page-head">
        <h1>{title}</h1>
        <Link prefetch={false} href="/tools">
          all tools
        </Link>
        <span className="fill" />
        <span className="soft small" role="status">
          {copied}
        </span>
        <button className="button" onClick={copy}>
          Copy the link with these figures
        </button>
      </div>
      <div className="tool-columns">
        <section>
          {Object.entries(input.properties ?? {}).map(([key, field]) => (
            <ToolField
              key={key}
              name={key}
              field={field}
              value={texts[key] ?? ""}
              optional={!(input.required ?? []).includes(key)}
              wrong={issues
                .filter((i) => i.path === key || i.path.startsWith(`${key}.`))
                .map((i) => i.message)
                .join("; ")}
              onChange={(value) => set(key, value)}
            />
          ))}
        </section>
        <section className="card tool-result">
          {answer.ok ? (
            <Results output={output} value={answer.value as Record<string, unknown>} />
          ) : (
            <p className="bad">
              {issues
                .filter((i) => i.path === "")
                .map((i) => i.message)
                .join("; ") || "A figure on the left is missing or wrong: it says which."}
            </p>
          )}
          {answer.ok && <ToolDrawing name={name} input={values} output={answer.value as Record<string, unknown>} />}
          {answer.ok && CHARTED.has(name) && <ToolChart name={name} input={values} />}
        </section>
      </div>
    </div>
  );
}

function ToolField({
  name,
  field,
  value,
  optional,
  wrong,
  onChange,
}: {
  name: string;
  field: FieldSchema;
  value: string;
  optional: boolean;
  wrong: string;
  onChange: (value: string) => void;
}) {
  const unit = unitOf(field.description ?? field.items?.description);
  const label = labelOf(field.description ?? name);
  return (
    <div className="field">
      <span>
        {label}
        {optional && field.default !== undefined && ` (${String(field.default) || "none"} when empty)`}
      </span>
      {field.enum ? (
        <Select
          value={value || null}
          onChange={onChange}
          options={field.enum.map((option) => ({ value: option, label: option }))}
          aria-label={label}
        />
      ) : field.type === "boolean" ? (
        <Switch checked={value === "true"} onChange={(on) => onChange(String(on))} checkedChildren="yes" unCheckedChildren="no" />
      ) : (
        <Input
          className="num"
          value={value}
          suffix={unit}
          onChange={(event) => onChange(event.target.value)}
          status={wrong ? "error" : ""}
          aria-label={label}
          maxLength={4000}
        />
      )}
      {wrong && <span className="wrong">{wrong}</span>}
    </div>
  );
}

function Results({ output, value }: { output: ObjectSchema; value: Record<string, unknown> }) {
  return (
    <>
      <dl className="tool-figures">
        {Object.entries(output.properties ?? {})
          .filter(([, field]) => field.type !== "array")
          .map(([key, field]) => {
            const unit = unitOf(field.description);
            const shown = value[key];
            return (
              <div key={key}>
                <dt>{labelOf(field.description ?? key)}</dt>
                <dd className="num">
                  {typeof shown === "number"
                    ? formatNumber(shown, digitsFor(shown))
                    : shown === true
                      ? "yes"
                      : shown === false
                        ? "no"
                        : typeof shown === "string"
                          ? shown.replace("-", " ")
                          : "–"}{" "}
                  {unit}
                </dd>
              </div>
            );
          })}
      </dl>
      {Object.entries(output.properties ?? {})
        .filter(([, field]) => field.type === "array" && field.items?.properties)
        .map(([key, field]) => (
          <div key={key} className="tool-rows">
            <table className="tool-table">
              <thead>
                <tr>
                  {Object.entries(field.items!.properties!).map(([column, inner]) => (
                    <th key={column}>{inner.description ?? column}</th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {(value[key] as Record<string, number>[]).map((row, index) => (
                  <tr key={index}>
                    {Object.keys(field.items!.properties!).map((column) => (
                      <td key={column} className="num">
                        {formatNumber(row[column]!, digitsFor(row[column]!))}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        ))}
    </>
  );
}

/** About four figures that say something. */
const digitsFor = (value: number) => (value === 0 ? 0 : Math.min(6, Math.max(0, 3 - Math.floor(Math.log10(Math.abs(value))))));
