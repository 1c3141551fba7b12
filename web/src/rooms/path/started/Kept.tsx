import { DateTime } from "luxon";
import type { Household, Kept as KeptRow, SessionRecord } from "@kettleback/core";
import { Button } from "../../../controls/Button";
import { dayTimeText, timeText } from "../../../format/manner";
import { cameTo } from "./FinishForm";

interface Props {
  /** Sessions that are over, the newest first. */
  readonly rows: readonly KeptRow<SessionRecord>[];
  readonly household: Household;
  onForget(row: KeptRow<SessionRecord>): Promise<unknown>;
}

/** Most that are told of here; the rest stays recorded. */
const MOST = 6;

/** Sessions kept by hand: when, what they came to, and what had been reckoned. */
export const Kept = ({ rows, household, onForget }: Props) => (
  <details className="kept">
    <summary>
      Kept by hand: {rows.length} {rows.length === 1 ? "session" : "sessions"}
    </summary>
    <ul>
      {rows.slice(0, MOST).map((row) => {
        const at = (text: string) => DateTime.fromISO(text, { zone: household.timeZone });
        return (
          <li key={row.id}>
            <span>
              {dayTimeText(at(row.spec.begin))} to {timeText(at(row.spec.end!))}, {row.spec.name}:{" "}
              {cameTo(row.spec)}
            </span>{" "}
            <Button
              quiet
              aria-label={`Take out ${row.spec.name}, ${dayTimeText(at(row.spec.begin))}`}
              asks={() => onForget(row)}
            >
              Take it out
            </Button>
          </li>
        );
      })}
    </ul>
  </details>
);
