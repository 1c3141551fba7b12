import { useState } from "react";
import {
  asRecorded,
  fromKm,
  localMinuteOf,
  momentOfLocal,
  problemsOf,
  recordSchema,
  type FieldProblem,
  type Garage,
  type Kept,
  type SessionRecord,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { DateInput, TimeInput } from "../../controls/MomentInput";
import { Select } from "../../controls/Select";
import { TextInput } from "../../controls/TextInput";
import { readNumber, typedNumber } from "../../format/manner";
import { useLog } from "../../stores/log";
import { sayDone, sayLateSave, sayTrouble } from "../../stores/notices";

interface Props {
  readonly garage: Garage;
  readonly row: Kept<SessionRecord>;
}

type FigureField = "fromSoc" | "toSoc" | "wallWh" | "paid" | "odometerKm" | "outsideC";
type Typed = Readonly<
  Record<FigureField | "name" | "note" | "beginDay" | "beginTime" | "endDay" | "endTime" | "way", string>
>;

/** Keeps the plan it has; none; or the path of that id. */
const AS_IT_IS = "as-it-is";
const NO_WAY = "none";

const text = (value: number | null | undefined, factor = 1): string =>
  value === null || value === undefined ? "" : typedNumber(Math.round(value * factor * 1e6) / 1e6);
const figure = (typed: string, factor = 1): number | null =>
  typed.trim() === "" ? null : readNumber(typed) / factor;
/** Nothing typed is nothing said. */
const optional = <K extends string>(name: K, value: number | null) =>
  value === null ? {} : ({ [name]: value } as Record<K, number>);

function typedOf({ spec }: Kept<SessionRecord>, zone: string, kmFactor: number): Typed {
  const [beginDay, beginTime] = localMinuteOf(Date.parse(spec.begin), zone).slice(0, 16).split("T") as [
    string,
    string,
  ];
  const [endDay, endTime] =
    spec.end === null
      ? ["", ""]
      : (localMinuteOf(Date.parse(spec.end), zone).slice(0, 16).split("T") as [string, string]);
  return {
    name: spec.name,
    note: spec.note ?? "",
    beginDay,
    beginTime,
    endDay,
    endTime,
    way: AS_IT_IS,
    fromSoc: text(spec.fromSoc, 100),
    toSoc: text(spec.toSoc, 100),
    wallWh: text(spec.wallWh, 0.001),
    paid: text(spec.paid),
    odometerKm: text(spec.odometerKm, kmFactor),
    outsideC: text(spec.outsideC),
  };
}

/** A moment from day and time; the one it was to the minute stays as it was, to the second. */
function momentAt(day: string, time: string, zone: string, was: string | null): string {
  if (was !== null && localMinuteOf(Date.parse(was), zone).slice(0, 16) === `${day}T${time}`) return was;
  const ms = momentOfLocal(`${day}T${time}`, zone);
  return ms === undefined ? `${day}T${time}` : new Date(ms).toISOString();
}

/** What is typed, as a session; judged by its schema. */
function recordFrom(typed: Typed, { garage, row }: Props, kmFactor: number): unknown {
  const { spec } = row;
  const zone = garage.household.spec.timeZone;
  const { paid: _p, odometerKm: _o, outsideC: _c, note: _n, ...kept } = spec;
  const changed = {
    ...kept,
    name: typed.name,
    begin: momentAt(typed.beginDay, typed.beginTime, zone, spec.begin),
    end:
      typed.endDay === "" || typed.endTime === ""
        ? null
        : momentAt(typed.endDay, typed.endTime, zone, spec.end),
    fromSoc: figure(typed.fromSoc, 100),
    toSoc: figure(typed.toSoc, 100),
    wallWh: figure(typed.wallWh, 0.001),
    ...optional("paid", figure(typed.paid)),
    ...optional("odometerKm", figure(typed.odometerKm, kmFactor)),
    ...optional("outsideC", figure(typed.outsideC)),
    ...(typed.note.trim() === "" ? {} : { note: typed.note.trim() }),
  };
  if (typed.way === NO_WAY) return { ...changed, plan: null };
  const path = garage.paths.find(({ id }) => id === typed.way);
  if (path) return asRecorded(garage, path.spec, changed);
  const { plan, fromSoc } = changed;
  // The plan began with the charge that was there.
  return plan && fromSoc !== null && fromSoc < plan.session.toSoc
    ? { ...changed, plan: { ...plan, session: { ...plan.session, fromSoc } } }
    : changed;
}

/** What was noted of a session, corrected: kept at once, taken back with undo. */
export function EditSession({ garage, row }: Props) {
  const { change, remove, restore } = useLog();
  const household = garage.household.id;
  const { timeZone: zone, distanceUnit, currency } = garage.household.spec;
  const kmFactor = fromKm(1 as Parameters<typeof fromKm>[0], distanceUnit);
  const [typed, setTyped] = useState(() => typedOf(row, zone, kmFactor));
  const [problems, setProblems] = useState<readonly FieldProblem[]>([]);
  const problemOf = (field: string) => problems.find((one) => one.field === field)?.message;

  const save = async () => {
    const judged = recordSchema.safeParse(recordFrom(typed, { garage, row }, kmFactor));
    if (!judged.success) return setProblems(problemsOf(judged.error, recordSchema));
    setProblems([]);
    try {
      const changed = await change(household, { ...row, spec: judged.data });
      sayDone(`${changed.spec.name} is kept as corrected.`, {
        label: "Undo",
        run: () => void change(household, { ...changed, spec: row.spec }).catch(sayTrouble),
      });
    } catch (error) {
      sayLateSave(error, () => undefined);
    }
  };
  const takeOut = () =>
    remove(household, row).then(
      (gone) =>
        sayDone(`${row.spec.name} is taken out.`, {
          label: "Undo",
          run: () => void restore(household, gone).catch(sayTrouble),
        }),
      sayTrouble,
    );
  const line = (name: keyof Typed, label: string, unit = "") => {
    const wrong = problemOf(name);
    return (
      <label>
        {label}
        <span className="measure">
          <TextInput
            label={unit ? `${label}, ${unit}` : label}
            {...(name === "name" || name === "note"
              ? { maxLength: name === "name" ? 80 : 500 }
              : { kind: "figure" as const })}
            wrong={wrong !== undefined}
            value={typed[name]}
            onChange={(value) => setTyped({ ...typed, [name]: value })}
          />
          {unit && ` ${unit}`}
        </span>
        {wrong && (
          <span className="problem" role="alert">
            {label}: {ownUnit(wrong, name, kmFactor, distanceUnit)}
          </span>
        )}
      </label>
    );
  };
  const moment = (which: "begin" | "end", label: string) => (
    <fieldset>
      <legend>{label}</legend>
      <DateInput
        label={`${label}, day`}
        optional={which === "end"}
        value={typed[`${which}Day`]}
        onChange={(day) => setTyped({ ...typed, [`${which}Day`]: day })}
      />
      <TimeInput
        label={`${label}, time`}
        optional={which === "end"}
        value={typed[`${which}Time`]}
        onChange={(time) => setTyped({ ...typed, [`${which}Time`]: time })}
      />
      {problemOf(which) && (
        <span className="problem" role="alert">
          {label}: {problemOf(which)}
        </span>
      )}
    </fieldset>
  );
  const plan = row.spec.plan;
  return (
    <section className="view-panel" aria-label="What was noted">
      <h2>What was noted</h2>
      <form
        className="edit-session"
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          void save();
        }}
      >
        {line("name", "Name")}
        {moment("begin", "Began")}
        {moment("end", "Ended")}
        {line("fromSoc", "Charge before", "%")}
        {line("toSoc", "Charge after", "%")}
        {line("wallWh", "The meter counted", "kWh")}
        {line("paid", "Paid", currency)}
        {line("odometerKm", "Had driven", distanceUnit)}
        {line("outsideC", "Outside", "°C")}
        <Select
          says="Charged over"
          className="way"
          value={typed.way}
          options={[
            { value: AS_IT_IS, text: plan ? plan.name : "nobody has said" },
            ...garage.paths.map(({ id, spec }) => ({ value: id, text: spec.name })),
            ...(plan ? [{ value: NO_WAY, text: "none of these" }] : []),
          ]}
          onChange={(way) => setTyped({ ...typed, way })}
        />
        {line("note", "Note")}
        <p className="acts">
          <Button type="submit">Keep it</Button>{" "}
          <Button quiet asks={takeOut}>
            Take it out
          </Button>
        </p>
      </form>
    </section>
  );
}

/** What is accepted, in the unit that is typed. */
function ownUnit(message: string, field: keyof Typed, kmFactor: number, unit: string): string {
  if (field === "fromSoc" || field === "toSoc") return "accepted: 0 to 100 %";
  if (field === "wallWh") return "accepted: 0 to 1,000 kWh";
  if (field === "odometerKm")
    return `accepted: 0 to ${Math.floor(10_000_000 * kmFactor).toLocaleString("en-GB")} ${unit}`;
  return message;
}
