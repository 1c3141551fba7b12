import { inspectionsDue } from "@kettleback/core";
import { Link } from "react-router-dom";
import { Button } from "../../controls/Button";
import { todayIn } from "../../jobs/store";
import { Going } from "./Going";
import { LogAnswer } from "./LogAnswer";
import { SessionList } from "./SessionList";
import { Sums } from "./Sums";
import { dayText } from "./due";
import type { ViewProps } from "./view";

/** What was charged in a year: the sum first, then by month, car, place and way, then every session. */
export default function ChargedView(props: ViewProps) {
  const { garage, year, log, onYear } = props;
  return (
    <>
      <div className="year-bar">
        <Button quiet aria-label={`The year ${year - 1}`} onClick={() => onYear(year - 1)}>
          ‹ {year - 1}
        </Button>
        <b>{year}</b>
        <Button quiet aria-label={`The year ${year + 1}`} onClick={() => onYear(year + 1)}>
          {year + 1} ›
        </Button>
      </div>
      <LogAnswer garage={garage} year={year} log={log} />
      <Going {...props} />
      {log.rows.length === 0 ? (
        <p className="quiet">
          Nothing is kept of {year}. Start a session here or on the <Link to="/path">Path</Link>, or{" "}
          <Link to="/log/read">read in</Link> what others have kept.
        </p>
      ) : (
        <>
          <div className="two">
            <Sums garage={garage} log={log} />
            <Due garage={garage} />
          </div>
          <SessionList garage={garage} rows={log.rows} />
        </>
      )}
    </>
  );
}

/** Looks at one's own pieces that are due. */
function Due({ garage }: Pick<ViewProps, "garage">) {
  const pieces = [
    ...garage.outlets
      .filter(({ spec }) => spec.kind === "socket")
      .map(({ spec }) => ({ ...spec, kind: "outlet" as const })),
    ...garage.evses
      .filter(({ spec }) => spec.kind === "portable" || spec.kind === "wallbox")
      .map(({ spec }) => ({ name: spec.name, state: spec.state, kind: "evse" as const })),
    ...garage.cables.map(({ spec }) => ({ ...spec, kind: "cable" as const })),
    ...garage.leads.map(({ spec }) => ({ ...spec, kind: "lead" as const })),
    ...garage.adapters.map(({ spec }) => ({ ...spec, kind: "adapter" as const })),
  ].map(({ name, state, kind }) => ({ name, state, kind }));
  const due = inspectionsDue(pieces, todayIn(garage));
  const never = due.filter(({ last }) => last === null);
  const known = due.filter(({ last }) => last !== null);
  return (
    <section className="view-panel" aria-label="Looks that are due">
      <h2>Looks that are due</h2>
      {due.length === 0 && <p>None within a month.</p>}
      {known.length > 0 && (
        <ul>
          {known.map(({ name, by, overdue, todo }) => (
            <li key={name} className={overdue ? "overdue" : ""}>
              <b>
                {name}, {overdue ? "since" : "by"} {dayText(by)}
              </b>
              : {todo}
            </li>
          ))}
        </ul>
      )}
      {never.length > 0 && (
        <p>
          Nobody has noted a look at {never.map(({ name }) => name).join(", ")}. {never[0]!.todo} Note the day
          in the <Link to="/garage">Garage</Link>, under “Its state”.
        </p>
      )}
      <p className="quiet">
        Once a year for what is fixed, twice for leads and adapters (common practice); local rules and makers
        say their own. Whatever is hot, loose or discoloured is for a licensed electrician.
      </p>
    </section>
  );
}
