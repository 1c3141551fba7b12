import {
  calendarOf,
  clockOf,
  looksCalendar,
  looksOf,
  tradeOf,
  type DueLook,
  type Garage,
} from "@kettleback/core";
import { DateTime } from "luxon";
import { Button } from "../../controls/Button";
import { saveAs } from "../../controls/DocumentFile";
import { DateInput } from "../../controls/MomentInput";
import { Table } from "../../controls/Table";
import { dateText } from "../../format/manner";
import { decimals } from "../../format/number";
import { todayIn } from "../../jobs/store";
import type { ViewProps } from "./view";
import { chosenWay } from "./words";

/** How often, as people say it. */
function oftenText(days: number): string {
  if (days >= 365 && days % 365 === 0) return days === 365 ? "every year" : `every ${days / 365} years`;
  if (days % 30 === 0 && days < 365) return days === 30 ? "every month" : `every ${days / 30} months`;
  return `every ${days} days`;
}

/** Looks as reminders in a calendar's file, counted from today. */
function saveReminders(garage: Garage, looks: readonly DueLook[]): void {
  const clock = clockOf(
    { pluggedInAt: `${todayIn(garage)}T00:00`, neededBy: null },
    garage.household.spec.timeZone,
  );
  const name = `Looks and tests, ${garage.household.spec.name}`;
  const text = calendarOf(name, looksCalendar(looks, clock.startMs), clock, Date.now());
  saveAs("kettleback-looks.ics", text, "text/calendar");
}

/** What to look at and to have tested, when next, and as reminders in a calendar. */
export default function CareView({ answer, asked, draft, garage, onChange }: ViewProps) {
  const today = todayIn(garage);
  if (!answer) return <div className="view-waiting" />;
  const way = chosenWay(answer, draft.chosen);
  const hours = way.hoursAYear;
  const run = way.id === "socket" ? { end: "socket" as const, outdoors: asked.run.outdoors } : asked.run;
  const built = draft.built ?? today;
  const looks = looksOf(run, tradeOf(asked.service.system), built, hours, today);
  const next = [...looks].sort((a, b) => a.next.localeCompare(b.next))[0]!;
  const on = (date: string) => dateText(DateTime.fromISO(date));
  return (
    <>
      <div className="answer">
        <p className="verdict" role="status">
          <b>
            Next, on {on(next.next)}: {next.what.replace(/^./, (c) => c.toLowerCase())}
          </b>
          {draft.built ? "." : ", if it were built today."}
        </p>
        <p className="quiet">
          Some {decimals(hours, 0)} hours of charging a year. Rules change: what was lawful when it was built
          may be below what is asked today, which is what the periodic inspection is for.
        </p>
      </div>
      <section className="view-panel" aria-label="Looks and tests">
        <p className="presses">
          <span className="figure-field">
            <span>Built on</span>
            <DateInput
              label="Built on"
              optional
              value={draft.built ?? ""}
              onChange={(date) => onChange({ ...draft, built: date === "" ? null : date })}
            />
          </span>
          <Button onClick={() => saveReminders(garage, looks)}>Reminders for my calendar</Button>
        </p>
        <Table label="What is looked at" className="looks">
          <thead>
            <tr>
              <th scope="col">What</th>
              <th scope="col">By</th>
              <th scope="col">How often</th>
              <th scope="col">Next</th>
            </tr>
          </thead>
          <tbody>
            {looks.map(({ id, what, how, who, days, byUse, next: due }) => (
              <tr key={id}>
                <th scope="row">
                  {what}
                  <small>{how}</small>
                </th>
                <td>{who}</td>
                <td>
                  {oftenText(days)}
                  {byUse && <small>by its hours of use</small>}
                </td>
                <td>{on(due)}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </section>
    </>
  );
}
