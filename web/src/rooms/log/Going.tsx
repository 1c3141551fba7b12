import { Link } from "react-router-dom";
import type { Kept, SessionRecord } from "@kettleback/core";
import { Button } from "../../controls/Button";
import { useNow } from "../../controls/useNow";
import { durationText } from "../../format/number";
import { recordOf } from "../../plan/recordOf";
import { useSolve } from "../../jobs/store";
import { useLog } from "../../stores/log";
import { sayDone, sayTrouble } from "../../stores/notices";
import { clockOf } from "./words";
import type { ViewProps } from "./view";

/** A session by hand in two taps: it starts with the path in view, and stops. What was read is filled in afterwards. */
export function Going({ garage, kept }: ViewProps) {
  const household = garage.household.id;
  const zone = garage.household.spec.timeZone;
  const { start, change, remove, restore } = useLog();
  const answered = useSolve(({ answered: found }) => found);
  const plan = answered?.kind === "charging" ? answered.plan : null;
  const draft = answered?.draft;
  const running = kept.filter(({ spec }) => spec.end === null);
  const runs = running.some(({ spec }) => spec.carId === draft?.carId);

  const stop = (row: Kept<SessionRecord>) =>
    change(household, { ...row, spec: { ...row.spec, end: new Date().toISOString() } }).then(
      (over) =>
        sayDone(`${row.spec.name} has ended. Note what car and meter show.`, {
          label: "Undo",
          run: () => void change(household, { ...over, spec: row.spec }).catch(sayTrouble),
        }),
      sayTrouble,
    );
  const begin = () =>
    plan &&
    start(household, recordOf({ garage, draft: draft!, plan }, Date.now())).then(
      (row) =>
        sayDone(`${row.spec.name} has begun.`, {
          label: "Undo",
          run: () =>
            void remove(household, row).then(
              (gone) =>
                sayDone("Taken out.", {
                  label: "Undo",
                  run: () => void restore(household, gone).catch(sayTrouble),
                }),
              sayTrouble,
            ),
        }),
      sayTrouble,
    );
  return (
    <section className="going" aria-label="By hand">
      {running.map((row) => (
        <Running key={row.id} row={row} zone={zone} onStop={() => stop(row)} />
      ))}
      {plan && !runs && (
        <p>
          <Button asks={async () => begin()}>Start now</Button>{" "}
          <span>
            {plan.name}, <Link to="/path">the path in view</Link>
          </span>
        </p>
      )}
      {!plan && running.length === 0 && (
        <p className="quiet">
          Along <Link to="/path">the path in view</Link> nothing charges, so that nothing can be started.
        </p>
      )}
    </section>
  );
}

interface RunningProps {
  readonly row: Kept<SessionRecord>;
  readonly zone: string;
  onStop(): Promise<unknown>;
}

function Running({ row, zone, onStop }: RunningProps) {
  const now = useNow();
  const seconds = Math.max(0, (now - Date.parse(row.spec.begin)) / 1000);
  return (
    <p>
      <Button asks={onStop}>Stop now</Button>{" "}
      <span>
        {row.spec.name}, since {clockOf(row.spec.begin, zone)} ({durationText(seconds)}).{" "}
        <Link to={`/log/session?id=${row.id}`}>Look into it</Link>
      </span>
    </p>
  );
}
