import { useEffect, useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router-dom";
import type { Kept, Sample, SessionRecord } from "@kettleback/core";
import { JobWaiting } from "../../controls/JobWaiting";
import { Select } from "../../controls/Select";
import { Failure } from "../../controls/states";
import { useJob } from "../../jobs/useJob";
import { Causes } from "./Causes";
import { CoursePicture } from "./CoursePicture";
import { EditSession } from "./EditSession";
import { OnePost } from "./OnePost";
import { SessionReceipt } from "./SessionReceipt";
import { readingsOf } from "./readings";
import { actText, chargeText, costText, kWhText, lastedText, whenText } from "./words";
import type { ViewProps } from "./view";

/** One session: what it was, what explains it, and what can be corrected. */
export default function SessionView(props: ViewProps) {
  const { garage, kept, log } = props;
  const [params, setParams] = useSearchParams();
  const id = params.get("id") ?? log.rows[0]?.id;
  const row = kept.find((one) => one.id === id);
  const line = log.rows.find((one) => one.id === id);
  const zone = garage.household.spec.timeZone;
  if (!row || !line)
    return (
      <p className="quiet">
        {log.rows.length === 0
          ? "Nothing is kept of this year"
          : "This session is not of this year, or was taken out"}
        . <Link to="/log">Back to what was charged</Link>
      </p>
    );
  return (
    <>
      <div className="session-pick">
        <Select
          says="Session"
          value={row.id}
          options={log.rows.map((one) => ({
            value: one.id,
            text: `${whenText(one.begin, zone)}: ${one.name}`,
          }))}
          onChange={(chosen) => setParams({ id: chosen })}
        />
      </div>
      <Looked key={row.id} {...props} row={row} />
      <div className="two">
        <EditSession key={`${row.id} ${row.version}`} garage={garage} row={row} />
        <section className="view-panel" aria-label="What it came to">
          <h2>What it came to</h2>
          <dl className="came-to">
            <dt>Charge</dt>
            <dd>{chargeText(line)}</dd>
            <dt>Time</dt>
            <dd>{lastedText(line.seconds)}</dd>
            <dt>Meter</dt>
            <dd>
              {kWhText(line.wallWh)}; {kWhText(line.reckonedWh)} reckoned
            </dd>
            <dt>Lost</dt>
            <dd>{kWhText(line.lostWh)}</dd>
            <dt>Cost</dt>
            <dd>
              {costText(line.cost, garage.household.spec.currency)}
              {line.costBy === "tariff"
                ? ` by “${line.tariff}”`
                : line.costBy === "bill"
                  ? ", as billed"
                  : ""}
            </dd>
            <dt>Way</dt>
            <dd>{[line.unit, line.cable].filter(Boolean).join(", ") || "not said"}</dd>
            {row.spec.acts && (
              <>
                <dt>From here</dt>
                <dd>{row.spec.acts.map((act) => actText(act, zone)).join("; ")}</dd>
              </>
            )}
          </dl>
          <SessionReceipt record={row.spec} currency={garage.household.spec.currency} />
        </section>
      </div>
      <OnePost {...props} row={row} />
    </>
  );
}

/** Readings of a session from the server; an answer that comes late for another one is left. */
function useReadings(household: string, row: Kept<SessionRecord>) {
  const [read, setRead] = useState<{
    readonly of: string;
    readonly samples?: readonly Sample[];
    readonly failed?: string;
  }>();
  const [turn, setTurn] = useState(0);
  const key = `${row.id} ${row.version} ${turn}`;
  useEffect(() => {
    let wanted = true;
    readingsOf(household, row).then(
      (samples) => wanted && setRead({ of: key, samples }),
      (error: Error) => wanted && setRead({ of: key, failed: error.message }),
    );
    return () => {
      wanted = false;
    };
    // The key stands for the session as it is.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [household, key]);
  const current = read?.of === key ? read : undefined;
  return { samples: current?.samples, failed: current?.failed, again: () => setTurn(turn + 1) };
}

const NONE: readonly Sample[] = [];

/** What explains it: the answer, the picture, the causes. */
function Looked({ garage, row }: ViewProps & { readonly row: Kept<SessionRecord> }) {
  const { samples, failed, again } = useReadings(garage.household.id, row);
  const job = useJob("explained", row.spec, samples ?? NONE);
  const [shown, setShown] = useState(0);
  const explained = samples && !job.stale ? job.result : undefined;
  const best = useMemo(() => (explained?.ok ? explained.explanations[shown] : undefined), [explained, shown]);
  if (failed !== undefined) return <Failure message={failed} retry={again} />;
  if (!explained) return <JobWaiting job={job} />;
  if (!explained.ok)
    return (
      <div className="answer">
        <p className="verdict" role="status">
          <b>It cannot be compared.</b> {explained.missing}
        </p>
      </div>
    );
  const first = explained.explanations[0]!;
  return (
    <>
      <div className="answer">
        <p className="verdict" role="status">
          <b>
            {explained.none
              ? "Nothing that is known here suits what was read."
              : explained.cannotTell
                ? "The data cannot tell."
                : first.says}
          </b>{" "}
          {explained.cannotTell &&
            !explained.none &&
            `${first.name} and ${explained.explanations[1]!.name.toLowerCase()} suit it about as well.`}
        </p>
        <p className="quiet">{explained.next ?? first.check}</p>
      </div>
      <div className="two wide-left">
        <section className="view-panel" aria-label="Measured against computed">
          <CoursePicture
            explained={explained}
            best={best?.codes[0] === "as-computed" ? undefined : best}
            beginMs={Date.parse(row.spec.begin)}
            zone={garage.household.spec.timeZone}
          />
          {explained.troubles.map(({ code, says }) => (
            <p key={code} className="quiet">
              {says}
            </p>
          ))}
        </section>
        <Causes explained={explained} shown={shown} onShow={setShown} />
      </div>
    </>
  );
}
