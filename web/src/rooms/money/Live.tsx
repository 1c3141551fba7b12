import { schedulesOf } from "@kettleback/core";
import { moneyText, moreText, shownMore } from "../../format/number";
import { localAt } from "../../plan/answers";
import { useSolved } from "../../jobs/useSolved";
import type { Answered, Charging } from "../../jobs/answer";
import { momentText } from "../../format/manner";

/** What the tariff in view comes to for the path in the sentence, while it is being changed. */
export function Live({ answered, tried }: { readonly answered: Answered; readonly tried: boolean }) {
  if (answered.kind !== "charging") return null;
  return <Figures charging={answered} tried={tried} />;
}

function Figures({
  charging: { plan, solution },
  tried,
}: {
  readonly charging: Charging;
  readonly tried: boolean;
}) {
  const schedules = useSolved(() => schedulesOf(plan, solution), [plan, solution]);
  const { currency } = plan.household;
  const { bill } = solution;
  const cheapest = schedules?.by.cheapest;
  const at = (seconds: number) => momentText(localAt(solution, 0), localAt(solution, seconds));
  return (
    <p className="says live" aria-live="polite">
      <strong>
        {plan.name}: {moneyText(bill.total, currency)} at once
      </strong>
      {cheapest &&
        shownMore(cheapest.bill.total, bill.total, currency) < 0 &&
        `; ${moneyText(cheapest.bill.total, currency)} at the cheapest hours, from ${at(cheapest.windows[0]?.from ?? 0)}, ready at ${at(cheapest.readyAt ?? 0)} (${moreText(cheapest.bill.total, bill.total, currency)})`}
      .{tried && <em> Tried, not saved yet.</em>}
    </p>
  );
}
