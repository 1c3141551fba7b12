import { Suspense, useEffect, useMemo } from "react";
import { Link, useParams } from "react-router-dom";
import { useStore } from "zustand";
import { methodFor, methodsOf, type Garage, type MeterSeries } from "@kettleback/core";
import { JobWaiting } from "../../controls/JobWaiting";
import { RoomFrame } from "../../controls/RoomFrame";
import { UndoRedo } from "../../controls/UndoRedo";
import { useNarrow } from "../../controls/useNarrow";
import { viewAt, Views } from "../../controls/Views";
import { NotHere, NothingYet } from "../../controls/states";
import { firstDraft, openInstall } from "../../jobs/install";
import { useJob } from "../../jobs/useJob";
import { Problems } from "../../plan/Problems";
import { installStoreOf, type InstallDraft } from "../../stores/install";
import { useMeters } from "../../stores/meters";
import { sayTrouble } from "../../stores/notices";
import { weekStoreOf } from "../../stores/week";
import { InstallFile } from "./InstallFile";
import { SavedInstalls } from "./SavedInstalls";
import { VIEWS } from "./views";
import styles from "./install.module.scss";

/** What the house can feed, how to fit a car in, and what to ask the electrician. */
export default function InstallScreen({ garage }: { readonly garage: Garage }) {
  const view = viewAt(VIEWS, useParams().view);
  if (!view) return <NotHere />;
  if (garage.cars.length === 0)
    return (
      <NothingYet title="No car to wire for yet">
        What is to be wired hangs on the car. <Link to="/garage">Add it in the Garage</Link>, then come back
        here.
      </NothingYet>
    );
  return <Bench garage={garage} view={view} />;
}

/** The meter that is in view: its series; null while a usual house stands in, undefined until it is read. */
function useSeries(household: string, { meterKey }: InstallDraft): MeterSeries | null | undefined {
  const { householdId, rows, series, load, read } = useMeters();
  const here = householdId === household;
  const row = here ? rows.find(({ spec }) => spec.key === meterKey) : undefined;
  useEffect(() => {
    load(household).catch(sayTrouble);
  }, [household, load]);
  useEffect(() => {
    if (row) read(household, row).catch(sayTrouble);
  }, [household, row, read]);
  if (meterKey === null) return null;
  if (meterKey in series && here) return series[meterKey];
  // A meter that is gone: a usual house stands in again.
  return here && !row ? null : undefined;
}

function Bench({ garage, view }: { readonly garage: Garage; readonly view: (typeof VIEWS)[number] }) {
  const { id } = garage.household;
  const store = installStoreOf(id);
  const draft = useStore(store, (s) => s.draft) ?? firstDraft(garage);
  const week = useStore(weekStoreOf(id), (s) => s.draft);
  const series = useSeries(id, draft);
  const pattern = week?.pattern ?? null;
  const { asked, problems } = useMemo(
    () => openInstall(garage, draft, series ?? null, pattern),
    [garage, draft, series, pattern],
  );
  const job = useJob("fitting", series === undefined ? null : asked);
  const methods = useMemo(() => (asked ? methodsOf(asked.service, asked.series) : []), [asked]);
  const narrow = useNarrow();
  const onChange = store.getState().set;
  const views = <Views label="Views of an installation" base="/install" views={VIEWS} view={view.id} />;
  return (
    <RoomFrame
      title="Install"
      className={styles.room}
      lead={
        <>
          {!narrow && views}
          <SavedInstalls garage={garage} draft={draft} sound={problems.length === 0} onChange={onChange} />
        </>
      }
      tools={
        <>
          <InstallFile garage={garage} draft={draft} asked={asked} onChange={onChange} />
          <UndoRedo store={store} />
        </>
      }
    >
      {narrow && views}
      {problems.length > 0 && <Problems problems={problems} distance={garage.household.spec.distanceUnit} />}
      {asked && series !== undefined ? (
        job.error ? (
          <JobWaiting job={job} />
        ) : (
          <Suspense fallback={<div className="view-waiting" />}>
            <view.Body
              garage={garage}
              draft={draft}
              asked={asked}
              series={series}
              methods={methods}
              method={methodFor(asked.service, methods)}
              answer={job.result ?? null}
              stale={job.stale}
              onChange={onChange}
            />
          </Suspense>
        )
      ) : (
        <div className="view-waiting" />
      )}
      <p className="quiet caution-line">
        Nothing here is to be wired by. It prepares a talk with a licensed electrician, who decides with local
        code.
      </p>
    </RoomFrame>
  );
}
