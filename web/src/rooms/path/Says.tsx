import { useMemo, useState } from "react";
import type { Explained, Observation, Plan, TimedCurrent } from "@kettleback/core";
import { JobWaiting } from "../../controls/JobWaiting";
import { TimeInput } from "../../controls/MomentInput";
import { namedOptions, Select } from "../../controls/Select";
import { TextInput } from "../../controls/TextInput";
import { decimals, percentText } from "../../format/number";
import type { Charging } from "../../jobs/answer";
import { useJob } from "../../jobs/useJob";
import {
  figureValueText,
  nothingSaid,
  observedText,
  percents,
  reasonText,
  saidWords,
  seenOf,
  timesOf,
  type TypedRow,
  type TypedSays,
} from "../../plan/says";
import type { Draft } from "../../stores/draft";
import { Keep, type Kept } from "./KeepSaid";

interface Props {
  readonly charging: Charging;
  readonly draft: Draft;
  onChange(draft: Draft): void;
}

/** What the car or the post displays, held against what is computed: what alone would make it true, and what to read next. */
export default function Says({ charging: { plan }, draft, onChange }: Props) {
  const [typed, setTyped] = useState<TypedSays>(() => nothingSaid(plan.session.fromSoc, plan.session.toSoc));
  const set = (change: Partial<TypedSays>) => setTyped({ ...typed, ...change });
  const { household } = plan;
  const { pluggedInAt } = plan.session;
  const seen = useMemo(() => seenOf(typed, household, pluggedInAt), [typed, household, pluggedInAt]);
  const times = useMemo(() => (typed.said === "times" ? timesOf(typed) : null), [typed]);
  const kept: Kept = { plan, draft, onChange };
  return (
    <div className="says-panel">
      <div className="view-tools">
        <Select
          says="It says"
          value={typed.said}
          onChange={(said) => set({ said })}
          options={namedOptions(saidWords(household.distanceUnit))}
        />
        <Fields typed={typed} set={set} unit={household.distanceUnit} />
      </div>
      <div aria-live="polite">
        {seen && <WhyShown key={seen.kind} plan={plan} seen={seen} kept={kept} />}
        {times && <FromTimes plan={plan} times={times} typed={typed} kept={kept} />}
        {!seen && !times && (
          <p className="quiet">
            Type what the car, its app or the post shows while this path charges, or what was read before and
            after. It is held against what is computed here.
          </p>
        )}
      </div>
    </div>
  );
}

interface FieldsProps {
  readonly typed: TypedSays;
  readonly unit: "km" | "mi";
  set(change: Partial<TypedSays>): void;
}

/** The fields a reading asks for. */
function Fields({ typed, unit, set }: FieldsProps) {
  const figure = (label: string, value: string, unitText: string, change: (text: string) => void) => (
    <label>
      {label}
      <span>
        <TextInput
          className="short"
          kind="figure"
          label={`${label}, ${unitText}`}
          value={value}
          onChange={change}
        />{" "}
        {unitText}
      </span>
    </label>
  );
  const span = (
    <>
      {figure("From", typed.from, "%", (from) => set({ from }))}
      {figure("To", typed.to, "%", (to) => set({ to }))}
    </>
  );
  const time = (
    of: Pick<TypedSays, "hours" | "minutes">,
    name: string,
    change: (to: Partial<TypedRow>) => void,
  ) => (
    <>
      {figure(name, of.hours, "h", (hours) => change({ hours }))}
      {figure("and", of.minutes, "min", (minutes) => change({ minutes }))}
    </>
  );
  switch (typed.said) {
    case "speed":
      return figure("Rate", typed.value, `${unit}/h`, (value) => set({ value }));
    case "power":
      return figure("Power", typed.value, "kW", (value) => set({ value }));
    case "amps":
      return figure("Current", typed.value, "A", (value) => set({ value }));
    case "left":
      return time(typed, "Left at the start", set);
    case "ready":
      return (
        <label>
          Ready at
          <TimeInput
            label="Ready at, as it says"
            optional
            value={typed.ready}
            onChange={(ready) => set({ ready })}
          />
        </label>
      );
    case "gained":
      return (
        <>
          {span}
          {time(typed, "After", set)}
        </>
      );
    case "metered":
      return (
        <>
          {figure("Meter", typed.value, "kWh", (value) => set({ value }))}
          {span}
        </>
      );
    case "times":
      return (
        <>
          {span}
          {typed.rows.map((row, i) => {
            const change = (to: Partial<TypedRow>) =>
              set({ rows: typed.rows.map((one, at) => (at === i ? { ...one, ...to } : one)) });
            return (
              <span key={i} className="pair" role="group" aria-label={`Time ${i + 1}`}>
                {figure("At", row.amps, "A", (amps) => change({ amps }))}
                {time(row, "it took", change)}
              </span>
            );
          })}
        </>
      );
  }
}

