import { useState } from "react";
import {
  readTripTable,
  sameSpec,
  savedWayOf,
  SPEC_VERSION,
  WEEK_DOCUMENT,
  WEEK_FORMAT,
  type Garage,
  type TripTable,
  type TripWeek,
} from "@kettleback/core";
import { DocumentFile } from "../../controls/DocumentFile";
import { firstLineup, lineupInView } from "../../jobs/lineup";
import { askedOf, type SolvedWeek } from "../../jobs/week";
import { freshId, lineupDraftOf, lineupStoreOf } from "../../stores/lineup";
import { sayDone } from "../../stores/notices";
import { weekStoreOf, type WeekDraft } from "../../stores/week";
import { Trips } from "./Trips";

/** Most distances of a weekday that are kept of trips, the newest. */
const MOST_KEPT = 420;

/** The week in view as an open document, and a document or a table of trips as the week in view. */
export function WeekFile({ solved }: { readonly solved: SolvedWeek }) {
  const { garage, draft, lineup, ways, others, problems } = solved;
  const [table, setTable] = useState<TripTable | null>(null);
  const store = weekStoreOf(garage.household.id);
  const takeTrips = (week: TripWeek) => {
    setTable(null);
    const distances = week.distances.map((km) => (km.length > 0 ? km.slice(-MOST_KEPT) : [0]));
    store.getState().set({
      ...draft,
      pattern: { ...draft.pattern, days: [...week.days] },
      luck: { ...draft.luck, distance: { law: "trips", distances } },
    });
    sayDone("The week is the one of your trips. Undo brings back the one before.");
  };
  const exported = problems.length === 0 && ways.length > 0;
  return (
    <>
      <DocumentFile
        one="week"
        accept=".json,.csv,application/json,text/csv"
        maxBytes={WEEK_DOCUMENT.maxBytes}
        content={
          exported
            ? {
                name: `A week of ${solved.car.name}`,
                text: () =>
                  WEEK_DOCUMENT.print({
                    format: WEEK_FORMAT,
                    version: SPEC_VERSION,
                    name: `A week of ${solved.car.name}`,
                    ...askedOf(lineup, draft, ways, others),
                  }),
              }
            : null
        }
        take={(text) => {
          // A table of trips is no JSON.
          if (!text.trimStart().startsWith("{")) {
            const trips = readTripTable(text);
            if (trips.ok) setTable(trips.value);
            return Promise.resolve(trips.ok ? [] : trips.problems);
          }
          const read = WEEK_DOCUMENT.parse(text);
          if (read.ok) takeWeek(garage, read.value);
          return Promise.resolve(read.ok ? [] : read.problems);
        }}
      />
      {table && (
        <Trips
          table={table}
          unit={garage.household.spec.distanceUnit}
          start={draft.pattern.start}
          onClose={() => setTable(null)}
          onTake={takeTrips}
        />
      )}
    </>
  );
}

/** Takes a document in: what its ways and cars lack comes into the line-up. */
function takeWeek(garage: Garage, read: Read): void {
  const { elsewhere, cars } = read;
  const ids = bringWays(
    garage,
    [...read.ways, ...Object.values(elsewhere).flatMap((way) => way ?? [])],
    cars,
  );
  const idOf = (way: Read["ways"][number] | null) => (way ? (ids.get(way) ?? null) : null);
  const open = lineupInView(garage)!;
  const next: WeekDraft = {
    carAt: Math.max(
      0,
      open.cars.findIndex(({ car }) => sameSpec(car, cars[0])),
    ),
    pattern: secondIn(garage, read.pattern, cars),
    elsewhere: { work: idOf(elsewhere.work), post: idOf(elsewhere.post), stop: idOf(elsewhere.stop) },
    luck: read.luck,
  };
  weekStoreOf(garage.household.id).getState().set(next);
  sayDone(`“${read.name}” is in view. Undo brings back the week before.`);
}

type Read = Parameters<typeof WEEK_DOCUMENT.print>[0];

/** The second car of a pattern by its place in the line-up. */
function secondIn(garage: Garage, pattern: Read["pattern"], cars: Read["cars"]): Read["pattern"] {
  const { second } = pattern;
  if (!second) return pattern;
  const at = lineupInView(garage)!.cars.findIndex(({ car }) => sameSpec(car, cars[second.car]));
  return { ...pattern, second: at < 0 ? null : { ...second, car: at } };
}

/** Ways and cars that a file brings into the line-up where it has none like them; where each way now stands. */
function bringWays(
  garage: Garage,
  ways: Read["ways"],
  cars: Read["cars"],
): Map<Read["ways"][number], string> {
  const store = lineupStoreOf(garage.household.id);
  let draft =
    store.getState().draft ?? firstLineup(garage) ?? lineupDraftOf({ ...EMPTY, cars: [...cars] }, null);
  const open = lineupInView(garage);
  const ids = new Map<Read["ways"][number], string>();
  const missing: Read["ways"] = [];
  for (const way of ways) {
    const known = open?.ways.find((one) => one.way && sameSpec(one.way, way));
    if (known) ids.set(way, known.id);
    else missing.push(way);
  }
  const lacking = cars.filter((car) => !open?.cars.some((one) => sameSpec(one.car, car)));
  for (const way of missing) {
    const id = freshId(draft.ways);
    ids.set(way, id);
    draft = { ...draft, ways: [...draft.ways, savedWayOf(garage, way, id)] };
  }
  if (missing.length + lacking.length > 0)
    store.getState().set({ ...draft, cars: [...draft.cars, ...lacking] });
  return ids;
}

/** A line-up of a household that has none yet. */
const EMPTY = {
  name: "From a week",
  session: {
    fromSoc: 0.2,
    toSoc: 0.8,
    pluggedInAt: "2026-01-05T18:00",
    neededBy: "07:30",
    batteryC: null,
    heatingW: 0,
  },
  stayHours: 4,
  dayKm: 40,
  ways: [],
  baseline: null,
};
