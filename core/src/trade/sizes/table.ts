import type { FixedGauge, FlexibleGauge } from "../conductors";
import type { OutletTypeId, Terminals } from "../outlets";
import { supplySystem, type SupplyId, type Trade } from "../supply";
import type { Amps } from "../units";

/** A circuit of its own that an electrician would lay for a car: its breaker, what hangs on it, what that may offer. */
export interface NewCircuit {
  readonly phases: 1 | 3;
  readonly breakerAmps: Amps;
  readonly evseAmps: Amps;
  /** The outlet at its end; none where the unit is wired in. */
  readonly outlet?: OutletTypeId;
}

const row = (phases: 1 | 3, breakerAmps: Amps, evseAmps: Amps, outlet?: OutletTypeId): NewCircuit =>
  outlet ? { phases, breakerAmps, evseAmps, outlet } : { phases, breakerAmps, evseAmps };

/** North America: breaker 125 % of the unit (NEC 625.41); an outlet no smaller than its breaker (NEC 210.21(B)). */
const NEC: readonly NewCircuit[] = [
  row(1, 20, 16, "nema-6-20"),
  row(1, 30, 24, "nema-14-30"),
  row(1, 40, 32, "nema-14-50"),
  row(1, 50, 40, "nema-14-50"),
  row(1, 20, 16),
  row(1, 30, 24),
  row(1, 40, 32),
  row(1, 50, 40),
  row(1, 60, 48),
  row(1, 80, 64),
  row(1, 100, 80),
];

const IEC_SINGLE: readonly NewCircuit[] = [
  row(1, 16, 16, "blue-16"),
  row(1, 32, 32, "blue-32"),
  row(1, 16, 16),
  row(1, 32, 32),
];

/** What is usually laid, by supply. Common practice. */
export const NEW_CIRCUITS: Readonly<Record<SupplyId, readonly NewCircuit[]>> = {
  "split-phase": NEC,
  "208Y": NEC,
  "230/400": [
    ...IEC_SINGLE,
    row(3, 16, 16, "red-16"),
    row(3, 32, 32, "red-32"),
    row(3, 16, 16),
    row(3, 32, 32),
  ],
  "it-230": [
    ...IEC_SINGLE,
    row(3, 16, 16, "blue-16-three"),
    row(3, 32, 32, "blue-32-three"),
    row(3, 16, 16),
    row(3, 32, 32),
  ],
  "100/200": [row(1, 20, 16, "nema-6-20"), row(1, 20, 16), row(1, 40, 32)],
};

/** Amps in which portable units are sold. Common practice. */
export const PORTABLE_AMPS: readonly Amps[] = [8, 10, 12, 13, 16, 20, 24, 32, 40];
/** Amps of loose charging cables, with the conductor such a cable has and its usual length (m). */
export const CABLES: readonly { readonly amps: Amps; readonly gauge: FlexibleGauge }[] = [
  { amps: 16, gauge: "2.5 mm2" },
  { amps: 32, gauge: "6 mm2" },
  { amps: 63, gauge: "16 mm2" },
];
/** Conductors of a unit's own cable, by the amps it may carry. */
export const TETHERS: Readonly<Record<Trade, readonly (readonly [Amps, FlexibleGauge])[]>> = {
  nec: [
    [16, "12 AWG"],
    [24, "10 AWG"],
    [40, "8 AWG"],
    [48, "6 AWG"],
    [70, "4 AWG"],
    [80, "3 AWG"],
  ],
  iec: [
    [20, "2.5 mm2"],
    [32, "6 mm2"],
    [80, "16 mm2"],
  ],
};
/** Amps of adapters, AC and DC. */
export const ADAPTER_AMPS = { AC: [16, 32, 48, 63, 80], DC: [125, 200, 250, 300, 400, 500, 600] } as const;
/** Rapid stations: power on the sign (W) and the amps they give from about 400 V of pack up. Common practice. */
export const STATIONS: readonly { readonly maxW: number; readonly maxAmps: Amps }[] = [
  { maxW: 50_000, maxAmps: 125 },
  { maxW: 100_000, maxAmps: 250 },
  { maxW: 150_000, maxAmps: 375 },
  { maxW: 250_000, maxAmps: 500 },
  { maxW: 350_000, maxAmps: 500 },
];

/** Heaviest conductors the terminals of a wired-in unit take, by the amps it is made for (from memory). */
const UNIT_TERMINALS: readonly (readonly [Amps, Terminals])[] = [
  [16, { mm2: 10, awg: 8 }],
  [32, { mm2: 16, awg: 6 }],
  [48, { mm2: 25, awg: 4 }],
  [80, { mm2: 35, awg: 1 }],
];

/**
 * What the terminals of a wired-in unit of so many amps take.
 * @example evseTerminals(32) // { mm2: 16, awg: 6 }
 */
export const evseTerminals = (amps: Amps): Terminals =>
  (UNIT_TERMINALS.find(([most]) => amps <= most) ?? UNIT_TERMINALS.at(-1)!)[1];

const GAUGE = /^([\d.]+) (mm2|AWG)$/;

/**
 * Whether a terminal takes a conductor.
 * @example takesConductor({ mm2: 10, awg: 8 }, "16 mm2") // false
 */
export function takesConductor({ mm2, awg }: Terminals, gauge: FixedGauge): boolean {
  const [, size, kind] = GAUGE.exec(gauge)!;
  // A smaller AWG number is a thicker wire.
  return kind === "mm2" ? Number(size) <= mm2 : Number(size) >= awg;
}

/** Conductors an electrician lays to a socket or a unit, smallest first; thinner ones are for lights. */
export const LAID: Readonly<Record<Trade, readonly FixedGauge[]>> = {
  nec: ["12 AWG", "10 AWG", "8 AWG", "6 AWG", "4 AWG", "3 AWG", "2 AWG", "1 AWG"],
  iec: ["2.5 mm2", "4 mm2", "6 mm2", "10 mm2", "16 mm2", "25 mm2", "35 mm2"],
};

/**
 * Which of the two trades lays the wires here.
 * @example tradeOf("230/400") // "iec"
 */
export const tradeOf = (system: SupplyId): Trade => supplySystem(system).trade;
