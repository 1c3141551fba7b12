import { lazyView } from "../../../controls/lazyView";
import { Suspense, useEffect } from "react";
import type { Garage, Kept, Plan, SessionRecord } from "@kettleback/core";
import { Button } from "../../../controls/Button";
import { recordOf } from "../../../plan/recordOf";
import type { Draft } from "../../../stores/draft";
import { sayDone, sayTrouble } from "../../../stores/notices";
import { useSessions } from "../../../stores/sessions";
import { Kept as KeptSessions } from "./Kept";
import styles from "./started.module.scss";

/** What follows a session, its calendar with it, comes once one runs. */
const Running = lazyView(() => import("./Running"));

interface Props {
  readonly garage: Garage;
  readonly draft: Draft;
  /** The plan that charges; null where the path in view does not. */
  readonly plan: Plan | null;
}

/** A session without any device: started by a press, followed by the clock, finished by two readings. */
export default function Started({ garage, draft, plan }: Props) {
  const household = garage.household.id;
  const { rows, householdId, load, start, remove, restore } = useSessions();
  useEffect(() => {
    load(household).catch(sayTrouble);
  }, [household, load]);
  if (householdId !== household) return null;
  const running = rows.filter(({ spec }) => spec.end === null);
  const over = rows.filter(({ spec }) => spec.end !== null);

  const begin = (of: Plan) =>
    start(household, recordOf({ garage, draft, plan: of }, Date.now())).catch(sayTrouble);
  const forget = (row: Kept<SessionRecord>) =>
    remove(household, row).then(
      (gone) =>
        sayDone(`${row.spec.name} is taken out.`, {
          label: "Undo",
          run: () => void restore(household, gone).catch(sayTrouble),
        }),
      sayTrouble,
    );
  const carRuns = running.some(({ spec }) => spec.carId === draft.carId);
  return (
    <section className={styles.started} aria-label="Started by hand">
      <Suspense fallback={null}>
        {running.map((row) => (
          <Running key={row.id} row={row} household={garage.household} onForget={() => void forget(row)} />
        ))}
      </Suspense>
      {plan && !carRuns && (
        <p className="start">
          <Button quiet asks={() => begin(plan)}>
            Started now
          </Button>{" "}
          <span className="quiet">
            No device needed: a clock for this session, its moments for your calendar, two readings at its
            end.
          </span>
        </p>
      )}
      {over.length > 0 && <KeptSessions rows={over} household={garage.household.spec} onForget={forget} />}
    </section>
  );
}
