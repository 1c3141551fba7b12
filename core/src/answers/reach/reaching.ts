import type { Metres } from "../../trade/units";
import type { KitPiece } from "../kit";
import { pieceName } from "../kit";

/** A cable, a unit with its own, or one of these over a lead, held against the length that is needed. */
export interface Reaching {
  readonly name: string;
  readonly lengthM: Metres;
  /** Metres to spare; below zero what is missing. */
  readonly spareM: Metres;
  readonly reaches: boolean;
  /** Only with a lead in between, which is not recommended. */
  readonly overLead: boolean;
}

/** Metres from wall to control box of a portable unit: it hangs on its plug's short tail. */
const TAIL_M = 0.3;

/** What of a piece lies between post or socket and car: a cable's length, or a unit's own cable. */
function lengthOfPiece(piece: KitPiece): Metres | null {
  if (piece.kind === "cable") return piece.cable.lengthM;
  if (piece.kind === "unit" && piece.unit.output.kind === "tethered")
    return piece.unit.output.lengthM + TAIL_M;
  return null;
}

/**
 * Which of the pieces reach over a length, the one with least to spare first, then what falls short by least. A lead goes
 * between a socket and a portable unit only, one and no more.
 * @example reachingOf(kit.pieces, 4, "post")[0].reaches // true
 */
export function reachingOf(
  pieces: readonly KitPiece[],
  neededM: Metres,
  from: "post" | "socket",
): Reaching[] {
  const held = (name: string, lengthM: Metres, overLead: boolean): Reaching => ({
    name,
    lengthM,
    spareM: lengthM - neededM,
    reaches: lengthM >= neededM,
    overLead,
  });
  const found = pieces.flatMap((piece): Reaching[] => {
    const lengthM = lengthOfPiece(piece);
    if (lengthM === null || (piece.kind === "cable") !== (from === "post")) return [];
    if (from === "post") return [held(pieceName(piece), lengthM, false)];
    const leads = pieces.flatMap((other) =>
      other.kind === "lead" && piece.kind === "unit" && feeds(other, piece)
        ? [held(`${pieceName(piece)} over ${other.lead.name}`, lengthM + other.lead.lengthM, true)]
        : [],
    );
    return [held(pieceName(piece), lengthM, false), ...leads];
  });
  return found.sort((a, b) => rank(a) - rank(b) || Math.abs(a.spareM) - Math.abs(b.spareM));
}

const rank = ({ reaches, overLead }: Reaching): number => (reaches ? (overLead ? 1 : 0) : 2);

/** Whether a unit has a plug for a lead's socket. */
const feeds = (
  { lead }: Extract<KitPiece, { kind: "lead" }>,
  { unit }: Extract<KitPiece, { kind: "unit" }>,
): boolean => unit.kind === "portable" && unit.plugs.some(({ type }) => type === lead.socket);

/** Lengths (m) in which loose cables and portable units are sold (common practice). */
const SOLD_M = { post: [5, 7.5, 10], socket: [5, 7.5, 10] } as const;
/** Over it some cars refuse a cable (common practice). */
export const LONGEST_M: Metres = 10;

/** A length to buy, or why none. */
export interface ToBuy {
  readonly lengthM: Metres | null;
  readonly says: string;
}

/**
 * The length to buy for a bay: the first that is sold and does; a portable unit is better long, as sockets stand where they stand.
 * @example toBuy(4.6, "post").lengthM // 5
 */
export function toBuy(neededM: Metres, from: "post" | "socket"): ToBuy {
  const lengthM = SOLD_M[from].find((sold) => sold >= neededM) ?? null;
  if (lengthM === null)
    return {
      lengthM,
      says: `No length that is sold does, and over ${LONGEST_M} m some cars refuse: park otherwise, or take another bay.`,
    };
  if (from === "socket")
    return {
      lengthM: LONGEST_M,
      says: `${lengthM} m would do here; a portable unit is best bought with ${LONGEST_M} m, as sockets stand where they stand and a lead is no remedy.`,
    };
  return {
    lengthM,
    says:
      lengthM === 5
        ? "5 m do here, as in most bays."
        : `${lengthM} m do here; 5 m, which most bays need, do not.`,
  };
}
