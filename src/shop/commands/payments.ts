import { accountOf } from "@/core/cost/account";
import { formatMoney } from "@/core/money/money";
import { assessOn, done, refused, type UseCase } from "../useCase";

/** Takes a customer's money, or gives it back: never more back than was paid; more than is owed only where somebody says so. */
export const takePayment: UseCase<"take payment"> = (job, { minor, back, how, says, over }, bench) => {
  const { sheet } = assessOn(job, bench);
  const { currency } = sheet;
  const account = accountOf(job.payments, sheet);
  if (back && minor > account.paidMinor)
    return refused(`${formatMoney(account.paidMinor, currency)} was paid in all: no more than that is given back.`);
  if (!back && minor > account.owedMinor && over !== true)
    return refused(`${formatMoney(Math.max(0, account.owedMinor), currency)} is owed: say that more is taken all the same.`);
  const payment = { at: bench.at, by: bench.by, minor, back, currency, how, says };
  return done(
    { payments: [...job.payments, payment] },
    `${back ? "Given back" : "Paid"}: ${formatMoney(minor, currency)}, ${how}${says && ` (${says})`}`,
  );
};
