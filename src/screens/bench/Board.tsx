"use client";

import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type DragEndEvent,
  type DragMoveEvent,
} from "@dnd-kit/core";
import { useEffect, useMemo, useRef, useState } from "react";
import { axisOf, momentAt, shareAt, type AxisDay } from "@/core/bench/axis";
import type { Bar, JobOnBoard } from "@/core/bench/board";
import type { BenchPage, Told } from "@/core/bench/page";
import { clockAt, DAY_MIN, dayAt } from "@/core/bench/wall";
import { formatDay } from "@/core/units/date";
import { hours } from "@/ui/format";
import { tagNumber } from "@/core/units/tagNumber";
import { useSettings } from "../settings";
import { asked, type MoveWish } from "./asked";

/** @property waits it was let go before this was told: whoever let it go says yes or no */
type Shown =
  | { wish: MoveWish; startMin: number; says: string; moved: readonly Told[]; waits?: boolean }
  | { wish: MoveWish; refused: string };
/** What it would move is asked for when the tag rests so long. */
const REST_MS = 180;

const percent = (share: number) => `${(share * 100).toFixed(3)}%`;

/** A week: a row for each person and each place, and the jobs' tags on them. */
export function Board({
  page,
  monday,
  day: only,
  picked,
  busy,
  onPick,
  onDay,
  onMove,
}: {
  page: BenchPage;
  monday: number;
  /** The one day of the week that is shown; null for all. */
  day: number | null;
  onDay: (day: number | null) => void;
  picked: string | null;
  busy: boolean;
  onPick: (job: string) => void;
  onMove: (wish: MoveWish) => Promise<boolean>;
}) {
  const [first, count] = only === null ? [monday, 7] : [only, 1];
  const until = first + count * DAY_MIN;
  const axis = useMemo(
    () =>
      axisOf(
        first,
        count,
        page.people.map(({ shifts }) => shifts),
      ),
    [first, count, page.people],
  );
  const jobs = useMemo(() => new Map(page.jobs.map((job) => [job.id, job])), [page.jobs]);
  const bars = page.bars.filter((bar) => bar.from < until && Math.max(bar.to, bar.holdsTo ?? 0) > first);
  const area = useRef<HTMLDivElement>(null);
  const [widePx, setWide] = useState(1000);
  useEffect(() => {
    if (!area.current) return;
    const look = new ResizeObserver(([one]) => setWide(Math.round(one!.contentRect.width)));
    look.observe(area.current);
    return () => look.disconnect();
  }, []);
  const [shown, setShown] = useState<Shown | null>(null);
  const asking = useRef<{ timer: ReturnType<typeof setTimeout> | undefined; abort: AbortController | undefined; key: string }>({
    timer: undefined,
    abort: undefined,
    key: "",
  });
  const { may } = useSettings();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, {
      keyboardCodes: { start: ["KeyM"], cancel: ["Escape"], end: ["Enter", "KeyM"] },
      coordinateGetter: (event, { currentCoordinates }) => {
        const step = { ArrowRight: [20, 0], ArrowLeft: [-20, 0], ArrowDown: [0, 42], ArrowUp: [0, -42] }[event.code];
        return step ? { x: currentCoordinates.x + step[0]!, y: currentCoordinates.y + step[1]! } : undefined;
      },
    }),
  );
  const forget = () => {
    clearTimeout(asking.current.timer);
    asking.current.abort?.abort();
    asking.current.key = "";
  };
  useEffect(() => forget, []);

  const wishOf = ({ active, over, delta }: DragMoveEvent | DragEndEvent): MoveWish | null => {
    const bar = active.data.current?.["bar"] as Bar | undefined;
    const width = area.current?.getBoundingClientRect().width ?? 0;
    if (!bar || !over || width === 0) return null;
    const startMin = momentAt(axis, shareAt(axis, bar.from) + delta.x / width);
    return { jobId: bar.job, steps: bar.steps.map(({ id }) => id), personId: String(over.id), startMin };
  };
  // A move may be told after the tag was let go: nothing is asked for then.
  const isHeld = useRef(false);
  const look = (event: DragMoveEvent) => {
    if (!isHeld.current) return;
    const wish = wishOf(event);
    const key = JSON.stringify(wish);
    if (key === asking.current.key) return;
    forget();
    asking.current.key = key;
    if (!wish) return setShown(null);
    asking.current.timer = setTimeout(() => {
      const abort = new AbortController();
      asking.current.abort = abort;
      void asked<{ startMin: number; says: string; moved: Told[] }>("/api/bench/move", wish, abort.signal).then((answer) => {
        if (abort.signal.aborted) return;
        setShown(answer.ok ? { wish, ...answer.value } : { wish, refused: answer.says });
      });
    }, REST_MS);
  };
  const drop = async (event: DragEndEvent) => {
    const wish = wishOf(event);
    isHeld.current = false;
    forget();
    if (!wish || Math.abs(event.delta.x) + Math.abs(event.delta.y) <= 3) return setShown(null);
    const known = shown && JSON.stringify(shown.wish) === JSON.stringify(wish) ? shown : null;
    if (known && "refused" in known) return;
    if (!known) {
      // Nobody moves what they did not see moved: a tag that was let go at once is shown first.
      const answer = await asked<{ startMin: number; says: string; moved: Told[] }>("/api/bench/move", wish);
      setShown(answer.ok ? { wish, ...answer.value, waits: true } : { wish, refused: answer.says });
      return;
    }
    await onMove(wish);
    setShown(null);
  };
  const partDays = useMemo(() => arrivals(page.jobs, axis), [page.jobs, axis]);
  return (
    <DndContext
      id="bench"
      sensors={sensors}
      onDragStart={() => {
        isHeld.current = true;
      }}
      onDragMove={look}
      onDragEnd={(event) => void drop(event)}
      onDragCancel={() => ((isHeld.current = false), forget(), setShown(null))}
    >
      <section className={`card board${busy ? " waits" : ""}`} aria-label="The week">
        <div className="board-row board-days">
          <span className="board-name" />
          <div className="board-area" ref={area}>
            {axis.map((day) => (
              <span
                key={day.midnight}
                className={`board-day${day.isWorked ? "" : " off"}`}
                style={{ left: percent(day.left), width: percent(day.width) }}
              >
                {day.isWorked ? (
                  <>
                    <button
                      className="link"
                      onClick={() => onDay(only === null ? day.midnight : null)}
                      title={only === null ? "This day alone" : "The whole week"}
                    >
                      {formatDay(dayAt(day.midnight)).slice(0, -5)}
                    </button>
                    <Hours day={day} every={only === null ? 4 : 1} />
                  </>
                ) : (
                  <b>{formatDay(dayAt(day.midnight)).slice(0, 3)}</b>
                )}
              </span>
            ))}
          </div>
        </div>
        <div className="board-row board-parts">
          <span className="board-name soft">Parts come</span>
          <div className="board-area">
            {partDays.map(({ day, waits }) => (
              <span
                key={day.midnight}
                className="board-part"
                style={{ left: percent(day.left), width: percent(day.width) }}
                title={waits.map(({ number, what }) => `${tagNumber(number)}: ${what}`).join("\n")}
              >
                {comes(waits)}
              </span>
            ))}
          </div>
        </div>
        {page.people.map(({ id, name, shifts }) => (
          <PersonRow key={id} id={id} name={name}>
            <Lanes axis={axis} now={page.nowMin} spans={shifts} />
            {only === null && <Days axis={axis} onDay={onDay} />}
            {bars
              .filter((bar) => bar.person === id && bar.to > first)
              .map((bar) => (
                <Tag
                  key={`${bar.from} ${bar.steps[0]!.id}`}
                  bar={bar}
                  job={jobs.get(bar.job)!}
                  axis={axis}
                  widePx={widePx}
                  picked={picked}
                  onPick={onPick}
                  isMovable={may("plan the bench") && !jobs.get(bar.job)!.frozen}
                />
              ))}
          </PersonRow>
        ))}
        <div className="board-rule" />
        {page.places.map(({ id, name }) => (
          <div className="board-row" key={id}>
            <span className="board-name">{name}</span>
            <div className="board-area">
              <Lanes axis={axis} now={page.nowMin} spans={null} />
              {page.drying
                .filter((one) => one.place === id && one.untilMin > first)
                .map((one) => (
                  <Dries key={one.number} axis={axis} from={Math.max(page.nowMin, first)} to={one.untilMin} job={one} />
                ))}
              {bars
                .filter((bar) => bar.place === id)
                .map((bar) => (
                  <PlaceTag
                    key={`${bar.from} ${bar.steps[0]!.id}`}
                    bar={bar}
                    job={jobs.get(bar.job)!}
                    axis={axis}
                    widePx={widePx}
                    picked={picked}
                    onPick={onPick}
                  />
                ))}
            </div>
          </div>
        ))}
      </section>
      <div className="board-would" role="status" aria-live="polite">
        {shown === null ? (
          <span className="soft">
            Drag a tag to another hour or person: what it would move stands here before you let go. By keyboard: choose a tag, M,
            arrows, Enter.
          </span>
        ) : "refused" in shown ? (
          <span className="bad">Not possible: {shown.refused}</span>
        ) : (
          <>
            <b>{shown.says}</b>
            {shown.moved.length === 0 ? " Nothing else moves to another day." : null}
            {shown.moved.slice(0, 4).map((one) => (
              <span key={`${one.job} ${one.says}`} className={one.hit ? "bad" : ""}>
                {" "}
                {one.says}.
              </span>
            ))}
            {shown.moved.length > 4 && ` And ${shown.moved.length - 4} more.`}
            {shown.waits && (
              <>
                {" "}
                <button className="button" disabled={busy} onClick={() => void onMove(shown.wish).then(() => setShown(null))}>
                  Move it
                </button>
                <button className="button quiet" onClick={() => setShown(null)}>
                  Leave it
                </button>
              </>
            )}
          </>
        )}
      </div>
    </DndContext>
  );
}

