"use client";

import type { HouseRules } from "@/core/house/houseRules";
import { FIGURE_SAYS, type TaughtFigure } from "@/core/house/taught";
import type { PooledLesson } from "@/core/logbook/learned";
import { formatNumber } from "@/core/units/formatQuantity";

/** To what a rule is kept with: hundredths, and never surer than that. */
const rounded = (one: PooledLesson): HouseRules["taught"][string] => ({
  times: Number(one.times.toFixed(3)),
  sd: Number(Math.max(0.005, one.sd).toFixed(3)),
  priorSd: Number(one.priorSd.toFixed(3)),
  bikes: one.bikes,
});

/** What rides of finished bikes say of the ride's figures. Taken over by hand, and kept like any rule: later forecasts use it. */
export function TaughtPanel({
  lessons,
  own,
  onTake,
}: {
  lessons: readonly PooledLesson[];
  own: HouseRules["taught"];
  onTake: (taught: HouseRules["taught"]) => void;
}) {
  const gone = Object.keys(own).filter((key) => !lessons.some((one) => one.key === key));
  return (
    <section className="house-lessons">
      <h2>what finished bikes teach of the ride</h2>
      {lessons.length + gone.length === 0 && (
        <p className="soft">
          Nothing yet: from two finished bikes on whose rides taught a figure of the same kind, motor or pack, it stands here.
        </p>
      )}
      {lessons.length + gone.length > 0 && (
        <table className="lines card">
          <thead>
            <tr>
              <th>Figure</th>
              <th className="right">Bikes</th>
              <th className="right">Against the table</th>
              <th className="right">The table alone</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {lessons.map((one) => {
              const taken = own[one.key];
              const here = taken !== undefined && JSON.stringify(taken) === JSON.stringify(rounded(one));
              return (
                <tr key={one.key}>
                  <td>
                    {one.says}
                    <span className="soft small lesson-by">{one.of}</span>
                  </td>
                  <td className="right num">{one.bikes}</td>
                  <td className="right num">
                    × {formatNumber(one.times, 2)} ± {formatNumber(1.96 * one.sd, 2)}
                  </td>
                  <td className="right num">± {formatNumber(1.96 * one.priorSd, 2)}</td>
                  <td>
                    {!here && (
                      <button
                        className="button"
                        onClick={() => onTake({ ...own, [one.key]: rounded(one) })}
                        aria-label={`Take it: ${one.says} of ${one.of}`}
                      >
                        Take it
                      </button>
                    )}
                    {taken && <Back name={`${one.says} of ${one.of}`} of={one.key} own={own} onTake={onTake} />}
                  </td>
                </tr>
              );
            })}
            {gone.map((key) => (
              <tr key={key}>
                <td>
                  {FIGURE_SAYS[key.split(" ")[0] as TaughtFigure]}
                  <span className="soft small lesson-by">{key.split(" ").slice(1).join(" ")}</span>
                </td>
                <td className="right num">{own[key]!.bikes}</td>
                <td className="right num">
                  × {formatNumber(own[key]!.times, 2)} ± {formatNumber(1.96 * own[key]!.sd, 2)}
                </td>
                <td className="right num">± {formatNumber(1.96 * own[key]!.priorSd, 2)}</td>
                <td>
                  <Back name={key} of={key} own={own} onTake={onTake} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="small soft">
        ± at 95 %, for the next bike of that kind: what single bikes differ by is in it. Taken, it changes the forecasts of open
        jobs and their bands; what a bike of its own taught is not touched.
      </p>
    </section>
  );
}

function Back({
  name,
  of,
  own,
  onTake,
}: {
  name: string;
  of: string;
  own: HouseRules["taught"];
  onTake: (taught: HouseRules["taught"]) => void;
}) {
  return (
    <button
      className="link"
      aria-label={`${name}: back to the table`}
      onClick={() => {
        const { [of]: _gone, ...rest } = own;
        onTake(rest);
      }}
    >
      back to the table
    </button>
  );
}
