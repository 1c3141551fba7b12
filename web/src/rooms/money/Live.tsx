import { moneyText, moreText, shownMore } from "../../format/number";
import { localAt } from "../../plan/answers";
import { useJob } from "../../jobs/useJob";
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
  const { result: schedules, stale } = useJob("schedules", plan, solution);
  const { currency } = plan.household;
  const { bill } = solution;
  // Until the newest is there the clause about the cheapest hours is that of before, measured by its own start at once.
  const cheapest = schedules?.by.cheapest;
  const atOnce = schedules?.atOnce.bill.total ?? bill.total;
  const at = (seconds: number) => momentText(localAt(solution, 0), localAt(solution, seconds));
  return (
    <p className="says live" aria-live="polite" aria-busy={stale}>
      <strong>
        {plan.name}: {moneyText(bill.total, currency)} at once
      </strong>
      {cheapest &&
        shownMore(cheapest.bill.total, atOnce, currency) < 0 &&
        `; ${moneyText(cheapest.bill.total, currency)} at the cheapest hours, from ${at(cheapest.windows[0]?.from ?? 0)}, ready at ${at(cheapest.readyAt ?? 0)} (${moreText(cheapest.bill.total, atOnce, currency)})`}
      .{tried && <em> Tried, not saved yet.</em>}
    </p>
  );
}
