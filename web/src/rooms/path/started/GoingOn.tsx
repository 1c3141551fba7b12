import { Suspense, useEffect } from "react";
import type { Garage, Kept, SessionRecord, DeviceState, PointState } from "@kettleback/core";
import { lazyView } from "../../../controls/lazyView";
import { useLive } from "../../../stores/live";
import { sayTrouble } from "../../../stores/notices";
import { useSessions } from "../../../stores/sessions";
import { useFollowing } from "../../../stores/useFollowing";
import type { ReadDevice } from "../live/ReadBy";
import { useForget } from "./useForget";
import styles from "./started.module.scss";

/** What follows a session, its calendar with it, comes once one runs. */
const Running = lazyView(() => import("./Running"));
const NO_POINTS: readonly PointState[] = [];
const NO_DEVICES: readonly DeviceState[] = [];

/** What goes on in a household comes first: at a charge point of one's own, or followed without any device. */
export function GoingOn({ garage }: { readonly garage: Garage }) {
  const household = garage.household.id;
  const { rows, householdId, load } = useSessions();
  useEffect(() => {
    load(household).catch(sayTrouble);
  }, [household, load]);
  const running = householdId === household ? rows.filter(({ spec }) => spec.end === null) : [];
  useFollowing(household, garage.chargePoints.length > 0 || running.length > 0);
  const states = useLive((s) => (s.householdId === household ? s.devices : NO_DEVICES));
  const points = useLive((s) => (s.householdId === household ? s.points : NO_POINTS));
  const forget = useForget(household);
  const pointOf = ({ id, spec }: Kept<SessionRecord>) =>
    points.find((point) => point.session === id || spec.key.startsWith(`ocpp ${point.id} `)) ?? null;
  const devicesOf = ({ id }: Kept<SessionRecord>): ReadDevice[] =>
    garage.devices.flatMap((row) => {
      const state = states.find((one) => one.id === row.id);
      return state?.session === id ? [{ row, state }] : [];
    });
  if (running.length === 0) return null;
  return (
    <section className={styles.started} aria-label="Charging now">
      <Suspense fallback={null}>
        {running.map((row) => (
          <Running
            key={row.id}
            row={row}
            household={garage.household}
            point={pointOf(row)}
            devices={devicesOf(row)}
            onForget={() => void forget(row)}
          />
        ))}
      </Suspense>
    </section>
  );
}
