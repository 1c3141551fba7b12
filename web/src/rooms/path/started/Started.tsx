import { Suspense } from "react";
import { isAtPost, placeOfOutlet, type Garage, type Plan } from "@kettleback/core";
import { Button } from "../../../controls/Button";
import { lazyView } from "../../../controls/lazyView";
import { recordOf } from "../../../plan/recordOf";
import type { Draft } from "../../../stores/draft";
import { useLive } from "../../../stores/live";
import { sayTrouble } from "../../../stores/notices";
import { BY_HAND, useSessions } from "../../../stores/sessions";
import { Kept as KeptSessions } from "./Kept";
import { useForget } from "./useForget";
import styles from "./started.module.scss";

const AtThePoint = lazyView(() => import("../live/AtThePoint"));
const ReadAlong = lazyView(() => import("../live/ReadAlong"));

/**
 * Devices that will tell of a session over the path in view: a meter at its outlet, the car, and of a public post its network.
 * @param pointed whether a charge point of one's own tells of it
 */
const devicesFor = ({ devices }: Garage, { outletId, carId }: Draft, plan: Plan, pointed: boolean) =>
  devices.filter(({ spec: { of, reach } }) =>
    of.kind === "outlets"
      ? of.id === outletId && !pointed
      : of.id === carId && (reach.kind !== "ocpi" || (!pointed && isAtPost(plan))),
  );

interface Props {
  readonly garage: Garage;
  readonly draft: Draft;
  /** The plan that charges; null where the path in view does not. */
  readonly plan: Plan | null;
}

/** How the path in view is started: at its charge point, or by a press and two readings; and what was kept so. */
export default function Started({ garage, draft, plan }: Props) {
  const household = garage.household.id;
  const { rows, householdId, start } = useSessions();
  const forget = useForget(household);
  const own = garage.chargePoints.find(({ parentId }) => parentId !== null && parentId === draft.evseId);
  const state = useLive(({ points }) => points.find(({ id }) => id === own?.id));
  if (householdId !== household) return null;
  const running = rows.filter(({ spec }) => spec.end === null);
  const over = rows.filter(({ spec }) => spec.end !== null && spec.source === BY_HAND);
  const begin = (of: Plan) =>
    start(household, recordOf({ garage, draft, plan: of }, Date.now())).catch(sayTrouble);
  const telling = plan ? devicesFor(garage, draft, plan, own !== undefined) : [];
  const carRuns = running.some(({ spec }) => spec.carId === draft.carId);
  return (
    <section className={styles.started} aria-label="Start it">
      {state && own && plan && (
        <Suspense fallback={null}>
          <AtThePoint
            garage={garage}
            point={state}
            name={own.spec.name}
            plan={plan}
            carId={draft.carId}
            placeId={placeOfOutlet(garage, draft.outletId)?.id ?? null}
            running={running.find(({ id, spec }) => id === state.session || spec.carId === draft.carId)}
          />
        </Suspense>
      )}
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
      {telling.length > 0 && (
        <Suspense fallback={null}>
          <ReadAlong devices={telling} runs={carRuns} />
        </Suspense>
      )}
      {over.length > 0 && <KeptSessions rows={over} household={garage.household.spec} onForget={forget} />}
    </section>
  );
}
