import { useState } from "react";
import {
  adaptersFor,
  cablesFor,
  leadsFor,
  evsesFor,
  withPart,
  type FieldProblem,
  type Garage,
  type Kept,
  type PathParts,
} from "@kettleback/core";
import type { Draft, Trial } from "../stores/draft";
import { Pick, type Option } from "./Pick";
import { Departure, OtherPlug, PackWords, SpanWords } from "./SessionWords";
import styles from "./sentence.module.scss";

interface Props {
  readonly garage: Garage;
  readonly draft: Draft;
  readonly problems: readonly FieldProblem[];
  /** Part of the setting that stops the path from working. */
  readonly blamed: string | null;
  /** Offsets of the two moments that a doubled hour stands for. */
  readonly repeated: readonly string[];
  onChange(draft: Draft): void;
}

/** The setting as one sentence: it reads aloud, and every bracket is a control. */
export function Sentence({ garage, draft, problems, blamed, repeated, onChange }: Props) {
  // Another part ends what was being tried out in its place.
  const choose = (change: Partial<PathParts>) =>
    onChange({ ...draft, ...withPart(garage, draft, change), trial: null });
  const tried = (part: keyof Trial["parts"]): string | undefined => {
    const parts = draft.trial?.parts;
    if (!parts || !(part in parts)) return undefined;
    return (parts[part] as { name: string } | null)?.name ?? "none";
  };
  const session = (change: Partial<Draft["session"]>) =>
    onChange({ ...draft, session: { ...draft.session, ...change } });
  const outlet = garage.outlets.find((o) => o.id === draft.outletId);
  const car = garage.cars.find((c) => c.id === draft.carId)?.spec;
  const evse = garage.evses.find((u) => u.id === draft.evseId)?.spec;
  const lead = garage.leads.find((l) => l.id === draft.leadId)?.spec;
  const cable = garage.cables.find((c) => c.id === draft.cableId)?.spec;
  const leads = outlet ? leadsFor(garage, outlet.spec) : [];
  const adapters = evse && car ? adaptersFor(garage, evse, cable, car) : [];
  // Once how warm the pack is was spoken of it stays in the sentence, or its field would be gone when it is cleared.
  const [spoken, setSpoken] = useState(false);
  if (!spoken && draft.session.batteryC !== null) setSpoken(true);
  const wrong = (field: string) => problems.find((p) => p.field.startsWith(field))?.message;

  return (
    <p className={styles.sentence}>
      Charge{" "}
      <Pick
        label="Car"
        tried={tried("car")}
        value={draft.carId}
        wrong={blamed === "car"}
        fits={garage.cars.map(named)}
        onPick={(carId) => choose({ carId })}
      />{" "}
      at{" "}
      <Pick
        label="Place and outlet"
        tried={tried("outlet")}
        value={draft.outletId}
        wrong={blamed === "outlet"}
        fits={garage.outlets.map((o) => ({ id: o.id, label: outletLabel(garage, o) }))}
        onPick={(outletId) => choose({ outletId })}
      />{" "}
      {(leads.length > 0 || draft.leadId) && (
        <>
          <Pick
            label="Extension lead"
            tried={tried("lead")}
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
        tried={tried("evse")}
        value={draft.evseId}
        wrong={blamed === "evse"}
        fits={(outlet ? evsesFor(garage, outlet, lead) : []).map(named)}
        others={rest(garage.evses, outlet ? evsesFor(garage, outlet, lead) : [])}
        othersLabel="does not go in here"
        onPick={(evseId) => choose({ evseId })}
      />{" "}
      and{" "}
      <Pick
        label="Cable"
        tried={tried("cable")}
        value={draft.cableId ?? ""}
        wrong={blamed === "cable"}
        fits={[
          { id: "", label: evse?.output.kind === "tethered" ? "its own cable" : "no cable" },
          ...(evse && car ? cablesFor(garage, evse, car) : []).map(named),
        ]}
        others={rest(garage.cables, evse && car ? cablesFor(garage, evse, car) : [])}
        othersLabel="does not fit here"
        onPick={(id) => choose({ cableId: id || null })}
      />
      {(adapters.length > 0 || draft.adapterId) && (
        <>
          {" "}
          <Pick
            label="Adapter"
            tried={tried("adapter")}
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
      , <SpanWords session={draft.session} repeated={repeated} wrong={wrong} onChange={session} />
      {(evse?.kind === "rapid" || spoken) && <PackWords draft={draft} wrong={wrong} onChange={onChange} />}
      {evse?.kind === "rapid" && <OtherPlug draft={draft} onChange={onChange} />}, needed by{" "}
      <Departure value={draft.session.neededBy} onChange={(neededBy) => session({ neededBy })} />, paid at{" "}
      <Pick
        label="Tariff"
        tried={tried("tariff")}
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
