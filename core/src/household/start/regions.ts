import type { OutletTypeId } from "../../trade/outlets";
import type { Household, MannerSaid } from "../../things/parts";
import type { DistanceUnit, EconomyUnit, Amps } from "../../trade/units";
import type { SupplyId } from "../../trade/supply";

/** Something a car is plugged into at home, as people name it there. */
export interface HomePoint {
  readonly id: string;
  readonly name: string;
  /** Left out for a unit that is wired in. */
  readonly outlet?: OutletTypeId;
  readonly breakerAmps: Amps;
  readonly phases: 1 | 3;
  /** What is usually drawn there for hours. */
  readonly amps: Amps;
}

/** A part of the world: what its houses are fed with, its sockets, money and manner of reckoning. */
export interface Region {
  readonly id: string;
  readonly name: string;
  readonly system: SupplyId;
  readonly currency: string;
  readonly distanceUnit: DistanceUnit;
  readonly economyUnit: EconomyUnit;
  readonly timeZone: string;
  /** How clocks, dates and figures are written there. */
  readonly manner: MannerSaid;
  readonly points: readonly HomePoint[];
}

const socket = (
  id: string,
  name: string,
  outlet: OutletTypeId,
  breakerAmps: Amps,
  amps: Amps,
  phases: 1 | 3 = 1,
): HomePoint => ({
  id,
  name,
  outlet,
  breakerAmps,
  amps,
  phases,
});
const wired = (id: string, name: string, breakerAmps: Amps, amps: Amps, phases: 1 | 3 = 1): HomePoint => ({
  id,
  name,
  breakerAmps,
  amps,
  phases,
});

/** Points of a 230 V house, after its own wall socket. */
const CAMP_AND_BOX: readonly HomePoint[] = [
  socket("blue-16", "blue 16 A socket", "blue-16", 16, 16),
  socket("blue-32", "blue 32 A socket", "blue-32", 32, 32),
  wired("wallbox-1", "wallbox, one phase, 32 A", 40, 32),
];
const THREE: readonly HomePoint[] = [
  socket("red-16", "red 16 A socket", "red-16", 16, 16, 3),
  wired("wallbox-3", "wallbox, three phases, 16 A", 20, 16, 3),
];
const NORTH_AMERICA: readonly HomePoint[] = [
  socket("wall", "ordinary receptacle (5-15)", "nema-5-15", 15, 12),
  socket("twenty", "20 A receptacle (5-20)", "nema-5-20", 20, 16),
  socket("dryer", "dryer outlet, four openings (14-30)", "nema-14-30", 30, 24),
  socket("old-dryer", "old dryer outlet, three slots (10-30)", "nema-10-30", 30, 24),
  socket("range", "range or RV outlet (14-50)", "nema-14-50", 50, 32),
  wired("wallbox-1", "wallbox, 48 A", 60, 48),
];

const metric = { distanceUnit: "km", economyUnit: "kWh/100 km" } as const;
const miles = { distanceUnit: "mi", economyUnit: "mi/kWh" } as const;

