import type { Label } from "../parts/label";
import { tagNumber } from "../units/tagNumber";
import type { Job } from "./job";

/** Labels that keep a job together: on the bike, on the box of its parts, on its key. Each code is the job's number, as it is looked for. */
export function jobLabels({ number, wish }: Pick<Job, "number" | "wish">): Label[] {
  const label = (note: string): Label => ({ code: String(number), name: `${tagNumber(number)} ${wish.customer}`, note });
  return [
    label(`Bike: ${wish.bike || "not named"}`),
    label("Box: what came off, and its parts"),
    label("Key of the pack and the lock"),
  ];
}
