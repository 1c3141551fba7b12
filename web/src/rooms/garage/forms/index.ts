import type { Garage, Kind } from "@kettleback/core";
import type { Choice, Group } from "../field";
import { car } from "./car";
import { adapter, cable, fuelCar, lead, place } from "./carried";
import { outlet } from "./outlet";
import { evse } from "./evse";

/** The form of a kind of thing. Saved paths, line-ups, tariffs, posts, charge points and devices are edited in rooms of their own. */
export const groupsOf = (
  kind: Exclude<
    Kind,
    "paths" | "lineups" | "installations" | "tariffs" | "posts" | "chargePoints" | "devices"
  >,
): readonly Group[] =>
  ({
    cars: car,
    outlets: outlet,
    evses: evse,
    cables: cable,
    leads: lead,
    adapters: adapter,
    places: place,
    fuelCars: fuelCar,
  })[kind];

/** What a thing of this kind belongs to: the label, whether it may be nothing, and the choices. */
export function parentChoices(
  kind: Kind,
  garage: Garage,
): { readonly label: string; readonly none: string | null; readonly choices: readonly Choice[] } | null {
  const named = (rows: readonly { id: string; spec: { name: string } }[]) =>
    rows.map(({ id, spec }) => ({ value: id, label: spec.name }));
  if (kind === "places") return { label: "Usual tariff", none: "none", choices: named(garage.tariffs) };
  if (kind === "outlets") return { label: "Place", none: null, choices: named(garage.places) };
  if (kind === "evses")
    return {
      label: "Wired in at",
      none: "nowhere: it moves",
      choices: named(garage.outlets.filter((o) => o.spec.kind === "hardwired")),
    };
  return null;
}
