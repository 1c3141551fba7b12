import { outletType } from "../../trade/outlets";
import { tradeOf } from "../../trade/sizes";
import type { Cell } from "./row";
import { levelOf } from "./level";

/** What a way is in the comparison most people come for. */
type Role = "socket" | "better" | "wallbox" | "post" | "rapid";

/** Most ways that are all shown, whatever they are: there is nothing to choose. */
const FEW = 7;
/** Share of the best power from which a way is as good as the best: what more costs is for nothing. */
const AS_GOOD = 0.98;
/** By how much a way must be better to stand beside another. */
const WORTH_SEEING = 1.1;
/** Power (W) on the signs of the rapid stations people compare. */
const SIGNS_W = [50_000, 150_000] as const;

/** A way of the comparison: its place in the list, what its owner said of it, and what it comes to. */
export interface OfferedWay {
  readonly at: number;
  readonly first: boolean | undefined;
  readonly cell: Cell;
}

/** The socket that is in every room, as against those put in for something. */
function isWallSocket({ plan }: Cell): boolean {
  const { outlet } = plan;
  if (outlet.kind !== "socket") return false;
  return tradeOf(outlet.supply.system) === "iec"
    ? !outletType(outlet.type).industrial
    : levelOf(plan).word === "Level 1";
}

function roleOf(cell: Cell): Role {
  const { evse } = cell.plan;
  if (evse.kind === "rapid" || evse.kind === "post" || evse.kind === "wallbox") return evse.kind;
  return isWallSocket(cell) ? "socket" : "better";
}

const power = ({ cell }: OfferedWay): number => (cell.kind === "charging" ? cell.batteryW : 0);
const price = ({ cell }: OfferedWay): number => cell.price;
const isSafe = ({ cell }: OfferedWay): boolean =>
  cell.kind === "charging" && cell.worst?.severity !== "stop" && cell.worst?.severity !== "careful";

/** The least by what comes first in the list of measures; of equals the one that stands first. */
function least(
  of: readonly OfferedWay[],
  ...measures: ((one: OfferedWay) => number)[]
): OfferedWay | undefined {
  return [...of].sort((a, b) => {
    for (const measure of measures) {
      const difference = measure(a) - measure(b);
      if (difference !== 0) return difference;
    }
    return a.at - b.at;
  })[0];
}

const sound = (one: OfferedWay): number => (isSafe(one) ? 0 : 1);
const notOwned = (one: OfferedWay): number => (price(one) > 0 ? 1 : 0);
const slowest = (one: OfferedWay): number => -power(one);

/** The cheapest that is as good as the best. */
function cheapestOfTheBest(of: readonly OfferedWay[]): OfferedWay | undefined {
  const best = Math.max(0, ...of.map(power));
  return least(
    of.filter((one) => power(one) >= best * AS_GOOD),
    sound,
    price,
    power,
  );
}

/** One wallbox on one phase, and one on three where that gives more. */
function wallboxes(of: readonly OfferedWay[]): (OfferedWay | undefined)[] {
  const [single, three] = ([1, 3] as const).map((phases) =>
    cheapestOfTheBest(of.filter(({ cell }) => cell.plan.evse.phases === phases)),
  );
  return three && power(three) > (single ? power(single) : 0) * WORTH_SEEING ? [single, three] : [single];
}

const signW = ({ cell }: OfferedWay): number => (cell.plan.evse.kind === "rapid" ? cell.plan.evse.maxW : 0);

/** The stations nearest to those people compare. */
const rapids = (of: readonly OfferedWay[]): (OfferedWay | undefined)[] =>
  SIGNS_W.map((sign) => least(of, (one) => Math.abs(Math.log(signW(one) / sign))));

/**
 * The ways a comparison opens on: the socket one has, the next better one, a wallbox, a public post, and rapid stations;
 * all of them where there are few. What is one's own comes before what would have to be bought.
 * @returns their places, in the order of the list
 * @example openingOf([{ at: 0, first: undefined, cell: lineupRow }]).length // 1
 */
export function openingOf(all: readonly OfferedWay[]): number[] {
  const open = all.filter(({ first }) => first !== false);
  if (all.length <= FEW) return open.map(({ at }) => at);
  const as = (role: Role) => open.filter(({ cell }) => roleOf(cell) === role);
  const socket = least(as("socket"), notOwned, sound, slowest);
  const better = least(
    as("better").filter((one) => power(one) > (socket ? power(socket) : 0) * WORTH_SEEING),
    notOwned,
    sound,
    (one) => (price(one) > 0 ? price(one) : slowest(one)),
  );
  const posts = as("post");
  const owned = posts.filter(({ cell }) => cell.plan.place !== null);
  const chosen = [
    socket,
    better,
    ...wallboxes(as("wallbox")),
    cheapestOfTheBest(owned.length > 0 ? owned : posts),
    ...rapids(as("rapid")),
    ...open.filter(({ first }) => first),
  ];
  return [...new Set(chosen.flatMap((one) => (one ? [one.at] : [])))].sort((a, b) => a - b);
}
