import { Link } from "react-router-dom";
import type { Charging } from "../../jobs/answer";
import { useSolve } from "../../jobs/store";
import { comparedText, moneyText } from "../../format/number";
import { localAt } from "../../plan/answers";
import { momentText } from "../../format/manner";

/** What waiting for the cheapest hours would save, with the way to Money; nothing where it saves nothing. */
export function Cheaper({ charging }: { readonly charging: Charging }) {
  const aside = useSolve((s) => s.aside);
  const { plan, solution } = charging;
  const cheaper = aside?.plan === plan ? aside.cheaper : null;
  if (!cheaper) return null;
  const { currency } = plan.household;
  return (
    <p className="cheaper">
      At the cheapest hours, from {momentText(localAt(solution, 0), localAt(solution, cheaper.from))}, this
      charge costs <b>{moneyText(cheaper.cost, currency)}</b>,{" "}
      {comparedText(cheaper.cost, cheaper.atOnce, currency, "at once")}.{" "}
      <Link to="/money/when">When to charge</Link>
    </p>
  );
}
