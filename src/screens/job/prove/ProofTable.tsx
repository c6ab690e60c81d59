"use client";

import { promiseBound, promiseFigure, promisePlusMinus } from "@/core/promise/promiseText";
import { VerdictMark } from "@/ui/VerdictMark";
import { useJob } from "../JobContext";
import { usePromises } from "../usePromises";

const MARK = { kept: "clear", "not kept": "stop", "too near to tell": "measure" } as const;

/** A line for each promise: asked, predicted, proved. */
export function ProofTable() {
  const { view } = useJob();
  const promises = usePromises();
  const money = view.sheet.currency;
  return (
    <table className="proof-table">
      <thead>
        <tr>
          <th>Promise</th>
          <th>Asked</th>
          <th>Predicted</th>
          <th>Proved</th>
        </tr>
      </thead>
      <tbody>
        {promises.map((promise) => (
          <tr key={promise.id}>
            <td>
              {promise.title}
              {promise.stands && (
                <span className="stands">
                  <VerdictMark verdict={MARK[promise.stands]} size={16} /> {promise.stands}
                </span>
              )}
            </td>
            <td className="num">
              {promise.asked === null
                ? "not asked"
                : `${promiseBound(promise.id)}${promiseFigure(promise.id, promise.asked, money)}`}
            </td>
            <td className="num">{promiseFigure(promise.id, promise.predicted, money)}</td>
            <td className="num">
              <b>{promise.proved === null ? "not yet" : promiseFigure(promise.id, promise.proved, money)}</b>{" "}
              {promisePlusMinus(promise.id, promise.plusMinus)}
              {promise.provedBy && <span className="soft small block words">{promise.provedBy}</span>}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
