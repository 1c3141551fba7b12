import { Router } from "express";
import { z } from "zod";
import { allowedBy, type ChargingProfile, type Plan } from "@kettleback/core";
import type { SimulatedClock } from "./clock";
import { Line } from "./line";
import { plugSchema } from "./plug";
import { SimulatedCar, type Flowing } from "./simulated-car";
import type { StandIn } from "./stand-in";

/** What can go wrong at a charge point, beside what goes wrong with any device. */
export const TROUBLES = {
  none: "charges as it should",
  "does-not-start": "takes the card and closes the contactor, and nothing flows",
  stops: "stops in the middle",
  "throttles-on-heat": "goes down to 8 A, its plug at 71 °C",
  "phase-lost": "one phase alone carries",
  "208-volts": "the supply gives 208 V",
  unplugs: "somebody pulls the plug",
  "clock-wrong": "its clock is three hours behind",
  late: "keeps its messages back until this is over",
  doubled: "tells everything twice",
  away: "is off the network until this is over",
} as const;
export type Trouble = keyof typeof TROUBLES;
const TROUBLE_NAMES = Object.keys(TROUBLES) as [Trouble, ...Trouble[]];

const troubleSchema = z.strictObject({
  trouble: z.enum(TROUBLE_NAMES, { error: `accepted: ${TROUBLE_NAMES.join(", ")}` }),
});
const ownPlugSchema = plugSchema.extend({
  /** A card that is held to it once the car is plugged in. */
  card: z.string().max(20).optional(),
});

/** How often it steps (ms of real time), and how often it tells its meter (s of its own time). */
const STEP_MS = 100;
const TELLS_EVERY = 60;
const FIRST_AFTER = 5;
/** … and by real time no oftener than this (ms). */
const TELLS_AT_MOST_MS = 500;
/** Amps to which it goes down on heat, and how warm its plug is then, and otherwise (°C). */
const THROTTLED = { amps: 8, plugC: 71 } as const;
const USUAL_PLUG_C = 31;
const BEHIND_MS = 3 * 3_600_000;
/** What the register of a unit that is some years old shows (Wh). */
const REGISTER_WH = 1_204_600;
/** A reading is off by so much of itself. */
const NOISE = 0.004;

/** A transaction, from the moment it begins at the unit; its number is what the central system answers. */
interface Transaction {
  id: number | null;
  readonly connectorId: 1;
}

/** A charge point of three phases that speaks OCPP 1.6 to a central system, with a car that may stand at it. */
export class SimulatedChargePoint implements StandIn {
  readonly name: string;
  readonly what: string;
  private readonly car: SimulatedCar;
  private readonly line: Line;
  private plugged = true;
  private transaction: Transaction | null = null;
  private profile: ChargingProfile | null = null;
  private trouble: Trouble = "none";
  private registerWh = REGISTER_WH;
  private flowing: Flowing = { watts: 0, amps: 0, phases: 0, volts: 230 };
  private status = "Available";
  private steppedAt: number;
  private toldAt = -Infinity;
  private toldRealAt = -Infinity;
  private noiseState = 1;
  /** Readings that were acknowledged: of which transaction, and their moment. */
  private readonly acknowledged: (readonly [transaction: number, at: string])[] = [];

  constructor(
    name: string,
    plan: Plan,
    central: { readonly endpoint: string; readonly identity: string; readonly password: string },
    private readonly clock: SimulatedClock,
  ) {
    this.name = name;
    this.what = `a charge point of three phases that speaks OCPP 1.6 to ${central.endpoint}/${central.identity}, ${plan.car.name} at it`;
    this.car = new SimulatedCar(plan);
    this.steppedAt = clock.now();
    this.line = new Line(central.endpoint, central.identity, central.password, () => this.boots());
    this.listen();
  }

  /** Begins to live: connects, and steps on. @returns how to end it */
  start(): () => void {
    void this.line.connect();
    const timer = setInterval(() => this.step(), STEP_MS);
    return () => {
      clearInterval(timer);
      void this.leave();
    };
  }

  /** The car at it, as it is by now. */
  carNow(): SimulatedCar {
    this.step();
    return this.car;
  }

  /** Ends its line for good: what is kept is told to nobody any more. */
  leave(): Promise<void> {
    return this.line.end();
  }

  read(now: number): object {
    this.step();
    return {
      at: new Date(now).toISOString(),
      status: this.status,
      plugged: this.plugged,
      trouble: this.trouble,
      soc: Number(this.car.soc.toFixed(4)),
      watts: Math.round(this.flowing.watts),
      registerWh: Math.round(this.registerWh),
      transaction: this.transaction?.id ?? null,
      kept: this.line.kept,
    };
  }

