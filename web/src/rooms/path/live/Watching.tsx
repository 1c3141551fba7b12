import { memo, useMemo, useState } from "react";
import {
  cautionsFor,
  costSoFar,
  expectedCourse,
  isRefusal,
  pathOf,
  pointOf,
  solvePlan,
  watchOver,
  type Kept,
  type Plan,
  type Sample,
  type SessionRecord,
  type Watch,
  type PointState,
} from "@kettleback/core";
import { ConductorDrawing } from "../../../drawing/ConductorDrawing";
import type { Charging } from "../../../jobs/answer";
import { BillTable } from "../../../plan/BillTable";
import { Acts } from "./Acts";
import { Alarms, CallMe } from "./Alarms";
import { ASKS_WHY, LiveCauses } from "./LiveCauses";
import { LiveClock } from "./LiveClock";
import { ageText, figuresOf, saysOf } from "./words";

/** A plan that charges, as the drawing wants it; null where nothing flows by it. */
function chargingOf(plan: Plan): Charging | null {
  const solution = solvePlan(plan);
  if (isRefusal(solution)) return null;
  const path = pathOf(plan);
  return {
    kind: "charging",
    plan,
    solution,
    point: pointOf(path, solution),
    cautions: cautionsFor(path, solution, plan.session.toSoc),
  };
}

/** A session that goes on, watched; null where its plan tells nothing to watch it by. */
export function useWatch(
  spec: SessionRecord,
  samples: readonly Sample[],
  now: number,
  /** The charge at which the car itself ends, where it tells that. */
  limit: number | null = null,
): Watch | null {
  const course = useMemo(() => {
    const made = expectedCourse(spec);
    return made && !isRefusal(made) ? made : null;
  }, [spec]);
  // A simulated charge point may be ahead of us: then it is as late as there.
  const last = samples.at(-1)?.[0] ?? 0;
  const at = Math.max(now, last);
  return useMemo(() => course && watchOver(course, samples, at, limit), [course, samples, at, limit]);
}

/** What it has cost so far, line by line: by its tariff and what was counted. */
function ReceiptSoFar({ watch: { course, progress, now } }: { readonly watch: Watch }) {
  const bill = costSoFar(course, progress, now);
  if (!bill || bill.lines.length === 0) return null;
  const { tariff, household } = course.plan;
  return (
    <details className="receipt">
      <summary>The receipt so far, by “{tariff.name}”</summary>
      <BillTable bill={bill} currency={household.currency} />
    </details>
  );
}

interface Props {
  readonly row: Kept<SessionRecord>;
  readonly household: string;
  readonly watch: Watch;
  /** What was read so far. */
  readonly samples: readonly Sample[];
  /** The charge point it is at, where that is connected. */
  readonly point: PointState | null;
}

function Watched({ row, household, watch, samples, point }: Props) {
  const [selected, setSelected] = useState<number | null>(null);
  const { plan } = watch.course;
  const charging = useMemo(() => chargingOf(plan), [plan]);
  const measured = watch.lanes.some((lane) => lane.measured !== null);
  return (
    <>
      <p className="standing">
        <b>{saysOf(watch)}</b>
      </p>
      <Alarms alarms={watch.alarms} name={row.spec.name} />
      {watch.alarms.some(({ code }) => ASKS_WHY.has(code)) && (
        <LiveCauses record={row.spec} samples={samples} />
      )}
      <dl className="live-figures">
        {figuresOf(watch, plan.household.currency).map(({ name, value, aside }) => (
          <div key={name}>
            <dt>{name}</dt>
            <dd>
              <b>{value}</b> <small>{aside}</small>
            </dd>
          </div>
        ))}
      </dl>
      {charging && measured && (
        <div className="live-lanes">
          <ConductorDrawing
            charging={charging}
            selected={selected}
            onSelect={setSelected}
            live={{ lanes: watch.lanes, stale: watch.stale, soc: watch.charge.soc, age: ageText(watch) }}
          />
          <p className="quiet keys">
            <i className="key-flow" aria-hidden="true" /> measured{" "}
            <i className="key-rim" aria-hidden="true" /> expected: an unfilled rim is missing
          </p>
        </div>
      )}
      <LiveClock watch={watch} />
      <ReceiptSoFar watch={watch} />
      {point && charging && (
        <Acts row={row} household={household} point={point} watch={watch} solution={charging.solution} />
      )}
      <p className="acts">
        <CallMe />
      </p>
    </>
  );
}

/** Expected beside measured: the sentence, what asks somebody to look, the figures, the lanes, the clock, what can be done. */
export const Watching = memo(Watched);
