import type { BenchPage } from "@/core/bench/page";
import { formatDay } from "@/core/units/date";
import { hours, money } from "@/ui/format";

const WEEKS = 6;

/** The bench for who answers for it: hours that there are and that are planned, what is short, what lateness costs, where work loses. */
export function Owner({ page }: { page: BenchPage }) {
  const { weeks, busy, currency } = page;
  const amount = (minor: number) => <b className="num">{money(minor, currency)}</b>;
  return (
    <section className="card bench-card">
      <h2>Hours</h2>
      <table className="lines bench-weeks">
        <thead>
          <tr>
            <th>Week of</th>
            <th className="right">There</th>
            <th className="right">Planned</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {weeks.slice(0, WEEKS).map(({ monday, thereMin, plannedMin }) => (
            <tr key={monday}>
              <td>{formatDay(monday).slice(0, -5)}</td>
              <td className="num right">{hours(thereMin)}</td>
              <td className="num right">{hours(plannedMin)}</td>
              <td className="bench-bar">
                <i style={{ width: `${Math.round(Math.min(1, thereMin > 0 ? plannedMin / thereMin : 0) * 100)}%` }} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {busy[0] && (
        <p>
          Busiest until the last work is done: <b>{busy[0].what}</b>, {Math.round(busy[0].share * 100)} % of the time
          {busy[1] && `; then ${busy[1].what}, ${Math.round(busy[1].share * 100)} %`}.
        </p>
      )}
      <div className="shop-only">
        <h3>Lateness</h3>
        <p>
          By this plan {amount(page.lateMinor)}. Each job with the shop to itself: {amount(page.leastMinor)}, and no plan costs
          less. Taken as they came in: {amount(page.plainLateMinor)}.
        </p>
        <h3>Work that is left</h3>
        <p>
          Sold for {amount(page.money.soldMinor)}, and its hours cost the shop {amount(page.money.costMinor)}, before tax.
        </p>
        {page.money.losing.length > 0 && (
          <p className="bad">Sold for less than its hours cost: {page.money.losing.join("; ")}.</p>
        )}
      </div>
    </section>
  );
}
