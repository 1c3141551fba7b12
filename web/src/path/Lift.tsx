import Button from "react-bootstrap/Button";
import type { Rung } from "@kettleback/core";
import type { Charging } from "../solve/answer";
import { useSolve } from "../solve/store";
import type { Draft, Trial } from "../state/draft";
import { durationText, figureText, moneyText, powerFigure } from "../format/number";

interface Props {
  readonly charging: Charging;
  readonly draft: Draft;
  onChange(draft: Draft): void;
}

const PARTS = ["household", "outlet", "lead", "unit", "cable", "adapter"] as const;

/** The parts of a rung's plan that are not those of the plan it was asked of. */
const partsOf = (rung: Rung, { plan }: Charging): Trial["parts"] =>
  Object.fromEntries(
    PARTS.filter(
      (part) =>
        rung.plan[part] !== plan[part] && JSON.stringify(rung.plan[part]) !== JSON.stringify(plan[part]),
    ).map((part) => [part, rung.plan[part]]),
  );

/** What would lift it: coherent changes, least gain first; any of them is tried out from here, and undone. */
export function Lift({ charging, draft, onChange }: Props) {
  const aside = useSolve((s) => s.aside);
  const { plan, point } = charging;
  const known = aside?.plan === plan;
  const rungs = known ? aside.rungs : [];
  const kind = point.links[point.binding]!.kind;
  return (
    <section className="lift" aria-label="What would lift it" aria-busy={!known}>
      <h2>What would lift it</h2>
      {known && rungs.length === 0 && (
        <p className="quiet">
          {kind === "charger" || kind === "battery" || kind === "inlet"
            ? "Nothing in the path: the car itself is what binds."
            : "Nothing that could be advised here as it stands: see the cautions first."}
        </p>
      )}
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
            <Button
              size="sm"
              variant="quiet"
              aria-label={`Try it: ${rung.what}`}
              onClick={() =>
                onChange({
                  ...draft,
                  settings: rung.plan.settings,
                  trial: { what: rung.what, parts: { ...draft.trial?.parts, ...partsOf(rung, charging) } },
                })
              }
            >
              Try it
            </Button>
          </li>
        ))}
      </ol>
      {rungs.some((r) => r.effort === "outlet" || r.effort === "wired") && (
        <p className="quiet">Work on the wiring is a licensed electrician’s; your local code decides.</p>
      )}
    </section>
  );
}
