import {
  adaptersFor,
  cablesFor,
  evsesFor,
  leadsFor,
  type Adapter,
  type Cable,
  type Car,
  type Evse,
  type Garage,
  type Kept,
  type Lead,
  type PathParts,
} from "@kettleback/core";
import type { Draft, Trial } from "../stores/draft";
import { Pick, type Option } from "./Pick";

/** What every picker of a part is given. */
export interface Parts {
  readonly garage: Garage;
  readonly draft: Draft;
  /** Part that stops the path from working. */
  readonly blamed: string | null;
  /** Name of what is tried out in a part's place. */
  tried(part: keyof Trial["parts"]): string | undefined;
  choose(change: Partial<PathParts>): void;
}

const specAt = <T,>(rows: readonly Kept<T>[], id: string | null): T | undefined =>
  rows.find((row) => row.id === id)?.spec;

export const outletOf = ({ garage, draft }: Parts): Garage["outlets"][number] | undefined =>
  garage.outlets.find(({ id }) => id === draft.outletId);
export const evseOf = ({ garage, draft }: Parts): Evse | undefined => specAt(garage.evses, draft.evseId);
const carOf = ({ garage, draft }: Parts): Car | undefined => specAt(garage.cars, draft.carId);

interface Named {
  readonly name: string;
  readonly planned?: boolean | undefined;
}
/** A thing as an option: by its name, and that it is only planned. */
export const named = ({ id, spec }: Kept<Named>): Option => ({
  id,
  label: spec.planned ? `${spec.name} (planned)` : spec.name,
});
const rest = (all: readonly Kept<Named>[], fitting: readonly Kept<unknown>[]): Option[] =>
  all.filter((row) => !fitting.some((f) => f.id === row.id)).map(named);
const over = ({ id, spec }: Kept<{ name: string }>): Option => ({ id, label: `over the ${spec.name}` });

/** Leads that go into the outlet. */
export const leadsAt = (parts: Parts): readonly Kept<Lead>[] => {
  const outlet = outletOf(parts);
  return outlet ? leadsFor(parts.garage, outlet.spec) : [];
};
/** Adapters that go between unit or cable and the car. */
export const adaptersAt = (parts: Parts): readonly Kept<Adapter>[] => {
  const [evse, car] = [evseOf(parts), carOf(parts)];
  const cable: Cable | undefined = specAt(parts.garage.cables, parts.draft.cableId);
  return evse && car ? adaptersFor(parts.garage, evse, cable, car) : [];
};

/** The extension lead, or none. */
export const LeadPick = (parts: Parts) => (
  <Pick
    label="Extension lead"
    tried={parts.tried("lead")}
    value={parts.draft.leadId ?? ""}
    wrong={parts.blamed === "lead"}
    fits={[{ id: "", label: "plugged straight in" }, ...leadsAt(parts).map(over)]}
    others={rest(parts.garage.leads, leadsAt(parts))}
    onPick={(id) => parts.choose({ leadId: id || null })}
  />
);

/** The charging unit; those that do not go in here stand apart. */
export function EvsePick(parts: Parts) {
  const { garage, draft, tried, blamed, choose } = parts;
  const outlet = outletOf(parts);
  const fitting = outlet ? evsesFor(garage, outlet, specAt(garage.leads, draft.leadId)) : [];
  return (
    <Pick
      label="Charging unit"
      tried={tried("evse")}
      value={draft.evseId}
      wrong={blamed === "evse"}
      fits={fitting.map(named)}
      others={rest(garage.evses, fitting)}
      othersLabel="does not go in here"
      onPick={(evseId) => choose({ evseId })}
    />
  );
}

/** The cable; those that do not fit stand apart. */
export function CablePick(parts: Parts) {
  const { garage, draft, tried, blamed, choose } = parts;
  const [evse, car] = [evseOf(parts), carOf(parts)];
  const fitting = evse && car ? cablesFor(garage, evse, car) : [];
  return (
    <Pick
      label="Cable"
      tried={tried("cable")}
      value={draft.cableId ?? ""}
      wrong={blamed === "cable"}
      fits={[
        { id: "", label: evse?.output.kind === "tethered" ? "its own cable" : "no cable" },
        ...fitting.map(named),
      ]}
      others={rest(garage.cables, fitting)}
      othersLabel="does not fit here"
      onPick={(id) => choose({ cableId: id || null })}
    />
  );
}

/** The adapter, or none. */
export const AdapterPick = (parts: Parts) => (
  <Pick
    label="Adapter"
    tried={parts.tried("adapter")}
    value={parts.draft.adapterId ?? ""}
    wrong={parts.blamed === "adapter"}
    fits={[{ id: "", label: "without adapter" }, ...adaptersAt(parts).map(over)]}
    others={rest(parts.garage.adapters, adaptersAt(parts))}
    onPick={(id) => parts.choose({ adapterId: id || null })}
  />
);
