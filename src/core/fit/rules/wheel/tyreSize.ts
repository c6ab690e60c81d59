import { PRACTICE, standard } from "../../../basis";
import type { PartOf } from "../../../parts/part";
import { type Build, needBest } from "../../build";
import { bought } from "../../remedies";
import { defineRule } from "../../rule";
import { type End, ENDS, hasMotor, hubMotorAt, keysOfEnd, wheelPlace } from "../subjects";
import { knownRimSizeAt, rimPartAt, rimSizeAt, sizeName } from "./rimAt";
import { tyrePartAt } from "./tyreAt";
import { againstTyre } from "./tyreGoes";

/** A tyre that goes on no rim there is, or a wheel without a motor whose new rim is of another size. */
type Subject = { readonly tyre: PartOf<"tyre"> } | { readonly end: End };

export const tyreSize = defineRule<Subject>({
  id: "wheel/tyre-size",
  title: "Tyre of the rim's size",
  why: "A tyre goes on the bead seat that it is made for, and on no other.",
  basis: [standard("ISO 5775"), PRACTICE],
  subjects: (build) => (hasMotor(build) ? [...strayTyres(build), ...bareRims(build)] : []),
  key: (subject) => ("tyre" in subject ? subject.tyre.id : subject.end),
  place: (subject) => ("tyre" in subject ? "front wheel" : wheelPlace(subject.end)),
  needs: (subject) => ("tyre" in subject ? [] : [keysOfEnd(subject.end).beadSeat]),
  check(subject, survey, build) {
    const sizes = ENDS.map((end) => ({ end, mm: rimSizeAt(end, survey, build) }));
    const figures = sizes.map(({ end, mm }) => ({ label: `${end} rim`, value: sizeName(mm), unit: "mm" }));
    if ("tyre" in subject) {
      const { beadSeatMm } = subject.tyre.spec;
      const says = `${subject.tyre.name} is for rims of ${sizeName(beadSeatMm)}`;
      return sizes.some(({ mm }) => mm === beadSeatMm)
        ? { verdict: "clear", says: `${says}.`, figures }
        : {
            verdict: "stop",
            safety: true,
            says: `${says}: neither wheel has one.`,
            figures,
            lifts: `a tyre for ${[...new Set(sizes.map(({ mm }) => mm))].join(" or ")}`,
          };
    }
    const { end } = subject;
    const size = rimSizeAt(end, survey, build);
    const fresh = tyrePartAt(end, build);
    if (fresh) return { verdict: "clear", says: `${fresh.name} goes on the new ${end} rim.`, figures };
    return {
      verdict: "adapt",
      safety: true,
      says: `The new ${end} rim is ${sizeName(size)}, and no tyre of that size comes with it.`,
      figures,
      remedies: [
        bought(
          "tyre",
          `Tyre of ${size}`,
          `for the new ${end} rim`,
          [
            needBest(
              build,
              "tyre",
              1,
              `tyre for ${size}`,
              (spec) => spec.beadSeatMm === size,
              (spec) => againstTyre(spec, end, build),
            ),
          ],
          ["moveTyre"],
          `has ${end} tyre`,
        ),
      ],
    };
  },
});

/** What a kit has over stays in its box, and is none of these. */
const strayTyres = (build: Build): Subject[] =>
  build.supplied.flatMap(({ part, origin }) =>
    part.kind === "tyre" && origin.type !== "kit" && !ENDS.some((end) => knownRimSizeAt(end, build) === part.spec.beadSeatMm)
      ? [{ tyre: part }]
      : [],
  );

const bareRims = (build: Build): Subject[] =>
  ENDS.filter((end) => {
    const rim = hubMotorAt(end, build) ? undefined : rimPartAt(end, build);
    const own = build.donor[keysOfEnd(end).beadSeat]?.value;
    return rim !== undefined && own !== undefined && own !== rim.spec.beadSeatMm;
  }).map((end) => ({ end }));
