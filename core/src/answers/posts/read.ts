import { z } from "zod";
import { jsonProblem, problemsOf, withLines, type FieldProblem } from "../../things/documents";
import { CONNECTORS } from "../../trade/connectors";
import { readOcpi } from "../../engine/tariff";
import type { Tariff } from "../../things/parts";
import type { MetAt, Network, Post, PostOutlet } from "./network";
import { postPointSchema, type Met } from "./point";
import { OCPI_OUTLETS, OCPI_PLUGS, OCPI_STATES } from "./standards";

/** Largest network file read, in characters. */
export const NETWORK_MAX_BYTES = 64 * 1024 * 1024;
/** Most posts of a network that are read. */
export const MOST_POSTS = 50_000;

/** A network that was read, or why nothing was. */
export type ReadNetwork =
  | { readonly ok: true; readonly value: Network }
  | { readonly ok: false; readonly problems: readonly FieldProblem[] };

const text = (what: string) => z.string({ error: `needed: ${what}` }).min(1, { error: `needed: ${what}` });
const degrees = (most: number) =>
  z
    .union([z.string(), z.number()], { error: `needed: degrees, −${most} to ${most}` })
    .transform(Number)
    .refine((value) => Number.isFinite(value) && Math.abs(value) <= most, {
      error: `accepted: −${most} to ${most} degrees`,
    });

/** What of an OCPI 2.2.1 Location object is used; whatever else stands there is left alone. */
const connectorSchema = z.looseObject({
  id: z.coerce.string().optional(),
  standard: text("the connector's standard, such as IEC_62196_T2"),
  format: z.enum(["SOCKET", "CABLE"], { error: "accepted: SOCKET or CABLE" }),
  power_type: z.string().default("AC_1_PHASE"),
  max_voltage: z.number({ error: "needed: volts" }).positive({ error: "accepted: above 0 V" }),
  max_amperage: z.number({ error: "needed: amps" }).positive({ error: "accepted: above 0 A" }),
  max_electric_power: z.number().positive().nullish(),
  tariff_ids: z.array(z.string()).nullish(),
});
const evseSchema = z.looseObject({
  uid: text("a uid"),
  status: z.string().default("UNKNOWN"),
  connectors: z.array(connectorSchema, { error: "needed: a list of connectors" }),
  last_updated: z.string().nullish(),
});
const locationSchema = z.looseObject({
  country_code: z.string().default("ZZ"),
  party_id: z.string().default("ZZZ"),
  id: text("an id"),
  name: z.string().nullish(),
  address: z.string().nullish(),
  city: z.string().nullish(),
  operator: z.looseObject({ name: z.string().nullish() }).nullish(),
  coordinates: z.looseObject(
    { latitude: degrees(90), longitude: degrees(180) },
    { error: "needed: coordinates with latitude and longitude" },
  ),
  evses: z.array(evseSchema).default([]),
});
type Location = z.infer<typeof locationSchema>;

/** Fields of the standard's Location, EVSE and Connector objects; others are counted and said. */
const KNOWN_FIELDS = {
  location:
    "country_code party_id id publish publish_allowed_to name address city postal_code state country coordinates related_locations parking_type evses directions operator suboperator owner facilities time_zone opening_times charging_when_closed images energy_mix last_updated",
  evse: "uid evse_id status status_schedule capabilities connectors floor_level coordinates physical_reference directions parking_restrictions images last_updated",
  connector:
    "id standard format power_type max_voltage max_amperage max_electric_power tariff_ids terms_and_conditions last_updated",
} as const;
const names = (of: keyof typeof KNOWN_FIELDS): ReadonlySet<string> => new Set(KNOWN_FIELDS[of].split(" "));
const KNOWN = { location: names("location"), evse: names("evse"), connector: names("connector") } as const;

/** What is counted while a network is read. */
interface Counted {
  readonly unknownFields: Map<string, number>;
  readonly unknownStates: Map<string, number>;
  readonly unknownStandards: Map<string, number>;
  notThere: number;
  misstated: number;
}

