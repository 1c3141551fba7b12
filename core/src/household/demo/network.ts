/** A location of the demo's public networks, in brief. */
interface Brief {
  readonly id: string;
  readonly name: string;
  readonly address: string;
  /** Kilometres east and north of the household. */
  readonly at: readonly [number, number];
  readonly operator: string;
  /** Points: how they stand, minutes since that was told, what is fastened to them. */
  readonly points: readonly (readonly [status: string, minutes: number, ...plugs: readonly string[]])[];
}

/** Plugs by their short names: standard, format, power type, volts, amps, watts, tariff. */
type Plug = readonly [string, "SOCKET" | "CABLE", string, number, number, number | null, string];

/** A public network of the demo: where it lies, what it asks, what it has. All of it invented. */
export interface DemoNetwork {
  readonly name: string;
  /** The stand-in that answers for it. */
  readonly standIn: string;
  readonly currency: string;
  /** Where its household is, degrees; a spot where in truth nothing is. */
  readonly at: { readonly lat: number; readonly lon: number };
  readonly country: string;
  readonly party: string;
  readonly zone: string;
  /** Asked for by its stand-in; null where anybody may read. */
  readonly token: string | null;
  readonly plugs: Readonly<Record<string, Plug>>;
  readonly tariffs: readonly object[];
  readonly locations: readonly Brief[];
}

const price = (type: string, amount: number, more: object = {}) => ({
  type,
  price: amount,
  step_size: 1,
  ...more,
});
const tariff = (id: string, currency: string, name: string, ...elements: object[]) => ({
  country_code: "ZZ",
  party_id: "KBK",
  id,
  currency,
  tariff_alt_text: [{ language: "en", text: name }],
  elements,
  last_updated: "2026-10-01T00:00:00Z",
});

