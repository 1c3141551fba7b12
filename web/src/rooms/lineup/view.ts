import type { Cell } from "@kettleback/core";
import type { SolvedLineup } from "../../jobs/lineup";
import type { LineupDraft } from "../../stores/lineup";

/** The views of a line-up, in the order questions come up. */
export const VIEWS = {
  picture: "Picture",
  table: "Table",
  cars: "Cars × ways",
  charts: "Charts",
  vary: "Vary one thing",
  sweep: "Vary two",
  night: "Enough overnight?",
  stay: "A stay",
  choose: "What to carry",
} as const;
export type View = keyof typeof VIEWS;

/** What every view of a line-up is given. */
export interface ViewProps {
  readonly solved: SolvedLineup;
  /** The way that is looked at: its place in the list. */
  readonly selected: number;
  onSelect(way: number): void;
  onChange(draft: LineupDraft): void;
  onView(view: View): void;
}

/** The cells of one car, way by way. */
export const cellsOfCar = ({ byCar }: SolvedLineup, car: number): readonly (Cell | null)[] =>
  byCar[car] ?? [];