const count = (counts: Map<string, number>, name: string): void =>
  void counts.set(name, (counts.get(name) ?? 0) + 1);
const strangeFields = (counted: Counted, of: keyof typeof KNOWN, object: object): void => {
  for (const field of Object.keys(object))
    if (!KNOWN[of].has(field)) count(counted.unknownFields, `${of}.${field}`);
};

type Connector = z.infer<typeof connectorSchema>;

/** What stands at a connector; what the standard lacks, or what no post can have, has no name here. */
function metOf(connector: Connector, counted: Counted): Met {
  const {
    standard,
    format,
    power_type: power,
    max_voltage: volts,
    max_amperage: amps,
    max_electric_power: watts,
  } = connector;
  const outlet = OCPI_OUTLETS[standard];
  if (outlet) return { kind: "socket", outlet, amps };
  const named = OCPI_PLUGS[standard];
  const plug = named === "j3400-ac" && power === "DC" ? "j3400-dc" : named;
  if (!plug) {
    count(counted.unknownStandards, standard);
    return { kind: "unknown", standard };
  }
  const direct = CONNECTORS[plug].current === "DC";
  const point = postPointSchema.safeParse({
    plug,
    tethered: direct || format === "CABLE",
    phases: power === "AC_3_PHASE" && CONNECTORS[plug].phases === 3 ? 3 : 1,
    volts,
    amps,
    ...(watts ? { watts } : {}),
  });
  if (point.success) return { kind: "post", ...point.data };
  counted.misstated += 1;
  return { kind: "unknown", standard };
}

function outletOf(evse: Location["evses"][number], counted: Counted): PostOutlet | null {
  strangeFields(counted, "evse", evse);
  const state = OCPI_STATES[evse.status];
  if (state === undefined) count(counted.unknownStates, evse.status);
  if (state === null) {
    counted.notThere += 1;
    return null;
  }
  const stateMs = Date.parse(evse.last_updated ?? "");
  return {
    uid: evse.uid,
    state: state ?? "unknown",
    stateMs: Number.isNaN(stateMs) ? null : stateMs,
    met: evse.connectors.map((connector): MetAt => {
      strangeFields(counted, "connector", connector);
      return { met: metOf(connector, counted), tariffs: connector.tariff_ids ?? [] };
    }),
  };
}

function postOf(location: Location, counted: Counted): Post {
  strangeFields(counted, "location", location);
  const { country_code: country, party_id: party, id, name, address, city, operator, coordinates } = location;
  return {
    key: `${country}*${party}*${id}`,
    name: (name ?? address ?? id).slice(0, 80),
    address: [address, city].filter(Boolean).join(", "),
    operator: operator?.name ?? "",
    at: { lat: coordinates.latitude, lon: coordinates.longitude },
    outlets: location.evses.flatMap((evse) => outletOf(evse, counted) ?? []),
    limitMinutes: null,
    own: false,
  };
}

/** The locations and tariffs of whatever was given: a list, an answer of the protocol, or both lists side by side. */
function listsOf(raw: unknown): {
  readonly at: string;
  readonly locations: unknown;
  readonly tariffs: unknown;
} {
  if (Array.isArray(raw)) return { at: "", locations: raw, tariffs: [] };
  const object = (raw ?? {}) as Record<string, unknown>;
  return "data" in object
    ? { at: "data.", locations: object.data, tariffs: [] }
    : { at: "locations.", locations: object.locations, tariffs: object.tariffs ?? [] };
}

const plural = (n: number, one: string): string => `${n} ${one}${n === 1 ? "" : "s"}`;
const listed = (counts: ReadonlyMap<string, number>): string =>
  [...counts]
    .slice(0, 5)
    .map(([name, n]) => `${name} (${n})`)
    .join(", ") + (counts.size > 5 ? ", …" : "");

