import type { OutletTypeId } from "../outlets";

/** Sensible sizes, smallest first: what a shop or an electrician would offer next. Common practice. */
export const BREAKER_SIZES = {
  nec: [15, 20, 25, 30, 40, 50, 60, 70, 80, 100, 125],
  iec: [10, 13, 16, 20, 25, 32, 40, 50, 63, 80, 100],
} as const;
export const UNIT_SIZES = [10, 16, 24, 32, 40, 48, 63, 80] as const;
export const CABLE_SIZES = [16, 32, 63] as const;
export const ADAPTER_SIZES = [16, 32, 48, 80] as const;
export const STATION_SIZES_W = [50_000, 100_000, 150_000, 250_000, 350_000] as const;
/** Amps a station of a size gives at about 400 V and up. */
export const STATION_AMPS: Readonly<Record<(typeof STATION_SIZES_W)[number], number>> = {
  50_000: 125,
  100_000: 250,
  150_000: 375,
  250_000: 500,
  350_000: 500,
};

/** The next better outlet of the same world. */
export const NEXT_OUTLET: Readonly<Partial<Record<OutletTypeId, OutletTypeId>>> = {
  "nema-5-15": "nema-5-20",
  "nema-5-20": "nema-14-30",
  "nema-tt-30": "nema-14-30",
  "nema-6-20": "nema-14-30",
  "nema-10-30": "nema-14-30",
  "nema-14-30": "nema-14-50",
  bs1363: "blue-16",
  "cee-7": "blue-16",
  "as3112-10": "as3112-15",
  "as3112-15": "blue-32",
  "type-j": "blue-16",
  "blue-16": "blue-32",
  "blue-32": "red-32",
  "red-16": "red-32",
  "red-32": "red-63",
};
