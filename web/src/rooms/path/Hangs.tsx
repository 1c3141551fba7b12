import { useState } from "react";
import { daysBetween, type Wall } from "../../format/wall";
import { type Assumed, type Car, type Spread } from "@kettleback/core";
import { Button } from "../../controls/Button";
import { dayTimeText, timeText } from "../../format/manner";
import { distanceFigure, figureText, moneyText } from "../../format/number";
import type { Charging } from "../../jobs/answer";
import { useJob } from "../../jobs/useJob";
import { KnownFigure } from "../../plan/KnownFigure";
import { localAt } from "../../plan/answers";
import type { Draft } from "../../stores/draft";
import { useGarage } from "../../stores/garage";
import { startMatters, useSpanIn } from "../../stores/spanIn";
import { sayDone, sayTrouble } from "../../stores/notices";

/** What was assumed of the car because nobody knew it, and how far the answer hangs on it; nothing where all is known. */
export function Hangs({ charging, draft }: { readonly charging: Charging; readonly draft: Draft }) {
  const { plan, solution } = charging;
  const { result: hangs } = useJob("hangs", plan, solution.clock);
  const { garage, keep } = useGarage();
  const [asking, setAsking] = useState<Assumed | null>(null);
  const [left, setLeft] = useState<Assumed | null>(null);
  const unknown = useSpanIn(startMatters);
  if (!hangs || (hangs.length === 0 && !unknown)) return null;
  const row = garage?.cars.find(({ id }) => id === draft.carId);
  const known = (car: Car) => {
    if (!row) return;
    setAsking(null);
    keep("cars", { ...row, spec: car }).then(
      () => sayDone("Taken as known, and kept with the car."),
      sayTrouble,
    );
  };
  return (
    <section className="hangs" aria-label="What it hangs on">
      <h2>What we assumed, and how much it matters</h2>
      <ul>
        {unknown && <Start charging={charging} />}
        {hangs.map((hang) => (
          <li key={hang.assumed}>
            <span>
              <b>{hang.name.replace(/^./, (c) => c.toUpperCase())}</b>, {hang.range}: {effect(hang, charging)}
            </span>
            {row && asking !== hang.assumed && (
              <Button
                quiet
                // Who leaves the field is back where it was opened.
                autoFocus={left === hang.assumed}
                onClick={() => setAsking(hang.assumed)}
                aria-label={`${hang.name}: enter my figure`}
              >
                Enter my figure
              </Button>
            )}
            {row && asking === hang.assumed && (
              <KnownFigure
                assumed={hang.assumed}
                car={row.spec}
                household={plan.household}
                system={plan.outlet.supply.system}
                onKnown={known}
                onCancel={() => {
                  setLeft(hang.assumed);
                  setAsking(null);
                }}
              />
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What hangs on a charge at the start that nobody knows; it is typed in the sentence. */
function Start({ charging }: { readonly charging: Charging }) {
  const { plan, solution } = charging;
  const { result } = useJob("hangOnStart", plan, solution.clock);
  if (!result) return null;
  return (
    <li>
      <span>
        <b>The charge at the start</b>, {result.range}, a usual day’s drive more or less:{" "}
        {effect(result, charging)}
      </span>
    </li>
  );
}

/** What moves between the two ends: the time, the money, or only the distance. */
function effect({ ready, cost, km }: Spread, { solution, plan }: Charging): string {
  const { currency, distanceUnit } = plan.household;
  const [first, last] = ready.map((seconds) => localAt(solution, seconds)) as [Wall, Wall];
  const text = daysBetween(first, last) === 0 ? timeText : dayTimeText;
  const said = [
    ...(ready[1] - ready[0] >= 60 ? [`ready between ${text(first)} and ${text(last)}`] : []),
    ...(cost[1] - cost[0] >= 10_000
      ? [`${moneyText(cost[0], currency)} to ${moneyText(cost[1], currency)}`]
      : []),
    ...(km[1] - km[0] >= 1
      ? [
          `${figureText(distanceFigure(km[0], distanceUnit))} to ${figureText(distanceFigure(km[1], distanceUnit))} put in`,
        ]
      : []),
  ];
  return said.length > 0 ? said.join("; ") : "hardly anything here";
}
