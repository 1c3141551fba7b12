import {
  CONNECTORS,
  homeCountry,
  flatTariff,
  judgeKit,
  judgeTrip,
  KIT_FORMAT,
  likelyPlaces,
  MOST_PIECES,
  ownPieces,
  piecesToBuy,
  plugsFor,
  postOfKnown,
  reachSchema,
  roadSchema,
  ANY_POST,
  TRIP_FORMAT,
  SPEC_VERSION,
  type Car,
  type FieldProblem,
  type Garage,
  type KitAsked,
  type KnownPiece,
  type LikelyPlace,
  type OwnPost,
  type PostsAsked,
  type TripAsked,
} from "@kettleback/core";
import { awayStoreOf, type AwayDraft } from "../stores/away";
import { todayIn } from "./store";

/** Pieces and places looked at before anybody has chosen: what is likely, not what is possible. */
const FIRST_OFFERS = 3;

const firsts = new WeakMap<Garage, AwayDraft>();

/** A stretch longer than the car's range, and stations on it that have its plug: something to begin from. */
function firstTrip(car: Car | undefined): Pick<AwayDraft["trip"], "legs" | "stops"> {
  if (!car) return { legs: [], stops: [] };
  const range = car.battery.usableWh / car.whPerKm;
  const km = Math.max(40, Math.round((range * 1.6) / 10) * 10);
  const leg = (name: string, share: number, speedKmh: number, upM: number, downM: number) => ({
    name,
    km: Math.round(km * share),
    speedKmh,
    upM,
    downM,
    windKmh: 0,
  });
  const direct = plugsFor(car.inlets, "DC")[0];
  const plug = direct ?? plugsFor(car.inlets, "AC")[0];
  if (!plug) return { legs: [leg("the way", 1, 80, 0, 0)], stops: [] };
  const stations: readonly (readonly [number, number, number])[] = [
    [0.3, 50, 0.55],
    [0.47, 150, 0.69],
    [0.62, 50, 0.49],
    [0.8, 150, 0.72],
  ];
  return {
    legs: [
      leg("to the main road", 0.1, 60, 80, 40),
      leg("over the hills", 0.25, 80, 520, 380),
      leg("main road", 0.65, 105, 420, 600),
    ],
    stops: stations.map(([share, kW, perKWh]) => ({
      name: `station at ${Math.round((km * share) / 5) * 5} km`,
      atKm: Math.round((km * share) / 5) * 5,
      detourKm: 0,
      point: direct
        ? {
            plug,
            tethered: true,
            phases: 1 as const,
            volts: kW > 60 ? 920 : 500,
            amps: kW > 60 ? 350 : 125,
            watts: kW * 1000,
          }
        : { plug, tethered: true, phases: 1 as const, volts: 230, amps: 32 },
      tariff: flatTariff(`${kW} kW`, perKWh),
      limitMinutes: null,
      waitMinutes: 0,
      fixedMinutes: 6,
      state: "open" as const,
    })),
  };
}

/** The trip a household starts with, made once a garage: tonight, with what it owns, to the likely places. */
export function firstAway(garage: Garage): AwayDraft {
  const known = firsts.get(garage);
  if (known) return known;
  const household = garage.household.spec;
  const country = homeCountry(household);
  const today = todayIn(garage);
  const car = carOf(garage, { carId: null })?.car;
  const offers = car ? piecesToBuy(car, country, household.currency) : [];
  const made: AwayDraft = {
    carId: null,
    country,
    fromSoc: 0.25,
    toSoc: 0.9,
    pluggedInAt: `${today}T19:00`,
    neededBy: "08:00",
    wantedKm: 100,
    least: "mass",
    packed: ownPieces(garage)
      .filter(({ piece }) => piece.kind !== "lead")
      .map(({ id }) => id),
    offered: offers
      .filter(({ piece }) => piece.kind === "adapter")
      .slice(0, FIRST_OFFERS)
      .map(({ id }) => id),
    haves: {},
    places: likelyPlaces(country).map(({ id }) => id),
    reach: reachSchema.parse({}),
    reachFrom: "post",
    posts: { networkId: null, from: null, stayHours: 2, filters: { ...ANY_POST, fits: true }, order: "near" },
    trip: {
      ...firstTrip(car),
      road: roadSchema.parse({}),
      departAt: `${today}T08:00`,
      airC: 10,
      startSoc: 0.9,
      reserveSoc: 0.1,
      arriveSoc: 0.15,
      goal: "time",
      hourWorth: 0,
    },
    beside: {
      postKey: null,
      at: null,
      kind: "own-cable",
      adapter: false,
      start: "card",
      autoUnlock: false,
      ticks: {},
      card: 0,
    },
  };
  firsts.set(garage, made);
  return made;
}

/** The trip of the garage in view. */
export const awayIn = (garage: Garage): AwayDraft =>
  awayStoreOf(garage.household.id).getState().draft ?? firstAway(garage);

/** The car of a trip: the one chosen, the one in the middle of the garage's own where none is. */
export const carOf = (
  garage: Garage,
  { carId }: Pick<AwayDraft, "carId">,
): { readonly id: string; readonly car: Car } | null => {
  const row =
    garage.cars.find(({ id }) => id === carId) ??
    garage.cars.find(({ spec }) => hasRapid(spec)) ??
    garage.cars[0];
  return row ? { id: row.id, car: row.spec } : null;
};
const hasRapid = ({ inlets }: Car): boolean =>
  inlets.some((inlet) => inlet.startsWith("ccs") || inlet === "j3400");

