import { ladder, pathOf, type Plan } from "@kettleback/core";
import { durationText, figureText, moneyText, powerFigure } from "../format/number";

/** What would lift it: the next better links, each standing on the ones before it. */
export function Lift({ plan }: { plan: Plan }) {
  const rungs = ladder(pathOf(plan), plan.session, plan.tariff);
  return (
    <section className="lift" aria-label="What would lift it">
      <h2>What would lift it</h2>
      {rungs.length === 0 && <p className="quiet">Nothing in the path: the car itself is what binds.</p>}
      <ol>
        {rungs.map((rung) => (
          <li key={rung.what}>
            <span>{rung.what.replace(/^./, (c) => c.toUpperCase())}</span>
            <span className="gains">
              +{figureText(powerFigure(rung.gainW))}, {durationText(rung.secondsSaved)} sooner,{" "}
              {rung.costMore === 0
                ? "same cost"
                : `${moneyText(Math.abs(rung.costMore) as typeof rung.costMore, plan.household.currency)} ${rung.costMore < 0 ? "less" : "more"}`}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
