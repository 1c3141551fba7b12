import { useState } from "react";
import {
  heldTo,
  isLowered,
  mostForHours,
  msAt,
  sentOf,
  type Kept,
  type SessionRecord,
  type Solution,
  type Watch,
  type PointState,
} from "@kettleback/core";
import { api, type PointAct } from "../../../api/client";
import { Button } from "../../../controls/Button";
import { FigureInput } from "../../../controls/FigureInput";
import { useJob } from "../../../jobs/useJob";
import { ampsText, moneyText } from "../../../format/number";
import { sayDone, sayTrouble } from "../../../stores/notices";
import { useSessions } from "../../../stores/sessions";
import { clockOf } from "./words";

interface Props {
  readonly row: Kept<SessionRecord>;
  readonly household: string;
  readonly point: PointState;
  readonly watch: Watch;
  /** The session as it was planned, solved. */
  readonly solution: Solution;
}

const DONE = {
  stop: "The unit was asked to stop.",
  limit: "The unit keeps to that current.",
  schedule: "The unit has the hours.",
  "take-back": "The unit charges at once again.",
} as const;

type ToSession = Extract<PointAct, { readonly act: keyof typeof DONE }>;
/** What is asked, without to which session. */
type Asked = ToSession extends infer One ? (One extends ToSession ? Omit<One, "session"> : never) : never;

/** What can be done to a session at a charge point: each says what it will do, and is written into the log. */
export function Acts({ row, household, point, watch, solution }: Props) {
  const put = useSessions((s) => s.put);
  const { plan } = watch.course;
  const most = mostForHours(plan);
  const [amps, setAmps] = useState(() => Math.min(10, most ?? 10));
  const act = (asked: Asked) =>
    api.act(household, point.id, { ...asked, session: row.id }).then(({ taken, said, session }) => {
      if (session) put(household, session);
      if (taken) sayDone(DONE[asked.act]);
      else
        sayTrouble(
          new Error(`The unit did not take it: it says “${said}”. Set it at the unit or in the car by hand.`),
        );
    }, sayTrouble);
  const held = heldTo(plan);
  const lowered = isLowered(row.spec, msAt(watch.course.clock, watch.now));
  return (
    <div className="live-acts">
      <p>
        <Button quiet asks={() => act({ act: "stop" })}>
          Stop charging
        </Button>{" "}
        <span className="quiet">The unit ends the session; the car stays plugged in.</span>
      </p>
      {most !== null && (
        <p>
          <Button quiet asks={() => act({ act: "limit", amps })} disabled={!(amps >= 6 && amps <= most)}>
            Lower to
          </Button>{" "}
          <FigureInput
            label={`Current, A, 6 to ${Math.floor(most * 10) / 10}`}
            className="number"
            value={amps}
            wrong={!(amps >= 6 && amps <= most)}
            onChange={setAmps}
          />{" "}
          <span className="quiet">
            A a phase, from 6 to {ampsText(Math.floor(most * 10) / 10)}, from now on.
          </span>
        </p>
      )}
      {most !== null && <Cheapest watch={watch} solution={solution} most={most} send={act} />}
      {lowered && (
        <p>
          <Button quiet asks={() => act({ act: "take-back" })}>
            Take it back
          </Button>{" "}
          <span className="quiet">
            It charges at once, at{" "}
            {held === null ? "whatever flows" : `${ampsText(held)}, which this path holds for hours`}.
          </span>
        </p>
      )}
    </div>
  );
}

interface CheapestProps {
  readonly watch: Watch;
  readonly solution: Solution;
  readonly most: number;
  send(act: Extract<Asked, { readonly act: "schedule" }>): Promise<unknown>;
}

/** The cheapest hours that are still to come, sent to the unit. */
function Cheapest({ watch, solution, most, send }: CheapestProps) {
  const { course } = watch;
  const { result } = useJob("schedules", course.plan, solution);
  const cheapest = result?.by.cheapest;
  if (!cheapest || !result || cheapest.bill.total >= result.atOnce.bill.total) return null;
  const schedule = sentOf(cheapest.windows, solution.clock, most);
  const now = new Date(course.clock.startMs + watch.now * 1000).toISOString();
  // Of hours that have begun what is left.
  const ahead = schedule
    .filter(({ to }) => Date.parse(to) > Date.parse(now))
    .map((row) => (Date.parse(row.from) < Date.parse(now) ? { ...row, from: now } : row));
  if (ahead.length === 0) return null;
  const at = (moment: string) => clockOf(watch, (Date.parse(moment) - course.clock.startMs) / 1000);
  const hours = ahead
    .slice(0, 3)
    .map(({ from, to }) => `${at(from)}–${at(to)}`)
    .join(", ");
  return (
    <p>
      <Button quiet asks={() => send({ act: "schedule", schedule: ahead })}>
        Charge in the cheapest hours
      </Button>{" "}
      <span className="quiet">
        {hours}; {moneyText(cheapest.bill.total, course.plan.household.currency)} for the whole charge. Where
        the unit does not take it, set this as a timer in the car.
      </span>
    </p>
  );
}