  private stamp(): string {
    const at = this.clock.now() - (this.trouble === "clock-wrong" ? BEHIND_MS : 0);
    return new Date(Math.round(at)).toISOString();
  }

  /** A figure as a meter that is a little off shows it; the same run gives the same. */
  private noisy(value: number): number {
    this.noiseState = (this.noiseState * 48_271) % 2_147_483_647;
    return value * (1 + NOISE * (2 * (this.noiseState / 2_147_483_647) - 1));
  }

  private boots(): void {
    this.line.say("BootNotification", {
      chargePointVendor: "Quay Works",
      chargePointModel: "Post 3",
      firmwareVersion: "1.4.2",
    });
    this.tellStatus(this.status);
  }

  private tellStatus(status: string): void {
    this.status = status;
    this.line.say("StatusNotification", {
      connectorId: 1,
      errorCode: "NoError",
      status,
      timestamp: this.stamp(),
    });
  }

  private listen(): void {
    const { client } = this.line;
    const on = (action: string, answer: (params: never) => object) =>
      client.handle(action, (({ params }: { params: never }) => Promise.resolve(answer(params))) as never);
    on(
      "RemoteStartTransaction",
      ({ idTag, chargingProfile }: { idTag: string; chargingProfile?: ChargingProfile }) => {
        if (this.transaction || !this.plugged) return { status: "Rejected" };
        this.profile = chargingProfile ?? null;
        setImmediate(() => this.begins(idTag));
        return { status: "Accepted" };
      },
    );
    on("RemoteStopTransaction", ({ transactionId }: { transactionId: number }) => {
      if (this.transaction?.id !== transactionId) return { status: "Rejected" };
      setImmediate(() => this.ends("Remote"));
      return { status: "Accepted" };
    });
    on("SetChargingProfile", ({ csChargingProfiles }: { csChargingProfiles: ChargingProfile }) => {
      if (!this.transaction) return { status: "Rejected" };
      this.step();
      this.profile = csChargingProfiles;
      return { status: "Accepted" };
    });
    on("ClearChargingProfile", () => {
      this.step();
      const there = this.profile !== null;
      this.profile = null;
      return { status: there ? "Accepted" : "Unknown" };
    });
    on("ChangeAvailability", ({ type }: { type: string }) => {
      this.tellStatus(type === "Operative" ? "Available" : "Unavailable");
      return { status: "Accepted" };
    });
    on("GetConfiguration", () => ({
      configurationKey: [
        { key: "MeterValueSampleInterval", readonly: false, value: String(TELLS_EVERY) },
        {
          key: "MeterValuesSampledData",
          readonly: false,
          value: "Energy.Active.Import.Register,Power.Active.Import,Voltage,Current.Import,Temperature",
        },
        { key: "NumberOfConnectors", readonly: true, value: "1" },
      ],
    }));
    on("TriggerMessage", ({ requestedMessage }: { requestedMessage: string }) => {
      setImmediate(() => {
        if (requestedMessage === "MeterValues" && this.transaction) this.tellMeter();
        else if (requestedMessage === "StatusNotification") this.tellStatus(this.status);
      });
      return { status: "Accepted" };
    });
    on("Reset", () => {
      setImmediate(() => this.boots());
      return { status: "Accepted" };
    });
  }

  /** Begins a transaction by a card. */
  private begins(idTag: string): void {
    if (this.transaction || !this.plugged) return;
    this.step();
    const transaction: Transaction = { id: null, connectorId: 1 };
    this.transaction = transaction;
    const start = {
      connectorId: 1,
      idTag,
      meterStart: Math.round(this.registerWh),
      timestamp: this.stamp(),
    };
    this.line.keep(
      "StartTransaction",
      () => start,
      (answer) => {
        const { transactionId, idTagInfo } = answer as {
          transactionId: number;
          idTagInfo: { status: string };
        };
        transaction.id = transactionId;
        if (idTagInfo.status !== "Accepted" && this.transaction === transaction) this.ends("DeAuthorized");
      },
    );
    // The first reading comes soon, so that one sees that it has begun.
    this.toldAt = this.clock.now() - (TELLS_EVERY - FIRST_AFTER) * 1000;
    this.tellStatus("Charging");
  }

  private ends(reason: string): void {
    const { transaction } = this;
    if (!transaction) return;
    this.step();
    this.transaction = null;
    this.profile = null;
    const stop = { meterStop: Math.round(this.registerWh), timestamp: this.stamp(), reason };
    this.line.keep("StopTransaction", () => ({ transactionId: transaction.id, ...stop }));
    this.flowing = { ...this.flowing, watts: 0, amps: 0, phases: 0 };
    this.tellStatus(reason === "EVDisconnected" ? "Available" : "Finishing");
  }

