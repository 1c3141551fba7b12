import { gaugeArea } from "../../trade/conductors";
import type { Lead } from "../../things/parts";
import type { KitPiece } from "./pieces";

/**
 * Mass of a metre of cable (kg) by its copper, and of its two ends. Fitted to common practice: 5 m of single-phase 32 A
 * about 2.5 kg with its ends, of three-phase about 3.2 kg.
 */
const SHEATH_KG = 0.13;
const COPPER_KG_PER_MM2 = 0.0125;
const ENDS_KG = 0.6;
const cordKg = (areaMm2: number, cores: number, lengthM: number): number =>
  (SHEATH_KG + COPPER_KG_PER_MM2 * areaMm2 * cores) * lengthM;

/** A control box, and each further plug (kg); adapters by their current. Usual figures (common practice). */
const BOX_KG = 1.2;
const PLUG_KG = 0.2;
const ADAPTER_KG = { AC: 0.4, DC: 1.4 } as const;
const BANNED_KG = 0.2;
/** Room (litres) a kilogram of coiled cable, or of a box or a plug, takes in the boot (common practice). */
const LITRES_PER_KG = { coiled: 3.6, compact: 2 } as const;

/** What a piece weighs (kg), takes up (litres) and still costs; `usual` names what nobody stated. */
export interface Weight {
  readonly massKg: number;
  readonly litres: number;
  readonly price: number;
  readonly usual: readonly ("massKg" | "litres" | "price")[];
}

const cores = (phases: 1 | 3): number => (phases === 3 ? 5 : 3);
/** Conductor (mm²) of a lead: its own, or the usual one for its amps where only its resistance is known. */
const leadMm2 = ({ resistance, amps }: Lead): number =>
  resistance.by === "conductor" ? gaugeArea(resistance.gauge) : amps > 16 ? 6 : amps > 10 ? 2.5 : 1.5;

function usualMass(piece: KitPiece): number {
  switch (piece.kind) {
    case "cable":
      return ENDS_KG + cordKg(gaugeArea(piece.cable.gauge), cores(piece.cable.phases), piece.cable.lengthM);
    case "unit": {
      const { output, phases, plugs } = piece.unit as Extract<typeof piece.unit, { kind: "portable" }>;
      const own =
        output.kind === "tethered" ? cordKg(gaugeArea(output.gauge), cores(phases), output.lengthM) : 0;
      return BOX_KG + PLUG_KG * plugs.length + own;
    }
    case "lead":
      return (
        ENDS_KG +
        cordKg(leadMm2(piece.lead), cores(piece.lead.plug.startsWith("red") ? 3 : 1), piece.lead.lengthM)
      );
    case "adapter":
      return ADAPTER_KG[piece.adapter.amps > 100 ? "DC" : "AC"];
    case "banned":
      return BANNED_KG;
  }
}

/**
 * What a piece weighs, takes up and costs: as stated, a usual figure for its kind and size where nothing is.
 * @example weightOf({ kind: "cable", cable: kit.pieces[3].cable, have: "own", massKg: 2.1 }).massKg // 2.1
 */
export function weightOf(piece: KitPiece): Weight {
  const spec = piece.kind === "cable" ? piece.cable : undefined;
  const massKg = piece.massKg ?? spec?.massKg ?? usualMass(piece);
  const per =
    piece.kind === "adapter" || piece.kind === "banned" ? LITRES_PER_KG.compact : LITRES_PER_KG.coiled;
  const usual: ("massKg" | "litres" | "price")[] = [];
  if (piece.massKg === undefined && spec?.massKg === undefined) usual.push("massKg");
  if (piece.litres === undefined) usual.push("litres");
  if (piece.have === "buy" && piece.price === undefined && spec?.price === undefined) usual.push("price");
  return {
    massKg,
    litres: piece.litres ?? massKg * per,
    // What is there or can be borrowed costs nothing more, unless a price is stated for it.
    price: piece.price ?? (piece.have === "buy" ? (spec?.price ?? 0) : 0),
    usual,
  };
}
