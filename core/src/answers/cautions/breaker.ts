import type { Amps } from "../../trade/units";

/**
 * Breaker a fixed unit of these amps needs in North America: 125 % (NEC 625.41).
 * @example ampsOfBreakerFor(16) // 20
 */
export const ampsOfBreakerFor = (evseAmps: Amps): Amps => evseAmps * 1.25;
