import { PRACTICE } from "../../../basis";
import type { PartKind } from "../../../parts/kinds";
import { type Build, lastOf, motorsOf, partsOf } from "../../build";
import type { Outcome } from "../../finding";
import { defineRule } from "../../rule";

/** Kinds of which a bike has one, and where in Drive it is chosen; of chargers, fuses, leads and converters it may have several. */
const ONE_A_BIKE = {
  battery: "battery",
  display: "display",
  throttle: "throttle",
  chainring: "kit",
  cluster: "kit",
  shifter: "kit",
} as const satisfies Partial<Record<PartKind, string>>;
type One = keyof typeof ONE_A_BIKE;

const unlike = (kind: One, build: Build) => [...new Map(partsOf(build, kind).map((part) => [part.id, part])).values()];

export const oneOfAKind = defineRule<One>({
  id: "kit/twice",
  title: (kind) => `One ${kind}`,
  why: "Of two parts for one place one is checked and the other is fitted: the paper then tells of another bike.",
  basis: [PRACTICE],
  subjects: (build) =>
    motorsOf(build).length === 0 ? [] : (Object.keys(ONE_A_BIKE) as One[]).filter((kind) => unlike(kind, build).length > 1),
  key: (kind) => kind,
  place: () => "kit",
  needs: () => [],
  check(kind, _survey, build): Outcome {
    const names = unlike(kind, build).map((part) => part.name);
    return {
      verdict: "measure",
      says: `${names.join(" and ")}: one of them goes on the bike. The checks look at ${lastOf(build, kind)!.name}; take the ${names.length > 2 ? "others" : "other"} out of the build.`,
      figures: [{ label: "in the build", value: names.length }],
      choose: ONE_A_BIKE[kind],
    };
  },
});
