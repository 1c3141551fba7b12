import type { Amps } from "../../trade/units";

/** Breaker a fixed unit of these amps needs in North America: 125 % (NEC 625.41). */
export const ampsOfBreakerFor = (unitAmps: Amps): Amps => unitAmps * 1.25;
