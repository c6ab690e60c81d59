"use client";

import dynamic from "next/dynamic";
import Link from "next/link";
import { useEffect, useMemo, useState } from "react";
import type { calculate } from "@/core/calc/registry";
import { formatNumber } from "@/core/units/formatQuantity";
import { ToolDrawing } from "@/draw/ToolDrawing";
import { Figures } from "@/ui/figures/Figures";
import { labelOf, unitOf } from "@/core/figures/schema";
import { EXAMPLES, inputOf, textsOf, type ObjectSchema } from "./toolFields";
import "./tools.css";

const ToolChart = dynamic(() => import("./ToolChart").then((m) => m.ToolChart), { ssr: false });
const CHARTED = new Set(["gear-table", "wire-drop"]);

type Answer = ReturnType<typeof calculate>;

/** One calculator, live: figures in, figures out, a drawing or chart where it helps, and a link that carries the inputs. */
export function ToolScreen({
  name,
  title,
  input,
  output,
  query,
  first,
}: {
  name: string;
  title: string;
  input: ObjectSchema;
  output: ObjectSchema;
  query: Record<string, string>;
  /** The example's answer, reckoned with the page; null where it has none. */
  first: Answer | null;
}) {
  const carried = Object.keys(query).some((key) => key in (input.properties ?? {}));
  const [values, setValues] = useState(() => (carried ? inputOf(input, query) : (EXAMPLES[name] ?? {})));
  const [copied, setCopied] = useState("");
  // What a link carries is reckoned in the browser that opened it, never while the page is made.
  const reckon = useCalculators();
  // The example's answer stands until a figure is another or the calculators are here.
  const answer = useMemo(
    () => (reckon ? reckon(name, values) : values === EXAMPLES[name] ? first : null),
    [reckon, name, values, first],
  );
  const issues = answer === null || answer.ok ? [] : answer.error.issues;
  const wrong = (path: string) =>
    issues
      .filter((issue) => issue.path === path)
      .map((issue) => issue.message)
      .join("; ");
  const link = (figures: Record<string, unknown>) => `/tools/${name}?${new URLSearchParams(textsOf(figures)).toString()}`;
  const set = (next: Record<string, unknown>) => {
    setValues(next);
    setCopied("");
    window.history.replaceState(null, "", link(next));
  };
  const copy = () => {
    const whole = `${window.location.origin}${link(values)}`;
    // A browser lends its clipboard to this machine and to what comes sealed, not to a tablet on the workshop's net.
    const clipboard = navigator.clipboard as Clipboard | undefined;
    if (!clipboard) return setCopied(whole);
    clipboard.writeText(whole).then(
      () => setCopied("Copied."),
      () => setCopied(whole),
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
          <Figures schema={input} value={values} onChange={set} place={{ path: "", wrong }} />
        </section>
        <section className="card tool-result">
          {answer === null ? (
            <p className="soft">Reckoning …</p>
          ) : answer.ok ? (
            <Results output={output} value={answer.value as Record<string, unknown>} />
          ) : (
            <p className="bad">
              {issues
                .filter((i) => i.path === "")
                .map((i) => i.message)
                .join("; ") || "A figure on the left is missing or wrong: it says which."}
            </p>
          )}
          {answer?.ok && <ToolDrawing name={name} input={values} output={answer.value as Record<string, unknown>} />}
          {answer?.ok && CHARTED.has(name) && <ToolChart name={name} input={values} />}
        </section>
      </div>
    </div>
  );
}

/** The calculators, which load after the page that shows them; null until they are here. */
function useCalculators(): typeof calculate | null {
  const [reckon, setReckon] = useState<typeof calculate | null>(null);
  useEffect(() => {
    void import("@/core/calc/registry").then((module) => setReckon(() => module.calculate));
  }, []);
  return reckon;
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
                    ? formatNumber(shown, digitsFor(shown, unit))
                    : shown === true
                      ? "yes"
                      : shown === false
                        ? "no"
                        : typeof shown === "string"
                          ? shown.replace("-", " ")
                          : "–"}
                  {unit === "°" ? "" : " "}
                  {unit}
                </dd>
              </div>
            );
          })}
      </dl>
      {Object.entries(output.properties ?? {}).map(([key, field]) => {
        const columns = typeof field.items === "object" ? field.items.properties : undefined;
        if (field.type !== "array" || !columns) return null;
        return (
          <div key={key} className="tool-rows">
            <table className="tool-table">
              <thead>
                <tr>
                  {Object.entries(columns).map(([column, heading]) => (
                    <th key={column}>{heading.description ?? column}</th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {(value[key] as Record<string, number>[]).map((row, index) => (
                  <tr key={index}>
                    {Object.entries(columns).map(([column, heading]) => (
                      <td key={column} className="num">
                        {formatNumber(row[column]!, digitsFor(row[column]!, unitOf(heading.description)))}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        );
      })}
    </>
  );
}

/** About four figures that say something. */
const digitsFor = (value: number, unit = "") =>
  // Nobody sets an angle finer than a tenth of a degree.
  unit === "°" ? 1 : value === 0 ? 0 : Math.min(6, Math.max(0, 3 - Math.floor(Math.log10(Math.abs(value)))));
