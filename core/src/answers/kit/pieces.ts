import { z } from "zod";
import {
  adapterSchema,
  cableSchema,
  choice,
  evseSchema,
  leadSchema,
  nameSchema,
  quantity,
} from "../../things/parts";
import type { Evse } from "../../things/parts";

/** A portable unit: the one kind of EVSE that is carried. */
export type PortableUnit = Extract<Evse, { kind: "portable" }>;

/** Whether a piece is one's own, can be borrowed, or would have to be bought. */
export const HAVES = ["own", "borrow", "buy"] as const;
/** How one comes by a piece. */
export type Have = (typeof HAVES)[number];

const carried = {
  have: choice(HAVES).default("own"),
  /** What it weighs and takes up; a usual figure for its kind and size where it is left out. */
  massKg: quantity(0, 100, "kg").optional(),
  litres: quantity(0, 500, "litres").optional(),
  /** What it still costs, in the household's currency; left out where nobody said. */
  price: quantity(0, 100_000, "in the household's currency").optional(),
};

/** Things people pack that no car should be charged through. */
export const BANNED = ["travel-adapter", "cube-tap", "socket-block", "second-lead"] as const;
/** A thing never to charge through. */
export type Banned = (typeof BANNED)[number];

/** Something one may take along: a portable unit, a cable, an adapter, a lead, or a thing that is better left at home. */
export const pieceSchema = z.discriminatedUnion("kind", [
  z.strictObject({
    kind: z.literal("unit"),
    unit: evseSchema.refine((evse) => evse.kind === "portable", {
      path: ["kind"],
      error: 'accepted: "portable"; a unit that is fixed stays where it is',
    }),
    ...carried,
  }),
  z.strictObject({ kind: z.literal("cable"), cable: cableSchema, ...carried }),
  z.strictObject({ kind: z.literal("adapter"), adapter: adapterSchema, ...carried }),
  z.strictObject({ kind: z.literal("lead"), lead: leadSchema, ...carried }),
  z.strictObject({ kind: z.literal("banned"), name: nameSchema, what: choice(BANNED), ...carried }),
]);
/** Something one may take along. */
export type KitPiece = z.infer<typeof pieceSchema>;

/**
 * What a piece is called.
 * @example pieceName({ kind: "cable", cable: kit.pieces[3].cable, have: "own" }) // "thin three-phase cable"
 */
export function pieceName(piece: KitPiece): string {
  switch (piece.kind) {
    case "unit":
      return piece.unit.name;
    case "cable":
      return piece.cable.name;
    case "adapter":
      return piece.adapter.name;
    case "lead":
      return piece.lead.name;
    case "banned":
      return piece.name;
  }
}
