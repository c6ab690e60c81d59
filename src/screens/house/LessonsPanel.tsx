"use client";

import type { HouseRules } from "@/core/house/houseRules";
import { ENOUGH_TIMES, type Lessons } from "@/core/work/learned";

const says = ({ minutes, spread }: { minutes: number; spread: number }) => `${Math.round(minutes)} ± ${Math.round(spread)}`;

/** What the shop's own finished work says of its minutes and its reserve. A proposal is taken over by hand, and kept like any rule. */
export function LessonsPanel({
  lessons,
  own,
  onTake,
}: {
  lessons: Lessons;
  own: HouseRules["minutes"];
  onTake: (minutes: HouseRules["minutes"]) => void;
}) {
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
            {lessons.minutes.map((lesson) => {
              const taken = own[lesson.task];
              const { proposed } = lesson;
              const here = proposed && taken && taken.minutes === proposed.minutes && taken.spread === proposed.spread;
              return (
                <tr key={lesson.task}>
                  <td>
                    {lesson.title}
                    {lesson.by.length > 0 && (
                      <span className="soft small lesson-by">
                        {lesson.by.map((one) => `${one.name} ${says(one.learned)} (${one.times})`).join(", ")}
                      </span>
                    )}
                  </td>
                  <td className="right num">{says(lesson.quoted)}</td>
                  <td className="right num">{lesson.times}</td>
                  <td className="right num">{Math.round(lesson.meanMinutes)}</td>
                  <td className="right num">
                    {proposed ? (
                      says(proposed)
                    ) : (
                      <span className="soft">{lesson.times < ENOUGH_TIMES ? "too few" : "as quoted"}</span>
                    )}
                  </td>
                  <td>
                    {proposed && !here && (
                      <button
                        className="button"
                        onClick={() => onTake({ ...own, [lesson.task]: proposed })}
                        aria-label={`Take it: the minutes of ${lesson.title}`}
                      >
                        Take it
                      </button>
                    )}
                    {here && <span className="soft small">taken, not kept yet</span>}
                    {taken && !here && (
                      <button
                        className="link"
                        onClick={() => {
                          const { [lesson.task]: _gone, ...rest } = own;
                          onTake(rest);
                        }}
                      >
                        back to the table
                      </button>
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      <p className="small soft">
        The table&rsquo;s minutes weigh as much as four of your own times; from {ENOUGH_TIMES} times on a figure is proposed.
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