/** Each day of a row opens that day alone. */
function Days({ axis, onDay }: { axis: readonly AxisDay[]; onDay: (day: number) => void }) {
  return axis.map((day) =>
    day.isWorked ? (
      <button
        key={day.midnight}
        className="board-open-day"
        tabIndex={-1}
        style={{ left: percent(day.left), width: percent(day.width) }}
        onClick={() => onDay(day.midnight)}
        aria-label={`${formatDay(dayAt(day.midnight)).slice(0, -5)} alone`}
        title={`${formatDay(dayAt(day.midnight)).slice(0, -5)} alone`}
      />
    ) : null,
  );
}

/** The hours under a day, every so many of them. */
function Hours({ day, every }: { day: AxisDay; every: number }) {
  const hours: number[] = [];
  // One that would be cut at the end of its day is left out.
  for (let at = day.from; at <= day.to - (every > 1 ? 150 : 30); at += every * 60) hours.push(at);
  return hours.map((at) => (
    <i key={at} style={{ left: percent((at - day.from) / (day.to - day.from)) }}>
      {clockAt(day.midnight + at)}
    </i>
  ));
}

function PersonRow({ id, name, children }: { id: string; name: string; children: React.ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id });
  return (
    <div className={`board-row person${isOver ? " over" : ""}`} ref={setNodeRef}>
      <span className="board-name">{name}</span>
      <div className="board-area">{children}</div>
    </div>
  );
}

