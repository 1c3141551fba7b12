import fc, { type Arbitrary } from "fast-check";
import { everyPiece, MEASURES, type KitAsked, type KitPiece } from "../answers/kit";
import { fallowQuay, larchHollow } from "../household/demo";
import { likelyPlaces, ownPieces, piecesToBuy } from "../household/packing";

/** A night from seven in the evening to eight. */
export const NIGHT: KitAsked["session"] = {
  fromSoc: 0.2,
  toSoc: 1,
  pluggedInAt: "2026-11-23T19:00",
  neededBy: "08:00",
  batteryC: null,
  heatingW: 0,
};
const WORLDS = [
  [fallowQuay, "ie"],
  [fallowQuay, "no"],
  [larchHollow, "ca"],
] as const;

/** Random kits: a few pieces that are owned or sold, a few places of a country. */
export const anyKit: Arbitrary<KitAsked> = fc
  .record({
    world: fc.constantFrom(...WORLDS),
    car: fc.nat(2),
    pieces: fc.infiniteStream(fc.boolean()),
    places: fc.infiniteStream(fc.boolean()),
    fromSoc: fc.constantFrom(0.1, 0.35, 0.6),
    wantedKm: fc.constantFrom(20, 60, 120, 250),
    least: fc.constantFrom(...MEASURES),
    borrow: fc.boolean(),
  })
  .map(({ world: [garage, country], car: at, pieces, places, fromSoc, wantedKm, least, borrow }) => {
    const car = garage.cars[at % garage.cars.length]!.spec;
    const known = [...ownPieces(garage), ...piecesToBuy(car, country, garage.household.spec.currency)];
    const keep = <T>(list: readonly T[], of: Iterator<boolean>) =>
      list.filter(() => of.next().value as boolean);
    const chosen = keep(known, pieces).slice(0, 9);
    const stood = keep(likelyPlaces(country), places);
    return {
      household: garage.household.spec,
      car,
      session: { ...NIGHT, fromSoc },
      wantedKm,
      least,
      pieces: chosen.map(({ piece }): KitPiece => (borrow ? { ...piece, have: "borrow" } : piece)),
      places: (stood.length > 0 ? stood : likelyPlaces(country).slice(0, 1)).map(({ place }) => place),
    };
  });

/** Every kit one could make of so many pieces. */
export const everyKit = (count: number): number[] =>
  Array.from({ length: everyPiece(count) + 1 }, (_, kit) => kit);
