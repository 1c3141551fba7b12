import type { TermId } from "./terms";

/** What people say, and the word under which it is explained here. */
const SPOKEN: Readonly<Record<string, TermId>> = {
  "level 1": "mode",
  "level 2": "mode",
  "level 3": "dc",
  rapid: "dc",
  fast: "dc",
  "granny charger": "evse",
  "granny cable": "evse",
  "trickle charger": "evse",
  portable: "evse",
  "charging brick": "evse",
  wallbox: "evse",
  "three-pin": "outlet",
  "3-pin": "outlet",
  "type 1": "type",
  j1772: "type",
  combo: "type",
  ccs: "type",
  tethered: "cable",
  untethered: "cable",
  gross: "battery",
  usable: "battery",
};

/** What people ask for that is not computed here, in a line each. */
const OUTSIDE: readonly { readonly says: readonly string[]; readonly line: string }[] = [
  {
    says: ["vehicle-to-load", "v2l", "v2h", "v2g", "vehicle-to-home", "vehicle-to-grid"],
    line: "Vehicle-to-load, to a home or to the grid: current out of the car is not computed here.",
  },
  {
    says: ["wireless", "inductive"],
    line: "Wireless charging: not computed here; it loses some 10 % more than a cable (common practice).",
  },
];

const LEAST = 2;

/**
 * The words under which what somebody seeks is explained, when it is not what they are called here.
 * @example spokenAs("granny") // ["evse"]
 */
export function spokenAs(sought: string): readonly TermId[] {
  const text = sought.trim().toLowerCase();
  if (text.length < LEAST) return [];
  return [...new Set(Object.entries(SPOKEN).flatMap(([says, id]) => (says.includes(text) ? [id] : [])))];
}

/**
 * What is said of something that is asked for and not computed here; undefined where it is none of that.
 * @example outsideOf("V2L") // "Vehicle-to-load, to a home or to the grid: current out of the car is not computed here."
 */
export function outsideOf(sought: string): string | undefined {
  const text = sought.trim().toLowerCase();
  if (text.length < LEAST) return undefined;
  return OUTSIDE.find(({ says }) => says.some((one) => one.includes(text)))?.line;
}
