import { useState } from "react";
import {
  LOG_DOCUMENT,
  parseLog,
  READING_ROLES,
  readCdrs,
  ROLES,
  SESSION_ROLES,
  type ColumnRole,
  type FieldProblem,
  type FiledSession,
  type Mapping,
  type SessionRecord,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { FileButton } from "../../controls/FileButton";
import { Select } from "../../controls/Select";
import { JobWaiting } from "../../controls/JobWaiting";
import { kindOfFile } from "../../controls/fileKinds";
import { useJob } from "../../jobs/useJob";
import { useLog } from "../../stores/log";
import { sayDone, sayTrouble } from "../../stores/notices";
import { MappingFields } from "./MappingFields";
import { remember, rememberedFor } from "./mappings";
import { overPath, takeIn } from "./take";
import { chargeText, kWhText, plural, whenText } from "./words";
import type { ViewProps } from "./view";

/** Largest file that is opened, in bytes. */
const MOST_BYTES = 256 * 1024 * 1024;
/** Sessions shown before they are taken. */
const SHOWN = 8;

interface Opened {
  readonly name: string;
  readonly text: string;
}

/** What a file that is no table holds: sessions, or what is wrong with it. */
function openJson(
  { text }: Opened,
  currency: string,
): { readonly sessions: readonly FiledSession[] } | { readonly problems: readonly FieldProblem[] } {
  if (/"format"\s*:\s*"kettleback-log"/.test(text.slice(0, 400))) {
    if (text.length > LOG_DOCUMENT.maxBytes)
      return {
        problems: [{ field: "(file)", message: `too large; accepted: up to ${LOG_DOCUMENT.maxBytes} bytes` }],
      };
    const parsed = parseLog(text);
    if (!parsed.ok) return { problems: parsed.problems };
    const { household, sessions } = parsed.value;
    if (household.currency !== currency)
      return {
        problems: [
          {
            field: "household.currency",
            message: `this household counts in ${currency}, the log in ${household.currency}: currencies are never mixed`,
          },
        ],
      };
    const open = sessions.findIndex(({ spec }) => spec.end === null);
    return open < 0
      ? { sessions: sessions.map(({ spec, samples }) => ({ spec, samples })) }
      : {
          problems: [
            {
              field: `sessions.${open}.spec.end`,
              message: "needed: when it ended; one that goes on stays where it is",
            },
          ],
        };
  }
  const other = kindOfFile(text);
  if (other && other.kind !== "log")
    return { problems: [{ field: "(file)", message: `this is ${other.one}: take it in at ${other.where}` }] };
  const read = readCdrs(text, currency);
  return read.ok
    ? { sessions: read.value.map((spec) => ({ spec, samples: [] })) }
    : { problems: read.problems };
}

/** Files of others: a table with its columns mapped on sight, bills of public posts, a log of one's own. */
export default function ReadView(props: ViewProps) {
  const [opened, setOpened] = useState<Opened | null>(null);
  const [refused, setRefused] = useState<readonly FieldProblem[]>([]);
  const take = async (file: File) => {
    setRefused([]);
    setOpened(null);
    if (file.size > MOST_BYTES)
      return setRefused([
        { field: "(file)", message: `${file.size} bytes is too large; accepted: up to ${MOST_BYTES} bytes` },
      ]);
    setOpened({ name: file.name, text: await file.text() });
  };
  const isJson = opened !== null && /^\s*[[{]/.test(opened.text.slice(0, 200));
  return (
    <>
      <div className="answer">
        <p className="verdict">
          <b>Read in what others have kept.</b> A table (CSV) of sessions or of readings, bills of public
          posts (OCPI 2.2.1 charge detail records, JSON), or a log taken out here. Nothing is kept before you
          have seen it.
        </p>
        <p>
          <FileButton
            label="File to read in"
            accept=".csv,.txt,.tsv,.json,text/csv,application/json"
            onFile={(file) => void take(file)}
          >
            Choose a file…
          </FileButton>{" "}
          <span className="quiet">{opened ? opened.name : "or drop it anywhere on this screen"}</span>
        </p>
      </div>
      {!opened && <WhatMayBeIn />}
      {refused.length > 0 && <Problems name="The file" problems={refused} />}
      {opened &&
        (isJson ? (
          <JsonSeen key={opened.text} {...props} opened={opened} onDone={() => setOpened(null)} />
        ) : (
          <TableSeen key={opened.text} {...props} opened={opened} onDone={() => setOpened(null)} />
        ))}
    </>
  );
}

const names = (roles: readonly ColumnRole[]): string => roles.map((role) => ROLES[role].name).join(", ");

/** What a table may hold, before one is chosen. */
const WhatMayBeIn = () => (
  <section className="view-panel narrow" aria-label="What may be in a table">
    <h2>What may be in a table</h2>
    <p>
      <b>A session a line:</b> {names(SESSION_ROLES)}. Needed: when it began, and either what the meter
      counted or the charge after.
    </p>
    <p>
      <b>A reading a line:</b> {names(READING_ROLES)}. Needed: the moment, and anything that was measured.
    </p>
    <p className="quiet">
      Columns may have any name and order: you see what each is taken for, and say so where it is another. How
      a table was read is remembered on this device.
    </p>
  </section>
);

const Problems = ({
  name,
  problems,
}: {
  readonly name: string;
  readonly problems: readonly FieldProblem[];
}) => (
  <div className="problems" role="alert">
    <strong>{name} was not read; nothing has changed.</strong>
    <ul>
      {problems.slice(0, 8).map(({ field, message }) => (
        <li key={field + message}>
          {field}: {message}
        </li>
      ))}
      {problems.length > 8 && <li>and {problems.length - 8} more</li>}
    </ul>
  </div>
);

interface SeenProps extends ViewProps {
  readonly opened: Opened;
  onDone(): void;
}

/** Keeps sessions, tells of it, and how to take it back. */
async function keep(
  { garage, onYear, onDone }: SeenProps,
  sessions: readonly FiledSession[],
  progress: (share: number) => void,
): Promise<void> {
  const household = garage.household.id;
  const { added, known } = await takeIn(household, sessions, progress);
  const there =
    known > 0
      ? ` ${plural(known, "was", "were")} there already and ${known === 1 ? "stays" : "stay"} as ${known === 1 ? "it is" : "they are"}.`
      : "";
  sayDone(
    `${plural(added.length, "session")} kept.${there}`,
    added.length > 0
      ? { label: "Undo", run: () => void useLog.getState().takeBack(household, added).catch(sayTrouble) }
      : undefined,
  );
  const last = sessions.reduce((latest, { spec }) => (spec.begin > latest ? spec.begin : latest), "");
  if (last) onYear(new Date(last).getUTCFullYear());
  onDone();
}

/** Which saved path they were charged over. */
function PathChoice({
  garage,
  value,
  onChange,
}: {
  readonly garage: ViewProps["garage"];
  readonly value: string;
  onChange(id: string): void;
}) {
  return (
    <Select
      says="Charged over"
      value={value}
      options={[
        { value: "", text: "not said: nothing can be compared" },
        ...garage.paths.map(({ id, spec }) => ({ value: id, text: spec.name })),
      ]}
      onChange={onChange}
    />
  );
}

function SessionsSeen({
  garage,
  sessions,
}: {
  readonly garage: ViewProps["garage"];
  readonly sessions: readonly SessionRecord[];
}) {
  const zone = garage.household.spec.timeZone;
  return (
    <>
      <p>
        <b>{plural(sessions.length, "session")}</b>, the first of them as they will be kept:
      </p>
      <ul className="seen">
        {sessions.slice(0, SHOWN).map((session) => (
          <li key={session.key}>
            {whenText(session.begin, zone)}: {session.name}, {chargeText(session)}, {kWhText(session.wallWh)}
            {session.paid === undefined ? "" : `, paid ${session.paid}`}
          </li>
        ))}
      </ul>
    </>
  );
}

function JsonSeen(props: SeenProps) {
  const { garage, opened } = props;
  const [path, setPath] = useState("");
  const [found] = useState(() => openJson(opened, garage.household.spec.currency));
  if ("problems" in found) return <Problems name={opened.name} problems={found.problems} />;
  const { sessions } = found;
  const planned = sessions.filter(({ spec }) => spec.plan !== null).length;
  const over = sessions.map(({ spec, samples }) => ({
    spec: spec.plan === null ? overPath(garage, path || null, [spec])[0]! : spec,
    samples,
  }));
  return (
    <section className="view-panel" aria-label="What is in the file">
      <SessionsSeen garage={garage} sessions={over.map(({ spec }) => spec)} />
      {planned < sessions.length && <PathChoice garage={garage} value={path} onChange={setPath} />}
      <p>
        <Button
          disabled={sessions.length === 0}
          asks={() => keep(props, over, () => undefined).catch(sayTrouble)}
        >
          Keep {sessions.length === 1 ? "it" : "them"}
        </Button>
      </p>
    </section>
  );
}

function TableSeen(props: SeenProps) {
  const { garage, opened } = props;
  const zone = garage.household.spec.timeZone;
  const [mapping, setMapping] = useState<Mapping | null>(() => rememberedFor(headsOf(opened.text)));
  const [path, setPath] = useState(garage.paths[0]?.id ?? "");
  const [share, setShare] = useState<number | null>(null);
  const job = useJob("tableRead", opened.text, mapping, zone);
  const seen = job.result;
  if (!seen) return <JobWaiting job={job} />;
  if (!("heads" in seen)) return <Problems name={opened.name} problems={seen.problems} />;
  const sessions = seen.sessions && overPath(garage, path || null, seen.sessions);
  const series = seen.series && sessionOfSeries(seen.series, opened.name, garage, path);
  const take = async () => {
    const taken = sessions ? sessions.map((spec) => ({ spec, samples: [] })) : [series!];
    await keep(props, taken, setShare);
    remember(seen.heads, seen.guess);
  };
  return (
    <section className="view-panel" aria-label="What is in the file">
      {/* Over what was said last: the newest may not be read yet. */}
      <MappingFields seen={{ ...seen, guess: mapping ?? seen.guess }} onChange={setMapping} />
      {seen.problems.length > 0 && <Problems name={opened.name} problems={seen.problems} />}
      {sessions && <SessionsSeen garage={garage} sessions={sessions} />}
      {series && (
        <>
          <p>
            <b>{plural(series.samples.length, "reading")}</b> of one session,{" "}
            {whenText(series.spec.begin, zone)}: {chargeText(series.spec)}, {kWhText(series.spec.wallWh)}.
          </p>
          {seen.series!.troubles.map(({ code, says }) => (
            <p key={code} className="quiet">
              {says}
            </p>
          ))}
        </>
      )}
      {(sessions || series) && (
        <>
          <PathChoice garage={garage} value={path} onChange={setPath} />
          <p>
            <Button
              disabled={job.stale || (sessions?.length ?? 1) === 0}
              asks={() => take().catch(sayTrouble)}
            >
              Keep {sessions && sessions.length !== 1 ? "them" : "it"}
            </Button>{" "}
            {share !== null && <span role="status">{Math.round(100 * share)} % sent</span>}
          </p>
        </>
      )}
    </section>
  );
}

/** The line of names of a table, as far as commas and semicolons tell: enough to know it again. */
const headsOf = (text: string): string[] => {
  const line = text.replace(/^\uFEFF/, "").split(/\r?\n/, 1)[0]!;
  const mark = [";", "\t", ","].find((one) => line.includes(one)) ?? ",";
  return line.split(mark).map((head) => head.replace(/^"|"$/g, ""));
};

/** Readings as the session they are of: from the first to the last, counted by their counter or their power. */
function sessionOfSeries(
  {
    samples,
    totals,
  }: NonNullable<Extract<ReturnType<typeof useJob<"tableRead">>["result"], { heads: unknown }>["series"]>,
  name: string,
  garage: ViewProps["garage"],
  path: string,
): FiledSession {
  const wallWh = totals.counterWh ?? totals.wallWh;
  const spec: SessionRecord = {
    name: name.replace(/\.[a-z]+$/i, "").slice(0, 80) || "Session",
    carId: null,
    placeId: null,
    begin: new Date(totals.beginMs).toISOString(),
    end: new Date(totals.endMs).toISOString(),
    source: "readings",
    key: `readings ${totals.beginMs} ${totals.endMs} ${samples.length}`,
    plan: null,
    wallWh: wallWh === null ? null : Math.round(wallWh * 10) / 10,
    fromSoc: totals.fromSoc,
    toSoc: totals.toSoc,
    ...(totals.outsideC === null ? {} : { outsideC: totals.outsideC }),
  };
  return { spec: overPath(garage, path || null, [spec])[0]!, samples };
}
