import { Suspense, useEffect, useMemo, useState } from "react";
import { useParams } from "react-router-dom";
import type { Garage } from "@kettleback/core";
import { JobWaiting } from "../../controls/JobWaiting";
import { RoomFrame } from "../../controls/RoomFrame";
import { useNarrow } from "../../controls/useNarrow";
import { viewAt, Views } from "../../controls/Views";
import { Failure, NotHere, Waiting } from "../../controls/states";
import { useJob } from "../../jobs/useJob";
import type { Kept, SessionRecord } from "@kettleback/core";
import { useLog } from "../../stores/log";
import { LogFile } from "./LogFile";
import { VIEWS } from "./views";
import styles from "./log.module.scss";

const NONE: readonly Kept<SessionRecord>[] = [];
const thisYear = (zone: string): number =>
  Number(new Intl.DateTimeFormat("en-GB", { timeZone: zone, year: "numeric" }).format(Date.now()));

/** What was charged, how it differs from what was computed, and why. */
export default function LogScreen({ garage }: { readonly garage: Garage }) {
  const household = garage.household.id;
  const zone = garage.household.spec.timeZone;
  const view = viewAt(VIEWS, useParams().view);
  const narrow = useNarrow();
  const { householdId, year: loaded, rows, load } = useLog();
  const [year, setYear] = useState(() => thisYear(zone));
  const [turn, setTurn] = useState(0);
  const asked = `${household} ${year} ${turn}`;
  const [failure, setFailure] = useState({ of: "", message: "" });
  useEffect(() => {
    load(household, year).catch((error: Error) => setFailure({ of: asked, message: error.message }));
  }, [load, household, year, asked]);
  const failed = failure.of === asked ? failure.message : null;
  const named = useMemo(
    () => ({
      cars: Object.fromEntries(garage.cars.map(({ id, spec }) => [id, spec.name])),
      places: Object.fromEntries(garage.places.map(({ id, spec }) => [id, spec.name])),
      zone,
    }),
    [garage.cars, garage.places, zone],
  );
  const kept = householdId === household && loaded === year && rows ? rows : null;
  const job = useJob("logged", kept ?? NONE, named, year);
  if (!view) return <NotHere />;
  const views = <Views label="Views of the log" base="/log" views={VIEWS} view={view.id} />;
  const log = job.result;
  return (
    <RoomFrame
      title="Log"
      className={styles.room}
      lead={!narrow && views}
      tools={log && kept && <LogFile garage={garage} year={year} kept={kept} log={log} onYear={setYear} />}
    >
      {narrow && views}
      {failed !== null ? (
        <Failure message={failed} retry={() => setTurn(turn + 1)} />
      ) : !kept ? (
        <Waiting what="what was charged" />
      ) : !log ? (
        <JobWaiting job={job} />
      ) : (
        <Suspense fallback={<div className="view-waiting" />}>
          <view.Body garage={garage} year={year} kept={kept} log={log} onYear={setYear} />
        </Suspense>
      )}
    </RoomFrame>
  );
}
