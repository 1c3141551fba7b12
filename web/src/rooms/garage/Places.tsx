import { memo, useState } from "react";
import { regionOf, worldOf, type Garage, type Kept, type Place } from "@kettleback/core";
import { durationText } from "../../format/number";
import { blankOf } from "./blanks";
import { PlanWallbox } from "./PlanWallbox";
import { Acts, ThingRow, type Editing } from "./ThingRow";
import { Things } from "./Things";

interface Props {
  readonly garage: Garage;
  onEdit(editing: Editing): void;
}

/** Places, each with its outlets and the units wired in there, as they hang on one another. */
export function Places({ garage, onEdit }: Props) {
  const items = garage.places.map((place) => ({
    ...place,
    text: [place.spec.name, ...outletsOf(garage, place.id).map(({ spec }) => spec.name)].join(" "),
  }));
  const lost = garage.outlets.filter(({ parentId }) => !garage.places.some(({ id }) => id === parentId));
  const loose = garage.evses.filter(
    ({ spec, parentId }) => spec.kind !== "portable" && !garage.outlets.some(({ id }) => id === parentId),
  );
  return (
    <>
      <Things
        items={items}
        label="Places"
        usual={300}
        row={(place) => <PlaceCard place={place} garage={garage} onEdit={onEdit} />}
      />
      {lost.map((row) => (
        <ThingRow key={row.id} kind="outlets" row={row} garage={garage} onEdit={onEdit} />
      ))}
      {loose.length > 0 && (
        <section className="place" aria-label="Wired in nowhere yet">
          <header>
            <h3>Wired in nowhere yet</h3>
            <p>Say at which outlet each hangs, and it is shown there.</p>
          </header>
          {loose.map((row) => (
            <ThingRow key={row.id} kind="evses" row={row} garage={garage} onEdit={onEdit} />
          ))}
        </section>
      )}
    </>
  );
}

const outletsOf = (garage: Garage, placeId: string) =>
  garage.outlets.filter(({ parentId }) => parentId === placeId);

const PlaceCard = memo(function PlaceCard({
  place,
  garage,
  onEdit,
}: Props & { readonly place: Kept<Place> }) {
  const [planning, setPlanning] = useState(false);
  const system = worldOf(garage);
  const tariff = garage.tariffs.find(({ id }) => id === place.parentId)?.spec.name;
  const outlets = outletsOf(garage, place.id);
  const { name, limitMinutes, note } = place.spec;
  return (
    <section className="place" aria-label={name}>
      <header>
        <h3>{name}</h3>
        <p>
          {tariff ?? "no usual tariff"}
          {limitMinutes !== undefined && `, ${durationText(limitMinutes * 60)} at most`}
        </p>
        {note && <p className="quiet">{note}</p>}
        <Acts kind="places" row={place} garage={garage} onEdit={onEdit}>
          <button
            type="button"
            aria-label={`Add an outlet at ${name}`}
            onClick={() =>
              onEdit({
                kind: "outlets",
                row: {
                  spec: blankOf("outlets", system, regionOf(garage.household.spec)),
                  parentId: place.id,
                },
              })
            }
          >
            Add an outlet
          </button>
          <button type="button" aria-label={`Plan a wallbox at ${name}`} onClick={() => setPlanning(true)}>
            Plan a wallbox here
          </button>
        </Acts>
      </header>
      {planning && <PlanWallbox garage={garage} place={place} onClose={() => setPlanning(false)} />}
      {outlets.length === 0 && <p className="empty">No outlet yet: add what a car is plugged into here.</p>}
      {outlets.map((outlet) => (
        <div key={outlet.id} className="at-place">
          <ThingRow kind="outlets" row={outlet} garage={garage} onEdit={onEdit}>
            {outlet.spec.kind === "hardwired" && (
              <button
                type="button"
                aria-label={`Wire a unit in at ${outlet.spec.name}`}
                onClick={() =>
                  onEdit({ kind: "evses", row: { spec: wiredBlank(system), parentId: outlet.id } })
                }
              >
                Wire a unit in
              </button>
            )}
          </ThingRow>
          {garage.evses
            .filter(({ parentId }) => parentId === outlet.id)
            .map((evse) => (
              <ThingRow key={evse.id} kind="evses" row={evse} garage={garage} onEdit={onEdit} />
            ))}
        </div>
      ))}
    </section>
  );
});

/** A blank unit of the wired-in kind: without the plugs of a portable one. */
function wiredBlank(system: Parameters<typeof blankOf>[1]): object {
  const { plugs: _, knowsPlugs: __, ...evse } = blankOf("evses", system) as Record<string, unknown>;
  return { ...evse, kind: "wallbox" };
}
