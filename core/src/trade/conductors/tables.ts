/** Flexible cords, IEC 60228 class 5, plain copper: mm² to Ω/km at 20 °C. */
export const FLEXIBLE_OHMS_PER_KM = {
  "0.75 mm2": 26.0,
  "1 mm2": 19.5,
  "1.5 mm2": 13.3,
  "2.5 mm2": 7.98,
  "4 mm2": 4.95,
  "6 mm2": 3.3,
  "10 mm2": 1.91,
  "16 mm2": 1.21,
  "25 mm2": 0.78,
  "35 mm2": 0.554,
} as const;

/** House wiring, IEC 60228 class 1 and 2: mm² to Ω/km at 20 °C. */
export const FIXED_OHMS_PER_KM = {
  "1.5 mm2": 12.1,
  "2.5 mm2": 7.41,
  "4 mm2": 4.61,
  "6 mm2": 3.08,
  "10 mm2": 1.83,
  "16 mm2": 1.15,
  "25 mm2": 0.727,
  "35 mm2": 0.524,
} as const;

/** NEC chapter 9 table 8, uncoated stranded copper: AWG to Ω per 1000 ft at 75 °C. Recalled: wants a second source. */
export const AWG_OHMS_PER_KFT_75C = {
  "18 AWG": 7.95,
  "16 AWG": 4.99,
  "14 AWG": 3.14,
  "12 AWG": 1.98,
  "10 AWG": 1.24,
  "8 AWG": 0.778,
  "6 AWG": 0.491,
  "4 AWG": 0.308,
  "3 AWG": 0.245,
  "2 AWG": 0.194,
  "1 AWG": 0.154,
} as const;

type Key<T> = Extract<keyof T, string>;
/** A size of flexible cord, in mm² or AWG. */
export type FlexibleGauge = Key<typeof FLEXIBLE_OHMS_PER_KM> | Key<typeof AWG_OHMS_PER_KFT_75C>;
/** Sizes that only cords are made in: no house wiring (NEC 310.3). */
type CordOnly = "18 AWG" | "16 AWG";
/** A size of house wiring, in mm² or AWG. */
export type FixedGauge = Key<typeof FIXED_OHMS_PER_KM> | Exclude<Key<typeof AWG_OHMS_PER_KFT_75C>, CordOnly>;
/** Sizes of flexible cord, thinnest first of each kind. */
export const FLEXIBLE_GAUGES = [
  ...Object.keys(FLEXIBLE_OHMS_PER_KM),
  ...Object.keys(AWG_OHMS_PER_KFT_75C),
] as [FlexibleGauge, ...FlexibleGauge[]];
/** Sizes of house wiring, thinnest first of each kind. */
export const FIXED_GAUGES = [
  ...Object.keys(FIXED_OHMS_PER_KM),
  ...Object.keys(AWG_OHMS_PER_KFT_75C).filter((gauge) => gauge !== "18 AWG" && gauge !== "16 AWG"),
] as [FixedGauge, ...FixedGauge[]];
