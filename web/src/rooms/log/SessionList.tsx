import { useMemo, useState } from "react";
import { Link } from "react-router-dom";
import type { LogRow } from "@kettleback/core";
import { LongList } from "../../controls/Long";
import { Select } from "../../controls/Select";
import { TextInput } from "../../controls/TextInput";
import { useNarrow } from "../../controls/useNarrow";
import { chargeText, costText, differs, kWhText, lastedText, plural, shareText, whenText } from "./words";
import type { ViewProps } from "./view";

type Order = "newest" | "differs" | "kWh" | "cost";
const ORDERS: readonly { readonly value: Order; readonly text: string }[] = [
  { value: "newest", text: "newest first" },
  { value: "differs", text: "most off first" },
  { value: "kWh", text: "most kWh first" },
  { value: "cost", text: "dearest first" },
];
const KEYS: Readonly<Record<Order, (row: LogRow) => number>> = {
  newest: ({ begin }) => Date.parse(begin),
  differs: (row) => Math.abs(differs(row) ?? -1),
  kWh: ({ wallWh }) => wallWh ?? -1,
  cost: ({ cost }) => cost ?? -1,
};
/** Usual height of a line (px), before it is measured: on a wide window, and on a phone. */
const USUAL = { wide: 44, narrow: 84 } as const;

interface Props extends Pick<ViewProps, "garage"> {
  readonly rows: readonly LogRow[];
}

/** Every session, a line each; only those near the window are drawn. */
export function SessionList({ garage, rows }: Props) {
  const [sought, setSought] = useState("");
  const [order, setOrder] = useState<Order>("newest");
  const words = sought.trim().toLowerCase();
  const found = useMemo(
    () =>
      rows
        .filter((row) =>
          [row.name, row.car, row.place, row.way, row.note].some((text) =>
            text?.toLowerCase().includes(words),
          ),
        )
        .sort((a, b) => KEYS[order](b) - KEYS[order](a)),
    [rows, words, order],
  );
  const usual = useNarrow() ? USUAL.narrow : USUAL.wide;
  return (
    <section className="view-panel session-list" aria-label="Sessions">
      <div className="list-head">
        <h2>{plural(rows.length, "session")}</h2>
        <label className="find">
          Find <TextInput kind="search" label="Find a session" value={sought} onChange={setSought} />
          <span role="status">{words !== "" && `${found.length} of ${rows.length}`}</span>
        </label>
        <Select says="In the order" value={order} options={ORDERS} onChange={setOrder} />
      </div>
      <p className="quiet">
        On each line’s scale the tick is what was reckoned, the dot what the meter counted, to a fifth less or
        more.
      </p>
      <LongList
        items={found}
        keyOf={({ id }) => id}
        className="sessions"
        usual={usual}
        row={(row) => <SessionLine garage={garage} row={row} />}
      />
    </section>
  );
}

function SessionLine({ garage, row }: Pick<ViewProps, "garage"> & { readonly row: LogRow }) {
  const { timeZone: zone, currency } = garage.household.spec;
  const off = differs(row);
  return (
    <div className="session-line">
      <span className="when">
        <Link to={`/log/session?id=${row.id}`}>{row.name}</Link>
        <small>
          {whenText(row.begin, zone)}
          {row.place ? `, ${row.place}` : ""}
        </small>
      </span>
      <span className="figure">
        {chargeText(row)}
        <small>{lastedText(row.seconds)}</small>
      </span>
      <span className="figure">
        {kWhText(row.wallWh)}
        <small>{row.lostWh === null ? "" : `${shareText(row.lostWh / row.wallWh!)} lost`}</small>
      </span>
      <span className="figure">
        {costText(row.cost, currency)}
        <small>{row.costBy === "tariff" ? "by the tariff" : row.costBy === "bill" ? "as billed" : ""}</small>
      </span>
      <OffMark off={off} />
    </div>
  );
}

/** How far the dot may lie from the tick: a fifth; further is drawn at the end. */
const FURTHEST = 0.2;

/** What was reckoned as a tick, what was counted as a dot. */
function OffMark({ off }: { readonly off: number | null }) {
  if (off === null) return <span className="off quiet">nothing to compare</span>;
  const share = Math.max(-FURTHEST, Math.min(FURTHEST, off));
  const sign = Math.abs(off) < 0.005 ? "" : off > 0 ? "+" : "−";
  const says = `${sign}${shareText(Math.abs(off))}`;
  return (
    <span className="off">
      <svg viewBox="-50 -8 100 16" width="100" height="16" aria-hidden="true">
        <line className="rule" x1="-48" x2="48" />
        <line className="tick" y1="-7" y2="7" />
        <circle className={Math.abs(off) > FURTHEST ? "beyond" : ""} cx={(46 * share) / FURTHEST} r="4" />
      </svg>
      <small>{says}</small>
    </span>
  );
}
