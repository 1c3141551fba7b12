import { Suspense, useState } from "react";
import { fromWhPerKm } from "@kettleback/core";
import { Button } from "../../controls/Button";
import { lazyView } from "../../controls/lazyView";
import { decimals } from "../../format/number";
import type { Charging } from "../../jobs/answer";
import type { Draft } from "../../stores/draft";
import { useGarage } from "../../stores/garage";
import { sayDone, sayTrouble } from "../../stores/notices";

const KnownFigure = lazyView(async () => ({
  default: (await import("../../plan/KnownFigure")).KnownFigure,
}));

/** What every distance here is counted with, changed in place. */
export function Economy({ charging, draft }: { readonly charging: Charging; readonly draft: Draft }) {
  const { plan } = charging;
  const { household, car } = plan;
  const { garage, keep } = useGarage();
  const [asking, setAsking] = useState(false);
  // A car that is only tried out is not the one that is kept.
  const row = draft.trial?.parts.car ? undefined : garage?.cars.find(({ id }) => id === draft.carId);
  const shown = fromWhPerKm(car.whPerKm, household.economyUnit);
  return (
    <div className="economy">
      Distances are counted with {decimals(shown, shown < 10 ? 2 : shown < 100 ? 1 : 0)}{" "}
      {household.economyUnit}.{" "}
      {row &&
        (asking ? (
          <Suspense>
            <KnownFigure
              assumed="economy"
              car={row.spec}
              household={household}
              system={plan.outlet.supply.system}
              onKnown={(known) => {
                setAsking(false);
                keep("cars", { ...row, spec: known }).then(
                  (kept) =>
                    sayDone("Kept with the car.", {
                      label: "Undo",
                      run: () => void keep("cars", { ...kept, spec: row.spec }).catch(sayTrouble),
                    }),
                  sayTrouble,
                );
              }}
              onCancel={() => setAsking(false)}
            />
          </Suspense>
        ) : (
          <Button quiet aria-label="Change what the car uses" onClick={() => setAsking(true)}>
            Change
          </Button>
        ))}
    </div>
  );
}
