import type { ConnectorId } from "../../trade/connectors";
import type { OutletTypeId } from "../../trade/outlets";

/** Connector standards as OCPI 2.2.1 names them (mod_locations, ConnectorType, from memory), as plugs of ours. */
export const OCPI_PLUGS: Readonly<Record<string, ConnectorId>> = {
  IEC_62196_T1: "type1",
  IEC_62196_T1_COMBO: "ccs1",
  IEC_62196_T2: "type2",
  IEC_62196_T2_COMBO: "ccs2",
  CHADEMO: "chademo",
  GBT_AC: "gbt-ac",
  GBT_DC: "gbt-dc",
  // Of a later version; current stations state it already. Direct or alternating by its power type.
  SAE_J3400: "j3400-ac",
};

/** … and as outlets. */
export const OCPI_OUTLETS: Readonly<Record<string, OutletTypeId>> = {
  DOMESTIC_B: "nema-5-15",
  DOMESTIC_D: "type-d",
  DOMESTIC_E: "cee-7",
  DOMESTIC_F: "cee-7",
  DOMESTIC_G: "bs1363",
  DOMESTIC_I: "as3112-10",
  DOMESTIC_J: "type-j",
  DOMESTIC_L: "type-l",
  DOMESTIC_M: "type-m",
  IEC_60309_2_single_16: "blue-16",
  IEC_60309_2_three_16: "red-16",
  IEC_60309_2_three_32: "red-32",
  IEC_60309_2_three_64: "red-63",
  NEMA_5_20: "nema-5-20",
  NEMA_10_30: "nema-10-30",
  NEMA_14_30: "nema-14-30",
  NEMA_14_50: "nema-14-50",
};

/** How a point of a post stands: to be had, taken, out of order, or not known. */
export const POST_STATES = ["free", "taken", "broken", "unknown"] as const;
/** How a point of a post stands. */
export type PostState = (typeof POST_STATES)[number];
/** A state in words. */
export const STATE_WORDS: Readonly<Record<PostState, string>> = {
  free: "free",
  taken: "in use",
  broken: "out of order",
  unknown: "state not known",
};

/** States as OCPI 2.2.1 names them (EVSE Status); null for what is not there yet or any more. */
export const OCPI_STATES: Readonly<Record<string, PostState | null>> = {
  AVAILABLE: "free",
  BLOCKED: "taken",
  CHARGING: "taken",
  RESERVED: "taken",
  INOPERATIVE: "broken",
  OUTOFORDER: "broken",
  UNKNOWN: "unknown",
  PLANNED: null,
  REMOVED: null,
};
