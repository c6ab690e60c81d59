"use client";

import { useEffect, useState } from "react";
import type { Argument } from "@/core/job/argument";
import { fitRank } from "@/core/fit/finding";
import type { Beside, Compared } from "@/core/job/compare";
import type { Promise as Promised } from "@/core/promise/promises";
import { formatNumber } from "@/core/units/formatQuantity";
import { formatDay } from "@/core/units/date";
import { hours, money } from "@/ui/format";
import { useSettings } from "../../settings";
import { askCompare } from "../compareBench";
import { VerdictCounts } from "@/ui/VerdictCounts";
import { useJob } from "../JobContext";
import { useChooseSet } from "../useChooseSet";
import "./beside.css";

type Made = { for: string; sets: readonly Compared[]; arguments: readonly Argument[] };

/** Up to four sets on this job, and where the schools' argument falls on its road. */
export function SideBySide({
  beside,
  onBeside,
}: {
  beside: readonly Beside[] | null;
  onBeside: (next: readonly Beside[] | null) => void;
}) {
  const { view } = useJob();
  const { job } = view;
  const [made, setMade] = useState<Made | null>(null);
  const [failed, setFailed] = useState("");
  const key = JSON.stringify([job.id, job.version, beside]);
  useEffect(() => {
    let old = false;
    void askCompare({ do: "compare", job, beside }).then((answer) => {
      if (old) return;
      if (answer && "sets" in answer) setMade({ for: key, sets: answer.sets, arguments: answer.arguments });
      else setFailed(key);
    });
    return () => {
      old = true;
    };
  }, [key, job, beside]);
  if (failed === key) return <p className="bad">The sets could not be worked out: look at them one by one under the parts.</p>;
  if (!made) return <p className="soft">Working the sets out …</p>;
  return (
    <div className={made.for === key ? "side-by-side" : "side-by-side old"}>
      <Table sets={made.sets} onTakeOut={beside && ((at) => onBeside(beside.filter((_, i) => i !== at)))} />
      <p className="small soft">
        Price, hours and ride with the first remedy of everything to adapt taken; findings as chosen. Kits without a pack have one
        put in: the one chosen where its volts are right, else the cheapest of about as many watt-hours.
        {beside && (
          <>
            {" "}
            <button className="link" onClick={() => onBeside(null)}>
              Show the best kit of each school
            </button>
          </>
        )}
      </p>
      <h3>Where the schools&apos; argument falls on this bike and road</h3>
      {made.arguments.length === 0 && <p className="soft">Sets of two schools at least are wanted for it.</p>}
      <ul className="arguments">
        {made.arguments.map(({ question, answer, decides, sides }) => (
          <li key={question}>
            <p>
              {question} <b>{answer[0]!.toUpperCase() + answer.slice(1)}</b>: {decides}.
            </p>
            {sides.map(({ school, name, figures }) => (
              <p key={school} className="small soft">
                {school} ({name}): {figures}
              </p>
            ))}
          </li>
        ))}
      </ul>
      <p className="small soft">
        Forecasts from typical figures of each motor&apos;s class: ride one before it is promised. The law and the part
        makers&apos; limits govern.
      </p>
    </div>
  );
}

type Row = {
  says: string;
  of: (set: Compared) => React.ReactNode;
  /** what is better when smaller; left out where none is better */
  rank?: (set: Compared) => number | null;
  bad?: (set: Compared) => boolean;
};

const promised = (set: Compared, id: Promised["id"]) => set.promises.find((p) => p.id === id);
const broken = (id: Promised["id"]) => (set: Compared) => promised(set, id)?.kept === false;