const ISLAND: DemoNetwork = {
  name: "Island charging",
  standIn: "island-network",
  currency: "EUR",
  at: { lat: 53.08, lon: -14.62 },
  country: "IRL",
  party: "ISL",
  zone: "Europe/Dublin",
  token: null,
  plugs: {
    socket16: ["IEC_62196_T2", "SOCKET", "AC_3_PHASE", 230, 16, null, "quay"],
    socket32: ["IEC_62196_T2", "SOCKET", "AC_3_PHASE", 230, 32, null, "quay"],
    single: ["IEC_62196_T2", "SOCKET", "AC_1_PHASE", 230, 32, null, "free"],
    lamp: ["IEC_62196_T2", "SOCKET", "AC_1_PHASE", 230, 16, null, "lamp"],
    tethered: ["IEC_62196_T2", "CABLE", "AC_1_PHASE", 230, 32, null, "quay"],
    old: ["IEC_62196_T1", "CABLE", "AC_1_PHASE", 230, 16, null, "free"],
    rapid50: ["IEC_62196_T2_COMBO", "CABLE", "DC", 500, 125, 50_000, "rapid"],
    chademo: ["CHADEMO", "CABLE", "DC", 500, 125, 50_000, "rapid"],
    rapid150: ["IEC_62196_T2_COMBO", "CABLE", "DC", 920, 350, 150_000, "fast"],
    camp: ["IEC_60309_2_single_16", "SOCKET", "AC_1_PHASE", 230, 16, null, "camp"],
  },
  tariffs: [
    tariff("quay", "EUR", "Quay rate", {
      price_components: [price("ENERGY", 0.43), price("PARKING_TIME", 3.6, { step_size: 300 })],
    }),
    tariff("free", "EUR", "Free of charge", { price_components: [price("ENERGY", 0)] }),
    tariff("lamp", "EUR", "Street lamps", { price_components: [price("ENERGY", 0.39)] }),
    tariff("rapid", "EUR", "Rapid", { price_components: [price("FLAT", 0.5), price("ENERGY", 0.64)] }),
    tariff(
      "fast",
      "EUR",
      "Fast by day and night",
      { price_components: [price("ENERGY", 0.58)], restrictions: { start_time: "21:00", end_time: "07:00" } },
      { price_components: [price("ENERGY", 0.76), price("PARKING_TIME", 12)] },
    ),
    tariff("camp", "EUR", "Camp site", { price_components: [price("FLAT", 4), price("ENERGY", 0.31)] }),
  ],
  locations: [
    {
      id: "hall",
      name: "Co-op hall",
      address: "Rope Walk 2",
      at: [0.6, 0.3],
      operator: "Island charging",
      points: [
        ["AVAILABLE", 4, "socket32"],
        ["CHARGING", 31, "socket32"],
      ],
    },
    {
      id: "harbour",
      name: "Harbour office",
      address: "North Quay",
      at: [-0.4, 0.9],
      operator: "Harbour trust",
      points: [["AVAILABLE", 12, "single"]],
    },
    {
      id: "ferry",
      name: "Ferry terminal",
      address: "Ferry Road 1",
      at: [2.8, -1.1],
      operator: "Island charging",
      points: [
        ["CHARGING", 8, "rapid50", "chademo"],
        ["AVAILABLE", 8, "rapid50"],
      ],
    },
    {
      id: "light",
      name: "Lighthouse car park",
      address: "Head Lane",
      at: [-6.2, 4.4],
      operator: "Harbour trust",
      points: [
        ["OUTOFORDER", 2880, "tethered"],
        ["AVAILABLE", 55, "tethered"],
      ],
    },
    {
      id: "lamps",
      name: "Street lamps, Mill Brae",
      address: "Mill Brae 3 to 17",
      at: [1.4, 1.9],
      operator: "Lamp posts",
      points: [
        ["AVAILABLE", 3, "lamp"],
        ["AVAILABLE", 3, "lamp"],
        ["CHARGING", 96, "lamp"],
      ],
    },
    {
      id: "mart",
      name: "Fish market",
      address: "Market Yard",
      at: [0.9, -0.7],
      operator: "Island charging",
      points: [
        ["CHARGING", 22, "socket16"],
        ["BLOCKED", 140, "socket16"],
      ],
    },
    {
      id: "camp",
      name: "Machair camp site",
      address: "West Strand",
      at: [-9.5, -3.2],
      operator: "Machair camp",
      points: [
        ["AVAILABLE", 1440, "camp"],
        ["UNKNOWN", 1440, "camp"],
      ],
    },
    {
      id: "hotel",
      name: "Curragh hotel",
      address: "Old Mail Road 40",
      at: [7.9, 6.1],
      operator: "Curragh hotel",
      points: [["AVAILABLE", 18, "socket16"]],
    },
    {
      id: "pass",
      name: "Kestrel pass services",
      address: "Causeway, km 31",
      at: [24.5, 18.2],
      operator: "Causeway power",
      points: [
        ["AVAILABLE", 2, "rapid150"],
        ["CHARGING", 9, "rapid150"],
        ["INOPERATIVE", 4000, "rapid150"],
      ],
    },
    {
      id: "clinic",
      name: "Clinic",
      address: "Well Street",
      at: [2.1, 3.5],
      operator: "Lamp posts",
      points: [["RESERVED", 5, "socket16"]],
    },
    {
      id: "school",
      name: "Old school",
      address: "Glebe 1",
      at: [-3.8, -5.6],
      operator: "gone",
      points: [["UNKNOWN", 525_600, "old"]],
    },
    {
      id: "bridge",
      name: "Causeway bridge",
      address: "Causeway, km 12",
      at: [11.2, 9.9],
      operator: "Causeway power",
      points: [["AVAILABLE", 1, "rapid50", "chademo"]],
    },
  ],
};

