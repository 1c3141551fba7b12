/** Digits, a point, an exponent: how instruments write figures. What a programming language also takes for one is none. */
const DECIMAL = /^[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?$/i;

/**
 * A figure in decimal digits, as a meter or a device writes it; null for anything else, such as `0x10` or nothing.
 * @example decimalIn(" 2.30e3 ") // 2300
 */
export function decimalIn(text: string): number | null {
  const trimmed = text.trim();
  const number = DECIMAL.test(trimmed) ? Number(trimmed) : Number.NaN;
  return Number.isFinite(number) ? number : null;
}
