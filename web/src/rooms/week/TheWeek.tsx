import { useRef, useState } from "react";
import { Link } from "react-router-dom";
import type { Day, DistanceUnit, WeekAnswer, WeekReach, WeekRecord } from "@kettleback/core";
import { Select } from "../../controls/Select";
import { openInPath } from "../../plan/openInPath";
import { weekStoreOf, type WeekDraft } from "../../stores/week";
import { DriveFields } from "./DriveFields";
import { Conditions } from "./Conditions";
import { Days } from "./Days";
import { Gap } from "./Gap";
import { Picture } from "./Picture";
import { Strips } from "./Strips";
import type { DriveAt } from "./strip";
import { toPayback } from "./toPayback";
import { chargingOf, type ViewProps } from "./view";
import { Ways } from "./Ways";
import { hoursText, kmText, verdictText } from "./words";

/** Most ways drawn beside the one that is looked at: more lines than these nobody tells apart. */
const MOST_DRAWN = 4;

/** How far a way carries beyond this week, in words. */
function reachText(reach: WeekReach | null, unit: DistanceUnit): string {
  if (!reach) return "How far it carries for good is being worked out…";
  const { sustainedKmPerDay, hoursNeeded } = reach;
  const needed =
    hoursNeeded === null
      ? "no number of hours at home would do for this week"
      : hoursNeeded === 0
        ? "this week needs no hour at home"
        : `${hoursText(hoursNeeded)} of charging a day at home would do for this week`;
  return `Day after day it carries ${kmText(sustainedKmPerDay, unit)}; ${needed}.`;
}

/** Weeks that were run, as one picks among them. */
function weekName(week: number, { weeks, followed: { short, cycle } }: WeekAnswer): string {
  if (week === 0) return "the first week";
  if (week === short?.week) return `week ${week + 1}, which falls short`;
  return week === weeks.at(-1)!.week && cycle === 1 ? "every later week" : `week ${week + 1}`;
}

/** The week at a way: its picture, the days, what fills the gap; every way beside it; and what is driven. */
export default function TheWeek(props: ViewProps) {
  const { solved, selected, onChange } = props;
  const { garage, draft, cells } = solved;
  const { distanceUnit: unit, currency } = garage.household.spec;
  const [drawn, setDrawn] = useState<readonly string[]>([]);
  const [picked, setPicked] = useState<number | null>(null);
  const { pattern } = draft;
  const answer = chargingOf(cells[selected]);
  const record =
    answer &&
    (answer.weeks.find(({ week }) => week === picked) ??
      shownFirst(answer.weeks, answer.followed.short?.week));
  return (
    <div className="the-week">
      <div className="side">
        {answer && record && (
          <AtThisWay {...{ solved, selected, drawn, answer, record }} onPick={setPicked} />
        )}
        <Driven solved={solved} onChange={onChange} />
      </div>
      <div className="side">
        <section className="view-panel ways-panel" aria-label="Every way through this week">
          <Ways
            {...props}
            unit={unit}
            currency={currency}
            drawn={drawn}
            onDraw={(id) =>
              setDrawn(
                drawn.includes(id) ? drawn.filter((one) => one !== id) : [...drawn, id].slice(-MOST_DRAWN),
              )
            }
          />
        </section>
        {answer && record && (
          <section className="view-panel" aria-label="Day by day">
            <Days answer={answer} record={record} pattern={pattern} unit={unit} />
          </section>
        )}
      </div>
      <Conditions solved={solved} onChange={onChange} />
    </div>
  );
}

interface AtThisWayProps extends Pick<ViewProps, "solved" | "selected"> {
  readonly drawn: readonly string[];
  readonly answer: WeekAnswer;
  readonly record: WeekRecord;
  onPick(week: number): void;
}

