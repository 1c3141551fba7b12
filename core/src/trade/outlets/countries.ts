import type { SupplyId } from "../supply";
import type { OutletTypeId } from "./table";

/** A country one may travel in: what its houses, camp sites and yards are fed with and through. */
export interface Country {
  readonly name: string;
  readonly system: SupplyId;
  /** Sockets of houses, camp sites, and farms and workshops, the usual one first. */
  readonly house: readonly OutletTypeId[];
  readonly camp: readonly OutletTypeId[];
  readonly yard: readonly OutletTypeId[];
  /** What a visitor has to know of its sockets. */
  readonly beware?: string;
}

const row = (
  name: string,
  house: readonly OutletTypeId[],
  more: Partial<Omit<Country, "name" | "house">> = {},
): Country => ({
  name,
  system: "230/400",
  house,
  camp: ["blue-16"],
  yard: ["red-16", "red-32"],
  ...more,
});
const WALL: readonly OutletTypeId[] = ["cee-7"];
const THREE_PIN: readonly OutletTypeId[] = ["bs1363"];

const AMERICAN: Omit<Country, "name"> = {
  system: "split-phase",
  house: ["nema-5-15", "nema-14-30", "nema-10-30"],
  camp: ["nema-tt-30", "nema-14-50"],
  yard: ["nema-6-50", "nema-14-50"],
};
const ANTIPODEAN = {
  camp: ["as3112-15"],
  yard: ["as3123-20-three", "as3123-32-three"],
} as const;

/**
 * Sockets by country (letters and shapes of IEC/TR 60083, camp sites of IEC 60364-7-708 with IEC 60309-2, from memory;
 * yards by common practice). Older houses everywhere keep what their time had.
 */
export const COUNTRIES = {
  at: row("Austria", WALL),
  be: row("Belgium", WALL, {
    beware: "Many houses have three phases without a neutral: ask before a three-phase unit is plugged in.",
  }),
  bg: row("Bulgaria", WALL),
  ch: row("Switzerland", ["type-j"], { beware: "A plug with two round earth clips does not go in." }),
  cy: row("Cyprus", THREE_PIN),
  cz: row("Czechia", WALL),
  de: row("Germany", WALL),
  dk: row("Denmark", WALL, {
    beware:
      "In an older Danish socket a foreign wall plug goes in and finds no earth: not for a car. Look for a socket with earth clips or a pin.",
  }),
  ee: row("Estonia", WALL),
  es: row("Spain", WALL),
  fi: row("Finland", WALL),
  fr: row("France", WALL),
  gb: row("Britain", THREE_PIN),
  gr: row("Greece", WALL),
  hr: row("Croatia", WALL),
  hu: row("Hungary", WALL),
  ie: row("Ireland", THREE_PIN),
  is: row("Iceland", WALL),
  it: row("Italy", ["cee-7", "type-l"], {
    beware:
      "Houses often have no more than 3 kW altogether: the main switch goes before the socket gets warm.",
  }),
  kr: row("Korea", WALL),
  lt: row("Lithuania", WALL),
  lu: row("Luxembourg", WALL),
  lv: row("Latvia", WALL),
  mt: row("Malta", THREE_PIN),
  my: row("Malaysia", THREE_PIN),
  nl: row("Netherlands", WALL),
  no: row("Norway", WALL, {
    system: "it-230",
    yard: ["blue-32", "blue-32-three"],
    beware:
      "Many houses have 230 V between lines and no neutral: some cars refuse it, and three phases there need a car made for it.",
  }),
  pl: row("Poland", WALL),
  pt: row("Portugal", WALL),
  ro: row("Romania", WALL),
  se: row("Sweden", WALL),
  sg: row("Singapore", THREE_PIN),
  si: row("Slovenia", WALL),
  sk: row("Slovakia", WALL),
  tr: row("Türkiye", WALL),
  in: row("India", ["type-m", "type-d"], {
    beware: "Earth is often missing behind the third hole: have it tested first.",
  }),
  za: row("South Africa", ["type-m"]),
  au: row("Australia", ["as3112-10", "as3112-15"], ANTIPODEAN),
  nz: row("New Zealand", ["as3112-10", "as3112-15"], { ...ANTIPODEAN, camp: ["blue-16"] }),
  ca: { name: "Canada", ...AMERICAN },
  us: { name: "United States", ...AMERICAN },
  mx: {
    name: "Mexico",
    ...AMERICAN,
    beware: "Earth is often missing behind the round hole: have it tested first.",
  },
  jp: {
    name: "Japan",
    system: "100/200",
    house: ["nema-5-15", "nema-6-20"],
    camp: ["nema-5-15"],
    yard: ["nema-6-20"],
    beware: "The third hole for earth is often not there at all.",
  },
} as const satisfies Record<string, Country>;
/** A country by its ISO 3166 letters, small. */
export type CountryId = keyof typeof COUNTRIES;
/** All countries of the table, by name. */
export const COUNTRY_IDS = (Object.keys(COUNTRIES) as CountryId[]).sort((a, b) =>
  COUNTRIES[a].name < COUNTRIES[b].name ? -1 : 1,
);
/**
 * A country's row.
 * @example countryOf("ch").house // ["type-j"]
 */
export const countryOf = (id: CountryId): Country => COUNTRIES[id];
