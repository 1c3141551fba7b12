import type { FieldProblem } from "../../things/documents";
import { pieceName, piecesOf } from "../kit";
import type { PostsDocument } from "./document";
import { figuresFor } from "./figure";
import { postOfKnown, withKnown } from "./network";
import { metName } from "./point";
import { readNetwork } from "./read";
import { chosenPosts, postRows, type PostFilters, type PostOrder, type PostRow } from "./rows";
import type { PostState } from "./standards";

/** A post as it goes out: canonical units, null where nothing charges or nothing is known. */
export interface PostOut {
  readonly post: string;
  readonly km: number;
  readonly towardsDegrees: number;
  readonly plug: string | null;
  readonly state: PostState;
  readonly stateAt: string | null;
  readonly free: number;
  readonly fitting: number;
  readonly pieces: readonly string[];
  readonly batteryW: number | null;
  readonly kmPerHour: number | null;
  readonly stayKm: number | null;
  readonly cost: number | null;
  readonly limitMinutes: number | null;
  readonly whyNot: string | null;
}

/** Posts as they go out, with what was read past. */
export type PostsOut =
  | { readonly ok: true; readonly rows: readonly PostOut[]; readonly notes: readonly string[] }
  | { readonly ok: false; readonly problems: readonly FieldProblem[] };

const out = (
  { post, km, towards, at, figure, state, stateMs, free, fitting }: PostRow,
  { pieces }: PostsDocument,
): PostOut => ({
  post: post.name,
  km,
  towardsDegrees: towards,
  plug: at ? metName(at.met) : null,
  state,
  stateAt: stateMs === null ? null : new Date(stateMs).toISOString(),
  free,
  fitting,
  pieces: figure?.gives ? piecesOf(figure.gives.mask).map((i) => pieceName(pieces[i]!)) : [],
  batteryW: figure?.gives ? figure.batteryW : null,
  kmPerHour: figure?.gives ? figure.kmPerHour : null,
  stayKm: figure?.gives ? figure.km : null,
  cost: figure?.cost ?? null,
  limitMinutes: post.limitMinutes,
  whyNot: figure?.whyNot?.why ?? null,
});

/**
 * Posts near a place for a car and its kit, as rows.
 * @example postsOut(postsDocument, ANY_POST, "near").ok // true
 */
export function postsOut(document: PostsDocument, filters: PostFilters, order: PostOrder): PostsOut {
  const { locations, tariffs, own, household, from } = document;
  const read = readNetwork(JSON.stringify({ locations, tariffs }), household.currency);
  if (!read.ok) return read;
  const mine = own.map((known, i) => ({
    id: `own-${i}`,
    post: postOfKnown(`own-${i}`, known),
    of: known.network,
  }));
  const network = withKnown(read.value, mine);
  const rows = chosenPosts(postRows(network, figuresFor(document), from), filters, order);
  return { ok: true, rows: rows.map((row) => out(row, document)), notes: read.value.notes };
}