  /** Lives on to now: charges what flows, counts it, tells its meter when it is time. */
  private step(): void {
    const now = this.clock.now();
    const { transaction } = this;
    if (!transaction) {
      this.steppedAt = now;
      return;
    }
    // Short steps, so that a profile's stretches and a trouble begin when they should.
    while (this.steppedAt < now) {
      const to = Math.min(now, this.steppedAt + 10_000);
      const { wh, flowing } = this.car.charge((to - this.steppedAt) / 1000, this.allowed(this.steppedAt), {
        onePhase: this.trouble === "phase-lost",
        ...(this.trouble === "208-volts" ? { volts: 208 } : {}),
      });
      this.registerWh += wh;
      this.flowing = flowing;
      this.steppedAt = to;
      if (to - this.toldAt >= TELLS_EVERY * 1000 && Date.now() - this.toldRealAt >= TELLS_AT_MOST_MS)
        this.tellMeter();
    }
    const charging = this.flowing.watts > 0;
    const status = charging ? "Charging" : this.allowed(now) < 6 ? "SuspendedEVSE" : "SuspendedEV";
    if (status !== this.status) {
      this.tellMeter();
      this.tellStatus(status);
    }
  }

  /** Amps a phase it offers at a moment. */
  private allowed(now: number): number {
    if (this.trouble === "does-not-start" || this.trouble === "stops") return 0;
    const profile = this.profile ? allowedBy(this.profile, now) : Infinity;
    return this.trouble === "throttles-on-heat" ? Math.min(profile, THROTTLED.amps) : profile;
  }

  private tellMeter(): void {
    const { transaction, flowing } = this;
    if (!transaction) return;
    this.toldAt = this.steppedAt;
    this.toldRealAt = Date.now();
    const behind = this.trouble === "clock-wrong" ? BEHIND_MS : 0;
    const timestamp = new Date(Math.round(this.steppedAt - behind)).toISOString();
    const of = (measurand: string, value: number, unit: string, places: number, phase?: string) => ({
      value: value.toFixed(places),
      measurand,
      unit,
      ...(phase ? { phase } : {}),
    });
    const meterValue = {
      timestamp,
      sampledValue: [
        of("Energy.Active.Import.Register", this.registerWh, "Wh", 0),
        of("Power.Active.Import", this.noisy(flowing.watts), "W", 0),
        of("Voltage", this.noisy(flowing.volts), "V", 1, "L1-N"),
        ...["L1", "L2", "L3"].map((phase, i) =>
          of("Current.Import", i < flowing.phases ? this.noisy(flowing.amps) : 0, "A", 1, phase),
        ),
        {
          ...of(
            "Temperature",
            this.trouble === "throttles-on-heat" ? THROTTLED.plugC : USUAL_PLUG_C,
            "Celsius",
            0,
          ),
          location: "Outlet",
        },
      ],
    };
    this.line.keep(
      "MeterValues",
      () => ({ connectorId: 1, transactionId: transaction.id, meterValue: [meterValue] }),
      () => this.acknowledged.push([transaction.id!, timestamp]),
    );
  }

  /** Something goes wrong from now on, or is well again. */
  private meets(trouble: Trouble): void {
    this.step();
    this.trouble = trouble;
    this.line.doubled = trouble === "doubled";
    this.line.late = trouble === "late";
    void this.line.setAway(trouble === "away");
    if (trouble === "unplugs") {
      this.ends("EVDisconnected");
      this.plugged = false;
    }
    if (trouble === "clock-wrong") this.tellStatus(this.status);
    void this.line.tell();
  }

  readonly own = (): Router => {
    const router = Router();
    /** What the central system has acknowledged, against what it says it keeps. */
    router.get("/acknowledged", (_req, res) => void res.json({ acknowledged: this.acknowledged }));
    router.get("/troubles", (_req, res) => void res.json({ trouble: this.trouble, troubles: TROUBLES }));
    router.put("/trouble", (req, res) => {
      const { trouble } = troubleSchema.parse(req.body);
      this.meets(trouble);
      res.json({ trouble, means: TROUBLES[trouble] });
    });
    /** A car is plugged in, or taken away. */
    router.put("/plug", (req, res) => {
      const { plugged, soc, card } = ownPlugSchema.parse(req.body);
      if (!plugged) this.ends("EVDisconnected");
      if (soc !== undefined) this.car.arrives(soc);
      this.plugged = plugged;
      if (!this.transaction) this.tellStatus(plugged ? "Preparing" : "Available");
      if (plugged && card !== undefined) this.begins(card);
      res.json({ plugged, soc: this.car.soc });
    });
    return router;
  };
}
