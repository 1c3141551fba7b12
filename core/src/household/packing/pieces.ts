import { connector, CONNECTOR_IDS, plugsFor, type ConnectorId } from "../../trade/connectors";
import type { Amps } from "../../trade/units";
import type { Car } from "../../things/parts";
import type { KitPiece } from "../../answers/kit";
import { countryOf, type CountryId } from "../../trade/outlets";
import { cableCandidates, plugFor, portableCandidates } from "../chooser";
import type { Garage } from "../garage";
import { usualPrice } from "../start";

/** A piece with a name that stays with it: a row of the garage, or something usual that is sold. */
export interface KnownPiece {
  readonly id: string;
  readonly piece: KitPiece;
}

/**
 * Everything of a household that can be carried: portable units, cables, adapters, leads; what is planned only is not
 * there yet.
 * @example ownPieces(garage).length // 8
 */
export function ownPieces({ evses, cables, adapters, leads }: Garage): KnownPiece[] {
  return [
    ...evses.flatMap(({ id, spec }): KnownPiece[] =>
      spec.kind === "portable" && !spec.planned
        ? [{ id, piece: { kind: "unit", unit: spec, have: "own" } }]
        : [],
    ),
    ...cables.map(({ id, spec }): KnownPiece => ({ id, piece: { kind: "cable", cable: spec, have: "own" } })),
    ...adapters.map(({ id, spec }): KnownPiece => ({
      id,
      piece: { kind: "adapter", adapter: spec, have: "own" },
    })),
    ...leads.map(({ id, spec }): KnownPiece => ({ id, piece: { kind: "lead", lead: spec, have: "own" } })),
  ];
}

/** Usual prices of adapters (euros, common practice, rounded). */
const ADAPTER_EUROS = { AC: 140, DC: 260 } as const;
/** Adapters that are sold, from a station's plug to a car's, and their amps (common practice); none turns AC into DC. */
const SOLD: readonly (readonly [ConnectorId, ConnectorId, Amps])[] = [
  ["type1", "type2", 32],
  ["type2", "type1", 32],
  ["type1", "j3400-ac", 80],
  ["j3400-ac", "type1", 48],
  ["ccs1", "j3400-dc", 300],
  ["j3400-dc", "ccs1", 300],
  ["ccs2", "chademo", 125],
];

function adaptersToBuy(car: Car, currency: string): KnownPiece[] {
  const takes = CONNECTOR_IDS.filter((id) => plugsFor(car.inlets, connector(id).current).includes(id));
  return SOLD.filter(([from, to]) => takes.includes(to) && !takes.includes(from)).map(([from, to, amps]) => {
    const { current, name } = connector(from);
    return {
      id: `buy-adapter-${from}-${to}`,
      piece: {
        kind: "adapter",
        adapter: {
          name: `adapter, ${name} to ${connector(to).name}`,
          from,
          to,
          amps,
        },
        have: "buy",
        price: usualPrice(ADAPTER_EUROS[current], currency),
      },
    };
  });
}

/** Length (m) in which cables are offered: enough for most bays (common practice). */
const OFFERED_M = 5;

/**
 * What is sold for a car in a country: portable units with its plug, loose cables, adapters, at usual prices.
 * @example piecesToBuy(plan.car, "ie", "EUR").length // 11
 */
export function piecesToBuy(car: Car, country: CountryId, currency: string): KnownPiece[] {
  const { system, house } = countryOf(country);
  const units = portableCandidates(car, system, house[0]!).map(({ id, evse, euros }): KnownPiece => ({
    id: `buy-${id}`,
    piece: {
      kind: "unit",
      unit: evse,
      have: "buy",
      ...(euros === null ? {} : { price: usualPrice(euros, currency) }),
    },
  }));
  const plug = plugFor(car, system);
  // Loose cables are for posts with sockets, which have Type 2.
  const cables = ["type1", "type2"].includes(plug)
    ? cableCandidates(plug, OFFERED_M).map(({ id, cable, massKg, euros }): KnownPiece => ({
        id: `buy-cable-${id}`,
        piece: { kind: "cable", cable, have: "buy", massKg, price: usualPrice(euros, currency) },
      }))
    : [];
  return [...units, ...cables, ...adaptersToBuy(car, currency)];
}
