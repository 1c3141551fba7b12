import { smallestOf, type DistanceUnit, type WeekAnswer } from "@kettleback/core";
import type { SolvedWeek } from "../../jobs/week";
import { answersOf, chargingOf } from "./view";
import { dayOf, missingText, verdictText } from "./words";

/** What stops have to put in during the week that first falls short (km); nothing where none does. */
const missing = ({ weeks, followed }: WeekAnswer): number =>
  weeks
    .find(({ week }) => week === followed.short?.week)
    ?.days.reduce((sum, { shortKm }) => sum + shortKm, 0) ?? 0;

/** The way that comes closest where none is enough: the one that misses least, the smaller of two alike. */
const closest = (answers: readonly WeekAnswer[]): WeekAnswer | undefined =>
  [...answers].sort((a, b) => missing(a) - missing(b) || a.batteryW - b.batteryW)[0];

const needsNoWallbox = ({ plan }: WeekAnswer, answers: readonly WeekAnswer[]): boolean =>
  plan.evse.kind === "portable" && answers.some((other) => other.plan.evse.kind === "wallbox");

/** The answer: the smallest way that suffices, or that none does and which comes closest. */
export function Verdict({ solved, unit }: { readonly solved: SolvedWeek; readonly unit: DistanceUnit }) {
  const { draft, car, cells } = solved;
  const answers = answersOf(solved);
  const waiting = cells.some((cell) => cell === null);
  const smallest = smallestOf(answers);
  const near = closest(answers);
  if (solved.problems.length > 0) return null;
  if (waiting && !smallest)
    return (
      <p className="says" role="status">
        {cells.filter((cell) => cell !== null).length} of {cells.length} ways worked out…
      </p>
    );
  if (smallest)
    return (
      <p className="says" aria-live="polite">
        <strong>
          {smallest.plan.name} is enough for {car.name} this week
        </strong>
        , the smallest of {answers.length} ways
        {needsNoWallbox(smallest, answers) ? ": no wallbox is needed for it" : ""}.{" "}
        <span className="quiet">It {verdictText(smallest, draft.pattern, unit)}.</span>
      </p>
    );
  if (!near)
    return (
      <p className="says" aria-live="polite">
        <strong>At none of these ways does anything charge {car.name}.</strong>
      </p>
    );
  const short = near.followed.short;
  return (
    <p className="says" aria-live="polite">
      <strong>
        None of these {answers.length} ways carries {car.name} through this week without a stop on the way.
      </strong>{" "}
      {short
        ? `${near.plan.name} comes closest: ${missingText(short.km, unit)} short on ${dayOf(draft.pattern, short.day, short.week)}.`
        : `${near.plan.name} would carry it, but something speaks against it: see its Path.`}
    </p>
  );
}

/** The way that suffices with least, among those that are followed; the one that comes closest where none does. */
export function smallestAt(solved: SolvedWeek): number {
  const smallest = smallestOf(answersOf(solved));
  const wanted = smallest ?? closest(answersOf(solved));
  const at = solved.cells.findIndex((cell) => wanted && chargingOf(cell) === wanted);
  return at >= 0
    ? at
    : Math.max(
        0,
        solved.cells.findIndex((cell) => chargingOf(cell)),
      );
}
