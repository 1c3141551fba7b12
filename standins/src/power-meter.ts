import { Router } from "express";
import { z } from "zod";
import type { StandIn } from "./stand-in";

/** What the meter itself and all that stands by draw. */
const STANDING_W = 6;
/** Volts without a load, and what the house's wiring takes off them (Ω). */
const OPEN_VOLTS = 231;
const LINE_OHMS = 0.35;
/** A slow swing of the mains, so that no two readings are quite the same. */
const SWING_VOLTS = 0.8;
const SWING_MS = 90_000;

const loadSchema = z.strictObject({
  watts: z
    .number()
    .min(0, { error: "accepted: 0 to 22,000 W" })
    .max(22_000, { error: "accepted: 0 to 22,000 W" }),
});

/** Volts at which a load of so many watts settles behind the wiring: V = U − R·P/V. */
export const voltsUnder = (open: number, watts: number): number =>
  (open + Math.sqrt(open * open - 4 * LINE_OHMS * watts)) / 2;

/** A meter at the outlet: power, current, voltage, and energy that only ever rises. */
export class PowerMeter implements StandIn {
  readonly name = "power-meter";
  readonly what = "a power meter at an outlet, asked over the house's network";
  private loadW = 0;
  private wattHours = 0;
  private since: number;

  constructor(now: number) {
    this.since = now;
  }

  /** Counts what was drawn up to a moment; the load is level between changes, so that this is exact. */
  private count(now: number): void {
    this.wattHours += ((this.loadW + STANDING_W) * (now - this.since)) / 3_600_000;
    this.since = now;
  }

  read(now: number): object {
    this.count(now);
    const watts = this.loadW + STANDING_W;
    const open = OPEN_VOLTS + SWING_VOLTS * Math.sin((2 * Math.PI * now) / SWING_MS);
    const volts = voltsUnder(open, watts);
    return {
      at: new Date(now).toISOString(),
      watts,
      volts: Number(volts.toFixed(2)),
      amps: Number((watts / volts).toFixed(3)),
      totalWh: Number(this.wattHours.toFixed(3)),
    };
  }

  fails(fault: string, now: number): void {
    this.count(now);
    if (fault === "reset") this.wattHours = 0;
  }

  readonly own = (clock: { now(): number }): Router => {
    const router = Router();
    /** What is plugged in behind it draws so much from now on. */
    router.put("/load", (req, res) => {
      const { watts } = loadSchema.parse(req.body);
      this.count(clock.now());
      this.loadW = watts;
      res.json({ watts });
    });
    return router;
  };
}
