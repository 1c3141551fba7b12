import type { PlannedSession } from "@kettleback/core";
import { FigureInput } from "../controls/FigureInput";
import { DateInput, TimeInput } from "../controls/MomentInput";
import { Select } from "../controls/Select";
import type { Draft } from "../stores/draft";
import { Comma } from "./Comma";
import { ChargeWords } from "./ChargeWords";
import { PercentInput } from "./PercentInput";
import type { Reach } from "./reach";

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
      manner="sentence"
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
    <Select
      label="Which of the two hours"
      manner="sentence"
      value={offsets.includes(said) ? said : offsets[0]!}
      onChange={(picked) => onChange(pluggedInAt.slice(0, 16) + picked)}
      options={offsets.map((offset, i) => ({
        value: offset,
        text: i === 0 ? "the first time" : "the second time",
      }))}
    />
  );
}

interface SpanProps {
  readonly session: PlannedSession;
  /** Of the one car that is charged: its distances can be told too. */
  readonly reach?: Reach | null;
  readonly repeated: readonly string[];
  /** What is wrong with a field, by the start of its name. */
  wrong(field: string): string | undefined;
  onChange(change: Partial<PlannedSession>): void;
}

/** How far it is to be charged, and when it is plugged in. */
export function SpanWords({ session, reach, repeated, wrong, onChange }: SpanProps) {
  const date = session.pluggedInAt.slice(0, 10);
  const time = session.pluggedInAt.slice(11, 16);
  // Where start and target contradict each other neither alone is wrong: both are marked.
  const sound = (soc: number) => soc >= 0 && soc <= 1;
  const apart = sound(session.fromSoc) && sound(session.toSoc) ? wrong("session.toSoc") : undefined;
  return (
    <>
      {reach ? (
        <ChargeWords
          span={session}
          reach={reach}
          problems={{ start: wrong("session.fromSoc") ?? apart, target: wrong("session.toSoc") }}
          onChange={onChange}
        />
      ) : (
        <>
          from{" "}
          <PercentInput
            label="Charge at the start"
            value={session.fromSoc}
            problem={wrong("session.fromSoc") ?? apart}
            onChange={(fromSoc) => onChange({ fromSoc })}
          />{" "}
          to{" "}
          <PercentInput
            label="Target charge"
            value={session.toSoc}
            problem={wrong("session.toSoc")}
            onChange={(toSoc) => onChange({ toSoc })}
          />
        </>
      )}
      <Comma />
      plugged in at{" "}
      <TimeInput
        manner="sentence"
        label="Plugged in at"
        value={time}
        onChange={(at) => onChange({ pluggedInAt: `${date}T${at}` })}
      />{" "}
      on{" "}
      <DateInput
        manner="sentence"
        label="Plugged in on"
        value={date}
        onChange={(on) => onChange({ pluggedInAt: `${on}T${time}` })}
      />
      {repeated.length > 1 && (
        <>
          <Comma />
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
      <Comma />
      the pack at{" "}
      <span className={wrong("session.batteryC") ? "percent wrong" : "percent"}>
        <FigureInput
          manner="sentence"
          className="temperature"
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
              manner="sentence"
              className="temperature"
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
      <Select
        label="The other plug"
        manner="sentence"
        value={settings.otherBusy ? "busy" : "free"}
        onChange={(picked) => onChange({ ...draft, settings: { ...settings, otherBusy: picked === "busy" } })}
        options={[
          { value: "free", text: "alone at the station" },
          { value: "busy", text: "with a car beside" },
        ]}
      />
    </>
  );
}
