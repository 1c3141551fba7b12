import type { WeekAnswer, WeekCell } from "@kettleback/core";
import type { SolvedWeek } from "../../jobs/week";
import type { WeekDraft } from "../../stores/week";

/** What every view of a week is given. */
export interface ViewProps {
  readonly solved: SolvedWeek;
  /** The way that is looked at: its place among those followed. */
  readonly selected: number;
  onSelect(way: number): void;
  onChange(draft: WeekDraft): void;
}

/** An answer where something charges. */
export const chargingOf = (cell: WeekCell | null | undefined): WeekAnswer | null =>
  cell?.answer.kind === "charging" ? cell.answer : null;

/** All of them, way by way in the list's order, without those at which nothing flows. */
export const answersOf = ({ cells }: SolvedWeek): WeekAnswer[] =>
  cells.flatMap((cell) => chargingOf(cell) ?? []);