/** Where one may live, by the supply of its houses (common practice); all of it can be changed afterwards. */
const BY_SUPPLY: Readonly<Record<SupplyId, readonly Omit<Region, "system">[]>> = {
  "230/400": [
    {
      id: "eu",
      name: "Continental Europe",
      currency: "EUR",
      ...metric,
      timeZone: "Europe/Berlin",
      manner: { decimals: "comma" },
      points: [socket("wall", "wall socket (CEE 7)", "cee-7", 16, 10), ...CAMP_AND_BOX, ...THREE],
    },
    {
      id: "ie",
      name: "Ireland",
      currency: "EUR",
      ...metric,
      timeZone: "Europe/Dublin",
      manner: {},
      points: [socket("wall", "three-pin socket (BS 1363)", "bs1363", 32, 10), ...CAMP_AND_BOX],
    },
    {
      id: "gb",
      name: "United Kingdom",
      currency: "GBP",
      ...miles,
      timeZone: "Europe/London",
      manner: {},
      points: [socket("wall", "three-pin socket (BS 1363)", "bs1363", 32, 10), ...CAMP_AND_BOX],
    },
    {
      id: "ch",
      name: "Switzerland",
      currency: "CHF",
      ...metric,
      timeZone: "Europe/Zurich",
      manner: {},
      points: [socket("wall", "wall socket (type J)", "type-j", 10, 8), ...CAMP_AND_BOX, ...THREE],
    },
    {
      id: "au",
      name: "Australia",
      currency: "AUD",
      ...metric,
      timeZone: "Australia/Sydney",
      manner: { clock: "12 h" },
      points: [
        socket("wall", "10 A socket", "as3112-10", 16, 10),
        socket("fifteen", "15 A socket, wider earth pin", "as3112-15", 16, 15),
        socket("three-20", "three-phase 20 A socket, round pins", "as3123-20-three", 20, 20, 3),
        socket("three-32", "three-phase 32 A socket, round pins", "as3123-32-three", 32, 32, 3),
        wired("wallbox-1", "wallbox, one phase, 32 A", 40, 32),
      ],
    },
    {
      id: "nz",
      name: "New Zealand",
      currency: "NZD",
      ...metric,
      timeZone: "Pacific/Auckland",
      manner: { clock: "12 h" },
      points: [
        socket("wall", "10 A socket", "as3112-10", 16, 8),
        socket("blue-16", "blue 16 A socket", "blue-16", 16, 16),
        wired("wallbox-1", "wallbox, one phase, 32 A", 40, 32),
      ],
    },
    {
      id: "my",
      name: "Malaysia",
      currency: "MYR",
      ...metric,
      timeZone: "Asia/Kuala_Lumpur",
      manner: {},
      points: [
        socket("wall", "three-pin socket (type G)", "bs1363", 32, 10),
        socket("fifteen", "15 A round-pin socket (type M)", "type-m", 20, 12),
        wired("wallbox-1", "wallbox, one phase, 32 A", 40, 32),
        wired("wallbox-3", "wallbox, three phases, 16 A", 20, 16, 3),
      ],
    },
    {
      id: "in",
      name: "India",
      currency: "INR",
      ...metric,
      timeZone: "Asia/Kolkata",
      manner: {},
      points: [
        socket("wall", "large round-pin socket, 16 A (type M)", "type-m", 20, 12),
        socket("small", "small round-pin socket, 6 A (type D)", "type-d", 10, 6),
        wired("wallbox-1", "wallbox, one phase, 32 A", 40, 32),
        wired("wallbox-3", "wallbox, three phases, 16 A", 20, 16, 3),
      ],
    },
  ],
  "it-230": [
    {
      id: "no",
      name: "Norway, 230 V without neutral",
      currency: "NOK",
      ...metric,
      timeZone: "Europe/Oslo",
      manner: { decimals: "comma" },
      points: [socket("wall", "wall socket (CEE 7)", "cee-7", 16, 10), ...CAMP_AND_BOX],
    },
  ],
  "split-phase": [
    {
      id: "us",
      name: "United States",
      currency: "USD",
      ...miles,
      timeZone: "America/New_York",
      manner: { clock: "12 h", dates: "month first" },
      points: NORTH_AMERICA,
    },
    {
      id: "ca",
      name: "Canada",
      currency: "CAD",
      ...metric,
      timeZone: "America/Toronto",
      manner: { clock: "12 h", dates: "month first" },
      points: NORTH_AMERICA,
    },
  ],
  // Commercial buildings: where one works, not where one lives.
  "208Y": [],
  "100/200": [
    {
      id: "jp",
      name: "Japan",
      currency: "JPY",
      ...metric,
      timeZone: "Asia/Tokyo",
      manner: {},
      points: [
        socket("wall", "100 V socket", "nema-5-15", 15, 12),
        socket("two-hundred", "200 V socket", "nema-6-20", 20, 16),
        wired("wallbox-1", "wallbox, 200 V 30 A", 40, 30),
      ],
    },
  ],
};

/** Every part of the world one may live in, with the supply of its houses. */
export const REGIONS: readonly Region[] = (
  Object.entries(BY_SUPPLY) as [SupplyId, readonly Omit<Region, "system">[]][]
).flatMap(([system, regions]) => regions.map((region) => ({ ...region, system })));

/**
 * The region a time zone speaks for; the first where none does.
 * @example regionOfZone("America/Toronto").system // "split-phase"
 */
export const regionOfZone = (timeZone: string): Region => {
  const [continent] = timeZone.split("/");
  const own = REGIONS.find((region) => region.timeZone === timeZone);
  const canadian = /America\/(Toronto|Vancouver|Halifax|Winnipeg|Edmonton|Regina|St_Johns|Moncton|Montreal)/;
  const by = (id: string) => REGIONS.find((region) => region.id === id)!;
  if (own) return own;
  if (canadian.test(timeZone)) return by("ca");
  return continent === "America" ? by("us") : continent === "Australia" ? by("au") : REGIONS[0]!;
};

/**
 * The region a household lives in: that of its money where one region alone has it, else that of its time zone.
 * @example regionOf({ currency: "GBP", timeZone: "Europe/London" }).id // "gb"
 */
export function regionOf({ currency, timeZone }: Pick<Household, "currency" | "timeZone">): Region {
  const paying = REGIONS.filter((region) => region.currency === currency);
  const near = regionOfZone(timeZone);
  return paying.includes(near) ? near : paying.length === 1 ? paying[0]! : near;
}

/**
 * The wall socket of a region, on a supply: its own where that is the supply of its houses, else the first of that supply.
 * @example wallPointOf(regionOfZone("Europe/London"), "230/400").outlet // "bs1363"
 */
export function wallPointOf(region: Region, system: SupplyId): HomePoint {
  const there = region.system === system ? region : REGIONS.find((other) => other.system === system);
  return (there ?? REGIONS.find(({ id }) => id === "us")!).points[0]!;
}
