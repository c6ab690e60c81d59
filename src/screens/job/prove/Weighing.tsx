"use client";

import { Input } from "antd";
import { useState } from "react";
import { SCALES_PLUS_MINUS_KG, weighingOf } from "@/core/prove/weighing";
import { formatMoment } from "@/core/units/date";
import { shownUnit } from "@/core/units/dimension";
import { formatNumber } from "@/core/units/formatQuantity";
import { figure } from "@/ui/format";
import { useKeptText } from "@/ui/useDraft";
import { Refusal } from "@/ui/Refusal";
import { Only } from "../../Only";
import { useSettings } from "../../settings";
import { useJob } from "../JobContext";

/** Each wheel on the scales by itself, level, without a rider. */
export function Weighing() {
  const { view, act, busy } = useJob();
  const { system } = useSettings();
  const { weighed } = view.job;
  const [front, setFront, frontStored] = useKeptText(`${view.job.id} front on the scales`);
  const [rear, setRear, rearStored] = useKeptText(`${view.job.id} rear on the scales`);
  const [asks, setAsks] = useState("");
  const [wrong, setWrong] = useState("");
  const promise = view.promises.find(({ id }) => id === "mass")!;
  const unit = shownUnit("mass", system);
  const keep = async (confirmed: boolean) => {
    if (front.trim() === "" || rear.trim() === "") return;
    const outcome = await act({ do: "weigh", front, rear, system, ...(confirmed && { confirmed: true }) }, "says here");
    setAsks(outcome.done ? "" : (outcome.ask?.says ?? ""));
    setWrong(outcome.done || outcome.ask ? "" : (outcome.says ?? ""));
    if (!outcome.done) return;
    frontStored(front);
    rearStored(rear);
  };
  const now = weighed && weighingOf(weighed);
  return (
    <article className="step-card">
      <h1>Weighing</h1>
      <p className="check-does">
        One wheel on the scales, the other on a block of the same height; upright, without a rider, with all that the customer
        takes home on it, the pack in. Of a bike with three wheels, the two that stand side by side are one end.
      </p>
      {now && weighed && (
        <div className="weighed">
          <Scale share={now.frontShare} />
          <p>
            <b className="num large">{figure(now.massKg, "kg", system)}</b>{" "}
            <span className="num">± {formatNumber(now.plusMinusKg, 1)} kg</span>
            <span className="soft">
              {" "}
              front {figure(weighed.frontKg, "kg", system)}, rear {figure(weighed.rearKg, "kg", system)}; {weighed.by},{" "}
              {formatMoment(weighed.at)}
            </span>
          </p>
          <p>
            <b className="num">{formatNumber(100 * now.frontShare, 0)} %</b> on the front wheel, ±{" "}
            {formatNumber(100 * now.sharePlusMinus, 1)} %
          </p>
        </div>
      )}
      <p className="soft">
        Predicted {typeof promise.predicted === "number" ? figure(promise.predicted, "kg", system) : "nothing yet"}
        {typeof promise.asked === "number" && `, asked at most ${figure(promise.asked, "kg", system)}`}
      </p>
      <Only may="weigh">
        <div className="weigh-boxes">
          <label className="field">
            <span>Front, under the wheel</span>
            <Input
              value={front}
              suffix={unit}
              inputMode="decimal"
              aria-label={`Front wheel on the scales, ${unit}`}
              onChange={(event) => setFront(event.target.value)}
              onPressEnter={() => void keep(false)}
            />
          </label>
          <label className="field">
            <span>Rear, under the wheel</span>
            <Input
              value={rear}
              suffix={unit}
              inputMode="decimal"
              aria-label={`Rear wheel on the scales, ${unit}`}
              onChange={(event) => setRear(event.target.value)}
              onPressEnter={() => void keep(false)}
            />
          </label>
          <button
            className="button main-action"
            disabled={busy || front.trim() === "" || rear.trim() === ""}
            onClick={() => void keep(false)}
          >
            {weighed ? "Weighed again" : "Weighed"}
          </button>
        </div>
        <p className="soft small">Scales for people leave ± {formatNumber(SCALES_PLUS_MINUS_KG, 1)} kg open at each wheel.</p>
        {asks && (
          <button className="button" disabled={busy} onClick={() => void keep(true)}>
            {asks} Keep it
          </button>
        )}
        <Refusal says={wrong} />
      </Only>
    </article>
  );
}

/** Where the bike's weight stands between its wheels. */
function Scale({ share }: { share: number }) {
  const [width, height, wheel] = [280, 84, 26];
  const [rear, front] = [40, width - 40];
  const at = rear + share * (front - rear);
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={`${Math.round(100 * share)} % of the mass stands on the front wheel`}
    >
      {[rear, front].map((x) => (
        <circle key={x} cx={x} cy={height - 14 - wheel} r={wheel} fill="none" stroke="#1D2A30" strokeWidth="2" />
      ))}
      <line x1="6" x2={width - 6} y1={height - 13} y2={height - 13} stroke="#7C8B92" strokeWidth="2" />
      <line x1={rear} x2={front} y1={height - 14 - wheel} y2={height - 14 - wheel} stroke="#14525F" strokeWidth="2" />
      <path d={`M${at} ${height - 22 - wheel}l-7 -13h14z`} fill="#14525F" />
      <text x={rear} y={height - 1} textAnchor="middle" fontSize="12" fill="#47565C">
        rear
      </text>
      <text x={front} y={height - 1} textAnchor="middle" fontSize="12" fill="#47565C">
        front
      </text>
    </svg>
  );
}
