import { countryOf, likelyPlaces, type LikelyPlace } from "@kettleback/core";
import { Tick } from "../../controls/Tick";
import { ownPlaces } from "../../jobs/away";
import type { ViewProps } from "./view";

/** Where one may stand for a night: the country's likely places, and the household's own. */
export function KitPlaces({ garage, draft, onChange }: ViewProps) {
  const { name, beware } = countryOf(draft.country);
  const list = (label: string, places: readonly LikelyPlace[]) =>
    places.length > 0 && (
      <fieldset>
        <legend>{label}</legend>
        <ul className="places">
          {places.map(({ id, place }) => (
            <li key={id}>
              <Tick
                checked={draft.places.includes(id)}
                onChange={(on) =>
                  onChange({
                    ...draft,
                    places: on ? [...draft.places, id] : draft.places.filter((one) => one !== id),
                  })
                }
              >
                {place.name}
              </Tick>
            </li>
          ))}
        </ul>
      </fieldset>
    );
  return (
    <section className="view-panel" aria-label="Where you may stand">
      <h2>Where you may stand</h2>
      {beware && (
        <p className="room-caution">
          <b>{name}.</b> {beware}
        </p>
      )}
      {list(`Likely in ${name}`, likelyPlaces(draft.country))}
      {list("Places of your own", ownPlaces(garage))}
      <p className="quiet">
        Sockets by country from memory of IEC/TR 60083; older houses keep what their time had.
      </p>
    </section>
  );
}