function rowsFor(currency: Parameters<typeof money>[1], asked: readonly Promised[]): Row[] {
  const wanted = (id: Promised["id"], unit: string, sign = "≤") => {
    const value = asked.find((p) => p.id === id)?.asked;
    return value === null || value === undefined
      ? ""
      : ` (asked ${sign} ${typeof value === "number" ? formatNumber(value, 0) : formatDay(value)}${unit})`;
  };
  const ride = (of: (figures: NonNullable<Compared["ride"]>) => React.ReactNode) => (set: Compared) =>
    set.ride ? of(set.ride) : "–";
  return [
    {
      says: "Price, all in",
      of: (set) => (
        <>
          <span className="whole">{money(set.allInMinor, currency)}</span>
          {set.unpriced > 0 && <span className="small">{set.unpriced} unpriced</span>}
        </>
      ),
      rank: (set) => set.allInMinor,
      bad: broken("price"),
    },
    { says: "Labour", of: (set) => hours(set.minutes), rank: (set) => set.minutes },
    {
      says: `Mass${wanted("mass", " kg")}`,
      of: (set) =>
        typeof promised(set, "mass")?.predicted === "number"
          ? `${formatNumber(Number(promised(set, "mass")!.predicted), 1)} kg`
          : "–",
      rank: (set) => Number(promised(set, "mass")?.predicted ?? Infinity),
      bad: broken("mass"),
    },
    {
      says: `Ready${wanted("ready", "", "by")}`,
      of: (set) => (promised(set, "ready")?.predicted ? formatDay(String(promised(set, "ready")!.predicted)) : "–"),
      rank: (set) => Date.parse(String(promised(set, "ready")?.predicted ?? "9999-12-31")),
      bad: broken("ready"),
    },
    {
      says: "Findings",
      of: (set) => <VerdictCounts verdicts={set.verdicts} />,
      rank: (set) => fitRank(set.verdicts),
      bad: (set) => set.verdicts.stop > 0,
    },
    {
      says: `Range${wanted("range", " km", "≥")}`,
      of: ride(({ rangeKm }) =>
        rangeKm ? (
          <>
            {formatNumber(rangeKm.likely, 0)} km
            <span className="small">
              {formatNumber(rangeKm.low, 0)} to {formatNumber(rangeKm.high, 0)}
            </span>
          </>
        ) : (
          "no end"
        ),
      ),
      rank: (set) => (set.ride ? -(set.ride.rangeKm?.likely ?? Infinity) : null),
      bad: broken("range"),
    },
    {
      says: `Up the hill${wanted("hill", " km/h", "≥")}`,
      of: ride(({ hill }) => (hill ? (hill.starts ? `${formatNumber(hill.kmh.likely, 1)} km/h` : "stalls") : "–")),
      rank: (set) => (set.ride?.hill ? -set.ride.hill.kmh.likely : null),
      bad: broken("hill"),
    },
    {
      says: "Hottest winding",
      of: ride(({ windingC, limitC }) => `${formatNumber(windingC, 0)} of ${formatNumber(limitC, 0)} °C`),
      rank: (set) => (set.ride ? set.ride.windingC / set.ride.limitC : null),
      bad: (set) => set.ride !== null && set.ride.windingC > set.ride.limitC,
    },
    {
      says: "Mean speed",
      of: ride(({ averageKmh, ended }) => (ended === "route" ? `${formatNumber(averageKmh, 1)} km/h` : "does not arrive")),
      rank: (set) => (set.ride?.ended === "route" ? -set.ride.averageKmh : null),
      bad: (set) => set.ride !== null && set.ride.ended !== "route",
    },
    {
      says: "Energy",
      of: ride(({ whPerKm, chargedWh }) => (
        <>
          {formatNumber(whPerKm, 1)} Wh/km
          {chargedWh >= 0.5 && <span className="small">{formatNumber(chargedWh, 0)} Wh back downhill</span>}
        </>
      )),
      rank: (set) => (set.ride?.ended === "route" ? set.ride.whPerKm : null),
    },
  ];
}

function Table({ sets, onTakeOut }: { sets: readonly Compared[]; onTakeOut: ((at: number) => void) | null }) {
  const { view } = useJob();
  const own = JSON.stringify(Object.entries(view.job.choices).sort());
  const isOwn = (set: Compared) => JSON.stringify(Object.entries(set.choices).sort()) === own;
  const partName = (id: string | undefined) => view.parts.find((part) => part.id === id)?.name;
  const choose = useChooseSet();
  const { may } = useSettings();
  return (
    <table className="beside">
      <thead>
        <tr>
          <th />
          {sets.map((set, i) => (
            <th key={i} scope="col" className={isOwn(set) ? "own" : ""}>
              <span className="small soft">{set.school ?? "no motor"}</span>
              <b>{set.name}</b>
              {set.batteryName && <span className="small">{set.batteryName}</span>}
              <span className="beside-do">
                {isOwn(set) ? (
                  <span className="small good">in this job</span>
                ) : (
                  <button
                    className="button quiet"
                    hidden={!may("choose")}
                    onClick={() => void choose(set.choices)}
                    aria-label={`Choose ${set.name}`}
                  >
                    Choose it
                  </button>
                )}
                {onTakeOut && sets.length > 1 && (
                  <button
                    className="link small"
                    onClick={() => onTakeOut(i)}
                    aria-label={`Take ${partName(set.choices.kit) ?? set.name} out of the comparison`}
                  >
                    take out
                  </button>
                )}
              </span>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rowsFor(view.sheet.currency, sets[0]?.promises ?? []).map(({ says, of, rank, bad }) => {
          const ranks = sets.map((set) => rank?.(set) ?? Infinity);
          const best = Math.min(...ranks);
          const differs = ranks.some((value) => value !== best);
          return (
            <tr key={says}>
              <th scope="row">{says}</th>
              {sets.map((set, i) => (
                <td
                  key={i}
                  className={`num${bad?.(set) ? " bad" : ""}${differs && ranks[i] === best ? " best" : ""}${isOwn(set) ? " own" : ""}`}
                >
                  {of(set)}
                </td>
              ))}
            </tr>
          );
        })}
        {sets.some((set) => set.wants.length > 0) && (
          <tr>
            <th scope="row">The ride wants</th>
            {sets.map((set, i) => (
              <td key={i} className="small">
                {set.wants.join(", ") || "–"}
              </td>
            ))}
          </tr>
        )}
      </tbody>
    </table>
  );
}
