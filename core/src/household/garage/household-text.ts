import { SPEC_VERSION } from "../../things/documents";
import type { Household } from "../../things/parts";
import type { Filed } from "./filed";
import { HOUSEHOLD_FORMAT } from "./household-file";

// The text of a household's file in pieces: put together they are what printing the whole at once gives.

const indented = (value: unknown, by: string): string =>
  JSON.stringify(value, null, 1).replaceAll("\n", `\n${by}`);

/**
 * How the file begins, with what is said of the household itself.
 * @example householdHead(garage.household.spec).startsWith("{") // true
 */
export const householdHead = (household: Household): string =>
  `{\n "format": ${JSON.stringify(HOUSEHOLD_FORMAT)},\n "version": ${SPEC_VERSION},\n "household": ${indented(household, " ")}`;

/**
 * How a list of it begins, by its name.
 * @example listHead("cars") // ',\n "cars": ['
 */
export const listHead = (name: string): string => `,\n ${JSON.stringify(name)}: [`;

/**
 * How a list ends.
 * @example listEnd(true) // "]"
 */
export const listEnd = (empty: boolean): string => (empty ? "]" : "\n ]");

/**
 * A thing in its list.
 * @example thingText({ key: "car-1", parent: null, spec: {} }, true).startsWith("\n  {") // true
 */
export const thingText = (thing: Filed, first: boolean): string =>
  `${first ? "" : ","}\n  ${indented(thing, "  ")}`;
