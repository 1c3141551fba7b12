/**
 * Power and energy, kept apart by type.
 *
 * Power (W) is a rate; energy (Wh) is an amount. The two are confused daily in this trade ("kW per hour"),
 * so the compiler refuses to pass one for the other. All other quantities are plain numbers in the canonical
 * unit their name states: volts, amps, ohms, metres, seconds, degrees Celsius, fractions 0–1.
 */
declare const unit: unique symbol;

/** Power in watts: a rate. */
export type Watts = number & { readonly [unit]: "W" };
/** Energy in watt-hours: an amount. */
export type WattHours = number & { readonly [unit]: "Wh" };

/** Volts. */
export type Volts = number;
/** Amperes. */
export type Amps = number;
/** Ohms. */
export type Ohms = number;
/** Metres. */
export type Metres = number;
/** Seconds. */
export type Seconds = number;
/** Kilometres. */
export type Kilometres = number;
/** Degrees Celsius. */
export type Celsius = number;
/** State of charge or any share, 0 to 1. */
export type Fraction = number;

const SECONDS_PER_HOUR = 3600;

/**
 * States that a number is a power in watts.
 * @example watts(2_300) // 2300
 */
export const watts = (n: number): Watts => n as Watts;
/**
 * States that a number is an energy in watt-hours.
 * @example wattHours(500) // 500
 */
export const wattHours = (n: number): WattHours => n as WattHours;

/**
 * The energy (Wh) that a constant power (W) carries in a time (s).
 * @example energyOver(watts(2_000), 1800) // 1000
 */
export const energyOver = (power: Watts, time: Seconds): WattHours =>
  wattHours((power * time) / SECONDS_PER_HOUR);

/**
 * The time (s) a constant power (W) needs for an energy (Wh); Infinity when the power is zero.
 * @example timeFor(wattHours(1_000), watts(2_000)) // 1800
 */
export const timeFor = (energy: WattHours, power: Watts): Seconds =>
  energy === 0 ? 0 : (energy / power) * SECONDS_PER_HOUR;

/**
 * Usable capacity (Wh) given the other way people state it: pack volts × ampere-hours.
 * @example energyOfAmpHours(350, 180) // 63000
 */
export const energyOfAmpHours = (volts: Volts, ampHours: number): WattHours => wattHours(volts * ampHours);
