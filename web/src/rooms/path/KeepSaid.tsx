import {
  carSchema,
  FIGURES,
  type Assumed,
  type Car,
  type Explanation,
  type FigureId,
  type Plan,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import type { Draft } from "../../stores/draft";
import { useGarage } from "../../stores/garage";
import { sayDone, sayTrouble } from "../../stores/notices";

/** What two figures of a car were measured to be, by times at several currents. */
export interface Measured {
  readonly kind: "measured";
  readonly ownDrawW: number;
  readonly efficiency: number;
}

/** Where what is kept goes. */
export interface Kept {
  readonly plan: Plan;
  readonly draft: Draft;
  onChange(draft: Draft): void;
}

/** Digits to which a measured figure is kept: finer would say more than was read. */
const DIGITS: Readonly<Record<FigureId, number>> = { ownDraw: 0, economy: 0, capacity: 1, efficiency: 1 };

/** A car with figures as measured, no longer marked as assumed; undefined where that is no car. */
function measuredCar(car: Car, reason: Explanation | Measured): Car | undefined {
  const values: readonly (readonly [FigureId, number])[] =
    reason.kind === "measured"
      ? [
          ["ownDraw", reason.ownDrawW],
          ["efficiency", reason.efficiency * 100],
        ]
      : reason.kind === "figure"
        ? [[reason.figure, reason.value]]
        : [];
  const known = new Set<Assumed>();
  let changed = car;
  for (const [id, value] of values) {
    const figure = FIGURES.find((one) => one.id === id)!;
    changed = figure.put(changed, Number(value.toFixed(DIGITS[id])));
    known.add(figure.mark);
  }
  const { assumed, ...rest } = changed;
  const left = (assumed ?? []).filter((mark) => !known.has(mark));
  const parsed = carSchema.safeParse({ ...rest, ...(left.length > 0 ? { assumed: left } : {}) });
  return parsed.success ? parsed.data : undefined;
}

/** Takes a reason for true: a figure into the car as measured, a lower step into the path. */
export function Keep({ reason, plan, draft, onChange }: Kept & { readonly reason: Explanation | Measured }) {
  const { garage, keep } = useGarage();
  if (reason.kind === "step")
    return (
      <Button
        quiet
        aria-label={`Set ${reason.amps} A on the path`}
        onClick={() => onChange({ ...draft, settings: { ...draft.settings, evseAmps: reason.amps } })}
      >
        Set it so
      </Button>
    );
  // A car that is only tried out is not the one that is kept.
  const row = draft.trial?.parts.car ? undefined : garage?.cars.find(({ id }) => id === draft.carId);
  const car = row && measuredCar(row.spec, reason);
  if (!row || !car || reason.kind === "wall" || reason.kind === "one-phase") return null;
  const name = reason.kind === "figure" ? reason.name : "what was measured";
  const take = () =>
    keep("cars", { ...row, spec: car }).then(
      (kept) =>
        sayDone(`Kept with ${plan.car.name} as measured: ${name}.`, {
          label: "Undo",
          run: () => void keep("cars", { ...kept, spec: row.spec }).catch(sayTrouble),
        }),
      sayTrouble,
    );
  return (
    <Button quiet aria-label={`Keep ${name} with the car`} asks={take}>
      Keep it
    </Button>
  );
}