/** The hours of a row: days apart, what is over and what is no working time in grey. */
function Lanes({
  axis,
  now,
  spans,
}: {
  axis: readonly AxisDay[];
  now: number;
  spans: readonly (readonly [number, number])[] | null;
}) {
  const first = axis[0]!.midnight;
  const until = axis.at(-1)!.midnight + DAY_MIN;
  const isNow = now >= first && now < until;
  const worked = spans?.filter(([from, to]) => to > first && from < until) ?? null;
  return (
    <>
      {axis.map((day) => (
        <span
          key={day.midnight}
          className={`board-lane${day.isWorked ? "" : " off"}${worked ? " shift" : ""}`}
          style={{ left: percent(day.left), width: percent(day.width) }}
        />
      ))}
      {worked?.map(([from, to]) => (
        <span
          key={from}
          className="board-open"
          style={{ left: percent(shareAt(axis, from)), width: percent(shareAt(axis, to) - shareAt(axis, from)) }}
        />
      ))}
      {isNow && <span className="board-now" style={{ left: percent(shareAt(axis, now)) }} />}
    </>
  );
}

const placed = (axis: readonly AxisDay[], from: number, to: number) => {
  const left = shareAt(axis, from);
  return { left: percent(left), width: percent(Math.max(0.004, shareAt(axis, to) - left)) };
};

const titleOf = (bar: Bar, job: JobOnBoard) =>
  [
    `No. ${tagNumber(job.number)}, ${job.name}`,
    `${formatDay(dayAt(bar.from))}, ${clockAt(bar.from)} to ${clockAt(bar.to)}`,
    ...bar.steps.map(({ title, minutes }) => `${title} (${hours(minutes)})`),
    ...(job.lacks ? [`not settled: ${job.lacks}`] : []),
  ].join("\n");

const looks = (job: JobOnBoard, picked: string | null) =>
  [
    job.lateDays > 0 || job.doneMin === null ? " late" : "",
    job.lacks || !job.agreed ? " open" : "",
    job.frozen ? " frozen" : "",
    picked === job.id ? " picked" : picked === null ? "" : " other",
  ].join("");

