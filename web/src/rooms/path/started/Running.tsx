import { useDeferredValue, useEffect, useMemo, useState } from "react";
import { DateTime } from "luxon";
import {
  calendarOf,
  isRefusal,
  momentsOf,
  solvePlan,
  standingAt,
  type Household,
  type Kept,
  type Marked,
  type Plan,
  type Sample,
  type SessionRecord,
  type Solution,
  type PointState,
} from "@kettleback/core";
import { Button } from "../../../controls/Button";
import { saveAs } from "../../../controls/DocumentFile";
import { timeText } from "../../../format/manner";
import { durationText, percentText } from "../../../format/number";
import { localAt } from "../../../plan/answers";
import { useLive } from "../../../stores/live";
import { BY_HAND } from "../../../stores/sessions";
import { NoteReading } from "../live/NoteReading";
import { ReadBy, type ReadDevice } from "../live/ReadBy";
import { useWatch, Watching } from "../live/Watching";
import { FinishForm } from "./FinishForm";
import { useNow } from "./useNow";

interface Props {
  readonly row: Kept<SessionRecord>;
  readonly household: Kept<Household>;
  /** The charge point it is at; null for one that is followed without any device. */
  readonly point: PointState | null;
  /** Devices that tell of it. */
  readonly devices: readonly ReadDevice[];
  onForget(): void;
}

const NO_SAMPLES: readonly Sample[] = [];

/** The plan of a session as it began, solved; null where it has none or nothing flows. */
function useSolved(plan: Plan | null): { plan: Plan; solution: Solution } | null {
  return useMemo(() => {
    if (!plan) return null;
    const solution = solvePlan(plan);
    return isRefusal(solution) ? null : { plan, solution };
  }, [plan]);
}

/** A session that goes on: how far it should be by now, what comes next and when, and how it is ended. */
export default function Running({ row, household, point, devices, onForget }: Props) {
  const { spec } = row;
  const now = useNow();
  const [finishing, setFinishing] = useState(false);
  const solved = useSolved(spec.plan);
  // Drawn in slices once it has been heard: ten that tell at once hold nobody up who presses or types.
  const samples = useDeferredValue(useLive((s) => s.samples[row.id]) ?? NO_SAMPLES);
  const loadSamples = useLive((s) => s.loadSamples);
  useEffect(() => {
    // What was read before this page was opened; without it the clock tells.
    loadSamples(household.id, row.id).catch(() => undefined);
  }, [household.id, row.id, loadSamples]);
  const limit = devices.find(({ state }) => state.limitSoc !== null)?.state.limitSoc ?? null;
  const counted = devices.some(
    ({ row: { spec: device } }) =>
      device.reach.kind === "ocpi" || device.fields.some(({ role }) => role === "counterWh"),
  );
  const watch = useWatch(spec, samples, now, limit);
  const byHand = spec.source === BY_HAND;
  const begin = DateTime.fromISO(spec.begin, { zone: household.spec.timeZone });
  const elapsed = Math.max(0, (now - begin.toMillis()) / 1000);
  return (
    <div className="running">
      <h2>
        {spec.name}: since {timeText(begin)}
      </h2>
      {watch && (samples.length > 0 || !byHand) ? (
        <Watching
          row={row}
          household={household.id}
          watch={watch}
          samples={samples}
          point={point?.connected ? point : null}
        />
      ) : solved ? (
        <Standing {...solved} elapsed={elapsed} />
      ) : (
        <p>For {durationText(elapsed)}.</p>
      )}
      <ReadBy devices={devices} zone={household.spec.timeZone} />
      {byHand && solved && <Moments {...solved} elapsed={elapsed} />}
      {byHand && !finishing && <NoteReading row={row} household={household.id} counted={counted} />}
      {!byHand && point?.connected ? null : finishing ? (
        <FinishForm row={row} household={household} samples={samples} onClose={() => setFinishing(false)} />
      ) : (
        <p className="acts">
          <Button onClick={() => setFinishing(true)}>Finish it…</Button>{" "}
          {solved && <ToCalendar {...solved} elapsed={elapsed} name={spec.name} />}{" "}
          <Button quiet onClick={onForget}>
            It did not charge
          </Button>
        </p>
      )}
    </div>
  );
}

interface OfSolved {
  readonly plan: Plan;
  readonly solution: Solution;
  /** Seconds since it began. */
  readonly elapsed: number;
}

/** Where the battery should stand by now. */
function Standing({ plan, solution, elapsed }: OfSolved) {
  const { soc, charging, left } = standingAt(solution, elapsed);
  const target = percentText(solution.endsItself ?? plan.session.toSoc);
  return (
    <p className="standing">
      <b>About {percentText(soc)}</b> now, by reckoning:{" "}
      {charging
        ? `${target} at ${timeText(localAt(solution, solution.secondsToTarget))}, in ${durationText(left)}.`
        : `${target} should be there.`}
    </p>
  );
}

/** How long (s) an entry stands in the calendar. */
const ENTRY = 600;

/** What is still to come, as a file for one's own calendar, which rings at each. */
function saveMoments(ahead: readonly Marked[], { clock }: Solution, name: string, nowMs: number): void {
  const entries = ahead.map(({ at, what, todo }) => ({
    window: { from: at, to: at + ENTRY },
    summary: `${what}: ${name}`,
    description: todo,
    rings: true as const,
  }));
  saveAs("started.ics", calendarOf(name, entries, clock, nowMs), "text/calendar");
}

/** What comes and what has been, each with its time. */
function Moments({ plan, solution, elapsed }: OfSolved) {
  const moments = momentsOf(plan, solution);
  const next = moments.find(({ at }) => at > elapsed);
  return (
    <ol className="moments">
      {moments.map((moment) => (
        <Moment
          key={moment.id}
          {...moment}
          time={timeText(localAt(solution, moment.at))}
          elapsed={elapsed}
          next={moment.id === next?.id}
        />
      ))}
    </ol>
  );
}

/** What is still to come can be taken into a calendar, while there is anything. */
function ToCalendar({ plan, solution, elapsed, name }: OfSolved & { readonly name: string }) {
  const ahead = momentsOf(plan, solution).filter(({ at }) => at > elapsed);
  return (
    <Button
      quiet
      disabled={ahead.length === 0}
      onClick={() => saveMoments(ahead, solution, name, Date.now())}
    >
      To my calendar
    </Button>
  );
}

interface MomentProps extends Marked {
  readonly time: string;
  readonly elapsed: number;
  readonly next: boolean;
}

const Moment = ({ at, what, todo, time, elapsed, next }: MomentProps) => (
  <li className={next ? "next" : at <= elapsed ? "past" : ""}>
    <b>{time}</b>{" "}
    <span>
      {what}
      {next && `, in ${durationText(at - elapsed)}`}
      {next && <small>{todo}</small>}
    </span>
  </li>
);
