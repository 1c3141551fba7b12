import type { Cell, Garage } from "@kettleback/core";
import type { SolvedLineup } from "../../jobs/lineup";
import type { LineupDraft } from "../../stores/lineup";

/** What every view of a line-up is given. */
export interface ViewProps {
  readonly garage: Garage;
  readonly solved: SolvedLineup;
  /** As it was when every way of the car in view was last worked out; null where that is still to come. */
  readonly whole: SolvedLineup | null;
  /** The way that is looked at: its place in the list. */
  readonly selected: number;
  onSelect(way: number): void;
  onChange(draft: LineupDraft): void;
  /** Opens another view, by its name in the address. */
  onView(view: string): void;
}

/** The cells of one car, way by way. */
export const cellsOfCar = ({ byCar }: SolvedLineup, car: number): readonly (Cell | null)[] =>
  byCar[car] ?? [];
