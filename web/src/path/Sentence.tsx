import type { ReactNode } from "react";
import {
  adaptersFor,
  cablesFor,
  leadsFor,
  unitsFor,
  withPart,
  type FieldProblem,
  type Garage,
  type Kept,
  type PathParts,
} from "@kettleback/core";
import type { Draft } from "../state/draft";
import { PercentInput } from "./PercentInput";

interface Props {
  readonly garage: Garage;
  readonly draft: Draft;
  readonly problems: readonly FieldProblem[];
  /** Part of the setting that stops the path from working. */
  readonly blamed: string | null;
  onChange(draft: Draft): void;
}

interface Option {
  readonly id: string;
  readonly label: string;
}

/** The setting as one sentence: it reads aloud, and every bracket is a control. */
export function Sentence({ garage, draft, problems, blamed, onChange }: Props) {
  const choose = (change: Partial<PathParts>) => onChange({ ...draft, ...withPart(garage, draft, change) });
  const session = (change: Partial<Draft["session"]>) =>
    onChange({ ...draft, session: { ...draft.session, ...change } });
  const outlet = garage.outlets.find((o) => o.id === draft.outletId);
  const car = garage.cars.find((c) => c.id === draft.carId)?.spec;
  const unit = garage.units.find((u) => u.id === draft.unitId)?.spec;
  const lead = garage.leads.find((l) => l.id === draft.leadId)?.spec;
  const cable = garage.cables.find((c) => c.id === draft.cableId)?.spec;
  const leads = outlet ? leadsFor(garage, outlet.spec) : [];
  const adapters = unit && car ? adaptersFor(garage, unit, cable, car) : [];
  const [date, time] = draft.session.pluggedInAt.split("T") as [string, string];
  const wrong = (field: string) => problems.find((p) => p.field.startsWith(field))?.message;

  return (
    <p className="sentence">
      Charge{" "}
      <Pick
        label="Car"
        value={draft.carId}
        wrong={blamed === "car"}
        fits={garage.cars.map(named)}
        onPick={(carId) => choose({ carId })}
      />{" "}
      at{" "}
      <Pick
        label="Place and outlet"
        value={draft.outletId}
        wrong={blamed === "outlet"}
        fits={garage.outlets.map((o) => ({ id: o.id, label: outletLabel(garage, o) }))}
        onPick={(outletId) => choose({ outletId })}
      />{" "}
      {(leads.length > 0 || draft.leadId) && (
        <>
          <Pick
            label="Extension lead"
            value={draft.leadId ?? ""}
            wrong={blamed === "lead"}
            fits={[
              { id: "", label: "plugged straight in" },
              ...leads.map((l) => ({ id: l.id, label: `over the ${l.spec.name}` })),
            ]}
            others={rest(garage.leads, leads)}
            onPick={(id) => choose({ leadId: id || null })}
          />{" "}
        </>
      )}
      with{" "}
      <Pick
        label="Charging unit"
        value={draft.unitId}
        wrong={blamed === "unit"}
        fits={(outlet ? unitsFor(garage, outlet, lead) : []).map(named)}
        others={rest(garage.units, outlet ? unitsFor(garage, outlet, lead) : [])}
        othersLabel="does not go in here"
        onPick={(unitId) => choose({ unitId })}
      />{" "}
      and{" "}
      <Pick
        label="Cable"
        value={draft.cableId ?? ""}
        wrong={blamed === "cable"}
        fits={[
          { id: "", label: unit?.output.kind === "tethered" ? "its own cable" : "no cable" },
          ...(unit && car ? cablesFor(garage, unit, car) : []).map(named),
        ]}
        others={rest(garage.cables, unit && car ? cablesFor(garage, unit, car) : [])}
        othersLabel="does not fit here"
        onPick={(id) => choose({ cableId: id || null })}
      />
      {(adapters.length > 0 || draft.adapterId) && (
        <>
          {" "}
          <Pick
            label="Adapter"
            value={draft.adapterId ?? ""}
            wrong={blamed === "adapter"}
            fits={[
              { id: "", label: "without adapter" },
              ...adapters.map((a) => ({ id: a.id, label: `over the ${a.spec.name}` })),
            ]}
            others={rest(garage.adapters, adapters)}
            onPick={(id) => choose({ adapterId: id || null })}
          />
        </>
      )}
      , from{" "}
      <PercentInput
        label="Charge at the start"
        value={draft.session.fromSoc}
        problem={wrong("session.fromSoc")}
        onChange={(fromSoc) => session({ fromSoc })}
      />{" "}
      to{" "}
      <PercentInput
        label="Target charge"
        value={draft.session.toSoc}
        problem={wrong("session.toSoc")}
        onChange={(toSoc) => session({ toSoc })}
      />
      , plugged in at{" "}
      <input
        className="bracket"
        type="time"
        aria-label="Plugged in at"
        value={time}
        required
        onChange={(e) => e.target.value && session({ pluggedInAt: `${date}T${e.target.value}` })}
      />{" "}
      on{" "}
      <input
        className="bracket"
        type="date"
        aria-label="Plugged in on"
        value={date}
        required
        onChange={(e) => e.target.value && session({ pluggedInAt: `${e.target.value}T${time}` })}
      />
      {unit?.kind === "rapid" && (
        <RapidWords draft={draft} wrong={!!wrong("session.batteryC")} onChange={onChange} />
      )}
      , needed by <Departure value={draft.session.neededBy} onChange={(neededBy) => session({ neededBy })} />,
      paid at{" "}
      <Pick
        label="Tariff"
        value={draft.tariffId}
        wrong={false}
        fits={garage.tariffs.map(named)}
        onPick={(tariffId) => choose({ tariffId })}
      />
      .
    </p>
  );
}

