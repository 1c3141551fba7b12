import {
  compile,
  isRefusal,
  ledgerOf,
  onOnePhase,
  pathOf,
  run,
  targetOn,
  type Circuit,
  type Plan,
} from "@kettleback/core";

/** What may be the matter with what is plugged in, or with the supply behind it. */
export interface Matter {
  /** One phase alone carries. */
  readonly onePhase?: boolean;
  /** The supply has other volts. */
  readonly volts?: number;
}

/** How warm a battery is where nobody says (°C): warm enough that it holds nothing back. */
const USUAL_PACK_C = 20;

/** What flows at a moment. */
export interface Flowing {
  readonly watts: number;
  readonly amps: number;
  readonly phases: number;
  readonly volts: number;
}

/** A car that charges by the core's own session: it throttles, tapers and loses like the path it stands for. */
export class SimulatedCar {
  soc: number;
  packC: number;
  /** Where it ends by itself, as somebody has set it. */
  limitSoc = 1;
  private plan: Plan;

  constructor(plan: Plan) {
    this.plan = plan;
    this.soc = plan.session.fromSoc;
    this.packC = plan.session.batteryC ?? USUAL_PACK_C;
  }

  get name(): string {
    return this.plan.car.name;
  }

  /** Drives up with another charge. */
  arrives(soc: number): void {
    this.soc = soc;
    this.packC = this.plan.session.batteryC ?? USUAL_PACK_C;
  }

  /** Charges over so many seconds at no more than a current; a current below 6 A is none. @returns energy at the meter (Wh) and what flows at its end */
  charge(seconds: number, amps: number, matter: Matter): { readonly wh: number; readonly flowing: Flowing } {
    const circuit = this.circuitOf(matter);
    const volts = circuit?.ways[0]!.volts ?? 0;
    const still = { wh: 0, flowing: { watts: 0, amps: 0, phases: 0, volts } };
    if (!circuit) return still;
    const toSoc = Math.min(this.limitSoc, targetOn(circuit, this.plan.session.toSoc));
    if (this.soc >= toSoc - 1e-9 || seconds <= 0) return still;
    const done = run(
      circuit,
      { windows: [{ from: 0, to: seconds, amps }], toSoc },
      { soc: this.soc, packC: this.packC, elapsed: 0 },
    );
    const last = done.slices.at(-1);
    if (!last) return still;
    this.soc = done.end.soc;
    this.packC = done.end.packC ?? this.packC;
    const watts = done.end.elapsed < seconds - 1e-6 ? 0 : last.endWallW;
    return {
      wh: ledgerOf(done.slices).wall,
      flowing: { watts, amps: watts / (last.phases * volts), phases: watts > 0 ? last.phases : 0, volts },
    };
  }

  /** Made once for each matter: it is asked for ten times a second. */
  private readonly circuits = new Map<string, Circuit | null>();

  private circuitOf(matter: Matter): Circuit | null {
    const key = JSON.stringify(matter);
    if (!this.circuits.has(key)) this.circuits.set(key, this.compiled(matter));
    return this.circuits.get(key)!;
  }

  private compiled({ onePhase, volts }: Matter): Circuit | null {
    const on = (onePhase && onOnePhase(this.plan)) || this.plan;
    const plan: Plan =
      volts === undefined
        ? on
        : { ...on, outlet: { ...on.outlet, supply: { ...on.outlet.supply, measuredVolts: volts } } };
    const circuit = compile(pathOf(plan));
    return isRefusal(circuit) ? null : circuit;
  }
}
