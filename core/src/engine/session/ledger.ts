import type { WattHours } from "../../trade/units";
import type { LossCause } from "./balance";
import type { Slice } from "./slice";

/** Energy of a session by where it went: wall = stored + the sum of all causes; `upstream` lies before the meter. */
export type Ledger = Readonly<Record<LossCause | "wall" | "stored" | "lost" | "upstream", WattHours>>;

/**
 * Sums slices to a ledger (Wh). Written out: every solve of a sweep ends here.
 * @example ledgerOf(whole.slices).stored // 31950
 */
export function ledgerOf(slices: readonly Slice[]): Ledger {
  let [wall, stored, upstream] = [0, 0, 0];
  let [circuit, contacts, lead, evse, cable, conversion, ownDraw, battery] = [0, 0, 0, 0, 0, 0, 0, 0];
  for (const slice of slices) {
    const { wh } = slice;
    wall += slice.wall;
    stored += slice.stored;
    upstream += slice.upstream;
    circuit += wh.circuit;
    contacts += wh.contacts;
    lead += wh.lead;
    evse += wh.evse;
    cable += wh.cable;
    conversion += wh.conversion;
    ownDraw += wh.ownDraw;
    battery += wh.battery;
  }
  const causes = { circuit, contacts, lead, evse, cable, conversion, ownDraw, battery };
  const lost = circuit + contacts + lead + evse + cable + conversion + ownDraw + battery;
  return { ...causes, wall, stored, upstream, lost } as Record<keyof Ledger, number> as Ledger;
}
