import { z } from "zod";
import { choice, nameSchema, quantity } from "../../things/parts";
import type { Trade } from "../../trade/supply";

/** What is known of a kind of load of a house. */
interface LoadRow {
  readonly name: string;
  /** What it usually draws (W), by the trade that laid its wires. Common practice. */
  readonly usualW: Readonly<Record<Trade, number>>;
  /** Hours a day it runs at that where it is used. Common practice. */
  readonly hours: number;
  /** It usually comes on three phases where the house has them. */
  readonly three?: true;
  /** How it counts under NEC 220.82: with the general loads, or in the heating and cooling term. */
  readonly nec: "general" | "heating" | "backup" | "heat-pump" | "cooling";
  /** How much of it a sum by diversity counts: all, or the first so many watts and a share of the rest. */
  readonly diversity: "whole" | { readonly firstW: number; readonly rest: number };
}

const whole = "whole" as const;

/** Fixed loads of a house. */
export const LOADS = {
  cooking: {
    name: "oven and hob",
    usualW: { nec: 10_000, iec: 8_000 },
    hours: 0.5,
    three: true,
    nec: "general",
    // 10 A of 230 V whole, 30 % of the rest.
    diversity: { firstW: 2_300, rest: 0.3 },
  },
  water: {
    name: "water heater",
    usualW: { nec: 4_500, iec: 3_000 },
    hours: 3,
    nec: "general",
    diversity: whole,
  },
  dryer: {
    name: "dryer",
    usualW: { nec: 5_000, iec: 2_500 },
    hours: 0.7,
    nec: "general",
    diversity: { firstW: 0, rest: 0.4 },
  },
  dishwasher: {
    name: "dishwasher",
    usualW: { nec: 1_200, iec: 2_000 },
    hours: 0.8,
    nec: "general",
    diversity: { firstW: 0, rest: 0.4 },
  },
  heating: {
    name: "electric heating",
    usualW: { nec: 9_000, iec: 6_000 },
    hours: 6,
    three: true,
    nec: "heating",
    diversity: whole,
  },
  heatPump: {
    name: "heat pump",
    usualW: { nec: 4_500, iec: 3_000 },
    hours: 9,
    nec: "heat-pump",
    diversity: whole,
  },
  backupHeat: {
    name: "heating rods beside a heat pump",
    usualW: { nec: 10_000, iec: 6_000 },
    hours: 0.5,
    three: true,
    nec: "backup",
    diversity: whole,
  },
  airCon: {
    name: "air conditioning",
    usualW: { nec: 3_500, iec: 2_000 },
    hours: 6,
    nec: "cooling",
    diversity: whole,
  },
  pool: { name: "pool", usualW: { nec: 2_200, iec: 1_500 }, hours: 6, nec: "general", diversity: whole },
  sauna: {
    name: "sauna",
    usualW: { nec: 8_000, iec: 8_000 },
    hours: 0.3,
    three: true,
    nec: "general",
    diversity: whole,
  },
  other: {
    name: "something else",
    usualW: { nec: 2_000, iec: 2_000 },
    hours: 1,
    nec: "general",
    diversity: whole,
  },
} as const satisfies Record<string, LoadRow>;
/** A kind of load. */
export type LoadKind = keyof typeof LOADS;
/** All kinds of load, in the order in which they are asked for. */
export const LOAD_KINDS = Object.keys(LOADS) as [LoadKind, ...LoadKind[]];

/** The row of a kind of load. @example loadRow("sauna").hours // 0.3 */
export const loadRow = (kind: LoadKind): LoadRow => LOADS[kind];

/** A fixed load of the house. */
export const loadSchema = z.strictObject({
  kind: choice(LOAD_KINDS),
  /** What it is called, where it is another than its kind. */
  name: nameSchema.optional(),
  watts: quantity(50, 60_000, "W"),
  /** Phases it is on, in a house of three. */
  phases: z.literal([1, 3], { error: "accepted: 1 or 3 phases" }).default(1),
  /** The phase it is on where it is on one of three. */
  lane: z.literal([1, 2, 3], { error: "accepted: phase 1, 2 or 3" }).default(1),
  /** Of heating: rooms or zones with a thermostat of their own. */
  zones: z
    .int({ error: "accepted: 1 to 40" })
    .min(1, { error: "accepted: 1 to 40" })
    .max(40, { error: "accepted: 1 to 40" })
    .default(1),
  /** The figure is a usual one: nobody has read the plate. */
  assumed: z.boolean().default(false),
});
/** A fixed load of the house. */
export type Load = z.infer<typeof loadSchema>;

/** What a load is called. @example loadName({ kind: "other", name: "kiln" }) // "kiln" */
export const loadName = ({ kind, name }: Pick<Load, "kind" | "name">): string => name ?? LOADS[kind].name;

/**
 * A load of a kind as it usually is.
 * @example usualLoad("dryer", "nec").watts // 5000
 */
export const usualLoad = (kind: LoadKind, trade: Trade, phases: 1 | 3 = 1): Load => ({
  kind,
  watts: LOADS[kind].usualW[trade],
  phases: phases === 3 && loadRow(kind).three ? 3 : 1,
  lane: 1,
  zones: 1,
  assumed: true,
});

/** What people know, by which a load of hours is told: its name for one, for several, and what one draws (W). Common practice. */
const KNOWN: readonly (readonly [one: string, several: string, watts: number])[] = [
  ["a kettle", "kettles", 2_200],
  ["an oven", "ovens", 3_000],
];

/**
 * A load as people know it: so many ovens, for so many hours.
 * @param hours how long it runs (h)
 * @example asPeopleKnow(7400, 7) // "as much as 2½ ovens, for seven hours"
 */
export function asPeopleKnow(watts: number, hours: number): string {
  const [one, several, each] = watts < 2_600 ? KNOWN[0]! : KNOWN[1]!;
  const many = Math.round((2 * watts) / each) / 2;
  const count =
    many <= 0.5 ? `half ${one}` : many === 1 ? one : `${Math.floor(many)}${many % 1 ? "½" : ""} ${several}`;
  return `as much as ${count}, for ${hoursWord(hours)}`;
}

const NUMBERS = [
  "no",
  "one",
  "two",
  "three",
  "four",
  "five",
  "six",
  "seven",
  "eight",
  "nine",
  "ten",
  "eleven",
  "twelve",
];

/** Hours as people say them. */
function hoursWord(hours: number): string {
  if (hours < 0.75) return `${Math.max(5, Math.round((hours * 60) / 5) * 5)} minutes`;
  const whole = Math.round(hours);
  return whole === 1 ? "an hour" : `${NUMBERS[whole] ?? String(whole)} hours`;
}
