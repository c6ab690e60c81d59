import type { Step } from "./steps";

type Seen = Pick<Step, "id" | "title" | "minutes" | "does" | "after" | "marks">;

/** What differs between two work orders of one bike, in sentences: steps that come and go, their minutes, their lines, their order. */
export function workChanges(was: readonly Seen[], then: readonly Seen[]): string[] {
  const before = new Map(was.map((step) => [step.id, step] as const));
  const after = new Map(then.map((step) => [step.id, step] as const));
  const both = then.filter(({ id }) => before.has(id));
  const moved = was.filter(({ id }) => after.has(id)).some(({ id }, i) => both[i]!.id !== id);
  return [
    ...then.filter(({ id }) => !before.has(id)).map(({ title, minutes }) => `New step: ${title}, ${Math.round(minutes)} min`),
    ...was.filter(({ id }) => !after.has(id)).map(({ title }) => `No longer: ${title}`),
    ...both.flatMap((step) => {
      const old = before.get(step.id)!;
      const [from, to] = [Math.round(old.minutes), Math.round(step.minutes)];
      return [
        ...(old.title === step.title ? [] : [`${old.title} is called ${step.title}`]),
        ...(from === to ? [] : [`${step.title}: ${to} min instead of ${from}`]),
        ...(JSON.stringify(old.does) === JSON.stringify(step.does) ? [] : [`${step.title}: other lines`]),
        ...step.marks
          .filter(({ key }) => !old.marks.some((one) => one.key === key))
          .map(({ says }) => `${step.title}: signed for: ${says}`),
        ...old.marks
          .filter(({ key }) => !step.marks.some((one) => one.key === key))
          .map(({ says }) => `${step.title}: not signed for: ${says}`),
      ];
    }),
    ...(moved ? ["Its steps are in another order"] : []),
  ];
}
