import { useState } from "react";
import { withPart, type FieldProblem, type Garage } from "@kettleback/core";
import type { Draft } from "../stores/draft";
import { useSpanIn } from "../stores/spanIn";
import {
  AdapterPick,
  adaptersAt,
  CablePick,
  EvsePick,
  evseOf,
  LeadPick,
  leadsAt,
  named,
  type Parts,
} from "./PartPicks";
import { Comma } from "./Comma";
import { Pick } from "./Pick";
import { asTold, forCar, reachOf } from "./reach";
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
  const parts: Parts = {
    garage,
    draft,
    blamed,
    tried(part) {
      const trial = draft.trial?.parts;
      if (!trial || !(part in trial)) return undefined;
      return (trial[part] as { name: string } | null)?.name ?? "none";
    },
    // Another part ends what was being tried out in its place.
    choose: (change) => onChange({ ...draft, ...withPart(garage, draft, change), trial: null }),
  };
  const { tried, choose } = parts;
  const session = (change: Partial<Draft["session"]>) =>
    onChange({ ...draft, session: { ...draft.session, ...change } });
  const { distanceUnit } = garage.household.spec;
  const carOf = (id: string) => garage.cars.find((row) => row.id === id)?.spec;
  const car = draft.trial?.parts.car ?? carOf(draft.carId);
  const reach = car ? reachOf(car, distanceUnit) : null;
  const told = useSpanIn();
  const pickCar = (carId: string) => {
    const next = carOf(carId);
    const span =
      reach && next
        ? forCar(draft.session, reach, reachOf(next, distanceUnit), asTold(draft.session, told, reach))
        : {};
    const session = { ...draft.session, ...span };
    onChange({ ...draft, ...withPart(garage, draft, { carId }), session, trial: null });
  };
  const rapid = evseOf(parts)?.kind === "rapid";
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
        onPick={pickCar}
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
      {(leadsAt(parts).length > 0 || draft.leadId) && (
        <>
          <LeadPick {...parts} />{" "}
        </>
      )}
      with <EvsePick {...parts} /> and <CablePick {...parts} />
      {(adaptersAt(parts).length > 0 || draft.adapterId) && (
        <>
          {" "}
          <AdapterPick {...parts} />
        </>
      )}
      <Comma />
      <SpanWords session={draft.session} reach={reach} repeated={repeated} wrong={wrong} onChange={session} />
      {(rapid || spoken) && <PackWords draft={draft} wrong={wrong} onChange={onChange} />}
      {rapid && <OtherPlug draft={draft} onChange={onChange} />}
      <Comma />
      needed by <Departure value={draft.session.neededBy} onChange={(neededBy) => session({ neededBy })} />
      <Comma />
      paid at{" "}
      <Pick
        label="Tariff"
        tried={tried("tariff")}
        value={draft.tariffId}
        wrong={false}
        fits={garage.tariffs.map(named)}
        onPick={(tariffId) => choose({ tariffId })}
      />
      <span className="comma">.</span>
    </p>
  );
}

const outletLabel = (garage: Garage, outlet: Garage["outlets"][number]): string => {
  const place = garage.places.find((p) => p.id === outlet.parentId);
  const { label } = named(outlet);
  return place ? `${place.spec.name} · ${label}` : label;
};
