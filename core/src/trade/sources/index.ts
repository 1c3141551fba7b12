/**
 * Where a value comes from. The mark says how far to trust it:
 * S: a published standard or handbook; P: common practice without a source; M: recalled, wants a second source;
 * U: stated by the user or read off the part's own label.
 */
export type SourceMark = "S" | "P" | "M" | "U";
/** Where a value comes from, as it is named beside it. */
export interface Source {
  readonly mark: SourceMark;
  readonly name: string;
}

const source = (mark: SourceMark, name: string): Source => ({ mark, name });

/** Every source the data tables cite. */
export const SOURCES = {
  pilot: source("S", "IEC 61851-1 annex A, SAE J1772 (control pilot)"),
  proximity: source("S", "IEC 61851-1 / IEC 62196-2 (proximity resistor)"),
  continuous: source("S", "NEC 625.41 and 210.19 (80 % for continuous load)"),
  evseBreaker: source("S", "NEC 625.41 (breaker at least 125 % of EVSE amps)"),
  flexible: source("S", "IEC 60228 class 5, plain copper, 20 °C"),
  fixedWiring: source("S", "IEC 60228 class 1 and 2, plain copper, 20 °C"),
  awgArea: source("S", "ASTM B258 (AWG diameters)"),
  awgOhms: source("M", "NEC chapter 9 table 8, uncoated stranded copper, 75 °C"),
  copper: source("S", "IEC 60028 (copper, 0.00393 per kelvin)"),
  en50160: source("S", "EN 50160 (230 V ±10 %)"),
  ansi: source("S", "ANSI C84.1 range A (±5 %)"),
  japan: source("M", "Electricity Business Act enforcement (101 ± 6 V, 202 ± 20 V)"),
  rating: source("S", "rated current of the outlet type"),
  breaker: source("P", "the breaker's own rating; under IEC practice a load of hours may take all of it"),
  receptacle: source("M", "NEC 210.21(B): a receptacle and the breaker before it"),
  ampacityIec: source("M", "IEC 60364-5-52, PVC, 30 °C, two or three loaded conductors"),
  ampacityNec: source("M", "NEC 310.16, copper, 60 and 75 °C"),
  ampacity90: source("M", "IEC 60364-5-52, XLPE, 30 °C, two or three loaded conductors"),
  deratingIec: source("M", "IEC 60364-5-52, tables B.52.14 and B.52.17 (ambient, grouping)"),
  deratingNec: source("M", "NEC 310.15(B)(1) and (C)(1) (ambient, conductors in one raceway)"),
  terminalsNec: source("M", "NEC 110.14(C) and 334.80 (what the terminals and the cable are rated for)"),
  smallNec: source("M", "NEC 240.4(D) (small conductors)"),
  earthNec: source("M", "NEC 250.122 (equipment grounding conductor)"),
  protects: source("S", "IEC 60364-4-43 (the breaker protects its conductor)"),
  dropPractice: source("P", "3 % at most on one circuit, common practice"),
  nec22082: source("M", "NEC 220.82 (a dwelling's load, optional method)"),
  nec22087: source("M", "NEC 220.87 (existing load by its measured demand)"),
  diversity: source("P", "diversity by kind of load, common practice"),
  measuredPeak: source("P", "measured peak with a margin, common practice"),
  utility: source("U", "the utility's own figure"),
  ampacityCord: source("M", "usual amps of flexible cords"),
  measured: source("U", "measured"),
  nominal: source("S", "nominal voltage of the supply"),
  connector: source("S", "rated current of the connector's standard"),
  dcContact: source("M", "a few tenths of a milliohm a pair of DC contacts"),
  packHeat: source("M", "about 1 kJ/(kg·K) of cells, 6 kg a kWh"),
  taper: source("U", "the car's own curve of what the battery accepts"),
  usualTaper: source("P", "a usual curve for a pack of its size, assumed"),
  practice: source("P", "common practice"),
  efficiency: source("M", "typical onboard charger: 0.93 from half load up, 0.90 at a fifth"),
  contact: source("P", "a few milliohms a mated pair"),
  ownDraw: source("P", "150–350 W while awake and charging"),
  sag: source("P", "chargers back off when the inlet falls far below nominal"),
  label: source("U", "the part's own figures"),
  tariff: source("U", "the tariff's own figure"),
  arithmetic: source("S", "arithmetic"),
} as const satisfies Record<string, Source>;