/** A trip's kit with everything by its id. */
export interface OpenKit {
  readonly pieces: readonly KnownPiece[];
  readonly places: readonly LikelyPlace[];
  /** Undefined while something is wrong. */
  readonly asked: KitAsked | undefined;
  readonly problems: readonly FieldProblem[];
}

/** Outlets of the household's own places, as places of a trip. */
export function ownPlaces(garage: Garage): LikelyPlace[] {
  return garage.outlets.flatMap(({ id, parentId, spec }): LikelyPlace[] => {
    if (spec.planned) return [];
    const place = garage.places.find((row) => row.id === parentId)?.spec.name ?? "";
    const name = `${place}: ${spec.name}`.slice(0, 80);
    if (spec.kind === "socket") return [{ id: `outlet-${id}`, place: { name, outlet: spec, evse: null } }];
    return garage.evses
      .filter((row) => row.parentId === id && !row.spec.planned)
      .map((row): LikelyPlace => ({
        id: `outlet-${id}-${row.id}`,
        place: { name: `${place}: ${row.spec.name}`.slice(0, 80), outlet: spec, evse: row.spec },
      }));
  });
}

/** Everything that could be bought for the car where one travels. */
export const offersFor = (garage: Garage, draft: AwayDraft): KnownPiece[] => {
  const its = carOf(garage, draft);
  return its ? piecesToBuy(its.car, draft.country, garage.household.spec.currency) : [];
};

/** An adapter to a plug the car does not take is of no use to it, and not looked at. */
const servesCar = ({ piece }: KnownPiece, { inlets }: Car): boolean =>
  piece.kind !== "adapter" ||
  plugsFor(inlets, CONNECTORS[piece.adapter.to].current).includes(piece.adapter.to);

/** The kit of a trip: the household's pieces and those looked at, the places it has to serve. */
export function openKit(garage: Garage, draft: AwayDraft): OpenKit {
  const its = carOf(garage, draft);
  const offers = offersFor(garage, draft).filter(({ id }) => draft.offered.includes(id));
  const own = its ? ownPieces(garage).filter((piece) => servesCar(piece, its.car)) : [];
  const pieces = [...own, ...offers]
    .slice(0, MOST_PIECES)
    .map(({ id, piece }): KnownPiece => ({ id, piece: { ...piece, have: draft.haves[id] ?? piece.have } }));
  const places = [...likelyPlaces(draft.country), ...ownPlaces(garage)].filter(({ id }) =>
    draft.places.includes(id),
  );
  if (!its) return { pieces, places, asked: undefined, problems: [] };
  const judged = judgeKit({
    format: KIT_FORMAT,
    version: SPEC_VERSION,
    name: "Kit",
    household: garage.household.spec,
    car: its.car,
    session: {
      fromSoc: draft.fromSoc,
      toSoc: draft.toSoc,
      pluggedInAt: draft.pluggedInAt,
      neededBy: draft.neededBy,
      batteryC: null,
      heatingW: 0,
    },
    wantedKm: draft.wantedKm,
    least: draft.least,
    pieces: pieces.map(({ piece }) => piece),
    places: places.map(({ place }) => place),
  });
  if (!judged.ok) return { pieces, places, asked: undefined, problems: judged.problems };
  const { format: _, version: __, name: ___, ...asked } = judged.value;
  return { pieces, places, asked, problems: [] };
}

/** The pieces that are ticked, as a mask over the pieces of an open kit. */
export const packedMask = ({ pieces }: Pick<OpenKit, "pieces">, { packed }: AwayDraft): number =>
  pieces.reduce((mask, { id }, at) => (packed.includes(id) ? mask + 2 ** at : mask), 0);

/** What posts are asked of: the car with what is ticked, and how long one stays. */
export function postsAskedOf(garage: Garage, draft: AwayDraft): PostsAsked | null {
  // A kit is judged by its pieces even where no place is ticked: any place will do.
  const { asked, pieces } = openKit(garage, { ...draft, places: [likelyPlaces(draft.country)[0]!.id] });
  if (!asked || !(draft.posts.stayHours >= 0.1 && draft.posts.stayHours <= 72)) return null;
  const packed = pieces.flatMap(({ id, piece }) =>
    draft.packed.includes(id) && piece.have !== "buy" ? [piece] : [],
  );
  return {
    car: asked.car,
    household: asked.household,
    session: asked.session,
    pieces: packed,
    stayHours: draft.posts.stayHours,
  };
}
/** The posts one knows, each as a post, with the tariff that is said to hold there. */
export const knownPosts = (garage: Garage): OwnPost[] =>
  garage.posts.map(({ id, parentId, spec }) => {
    const tariff = garage.tariffs.find((row) => row.id === parentId)?.spec ?? null;
    return { id, of: spec.network, post: postOfKnown(id, spec, tariff ? [id] : []), tariff };
  });

/** A trip ready to be planned, or what is wrong with it. */
export function openTrip(
  garage: Garage,
  draft: AwayDraft,
): { readonly asked: TripAsked | undefined; readonly problems: readonly FieldProblem[] } {
  const its = carOf(garage, draft);
  if (!its) return { asked: undefined, problems: [] };
  const pieces = openKit(garage, draft)
    .pieces.filter(({ id, piece }) => draft.packed.includes(id) && piece.have !== "buy")
    .map(({ piece }) => piece);
  const judged = judgeTrip({
    format: TRIP_FORMAT,
    version: SPEC_VERSION,
    name: "Trip",
    household: garage.household.spec,
    car: its.car,
    pieces,
    ...draft.trip,
  });
  if (!judged.ok) return { asked: undefined, problems: judged.problems };
  const { format: _, version: __, name: ___, ...asked } = judged.value;
  return { asked, problems: [] };
}
