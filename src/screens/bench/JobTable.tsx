import type { BenchPage } from "@/core/bench/page";
import { dayAt } from "@/core/bench/wall";
import { formatDay } from "@/core/units/date";
import { hours } from "@/ui/format";
import { tagNumber } from "@/core/units/tagNumber";

const short = (iso: string) => formatDay(iso).slice(0, -5);

/** Every job with work left: what was promised, what is planned, and how likely that is. */
export function JobTable({ page, picked, onPick }: { page: BenchPage; picked: string | null; onPick: (job: string) => void }) {
  return (
    <section className="card bench-card">
      <h2>Promised and likely</h2>
      <table className="lines bench-jobs">
        <thead>
          <tr>
            <th>Job</th>
            <th className="right">Left</th>
            <th>Promised</th>
            <th>Planned</th>
            <th>9 of 10 by</th>
            <th className="right">Kept</th>
            <th>What stands in its way</th>
          </tr>
        </thead>
        <tbody>
          {page.jobs.map((job) => (
            <tr key={job.id} className={job.id === picked ? "picked" : ""}>
              <td>
                <button className="link" onClick={() => onPick(job.id)} aria-pressed={job.id === picked}>
                  <span className="num">{tagNumber(job.number)}</span> {job.name}
                </button>
                {job.frozen && <span className="bench-frozen"> frozen</span>}
              </td>
              <td className="num right">{hours(job.minutesLeft)}</td>
              <td>{job.due ? short(job.due) : <span className="soft">no day</span>}</td>
              <td className={job.lateDays > 0 ? "bad" : ""}>
                {job.doneMin === null ? "no day" : short(dayAt(job.doneMin - 1))}
                {job.lateDays > 0 && `, ${job.lateDays} d late`}
              </td>
              <td>{job.likely ? short(job.likely.p90) : "–"}</td>
              <td className={`num right${job.likely?.kept != null && job.likely.kept < 0.5 ? " bad" : ""}`}>
                {job.likely?.kept == null ? "–" : `${Math.round(job.likely.kept * 100)} %`}
              </td>
              <td className="small">
                {job.cause}
                {job.cause && job.lacks ? "; " : ""}
                {job.lacks && <span className="soft">{job.lacks}</span>}
              </td>
            </tr>
          ))}
          {page.notPlanned.map((job) => (
            <tr key={job.id}>
              <td>
                <a href={`/jobs/${job.id}`}>
                  <span className="num">{tagNumber(job.number)}</span> {job.name}
                </a>
              </td>
              <td colSpan={6} className="small bad">
                not planned: {job.why}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {page.jobs.length + page.notPlanned.length === 0 && <p className="soft">No job has work left.</p>}
    </section>
  );
}
