import type { CustomerView } from "@/core/job/customerView";
import { formatMoney } from "@/core/money/money";
import { CAUTIONS } from "@/core/standards/cautions";
import { formatDay } from "@/core/units/date";
import "./people.css";

/** A customer's own job: where it stands, what was promised, what it costs as the sheet was given. Only to look at. */
export function CustomerScreen({ view, paper }: { view: CustomerView | null; paper: string }) {
  if (!view)
    return (
      <div className="customer">
        <h1>This link has ended</h1>
        <p>Ask the workshop for a new one.</p>
      </div>
    );
  const { shop, sheet } = view;
  return (
    <div className="customer">
      <header>
        <p className="soft">
          <b>{shop.name || "The workshop"}</b>
          {shop.address && `, ${shop.address}`}
        </p>
        <h1>{view.bike || "Your bicycle"}</h1>
        <p>
          For {view.customer}, job {view.number}.{" "}
          {view.readyBy ? `Promised for ${formatDay(view.readyBy)}.` : "No day is promised yet."}
        </p>
      </header>
      <section className="card">
        <h2>Where it stands</h2>
        <ol className="customer-way">
          {view.way.map(({ says, done }) => (
            <li key={says} className={done ? "done" : ""}>
              <span aria-hidden>{done ? "●" : "○"}</span> {says}
              <span className="soft small">{done ? " done" : " to come"}</span>
            </li>
          ))}
        </ol>
      </section>
      {view.promises.length > 0 && (
        <section className="card">
          <h2>What you asked for</h2>
          <table className="customer-table">
            <thead>
              <tr>
                <th />
                <th>Asked</th>
                <th>Predicted now</th>
                {view.promises.some(({ proved }) => proved !== "") && <th>Proved</th>}
              </tr>
            </thead>
            <tbody>
              {view.promises.map(({ title, asked, predicted, proved }) => (
                <tr key={title}>
                  <td>{title}</td>
                  <td className="num">{asked}</td>
                  <td className="num">{predicted}</td>
                  {view.promises.some((one) => one.proved !== "") && <td className="num">{proved || "not measured"}</td>}
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
      {view.handedOver && (
        <section className="card">
          <h2>Your papers</h2>
          <p>
            <a className="button" href={paper} target="_blank" rel="noreferrer">
              What you took home, as PDF
            </a>
          </p>
          <p className="soft">
            Charging, care, the law here as it is known, every check with its readings, the pieces by their numbers.
          </p>
        </section>
      )}
      {view.visits.length > 0 && (
        <section className="card">
          <h2>When it is looked at again</h2>
          <ul>
            {view.visits.map(({ when, day, what }) => (
              <li key={when}>
                <b>{day === null ? when : `by ${formatDay(day)}, ${when}`}</b>: {what}
              </li>
            ))}
          </ul>
        </section>
      )}
      <section className="card">
        <h2>What it costs</h2>
        {sheet ? (
          <>
            <p className="soft">As on the sheet that you were given on {formatDay(sheet.givenAt.slice(0, 10))}.</p>
            <table className="customer-table">
              <tbody>
                {sheet.lines.map(({ says, quantity, totalMinor }, i) => (
                  <tr key={i}>
                    <td>
                      {quantity > 1 && `${quantity} × `}
                      {says}
                    </td>
                    <td className="num">{totalMinor === 0 ? "included" : formatMoney(totalMinor, sheet.currency)}</td>
                  </tr>
                ))}
                <tr>
                  <td>Labour, carriage, consumables, reserve and tax</td>
                  <td className="num">{formatMoney(sheet.otherMinor, sheet.currency)}</td>
                </tr>
                <tr className="total">
                  <td>All in, with tax</td>
                  <td className="num">{formatMoney(sheet.allInMinor, sheet.currency)}</td>
                </tr>
                {sheet.paidMinor !== 0 && (
                  <>
                    <tr>
                      <td>Paid so far</td>
                      <td className="num">{formatMoney(sheet.paidMinor, sheet.currency)}</td>
                    </tr>
                    <tr>
                      <td>Still owed</td>
                      <td className="num">{formatMoney(Math.max(0, sheet.allInMinor - sheet.paidMinor), sheet.currency)}</td>
                    </tr>
                  </>
                )}
              </tbody>
            </table>
          </>
        ) : (
          <p>The sheet has not been given yet: the workshop is still at it.</p>
        )}
      </section>
      <p className="small soft">
        {CAUTIONS.law.says} {CAUTIONS.packFire.says}
      </p>
    </div>
  );
}
