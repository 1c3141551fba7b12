import {
  KIT_DOCUMENT,
  KIT_FORMAT,
  legsOfTrack,
  pieceName,
  readLegs,
  SPEC_VERSION,
  TRIP_DOCUMENT,
  TRIP_FORMAT,
  type FieldProblem,
  type TripLeg,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { DocumentFile, saveAs } from "../../controls/DocumentFile";
import { awayIn, openKit, openTrip } from "../../jobs/away";
import { ask } from "../../jobs/pool";
import { useNetworks } from "../../stores/networks";
import { sayDone, sayTrouble } from "../../stores/notices";
import { takenAlong } from "./takenAlong";
import type { ViewProps } from "./view";

/** Largest recorded track read, in bytes. */
const TRACK_MAX_BYTES = 32 * 1024 * 1024;

/** How files are taken into view, over the trip as it is once they are read: a trip as a document, a table of legs or a track; a kit. */
function takingOf({ garage, onChange }: ViewProps) {
  const unit = garage.household.spec.distanceUnit;
  const usualKmh = unit === "mi" ? 96 : 90;
  const takeLegs = (legs: readonly TripLeg[], what: string): readonly FieldProblem[] => {
    const now = awayIn(garage);
    onChange({ ...now, trip: { ...now.trip, legs: [...legs] } });
    sayDone(`${legs.length} legs are in view, ${what}. Undo brings back those before.`);
    return [];
  };
  const takeTrip = async (text: string): Promise<readonly FieldProblem[]> => {
    const start = text.trimStart();
    if (start.startsWith("<")) {
      const { readTrack } = await import("./track");
      const track = readTrack(text);
      if (!track.ok) return track.problems;
      const { legs, withHeight } = legsOfTrack(track.points, usualKmh);
      if (legs.length === 0)
        return [{ field: "(file)", message: "needed: a track of at least two different points" }];
      return takeLegs(legs, withHeight ? "with what they climb" : "level, as the track has no heights");
    }
    if (!start.startsWith("{")) {
      const legs = readLegs(text, unit, usualKmh);
      return legs.ok ? takeLegs(legs.value, "from the table") : legs.problems;
    }
    const read = TRIP_DOCUMENT.parse(text);
    if (!read.ok) return read.problems;
    const {
      format: _,
      version: __,
      name,
      household: ___,
      car,
      pieces: ____,
      step: _____,
      ...trip
    } = read.value;
    const own = garage.cars.find(({ spec }) => spec.name === car.name);
    const now = awayIn(garage);
    onChange({ ...now, carId: own?.id ?? now.carId, trip });
    sayDone(
      `“${name}” is in view${own ? "" : `, with a car of yours in place of ${car.name}`}. Undo brings back the trip before.`,
    );
    return [];
  };
  const takeKit = (text: string): Promise<readonly FieldProblem[]> => {
    const read = KIT_DOCUMENT.parse(text);
    if (!read.ok) return Promise.resolve(read.problems);
    const { wantedKm, least, session, name, pieces, places } = read.value;
    const own = openKit(garage, awayIn(garage)).pieces;
    const packed = pieces.flatMap(
      (piece) => own.find((one) => pieceName(one.piece) === pieceName(piece))?.id ?? [],
    );
    const { fromSoc, toSoc, pluggedInAt, neededBy } = session;
    const now = awayIn(garage);
    onChange({
      ...now,
      wantedKm,
      least,
      fromSoc,
      toSoc,
      pluggedInAt,
      neededBy: neededBy ?? now.neededBy,
      packed,
    });
    const unknown = pieces.length - packed.length;
    sayDone(
      `“${name}” is in view${unknown > 0 ? `; ${unknown} of its pieces are not in your Garage` : ""}. ${places.length} places stay as they were ticked.`,
    );
    return Promise.resolve([]);
  };
  return { takeTrip, takeKit };
}

/** The trip in view as open documents: exported, taken in, and as one page to take along. */
export function AwayFile(props: ViewProps & { readonly view: string }) {
  const { garage, draft, view } = props;
  const texts = useNetworks((s) => s.texts);
  const { takeTrip, takeKit } = takingOf(props);
  const kit = openKit(garage, draft);
  const trip = openTrip(garage, draft);
  const head = { version: SPEC_VERSION } as const;
  const tripContent = trip.asked && {
    name: "A trip",
    text: () => TRIP_DOCUMENT.print({ format: TRIP_FORMAT, ...head, name: "A trip", ...trip.asked! }),
  };
  const kitContent = kit.asked && {
    name: "A kit",
    text: () => KIT_DOCUMENT.print({ format: KIT_FORMAT, ...head, name: "A kit", ...kit.asked! }),
  };
  const takeAlong = async () => {
    try {
      const html = await takenAlong(props, texts, ask);
      saveAs("kettleback-trip.html", html, "text/html");
      sayDone("The trip is one page: open it on the phone, with no network.");
    } catch (error) {
      sayTrouble(error);
    }
  };
  return (
    <>
      {view === "stops" ? (
        <DocumentFile
          key="trip"
          one="trip"
          accept=".json,.csv,.gpx,application/json,text/csv,application/gpx+xml"
          maxBytes={TRACK_MAX_BYTES}
          content={tripContent ?? null}
          take={takeTrip}
        />
      ) : (
        view === "kit" && (
          <DocumentFile
            key="kit"
            one="kit"
            maxBytes={KIT_DOCUMENT.maxBytes}
            content={kitContent ?? null}
            take={takeKit}
          />
        )
      )}
      <Button quiet asks={takeAlong}>
        Take it along
      </Button>
    </>
  );
}
