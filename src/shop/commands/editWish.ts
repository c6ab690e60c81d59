import { WISH_NAMES } from "@/core/wish/names";
import { wishSchema, type Wish } from "@/core/wish/wish";
import { bad } from "@/core/result";
import { doubtOfDay, doubtOfFigure, WISH_FIGURES, type WishFigure } from "@/core/wish/readWish";
import { done, refused, type UseCase } from "../useCase";

/** Writes down what the customer wants, field by field. A figure that is unusual is asked about, as the survey does. */
export const editWish: UseCase<"edit wish"> = (job, command, bench) => {
  const changed = Object.entries(command.wish) as [keyof Wish, unknown][];
  const wish = wishSchema.parse({ ...job.wish, ...command.wish });
  if (wish.customer === "") return refused("A job wants its customer's name.");
  for (const [field, value] of command.confirmed ? [] : changed) {
    const doubt = field in WISH_FIGURES && typeof value === "number" ? doubtOfFigure(field as WishFigure, value) : null;
    if (doubt) return bad({ kind: "ask", says: doubt.says, perhaps: doubt.perhaps, value: value as number });
    const day = field === "readyBy" && typeof value === "string" ? doubtOfDay(value, bench.at) : null;
    if (day) return bad({ kind: "ask", says: day.says, perhaps: null, value: 0 });
  }
  return done({ wish }, `Ask: ${changed.map(([field]) => WISH_NAMES[field]).join(", ")}`);
};