const named = (row: Kept<{ name: string }>): Option => ({ id: row.id, label: row.spec.name });

const rest = (all: readonly Kept<{ name: string }>[], fitting: readonly Kept<unknown>[]): Option[] =>
  all.filter((row) => !fitting.some((f) => f.id === row.id)).map(named);

const outletLabel = (garage: Garage, outlet: Garage["outlets"][number]): string => {
  const place = garage.places.find((p) => p.id === outlet.parentId);
  return place ? `${place.spec.name} · ${outlet.spec.name}` : outlet.spec.name;
};

interface PickProps {
  readonly label: string;
  readonly value: string;
  readonly wrong: boolean;
  readonly fits: readonly Option[];
  /** Choices that are there but do not fit: shown apart, so the reason can be asked for. */
  readonly others?: readonly Option[];
  readonly othersLabel?: string;
  onPick(id: string): void;
}

function Pick({ label, value, wrong, fits, others = [], othersLabel = "does not fit", onPick }: PickProps) {
  const known = [...fits, ...others].some((option) => option.id === value);
  const options = (list: readonly Option[]): ReactNode =>
    list.map(({ id, label: text }) => (
      <option key={id} value={id}>
        {text}
      </option>
    ));
  return (
    <select
      className={wrong ? "bracket wrong" : "bracket"}
      aria-label={label}
      aria-invalid={wrong}
      value={value}
      onChange={(e) => onPick(e.target.value)}
    >
      {!known && (
        <option value={value} disabled>
          (deleted: choose another)
        </option>
      )}
      {options(fits)}
      {others.length > 0 && <optgroup label={othersLabel}>{options(others)}</optgroup>}
    </select>
  );
}

/** When the car is wanted; emptying the time means nobody is waiting. */
function Departure({ value, onChange }: { value: string | null; onChange(value: string | null): void }) {
  return value === null ? (
    <button type="button" className="bracket" onClick={() => onChange("07:30")}>
      no set time
    </button>
  ) : (
    <input
      className="bracket"
      type="time"
      aria-label="Needed by"
      value={value}
      onChange={(e) => onChange(e.target.value || null)}
    />
  );
}

/** What matters at a rapid station only: how warm the pack is, and who else draws on it. */
function RapidWords({
  draft,
  wrong,
  onChange,
}: Pick<Props, "draft" | "onChange"> & { readonly wrong: boolean }) {
  const { session, settings } = draft;
  return (
    <>
      , the pack at{" "}
      <span className={wrong ? "percent wrong" : "percent"}>
        <input
          className="bracket temperature"
          type="number"
          aria-label="Battery temperature, °C"
          placeholder="warm"
          aria-invalid={wrong}
          value={session.batteryC ?? ""}
          onChange={(e) =>
            onChange({
              ...draft,
              session: { ...session, batteryC: e.target.value === "" ? null : Number(e.target.value) },
            })
          }
        />
        °C
      </span>
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
