import { Router } from "express";
import { z } from "zod";
import type { SimulatedCar } from "./simulated-car";
import type { StandIn } from "./stand-in";

const PER_CENT = "accepted: 20 to 100 %";
const limitSchema = z.strictObject({
  percent: z.number({ error: PER_CENT }).min(20, { error: PER_CENT }).max(100, { error: PER_CENT }),
});

const tenth = (value: number): number => Math.round(value * 10) / 10;

/** A car that tells over the network how it stands: charge, how warm its battery is, and where it ends by itself. */
export class CarReport implements StandIn {
  readonly what: string;

  constructor(
    readonly name: string,
    /** The car as it is by now. */
    private readonly car: () => SimulatedCar,
  ) {
    this.what = `${car().name}, a car that tells its charge, how warm its battery is, and where it ends by itself`;
  }

  read(now: number): object {
    const { soc, packC, limitSoc } = this.car();
    return {
      at: new Date(Math.round(now)).toISOString(),
      charge_percent: tenth(soc * 100),
      pack_temperature_c: tenth(packC),
      charge_limit_percent: tenth(limitSoc * 100),
    };
  }

  readonly own = (): Router => {
    const router = Router();
    /** Somebody sets in the car where it ends. */
    router.put("/limit", (req, res) => {
      const { percent } = limitSchema.parse(req.body);
      this.car().limitSoc = percent / 100;
      res.json({ percent });
    });
    return router;
  };
}