/** The way that is looked at: its verdict, its picture, what fills its gap, and where it goes from here. */
function AtThisWay({ solved, selected, drawn, answer, record, onPick }: AtThisWayProps) {
  const { garage, draft, ways, cells, reach, lineup } = solved;
  const { pattern } = draft;
  const { distanceUnit: unit, currency } = garage.household.spec;
  const others = ways.flatMap(({ id }, at) => {
    const other = drawn.includes(id) && at !== selected ? chargingOf(cells[at]) : null;
    const its = other?.weeks.find(({ week }) => week === record.week) ?? other?.weeks.at(-1);
    return other && its ? [{ answer: other, record: its }] : [];
  });
  const saved = lineup.ways.find(({ id }) => id === ways[selected]!.id)!.saved;
  return (
    <section className="view-panel" aria-label="The week at this way">
      <p className="way-says">
        <b>{answer.plan.name}</b> {verdictText(answer, pattern, unit)}.{" "}
        {answer.weeks.length > 1 && (
          <Select
            label="Which week is drawn"
            value={record.week}
            onChange={onPick}
            options={answer.weeks.map(({ week }) => ({
              value: week,
              text: weekName(week, answer),
            }))}
          />
        )}
      </p>
      <Caution answer={answer} />
      <Picture answer={answer} record={record} others={others} pattern={pattern} unit={unit} />
      <p>{reachText(reach[selected] ?? null, unit)}</p>
      <Gap
        answer={answer}
        record={record}
        stopAt={solved.setting?.elsewhere.stop?.plan.name ?? null}
        unit={unit}
        currency={currency}
      />
      <p className="acts">
        <Link to="/path" onClick={() => openInPath(garage, lineup, saved, answer)}>
          Open it in the Path
        </Link>
        <Link to="/money/payback" onClick={() => toPayback(solved, selected)}>
          What the smallest that suffices pays back
        </Link>
      </p>
    </section>
  );
}

const SEVERITY = { stop: "Stop", careful: "Careful", note: "" } as const;

/** The worst that is to be said of the way: somebody may do this every night. */
function Caution({ answer }: { readonly answer: WeekAnswer }) {
  const [worst] = answer.cautions;
  if (!worst || worst.severity === "note") return null;
  return (
    <p className={`week-caution ${worst.severity}`}>
      <b>{SEVERITY[worst.severity]}:</b> {worst.what} {worst.todo} Its Path says all there is to beware of.
    </p>
  );
}

/** What is driven, by this car or the other one on the same unit: drawn, moved, typed. */
function Driven({ solved, onChange }: Pick<ViewProps, "solved" | "onChange">) {
  const { garage, draft, lineup } = solved;
  const { pattern } = draft;
  const unit = garage.household.spec.distanceUnit;
  const [whose, setWhose] = useState<"mine" | "other">("mine");
  const [drive, setDrive] = useState<DriveAt | null>(null);
  const second = whose === "other" ? pattern.second : null;
  const days = second?.days ?? pattern.days;
  const withDays = (next: readonly Day[]): WeekDraft => ({
    ...draft,
    pattern: second
      ? { ...pattern, second: { ...second, days: [...next] } }
      : { ...pattern, days: [...next] },
  });
  const store = weekStoreOf(garage.household.id);
  // A drag is one change, however far it goes: what it began from is what undo brings back.
  const before = useRef<WeekDraft | null>(null);
  const dragged = (next: readonly Day[] | null) => {
    const { pause, resume } = store.temporal.getState();
    if (next) {
      if (!before.current) {
        before.current = draft;
        pause();
      }
      store.getState().set(withDays(next));
    } else {
      if (before.current) store.getState().set(before.current);
      before.current = null;
      resume();
    }
  };
  const props = {
    days,
    pattern,
    unit,
    selected: drive,
    onSelect: setDrive,
    onChange: (next: readonly Day[]) => onChange(withDays(next)),
  };
  return (
    <section className="view-panel" aria-label="What is driven">
      <h2>
        What is driven
        {pattern.second && (
          <Select
            label="Whose week"
            value={whose}
            onChange={(of) => {
              setWhose(of);
              setDrive(null);
            }}
            options={[
              { value: "mine", text: `by ${solved.car.name}` },
              {
                value: "other",
                text: `by ${lineup.cars[pattern.second.car]?.car.name ?? "the other car"}`,
              },
            ]}
          />
        )}
      </h2>
      <Strips {...props} onDrag={dragged} />
      <DriveFields {...props} />
    </section>
  );
}

/** What is shown unasked: the week that falls short, else the first. */
const shownFirst = <R extends { readonly week: number }>(weeks: readonly R[], short: number | undefined): R =>
  weeks.find(({ week }) => week === short) ?? weeks[0]!;
