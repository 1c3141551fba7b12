import { compile, isRefusal, type Circuit } from "../../engine/path";
import { pathOf, type Plan } from "../../engine/plan";
import { run, targetOn, type Slice, type State, type Window } from "../../engine/session";
import type { SessionEvidence } from "./evidence";
import type { Celsius, Fraction, Seconds } from "../../trade/units";

/** A stretch of a session over which one circuit is charged, at a current somebody chose or at whatever flows. */
export interface Stretch extends Window {
  readonly circuit: Circuit;
}

/** Where what is called the meter stands: before the station's own losses, at the wall, at the inlet, at the cells. */
export type MeterAt = "before" | "wall" | "inlet" | "cells";

/** A session as it may really have been: the circuit as it was, when it charged, and how it was read. */
export interface Setup {
  readonly stretches: readonly Stretch[];
  readonly startSoc: Fraction;
  readonly startC: Celsius | null;
  readonly toSoc: Fraction;
  readonly meterAt: MeterAt;
  /** How much more the car shows than it has. */
  readonly socOffset: Fraction;
}

/**
 * A plan as it stands, charged at once; null where nothing flows.
 * @example setupOf(plan, 0.35)?.stretches.length // 1
 */
export function setupOf(plan: Plan, fromSoc: Fraction): Setup | null {
  const circuit = compile(pathOf(plan));
  if (isRefusal(circuit)) return null;
  return {
    stretches: [{ circuit, from: 0, to: Infinity }],
    startSoc: fromSoc,
    startC: plan.session.batteryC,
    toSoc: targetOn(circuit, Math.max(plan.session.toSoc, fromSoc)),
    meterAt: "wall",
    socOffset: 0,
  };
}

/**
 * What a session was to be by its plan, in the hours it was sent to charge in; null where nothing flows.
 * @example setupFor(evidence)?.startSoc === evidence.fromSoc // true
 */
export function setupFor({ plan, fromSoc, windows }: SessionEvidence): Setup | null {
  const setup = setupOf(plan, fromSoc);
  return setup && windows ? withWindows(setup, windows) : setup;
}

/** What a setup does, slice by slice, with the circuit of each. */
export interface Course {
  readonly slices: readonly (Slice & { readonly circuit: Circuit })[];
  readonly end: State;
}

/** Runs a setup. */
export function courseOf({ stretches, startSoc, startC, toSoc }: Setup): Course {
  const slices: (Slice & { circuit: Circuit })[] = [];
  let at: State = { soc: startSoc, packC: startC, elapsed: 0 };
  for (const { circuit, ...window } of stretches) {
    const done = run(circuit, { windows: [window], toSoc }, at);
    for (const slice of done.slices) slices.push({ ...slice, circuit });
    at = done.end;
  }
  return { slices, end: at };
}

/** Every circuit of a setup, changed alike. */
export const withCircuits = (setup: Setup, change: (circuit: Circuit) => Circuit): Setup => ({
  ...setup,
  stretches: setup.stretches.map((stretch) => ({ ...stretch, circuit: change(stretch.circuit) })),
});

/** Every stretch of a setup cut by windows in order, each at its own current; Infinity leaves what flows. */
export const withWindows = (
  setup: Setup,
  windows: readonly { readonly from: Seconds; readonly to: Seconds; readonly amps?: number | undefined }[],
): Setup => ({
  ...setup,
  stretches: windows.flatMap((window) =>
    setup.stretches.flatMap((stretch) => {
      const from = Math.max(window.from, stretch.from);
      const to = Math.min(window.to, stretch.to);
      const amps = Math.min(window.amps ?? Infinity, stretch.amps ?? Infinity);
      return to > from ? [{ ...stretch, from, to, ...(amps < Infinity ? { amps } : {}) }] : [];
    }),
  ),
});

/** A circuit whose supply has other volts, by a factor. Amps stay what they are: units and cars hold amps. */
export const atVolts = (circuit: Circuit, factor: number): Circuit => ({
  ...circuit,
  ways: circuit.ways.map((way) => ({ ...way, volts: way.volts * factor })),
  phaseVolts: circuit.phaseVolts.map((volts) => volts * factor) as unknown as Circuit["phaseVolts"],
});

/** A circuit with more resistance (Ω, one conductor) on its way. */
export const withOhms = (circuit: Circuit, ohms: number): Circuit => ({
  ...circuit,
  ohms: circuit.ohms + ohms,
  ohmsBy: { ...circuit.ohmsBy, lead: circuit.ohmsBy.lead + ohms },
});

/** A circuit whose car draws more for itself (W). */
export const withDraw = (circuit: Circuit, watts: number): Circuit => ({
  ...circuit,
  ownDrawW: circuit.ownDrawW + watts,
});

/** A circuit whose battery holds another amount, by a factor; what it accepts at a charge stays. */
export const withCapacity = (circuit: Circuit, factor: number): Circuit => ({
  ...circuit,
  pack: { ...circuit.pack, usableWh: (circuit.pack.usableWh * factor) as Circuit["pack"]["usableWh"] },
});
