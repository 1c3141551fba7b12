import { Router } from "express";
import { z } from "zod";
import type { Sayer } from "./broker";
import { plugSchema } from "./plug";
import type { SimulatedCar } from "./simulated-car";
import type { Fault, StandIn } from "./stand-in";

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

/** How often it says what it measures (ms of its own time); faster than real time it is said as often as it is asked for. */
const SAYS_EVERY_MS = 5_000;

/** Volts at which a load of so many watts settles behind the wiring: V = U − R·P/V. */
export const voltsUnder = (open: number, watts: number): number =>
  (open + Math.sqrt(open * open - 4 * LINE_OHMS * watts)) / 2;

/**
 * A meter at the outlet: power, current, voltage, and energy that only ever rises. Asked over HTTP, or heard by MQTT where a
 * broker is given it. What it measures is a level load, or a car that charges by the core's own session.
 */
export class PowerMeter implements StandIn, Sayer {
  readonly name = "power-meter";
  readonly what: string;
  readonly topic = "boathouse/meter";
  private loadW = 0;
  private wattHours = 0;
  private since: number;
  private plugged = false;
  private fault: Fault = "none";
  private saidAt = -Infinity;
  private lastSaid: string | null = null;

  /** @param car one that may be plugged in behind it */
  constructor(
    private readonly clock: { now(): number },
    private readonly car?: SimulatedCar,
  ) {
    this.since = clock.now();
    this.what = `a power meter at an outlet, asked over the house's network or heard by MQTT at ${this.topic}${car ? `; ${car.name} may be plugged in behind it` : ""}`;
  }

  /** Counts what was drawn up to a moment; a load is level between changes, so that this is exact. */
  private count(now: number): void {
    const ms = now - this.since;
    if (ms <= 0) return;
    if (this.car && this.plugged) {
      const { wh, flowing } = this.car.charge(ms / 1000, Infinity, {});
      this.wattHours += wh;
      this.loadW = flowing.watts;
    } else this.wattHours += (this.loadW * ms) / 3_600_000;
    this.wattHours += (STANDING_W * ms) / 3_600_000;
    this.since = now;
  }

  says(): string | null {
    const now = this.clock.now();
    if (this.fault === "silent" || this.fault === "refusing" || now - this.saidAt < SAYS_EVERY_MS)
      return null;
    this.saidAt = now;
    if (this.fault === "garbled") return '{"at": "2026-';
    if (this.fault !== "stuck" || this.lastSaid === null) this.lastSaid = JSON.stringify(this.read(now));
    return this.lastSaid;
  }

  read(now: number): object {
    this.count(now);
    const watts = this.loadW + STANDING_W;
    const open = OPEN_VOLTS + SWING_VOLTS * Math.sin((2 * Math.PI * now) / SWING_MS);
    const volts = voltsUnder(open, watts);
    return {
      at: new Date(Math.round(now)).toISOString(),
      watts,
      volts: Number(volts.toFixed(2)),
      amps: Number((watts / volts).toFixed(3)),
      totalWh: Number(this.wattHours.toFixed(3)),
    };
  }

  fails(fault: Fault, now: number): void {
    this.count(now);
    this.fault = fault;
    if (fault === "reset") this.wattHours = 0;
  }

  readonly own = (clock: { now(): number }): Router => {
    const router = Router();
    /** What is plugged in behind it draws so much from now on. */
    router.put("/load", (req, res) => {
      const { watts } = loadSchema.parse(req.body);
      this.count(clock.now());
      this.plugged = false;
      this.loadW = watts;
      res.json({ watts });
    });
    /** The car behind it is plugged in, with some charge, or taken away. */
    router.put("/plug", (req, res) => {
      const { plugged, soc } = plugSchema.parse(req.body);
      this.count(clock.now());
      if (soc !== undefined) this.car?.arrives(soc);
      this.plugged = plugged && this.car !== undefined;
      this.loadW = 0;
      res.json({ plugged: this.plugged, soc: this.car?.soc ?? null });
    });
    return router;
  };
}
