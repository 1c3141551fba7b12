import type { PlannedSession } from "@kettleback/core";
import { FigureInput } from "../controls/FigureInput";
import type { Draft } from "../stores/draft";
import { PercentInput } from "./PercentInput";
import { DateInput, TimeInput } from "../controls/MomentInput";

interface Props {
  readonly draft: Draft;
  onChange(draft: Draft): void;
}

/** When the car is wanted; emptying the time means nobody is waiting. */
export function Departure({
  value,
  onChange,
}: {
  value: string | null;
  onChange(value: string | null): void;
}) {
  return value === null ? (
    <button type="button" className="bracket" onClick={() => onChange("07:30")}>
      no set time
    </button>
  ) : (
    <TimeInput
      className="bracket"
      label="Needed by"
      value={value}
      optional
      onChange={(time) => onChange(time || null)}
    />
  );
}

interface HourProps {
  readonly pluggedInAt: string;
  readonly offsets: readonly string[];
  onChange(pluggedInAt: string): void;
}

/** Of an hour that comes twice, as the clocks go back: which of the two is meant. */
export function WhichHour({ pluggedInAt, offsets, onChange }: HourProps) {
  const said = pluggedInAt.slice(16);
  return (
    <select
      className="bracket"
      aria-label="Which of the two hours"
      value={offsets.includes(said) ? said : offsets[0]}
      onChange={(e) => onChange(pluggedInAt.slice(0, 16) + e.target.value)}
    >
      {offsets.map((offset, i) => (
        <option key={offset} value={offset}>
          {i === 0 ? "the first time" : "the second time"}
        </option>
      ))}
    </select>
  );
}

interface SpanProps {
  readonly session: PlannedSession;
  readonly repeated: readonly string[];
  /** What is wrong with a field, by the start of its name. */
  wrong(field: string): string | undefined;
  onChange(change: Partial<PlannedSession>): void;
}

/** How far it is to be charged, and when it is plugged in. */
export function SpanWords({ session, repeated, wrong, onChange }: SpanProps) {
  const date = session.pluggedInAt.slice(0, 10);
  const time = session.pluggedInAt.slice(11, 16);
  return (
    <>
      from{" "}
      <PercentInput
        label="Charge at the start"
        value={session.fromSoc}
        problem={wrong("session.fromSoc")}
        onChange={(fromSoc) => onChange({ fromSoc })}
      />{" "}
      to{" "}
      <PercentInput
        label="Target charge"
        value={session.toSoc}
        problem={wrong("session.toSoc")}
        onChange={(toSoc) => onChange({ toSoc })}
      />
      , plugged in at{" "}
      <TimeInput
        className="bracket"
        label="Plugged in at"
        value={time}
        onChange={(at) => onChange({ pluggedInAt: `${date}T${at}` })}
      />{" "}
      on{" "}
      <DateInput
        className="bracket"
        label="Plugged in on"
        value={date}
        onChange={(on) => onChange({ pluggedInAt: `${on}T${time}` })}
      />
      {repeated.length > 1 && (
        <>
          ,{" "}
          <WhichHour
            pluggedInAt={session.pluggedInAt}
            offsets={repeated}
            onChange={(pluggedInAt) => onChange({ pluggedInAt })}
          />
        </>
      )}
    </>
  );
}

/** How warm the pack is, and what warms it. */
export function PackWords({ draft, wrong, onChange }: Props & { wrong(field: string): string | undefined }) {
  const { session } = draft;
  const set = (change: Partial<Draft["session"]>) =>
    onChange({ ...draft, session: { ...session, ...change } });
  return (
    <>
      , the pack at{" "}
      <span className={wrong("session.batteryC") ? "percent wrong" : "percent"}>
        <FigureInput
          className="bracket temperature"
          label="Battery temperature, °C"
          placeholder="warm"
          wrong={!!wrong("session.batteryC")}
          value={session.batteryC ?? Number.NaN}
          onChange={(c) => set({ batteryC: Number.isNaN(c) ? null : c })}
        />
        °C
      </span>
      {(session.batteryC !== null || session.heatingW !== 0) && (
        <>
          {" "}
          and heated with{" "}
          <span className={wrong("session.heatingW") ? "percent wrong" : "percent"}>
            <FigureInput
              className="bracket temperature"
              label="Heating, kW"
              wrong={!!wrong("session.heatingW")}
              value={session.heatingW / 1000}
              onChange={(kW) => set({ heatingW: kW * 1000 })}
            />
            kW
          </span>
        </>
      )}
    </>
  );
}

/** Who else draws on a rapid station. */
export function OtherPlug({ draft, onChange }: Props) {
  const { settings } = draft;
  return (
    <>
      ,{" "}
      <select
        className="bracket"
        aria-label="The other plug"
        value={settings.otherBusy ? "busy" : "free"}
        onChange={(e) =>
          onChange({ ...draft, settings: { ...settings, otherBusy: e.target.value === "busy" } })
        }
      >
        <option value="free">alone at the station</option>
        <option value="busy">with a car beside</option>
      </select>
    </>
  );
}