function notesOf(counted: Counted, bad: readonly string[], badTariffs: number): string[] {
  const { unknownFields, unknownStates, unknownStandards, notThere, misstated } = counted;
  return [
    ...bad,
    ...(unknownStates.size > 0
      ? [`States this program does not know count as “state not known”: ${listed(unknownStates)}.`]
      : []),
    ...(unknownStandards.size > 0
      ? [`Connectors this program has no name for: ${listed(unknownStandards)}.`]
      : []),
    ...(unknownFields.size > 0
      ? [`Fields that are not in OCPI 2.2.1 were read past: ${listed(unknownFields)}.`]
      : []),
    ...(misstated > 0
      ? [`${plural(misstated, "connector")} with volts or amps no post can have: left without a figure.`]
      : []),
    ...(notThere > 0 ? [`${plural(notThere, "point")} planned or taken away: left out.`] : []),
    ...(badTariffs > 0
      ? [`${plural(badTariffs, "tariff")} could not be used: those posts stand without a price.`]
      : []),
  ];
}

function tariffsOf(
  list: readonly unknown[],
  currency: string,
): { read: Record<string, Tariff>; bad: number } {
  const read: Record<string, Tariff> = {};
  let bad = 0;
  for (const raw of list) {
    const id = (raw as { id?: unknown } | null)?.id;
    const tariff = readOcpi(JSON.stringify(raw), currency);
    if (tariff.ok && typeof id === "string") read[id] = tariff.value;
    else bad += 1;
  }
  return { read, bad };
}

/** Faults of single locations that are told one by one; more are counted. */
const TOLD = 5;

/**
 * Reads a network's posts from OCPI 2.2.1 JSON: a list of Location objects, an answer of the protocol with such a list,
 * or `{ locations, tariffs }`. A location that cannot be read is left out and named by its line and field; fields and
 * states outside the standard are read past and said.
 * @param currency the household's: tariffs in another are left out
 * @example readNetwork("[]", "EUR").ok // true
 */
export function readNetwork(source: string, currency: string): ReadNetwork {
  const fail = (field: string, message: string): ReadNetwork => ({
    ok: false,
    problems: [{ field, message }],
  });
  if (source.length > NETWORK_MAX_BYTES)
    return fail("(file)", `too large: ${source.length} characters; accepted: up to ${NETWORK_MAX_BYTES}`);
  let raw: unknown;
  try {
    raw = JSON.parse(source);
  } catch (error) {
    return fail("(file)", jsonProblem(source, error as Error));
  }
  const { at, locations, tariffs } = listsOf(raw);
  if (!Array.isArray(locations))
    return fail(at === "" ? "(file)" : at.slice(0, -1), "needed: a list of OCPI Location objects");
  if (!Array.isArray(tariffs)) return fail("tariffs", "needed: a list of OCPI Tariff objects");
  if (locations.length > MOST_POSTS)
    return fail(
      at === "" ? "(file)" : at.slice(0, -1),
      `${locations.length} locations; accepted: up to ${MOST_POSTS}`,
    );
  const counted: Counted = {
    unknownFields: new Map(),
    unknownStates: new Map(),
    unknownStandards: new Map(),
    notThere: 0,
    misstated: 0,
  };
  const bad: FieldProblem[] = [];
  let left = 0;
  const posts = locations.flatMap((one, i): Post[] => {
    const parsed = locationSchema.safeParse(one);
    if (parsed.success) return [postOf(parsed.data, counted)];
    left += 1;
    if (bad.length < TOLD)
      bad.push(
        ...problemsOf(parsed.error, locationSchema)
          .slice(0, 1)
          .map((p) => ({ ...p, field: `${at}${i}.${p.field}` })),
      );
    return [];
  });
  // A file of which nothing can be read is no network.
  if (left > 0 && posts.length === 0) return { ok: false, problems: withLines(source, bad) };
  const { read, bad: badTariffs } = tariffsOf(tariffs, currency);
  const told = withLines(source, bad).map(({ field, message }) => `Left out: ${field}, ${message}.`);
  const more =
    left > bad.length
      ? [`${plural(left - bad.length, "more location")} could not be read and were left out.`]
      : [];
  return {
    ok: true,
    value: { posts, tariffs: read, notes: notesOf(counted, [...told, ...more], badTariffs) },
  };
}
