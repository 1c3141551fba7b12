import type { Tariff } from "../../things/parts";
import type { Kilometres } from "../../trade/units";
import type { PostFigure } from "./figure";
import { bearing, crowKm, type PlaceOnEarth } from "./ground";
import type { MetAt, Network, Post } from "./network";
import type { PostState } from "./standards";

/** A post as one looks for it: how far, how it stands for this car, what this car gets there. */
export interface PostRow {
  readonly post: Post;
  readonly km: Kilometres;
  /** Degrees from north. */
  readonly towards: number;
  /** The plug or socket that serves this car best, a free one first. */
  readonly at: MetAt | null;
  readonly tariff: Tariff | null;
  readonly figure: PostFigure | null;
  /** Of the points that serve this car. */
  readonly state: PostState;
  readonly stateMs: number | null;
  readonly free: number;
  readonly fitting: number;
}

/** What a post's tariffs are, by their network's names; the first that is known holds. */
const tariffOf = ({ tariffs }: MetAt, known: Readonly<Record<string, Tariff>>): Tariff | null =>
  tariffs.map((id) => known[id]).find((tariff) => tariff !== undefined) ?? null;

const STATE_ORDER: readonly PostState[] = ["free", "unknown", "taken", "broken"];
const sooner = (a: PostState, b: PostState): boolean => STATE_ORDER.indexOf(a) < STATE_ORDER.indexOf(b);
const faster = (a: PostFigure, b: PostFigure): boolean => a.kmPerHour > b.kmPerHour + 0.1;

type FigureOf = (met: MetAt["met"], tariff: Tariff | null, limitMinutes: number | null) => PostFigure;

/**
 * A post as one looks for it from a place.
 * @example postRow(network.posts[0], network.tariffs, figuresFor(postsAsked), here).fitting // 2
 */
export function postRow(
  post: Post,
  tariffs: Readonly<Record<string, Tariff>>,
  figureOf: FigureOf,
  from: PlaceOnEarth,
): PostRow {
  let best: Pick<PostRow, "at" | "tariff" | "figure" | "state" | "stateMs"> | undefined;
  let [free, fitting] = [0, 0];
  for (const { met, state, stateMs } of post.outlets) {
    let serves = false;
    for (const at of met) {
      const tariff = tariffOf(at, tariffs);
      const figure = figureOf(at.met, tariff, post.limitMinutes);
      serves ||= figure.gives !== null;
      const one = { at, tariff, figure, state, stateMs };
      if (
        !best?.figure ||
        (figure.gives &&
          (!best.figure.gives ||
            sooner(state, best.state) ||
            (state === best.state && faster(figure, best.figure))))
      )
        best = one;
    }
    if (serves) fitting += 1;
    if (serves && state === "free") free += 1;
  }
  return {
    post,
    km: crowKm(from, post.at),
    towards: bearing(from, post.at),
    ...(best ?? { at: null, tariff: null, figure: null, state: "unknown", stateMs: null }),
    free,
    fitting,
  };
}

/**
 * Every post of a network as one looks for it.
 * @example postRows(network, figuresFor(postsAsked), here).length // 12
 */
export const postRows = ({ posts, tariffs }: Network, figureOf: FigureOf, from: PlaceOnEarth): PostRow[] =>
  posts.map((post) => postRow(post, tariffs, figureOf, from));

/** What people look for. Left out means any. */
export interface PostFilters {
  /** This car charges there, with this kit. */
  readonly fits: boolean;
  readonly freeNow: boolean;
  readonly noCable: boolean;
  /** Most a kWh in the battery. */
  readonly mostPerKWh: number | null;
  /** Range (km) the stay has to bring to be worth it. */
  readonly leastKm: number | null;
  readonly withinKm: number | null;
}
/** No filter at all. */
export const ANY_POST: PostFilters = {
  fits: false,
  freeNow: false,
  noCable: false,
  mostPerKWh: null,
  leastKm: null,
  withinKm: null,
};

/** What posts are ordered by. */
export const POST_ORDERS = ["near", "fast", "cheap"] as const;
/** What posts are ordered by. */
export type PostOrder = (typeof POST_ORDERS)[number];

function passes({ km, state, figure }: PostRow, filters: PostFilters): boolean {
  const { fits, freeNow, noCable, mostPerKWh, leastKm, withinKm } = filters;
  if (withinKm !== null && km > withinKm) return false;
  if (freeNow && state !== "free") return false;
  const asks = fits || noCable || mostPerKWh !== null || leastKm !== null;
  if (!asks) return true;
  if (!figure?.gives) return false;
  if (noCable && figure.ownCable) return false;
  // A price nobody knows is none one can hold to.
  if (mostPerKWh !== null && (figure.perKWh === null || figure.perKWh > mostPerKWh)) return false;
  return leastKm === null || figure.km >= leastKm;
}

const KEYS: Readonly<Record<PostOrder, (row: PostRow) => number>> = {
  near: ({ km }) => km,
  fast: ({ figure }) => -(figure?.kmPerHour ?? 0),
  cheap: ({ figure }) => figure?.perKWh ?? Infinity,
};

/**
 * The posts one looks for, in an order; of equal ones the nearer first.
 * @example chosenPosts(postRows(network, figuresFor(postsAsked), here), { ...ANY_POST, freeNow: true }, "near").length // 9
 */
export function chosenPosts(rows: readonly PostRow[], filters: PostFilters, order: PostOrder): PostRow[] {
  const found = rows.filter((row) => passes(row, filters));
  // Keys are read once a row: a sort of many reads each many times.
  const [keys, kms] = [Float64Array.from(found, KEYS[order]), Float64Array.from(found, KEYS.near)];
  return Array.from(found.keys())
    .sort((a, b) => (keys[a] === keys[b] ? kms[a]! - kms[b]! : keys[a]! - keys[b]!))
    .map((at) => found[at]!);
}