/** What is narrower is no target for a hand (WCAG 2.2, 2.5.8: 24 px): its day is, which opens it. */
const TARGET_PX = 25;
const isTarget = (bar: Bar, axis: readonly AxisDay[], widePx: number): boolean =>
  (shareAt(axis, bar.to) - shareAt(axis, bar.from)) * widePx >= TARGET_PX;

type TagProps = {
  bar: Bar;
  job: JobOnBoard;
  axis: readonly AxisDay[];
  widePx: number;
  picked: string | null;
  onPick: (job: string) => void;
};

function Tag({ isMovable, ...of }: TagProps & { isMovable: boolean }) {
  const { bar, job, axis, widePx, picked } = of;
  if (isTarget(bar, axis, widePx)) return <WideTag isMovable={isMovable} {...of} />;
  return <span className={`board-tag narrow${looks(job, picked)}`} style={placed(axis, bar.from, bar.to)} />;
}

function WideTag({ bar, job, axis, picked, onPick, isMovable }: TagProps & { isMovable: boolean }) {
  const { setNodeRef, listeners, attributes, transform, isDragging } = useDraggable({
    id: `${bar.person} ${bar.from}`,
    data: { bar },
    disabled: !isMovable,
  });
  return (
    <button
      ref={setNodeRef}
      className={`board-tag${looks(job, picked)}${isDragging ? " dragged" : ""}`}
      style={{
        ...placed(axis, bar.from, bar.to),
        ...(transform && { transform: `translate3d(${transform.x}px, ${transform.y}px, 0)` }),
      }}
      title={titleOf(bar, job)}
      {...attributes}
      {...listeners}
      aria-label={`No. ${tagNumber(job.number)}, ${job.name}, ${formatDay(dayAt(bar.from))} ${clockAt(bar.from)} to ${clockAt(bar.to)}: ${bar.steps.map(({ title }) => title).join(", ")}`}
      aria-pressed={picked === job.id}
      onClick={() => onPick(job.id)}
    >
      <span>
        <span className="num">{tagNumber(job.number)}</span> {job.name}
      </span>
    </button>
  );
}

function PlaceTag({ bar, job, axis, widePx, picked, onPick }: TagProps) {
  return (
    <>
      {!isTarget(bar, axis, widePx) ? (
        <span className={`board-tag at-place narrow${looks(job, picked)}`} style={placed(axis, bar.from, bar.to)} />
      ) : (
        <button
          className={`board-tag at-place${looks(job, picked)}`}
          style={placed(axis, bar.from, bar.to)}
          title={titleOf(bar, job)}
          aria-label={`No. ${tagNumber(job.number)} at this place, ${formatDay(dayAt(bar.from))} ${clockAt(bar.from)} to ${clockAt(bar.to)}`}
          onClick={() => onPick(job.id)}
        >
          <span>
            <span className="num">{tagNumber(job.number)}</span>
          </span>
        </button>
      )}
      {bar.holdsTo !== null && <Dries axis={axis} from={bar.to} to={bar.holdsTo} job={job} />}
    </>
  );
}

/** Time for which something holds a place, and nobody. */
const Dries = ({
  axis,
  from,
  to,
  job,
}: {
  axis: readonly AxisDay[];
  from: number;
  to: number;
  job: { readonly number: number; readonly name: string };
}) => (
  <span
    className="board-holds"
    style={placed(axis, from, to)}
    title={`${job.name}: dries until ${formatDay(dayAt(to))}, ${clockAt(to)}`}
  >
    {tagNumber(job.number)} dries
  </span>
);

/** Parts of a day in few words: of which job, or of how many. */
function comes(waits: readonly { readonly number: number }[]): string {
  if (waits.length === 0) return "";
  const jobs = [...new Set(waits.map(({ number }) => number))];
  const parts = `${waits.length} part${waits.length === 1 ? "" : "s"}`;
  return jobs.length <= 2 ? `${parts}, ${jobs.map(tagNumber).join(", ")}` : `${parts}, ${jobs.length} jobs`;
}

/** Parts that come on each day of the week. */
function arrivals(jobs: readonly JobOnBoard[], axis: readonly AxisDay[]) {
  return axis.map((day) => ({
    day,
    waits: jobs.flatMap(({ number, waits }) =>
      waits.filter((one) => one.day === dayAt(day.midnight)).map(({ what }) => ({ number, what })),
    ),
  }));
}
