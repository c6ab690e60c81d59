import { isDeepStrictEqual } from "node:util";
import { countVerdicts } from "@/core/fit/finding";
import { overBudget } from "@/core/cost/overBudget";
import { givenNow } from "@/core/job/given";
import { letterOf } from "@/core/job/letters";
import { isQuickRide, rideMade } from "@/core/job/rideMade";
import { massOf, rideOf } from "@/core/job/rideOf";
import type { Job } from "@/core/job/job";
import { formatMoney } from "@/core/money/money";
import { formatNumber } from "@/core/units/formatQuantity";
import { assessOn, done, refused, type UseCase } from "../useCase";

const MOST_GIVEN = 50;

/** Freezes the sheet as the customer gets it, whole: its prices, rates and rules, and the build that it is for. */
export const giveSheet: UseCase<"give sheet"> = (job, command, bench) => {
  const now = assessOn(job, bench);
  const { sheet } = now;
  if (sheet.lines.length === 0) return refused("There is nothing on the sheet yet: choose a kit or parts in Drive.");
  if (job.given.length >= MOST_GIVEN) return refused(`A sheet is given at most ${MOST_GIVEN} times: begin a copy of the job.`);
  if (sheet.unpriced > 0) {
    const lines = sheet.lines.filter((line) => line.priceMinor === null).map((line) => `${line.says} (${line.problem})`);
    const abroad =
      lines.length < sheet.unpriced ? ["the carriage of a placed order (no rate for its currency in the house rules)"] : [];
    return refused(
      `${sheet.unpriced} line${sheet.unpriced === 1 ? " has" : "s have"} no price: ${[...lines, ...abroad].join("; ")}.`,
    );
  }
  const over = overBudget(sheet);
  if (over !== null && !command.overBudget) return refused(`${over}: say that it is given all the same.`);
  // Of a very long road the ride stands in Ride alone: nobody else waits for it to be reckoned here.
  const ride = isQuickRide(job.wish) ? rideMade(rideOf(now.fit.build, job.wish, massOf(now.promises)), job.wish) : null;
  const copy = givenNow(job, { ...now, promises: [...now.promises, ...(ride?.promises ?? [])] }, bench.house.rates, {
    at: bench.at,
    by: bench.by,
  });
  return done(
    { given: [...job.given, copy] },
    `Sheet ${letterOf(job.given.length)} given to the customer: ${formatMoney(sheet.allInMinor, sheet.currency)}`,
  );
};

/**
 * What the customer says to a sheet. It is accepted while its build is the one on the bench: what is agreed is what is built. The one
 * that is accepted last counts.
 */
export const answerSheet: UseCase<"answer sheet"> = (job, { given, expectMinor, answer }, bench) => {
  const one = job.given[given];
  if (!one) return refused("There is no such sheet.");
  const called = `Sheet ${letterOf(given)}`;
  const price = formatMoney(one.allInMinor, one.currency);
  if (one.allInMinor !== expectMinor) return refused(`${called} is ${price}: look again, then say so.`);
  const answered = (is: (typeof one)["answer"]) => ({
    given: job.given.map((other, i) => (i === given ? { ...one, answer: is } : other)),
  });
  if (answer === null)
    return one.answer === null ? refused(`${called} is open already.`) : done(answered(null), `${called} is open again`);
  const stamped = { ...answer, at: bench.at, by: bench.by };
  if (answer.how === "declined")
    return done(answered(stamped), `${called} declined${answer.why === "" ? "" : `: ${answer.why}`}`);
  if (one.whole === null)
    return refused(`${called} was given before whole sheets were kept: give it again, and have that accepted.`);
  if (one.answer?.how === "accepted") return refused(`${called} is accepted already, by ${one.answer.name}.`);
  const then = answered(stamped);
  const { agreed, fit } = assessOn({ ...job, ...then }, bench);
  const stops = countVerdicts(fit.findings).stop;
  if (stops > 0) return refused(`Nothing is agreed while the fit says stop (${stops}): settle it in Fit first.`);
  if (agreed && agreed.changes.length > 0)
    return refused(
      `The bench holds another build than that of ${called} (${agreed.changes.slice(0, 3).join("; ")}): take ${called} up first.`,
    );
  return done(then, `${called} accepted by ${answer.name}: ${price}${answer.strokes ? "" : ", signed on paper"}`);
};

/** Puts the build of a given sheet back on the bench. */
export const takeUpSheet: UseCase<"take up sheet"> = (job, { given }, bench) => {
  const one = job.given[given];
  if (!one) return refused("There is no such sheet.");
  const called = `Sheet ${letterOf(given)}`;
  if (one.whole === null) return refused(`What ${called} was made of was not kept: it was given before that.`);
  const { accepted, ...rest } = one.whole.build;
  const parts = [...Object.values(rest.choices), ...rest.also.map(({ partId }) => partId)];
  const gone = [...new Set(parts.filter((id) => !bench.catalogue.parts.has(id)))];
  if (gone.length > 0) return refused(`No longer in the books: ${gone.join(", ")}. Nothing was changed.`);
  const build: Partial<Job> = { ...rest, accepted: accepted.map(({ says: _says, ...remedy }) => remedy) };
  const same = Object.entries(build).every(([key, value]) => isDeepStrictEqual(job[key as keyof Job], value));
  return same ? refused(`The bench holds ${called} already.`) : done(build, `${called} taken up: ${one.whole.title}`);
};

/** Takes something off the sheet, or no longer. */
export const discount: UseCase<"discount"> = (job, command, bench) => {
  if (command.discount === null)
    return job.discount === null ? refused("There is no discount.") : done({ discount: null }, "No discount any more");
  const { off, why } = command.discount;
  const { sheet } = assessOn({ ...job, discount: command.discount, signed: null }, bench);
  if (sheet.lines.length === 0) return refused("There is nothing on the sheet yet: choose a kit or parts in Drive.");
  if (off.as === "amount" && sheet.discountMinor < off.minor)
    return refused(`That is more than all of it before tax, ${formatMoney(sheet.discountMinor, sheet.currency)}.`);
  const much = off.as === "percent" ? `${formatNumber(off.percent, 2)} %` : formatMoney(off.minor, sheet.currency);
  return done({ discount: command.discount }, `Discount of ${much}: ${why}`);
};
