import type { Amps, Fraction } from "../units";

/** Least current a car accepts on AC (IEC 61851-1). */
export const MIN_AMPS: Amps = 6;

/** What a pilot signal says: amps offered, or why none are. */
export type PilotMeaning =
  { readonly kind: "amps"; readonly amps: Amps } | { readonly kind: "digital" } | { readonly kind: "none" };

/**
 * What a control-pilot duty cycle tells the car (IEC 61851-1 annex A, SAE J1772).
 * @param duty share of the period the pilot is high, 0–1
 * @returns amps offered, `digital` (3–7 %: talk over the wire first), or `none`
 * @example pilotToAmps(0.1667).amps // 10
 */
export function pilotToAmps(duty: Fraction): PilotMeaning {
  // Compared in whole thousandths of a per cent, so that 0.1 × 100 does not miss its own band edge.
  const d = Math.round(duty * 1e5) / 1e3;
  if (d >= 3 && d <= 7) return { kind: "digital" };
  if (d >= 8 && d < 10) return { kind: "amps", amps: 6 };
  if (d >= 10 && d <= 85) return { kind: "amps", amps: d * 0.6 };
  if (d > 85 && d <= 96) return { kind: "amps", amps: (d - 64) * 2.5 };
  if (d > 96 && d <= 97) return { kind: "amps", amps: 80 };
  return { kind: "none" };
}

/**
 * The duty cycle (0–1) that offers a current, or undefined outside 6–80 A. Inverse of {@link pilotToAmps}. The two
 * formulas leave a gap from 51 to 52.5 A; a current inside it is offered as 51 A, never as more than was asked.
 * @example ampsToPilot(16) // 0.2667
 */
export function ampsToPilot(amps: Amps): Fraction | undefined {
  if (!(amps >= MIN_AMPS && amps <= 80)) return undefined;
  return amps < 52.5 ? Math.min(amps, 51) / 0.6 / 100 : (amps / 2.5 + 64) / 100;
}