const HILLS: DemoNetwork = {
  name: "Hill country plugs",
  standIn: "hill-network",
  currency: "CAD",
  at: { lat: 47.62, lon: -76.9 },
  country: "CAN",
  party: "HIL",
  zone: "America/Toronto",
  token: "sugar-maple",
  plugs: {
    level2: ["IEC_62196_T1", "CABLE", "AC_1_PHASE", 208, 30, null, "library"],
    level2fast: ["IEC_62196_T1", "CABLE", "AC_1_PHASE", 240, 48, null, "hour"],
    j3400: ["SAE_J3400", "CABLE", "AC_1_PHASE", 240, 48, null, "hour"],
    ccs: ["IEC_62196_T1_COMBO", "CABLE", "DC", 920, 350, 150_000, "rapid"],
    j3400dc: ["SAE_J3400", "CABLE", "DC", 920, 400, 150_000, "rapid"],
    chademo: ["CHADEMO", "CABLE", "DC", 500, 125, 50_000, "rapid"],
    camp: ["NEMA_14_50", "SOCKET", "AC_1_PHASE", 240, 40, null, "camp"],
  },
  tariffs: [
    tariff(
      "library",
      "CAD",
      "Library",
      { price_components: [price("TIME", 1.5)], restrictions: { max_duration: 14_400 } },
      { price_components: [price("TIME", 6)] },
    ),
    tariff("hour", "CAD", "By the hour", { price_components: [price("TIME", 2.4, { step_size: 300 })] }),
    tariff("rapid", "CAD", "Rapid", { price_components: [price("ENERGY", 0.52), price("PARKING_TIME", 24)] }),
    tariff("camp", "CAD", "Camp ground", { price_components: [price("FLAT", 9)] }),
  ],
  locations: [
    {
      id: "library",
      name: "Library",
      address: "12 Main Street",
      at: [8.2, -3.1],
      operator: "Township",
      points: [
        ["AVAILABLE", 6, "level2"],
        ["CHARGING", 44, "level2"],
      ],
    },
    {
      id: "rapid",
      name: "Town rapid",
      address: "Route 9 at Mill Road",
      at: [9.1, -4],
      operator: "Hill country plugs",
      points: [
        ["AVAILABLE", 3, "ccs"],
        ["CHARGING", 3, "ccs", "chademo"],
        ["AVAILABLE", 3, "j3400dc"],
      ],
    },
    {
      id: "arena",
      name: "Arena",
      address: "Rink Lane",
      at: [10.4, -2.2],
      operator: "Township",
      points: [
        ["CHARGING", 15, "level2fast"],
        ["AVAILABLE", 15, "j3400"],
      ],
    },
    {
      id: "inn",
      name: "Larch inn",
      address: "County Road 4",
      at: [-14.8, 7.7],
      operator: "Larch inn",
      points: [["AVAILABLE", 70, "level2fast"]],
    },
    {
      id: "camp",
      name: "Loon lake camp ground",
      address: "Loon Lake Road",
      at: [-22.1, -18.4],
      operator: "Loon lake",
      points: [
        ["UNKNOWN", 10_080, "camp"],
        ["UNKNOWN", 10_080, "camp"],
      ],
    },
    {
      id: "depot",
      name: "Feed depot",
      address: "Depot Road",
      at: [5.5, 6.2],
      operator: "Feed depot",
      points: [["OUTOFORDER", 1300, "level2"]],
    },
    {
      id: "divide",
      name: "Height of land plaza",
      address: "Highway 31, km 88",
      at: [41, 30.6],
      operator: "Hill country plugs",
      points: [
        ["AVAILABLE", 1, "ccs"],
        ["AVAILABLE", 1, "j3400dc"],
        ["INOPERATIVE", 900, "ccs"],
      ],
    },
    {
      id: "clinic",
      name: "Health centre",
      address: "4 Birch Street",
      at: [8.8, -2.5],
      operator: "Township",
      points: [["BLOCKED", 210, "level2"]],
    },
  ],
};

/** The demo's networks by the household they lie around. */
export const DEMO_NETWORKS = { "fallow-quay": ISLAND, "larch-hollow": HILLS } as const satisfies Record<
  string,
  DemoNetwork
>;

const KM_A_DEGREE = 111.195;
/** OCPI moments have no thousandths. */
const momentOf = (ms: number): string => `${new Date(ms).toISOString().slice(0, 19)}Z`;

/**
 * A network's locations as OCPI 2.2.1 Location objects at a moment.
 * @param now ms since 1970
 * @param stateOf how a point stands at that moment, where it is not as at first
 */
export function ocpiLocations(
  { at, country, party, zone, plugs, locations }: DemoNetwork,
  now: number,
  stateOf: (
    uid: string,
    first: string,
  ) => { readonly status: string; readonly since: number } | undefined = () => undefined,
): object[] {
  return locations.map(({ id, name, address, at: [east, north], operator, points }) => ({
    country_code: "ZZ",
    party_id: party,
    id,
    publish: true,
    name,
    address,
    city: "",
    country,
    coordinates: {
      latitude: (at.lat + north / KM_A_DEGREE).toFixed(6),
      longitude: (at.lon + east / (KM_A_DEGREE * Math.cos((at.lat * Math.PI) / 180))).toFixed(6),
    },
    operator: { name: operator },
    time_zone: zone,
    evses: points.map(([first, minutes, ...fastened], i) => {
      const uid = `${id}-${i + 1}`;
      const state = stateOf(uid, first) ?? { status: first, since: now - minutes * 60_000 };
      return {
        uid,
        status: state.status,
        connectors: fastened.map((plug, k) => {
          const [standard, format, power, volts, amps, watts, its] = plugs[plug]!;
          return {
            id: String(k + 1),
            standard,
            format,
            power_type: power,
            max_voltage: volts,
            max_amperage: amps,
            ...(watts === null ? {} : { max_electric_power: watts }),
            tariff_ids: [its],
            last_updated: "2026-10-01T00:00:00Z",
          };
        }),
        last_updated: momentOf(state.since),
      };
    }),
    last_updated: "2026-10-01T00:00:00Z",
  }));
}