interface WhyProps {
  readonly plan: Plan;
  readonly seen: Observation;
  readonly kept: Kept;
}

function WhyShown({ plan, seen, kept }: WhyProps) {
  const job = useJob("whyShown", plan, seen);
  if (!job.result) return <JobWaiting job={job} />;
  const { household } = plan;
  const found: Explained = job.result;
  const text = (value: number, digits?: number) => observedText(seen.kind, value, household, digits);
  const computed = Number.isFinite(found.expected) ? text(found.expected) : "nothing";
  if (found.agrees)
    return (
      <p className="says">
        <strong>It says what is computed here: {computed}.</strong>{" "}
        {found.cutOff && "The display leaves out what is behind its last figure."}
      </p>
    );
  return (
    <div aria-busy={job.stale}>
      <p className="says">
        <strong>
          It says {text(found.observed, seen.step < 1 ? 1 : 0)}, computed is {computed}.
        </strong>{" "}
        {found.explanations.length > 0 && "Any one of these alone would make it true, the likeliest first:"}
      </p>
      <ul className="reasons">
        {found.explanations.map((reason) => (
          <li key={reason.kind === "figure" ? reason.figure : reason.kind}>
            {reasonText(reason, seen.kind, household)} <Keep reason={reason} {...kept} />
          </li>
        ))}
      </ul>
      {found.next && <p>{found.next}</p>}
    </div>
  );
}

interface TimesProps {
  readonly plan: Plan;
  readonly times: readonly TimedCurrent[];
  readonly typed: TypedSays;
  readonly kept: Kept;
}

/** Misses beyond this share of a time: the readings do not belong together. */
const ODD = 0.05;

function FromTimes({ plan, times, typed, kept }: TimesProps) {
  const asked = useMemo(() => ({ ...plan, session: { ...plan.session, ...percents(typed) } }), [plan, typed]);
  const job = useJob("fromTimes", asked, times, true);
  if (!job.result) return <JobWaiting job={job} />;
  const { ownDrawW, efficiency, miss } = job.result;
  const { household } = plan;
  if (miss > ODD)
    return (
      <p className="says">
        <strong>These times do not belong together:</strong> no own draw makes them true within{" "}
        {percentText(miss)}. Was it the same charge each time, on the same socket?
      </p>
    );
  return (
    <div aria-busy={job.stale}>
      <p className="says">
        <strong>
          The car itself draws about {figureValueText("ownDraw", ownDrawW, household)}, and its charger turns{" "}
          {decimals((efficiency ?? 0) * 100, 1)} % into direct current.
        </strong>{" "}
        With both every time is met within {percentText(miss, 1)}.
      </p>
      <Keep
        reason={{
          kind: "measured",
          ownDrawW: Math.round(ownDrawW),
          efficiency: efficiency ?? plan.car.charger.efficiency,
        }}
        {...kept}
      />
    </div>
  );
}
