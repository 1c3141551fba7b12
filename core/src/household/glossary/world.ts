import { tradeOf } from "../../trade/sizes";
import type { SupplyId } from "../../trade/supply";
import type { World } from "./terms";

/**
 * Whose words come first on a supply.
 * @example worldOfSupply("split-phase") // "nec"
 */
export const worldOfSupply = (system: SupplyId): World => tradeOf(system);

/** Words that are another on the other side of the world, longest first. */
const SAID_IN: Readonly<Record<World, readonly (readonly [RegExp, string])[]>> = {
  nec: [
    [/\bunearthed\b/g, "ungrounded"],
    [/\bearthed\b/g, "grounded"],
    [/\bearthing\b/g, "grounding"],
    [/\ban earth\b/g, "a ground"],
    [/\bearth\b/g, "ground"],
    [/\bEarth\b/g, "Ground"],
    [/\bhousehold socket\b/g, "household outlet"],
    [/\bmode 2\b/g, "Level 1 or 2, mode 2"],
    [/\bmode 3\b/g, "Level 2, mode 3"],
  ],
  iec: [
    [/\breceptacles\b/g, "sockets"],
    [/\breceptacle\b/g, "socket"],
  ],
};

/**
 * A sentence in a world's own words. Names people gave their things are not to be passed through it.
 * @example inWords("no earth reaches the car", "nec") // "no ground reaches the car"
 */
export const inWords = (text: string, world: World): string =>
  SAID_IN[world].reduce((said, [word, other]) => said.replace(word, other), text);
