"use client";

import type { StepId } from "@/core/standards/tasks";
import { ENOUGH_TIMES, type BikeLesson, type Lesson, type Lessons, type Minutes } from "@/core/work/learned";
import { withMinutes, type Taken } from "./taken";

const says = ({ minutes, spread }: Minutes) => `${Math.round(minutes)} ± ${Math.round(spread)}`;

/** What the shop's own finished work says of its minutes and its reserve. A proposal is taken over by hand, and kept like any rule. */
export function LessonsPanel({ lessons, own, onTake }: { lessons: Lessons; own: Taken; onTake: (taken: Taken) => void }) {
  const take = (step: StepId, kind: string, minutes: Minutes | null) => onTake(withMinutes(own, step, kind, minutes));
  return (
    <section className="house-lessons">
      <h2>what finished work teaches</h2>
      {lessons.minutes.length === 0 && (
        <p className="soft">Nothing yet: note at the step in Build how long it took, and it stands here.</p>
      )}
      {lessons.minutes.length > 0 && (
        <table className="lines card">
          <thead>
            <tr>
              <th>Task</th>
              <th className="right">Quoted, min</th>
              <th className="right">Times</th>
              <th className="right">Mean, min</th>
              <th className="right">Proposed, min</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {lessons.minutes.flatMap((lesson) => [
              <tr key={lesson.task}>
                <td>
                  {lesson.title}
                  <Groups of={lesson} />
                </td>
                <Figures
                  of={lesson}
                  taken={own.minutes[lesson.task]}
                  name={lesson.title}
                  back="back to the table"
                  onTake={(minutes) => take(lesson.task, "", minutes)}
                />
              </tr>,
              ...lesson.onBikes
                .filter(({ of, proposed }) => proposed !== null || own.minutesOn[of]?.[lesson.task] !== undefined)
                .map((kind) => (
                  <tr key={`${lesson.task} ${kind.of}`} className="lesson-kind">
                    <td className="soft">{`${kind.name} alone`}</td>
                    <Figures
                      of={kind}
                      taken={own.minutesOn[kind.of]?.[lesson.task]}
                      name={`${lesson.title}, ${kind.name} alone`}
                      back="as for all bikes"
                      onTake={(minutes) => take(lesson.task, kind.of, minutes)}
                    />
                  </tr>
                )),
            ])}
          </tbody>
        </table>
      )}
      <p className="small soft">
        The table&rsquo;s minutes weigh as much as four of your own times, and for one kind of bike what the others took does;
        from {ENOUGH_TIMES} times on a figure is proposed. How long it took whom is only shown: when it is quoted nobody knows who
        does it.
      </p>
      {lessons.jobs > 0 && (
        <p>
          {lessons.jobs} {lessons.jobs === 1 ? "job is" : "jobs are"} signed, timed and billed throughout
          {lessons.lost > 0 && <b className="bad">; {lessons.jobs === 1 ? "it" : `${lessons.lost} of them`} lost money</b>}.
        </p>
      )}
      {lessons.reserve.map((one) => (
        <p key={one.why}>
          {one.why.charAt(0).toUpperCase() + one.why.slice(1)}: {one.keptPercent.toFixed(0)} % kept back,{" "}
          <b className={one.overPercent > one.keptPercent ? "bad" : "good"}>
            {one.overPercent.toFixed(1)} % over what was quoted
          </b>{" "}
          <span className="soft">
            ({one.jobs} {one.jobs === 1 ? "job" : "jobs"}
            {one.jobs < ENOUGH_TIMES && ", too few to go by"})
          </span>
          {one.jobs >= ENOUGH_TIMES &&
            one.overPercent > one.keptPercent &&
            " – keep more back for these, or quote their minutes higher"}
        </p>
      ))}
    </section>
  );
}

/** The kinds of bike and the people of whom there are times, with what is known of each. */
function Groups({ of: { onBikes, byPeople } }: { of: Lesson }) {
  const all = [...onBikes.map((one) => ({ ...one, of: one.name })), ...byPeople];
  return all.length === 0 ? null : (
    <span className="soft small lesson-by">
      {all.map(({ of, learned, times }) => `${of} ${says(learned)} (${times})`).join(", ")}
    </span>
  );
}

function Figures({
  of: { quoted, times, meanMinutes, proposed },
  taken,
  name,
  back,
  onTake,
}: {
  of: Pick<BikeLesson, "quoted" | "times" | "meanMinutes" | "proposed">;
  taken: Minutes | undefined;
  name: string;
  back: string;
  onTake: (minutes: Minutes | null) => void;
}) {
  const here = proposed && taken && taken.minutes === proposed.minutes && taken.spread === proposed.spread;
  return (
    <>
      <td className="right num">{says(quoted)}</td>
      <td className="right num">{times}</td>
      <td className="right num">{Math.round(meanMinutes)}</td>
      <td className="right num">
        {proposed ? says(proposed) : <span className="soft">{times < ENOUGH_TIMES ? "too few" : "as quoted"}</span>}
      </td>
      <td>
        {proposed && !here && (
          <button className="button" onClick={() => onTake(proposed)} aria-label={`Take it: the minutes of ${name}`}>
            Take it
          </button>
        )}
        {here && <span className="soft small">taken, not kept yet</span>}
        {taken && !here && (
          <button className="link" onClick={() => onTake(null)} aria-label={`${name}: ${back}`}>
            {back}
          </button>
        )}
      </td>
    </>
  );
}
