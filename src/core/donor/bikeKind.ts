import type { Donor } from "./donor";
import { donorItem } from "./items";

/** The kind of a bike, as the survey names it; empty where it was not looked at. */
export const kindOf = ({ frameKind }: Pick<Donor, "frameKind">): string => String(frameKind?.value ?? "");

/** A kind of bike in words, as the survey has it; empty for none that it knows. @example bikeKind("trike") // => "Trike" */
export const bikeKind = (kind: string): string => {
  const item = donorItem("frameKind");
  return item.kind === "choice" && Object.hasOwn(item.options, kind)
    ? (item.options as Readonly<Record<string, string>>)[kind]!
    : "";
};
