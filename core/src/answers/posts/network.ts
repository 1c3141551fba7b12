import type { Tariff } from "../../things/parts";
import type { PlaceOnEarth } from "./ground";
import type { KnownPost } from "./known";
import type { Met } from "./point";
import type { PostState } from "./standards";

/** One place to plug in at a post: what it has, how it stands, since when. */
export interface PostOutlet {
  readonly uid: string;
  readonly state: PostState;
  /** When its network last said so (ms); null where it did not say. */
  readonly stateMs: number | null;
  /** What is fastened to it: one car at a time, by whichever of them. */
  readonly met: readonly MetAt[];
}

/** A plug or socket with the tariffs that hold at it, by the network's own names. */
export interface MetAt {
  readonly met: Met;
  readonly tariffs: readonly string[];
}

/** A post or station: a location of a network, or one of one's own. */
export interface Post {
  /** Stays with it from reading to reading. */
  readonly key: string;
  readonly name: string;
  readonly address: string;
  readonly operator: string;
  readonly at: PlaceOnEarth;
  readonly outlets: readonly PostOutlet[];
  /** Time one may stay (min), where it is known. */
  readonly limitMinutes: number | null;
  readonly own: boolean;
}

/** What a network says: its posts and its tariffs. */
export interface Network {
  readonly posts: readonly Post[];
  readonly tariffs: Readonly<Record<string, Tariff>>;
  /** What was read past or left out, a sentence each. */
  readonly notes: readonly string[];
}

/**
 * A known post of one's own as any other post. A network's is told by its network.
 * @example postOfKnown("p1", knownPost).own // true
 */
export const postOfKnown = (
  id: string,
  { name, at, points, limitMinutes }: KnownPost,
  tariffs: readonly string[] = [],
): Post => ({
  key: id,
  name,
  address: "",
  operator: "",
  at,
  outlets: points.map((point, i) => ({
    uid: `${id}-${i + 1}`,
    state: "unknown",
    stateMs: null,
    met: [{ met: { kind: "post", ...point }, tariffs }],
  })),
  limitMinutes: limitMinutes ?? null,
  own: true,
});

/** A post one knows: by its id, as a post, and of which network's post it tells; null for one of one's own. */
export interface OwnPost {
  readonly id: string;
  readonly of: string | null;
  readonly post: Post;
  readonly tariff?: Tariff | null;
}

/**
 * A network with the posts of one's own beside it. A known limit of a network's post counts as its own.
 * @example withKnown(network, []).posts.length // 12
 */
export function withKnown(network: Network, own: readonly OwnPost[]): Network {
  const known = new Map(own.flatMap(({ of, post }) => (of === null ? [] : [[of, post] as const])));
  return {
    ...network,
    posts: [
      ...own.flatMap(({ of, post }) => (of === null ? [post] : [])),
      ...network.posts.map((post) => {
        const limitMinutes = known.get(post.key)?.limitMinutes;
        return limitMinutes ? { ...post, limitMinutes } : post;
      }),
    ],
  };
}

/**
 * The middle of posts: where one looks from until one says where one is.
 * @example middleOf(network.posts).lat // 53.1
 */
export function middleOf(posts: readonly Post[]): PlaceOnEarth {
  const sorted = (of: (post: Post) => number): number =>
    posts.map(of).sort((a, b) => a - b)[Math.floor(posts.length / 2)] ?? 0;
  return { lat: sorted(({ at }) => at.lat), lon: sorted(({ at }) => at.lon) };
}
