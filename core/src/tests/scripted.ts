import {
  predict,
  setupOf,
  type Channel,
  type Prediction,
  type SessionEvidence,
  type Setup,
} from "../answers/explain";
import type { Plan } from "../engine/plan";

/** Even numbers between 0 and 1 from a seed (a linear congruential generator of 2³², Numerical Recipes). */
export function evenly(seed: number): () => number {
  let state = (seed ^ 0x9e3779b9) >>> 0;
  const next = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
  for (let i = 0; i < 8; i++) next();
  return next;
}

/** Normal numbers from even ones (Box and Muller). */
export const normally =
  (even: () => number): (() => number) =>
  () =>
    Math.sqrt(-2 * Math.log(1 - even())) * Math.cos(2 * Math.PI * even());

const ALL: readonly Channel[] = ["watts", "amps", "amps2", "amps3", "volts", "soc"];

/** Evidence of a session nothing was read of yet: what a plan has it last, with readings to come at even times. */
export function blank(
  plan: Plan,
  seconds: number,
  readings: number,
  channels: readonly Channel[] = ALL,
): SessionEvidence {
  const at = Array.from({ length: readings }, (_, i) => ((i + 0.5) * seconds) / readings);
  const has = (channel: Channel) =>
    plan.evse.kind === "rapid"
      ? channel === "watts" || channel === "soc"
      : !(channel === "amps2" || channel === "amps3") || plan.evse.phases > 1;
  return {
    plan,
    fromSoc: plan.session.fromSoc,
    toSoc: 0,
    seconds,
    wallWh: 1,
    along: Object.fromEntries(
      (readings === 0 ? [] : channels.filter(has)).map((channel) => [
        channel,
        { at, values: at.map(() => 0) },
      ]),
    ),
  };
}

/** How far off the instruments of a scripted session are: a gain of each, the same in all its readings. */
export interface Instruments {
  readonly watts: number;
  readonly amps: number;
  readonly volts: number;
  readonly wallWh: number;
}

/** Instruments with gains drawn from what is usual: a per cent, volts a third of one. */
export const instruments = (normal: () => number): Instruments => ({
  watts: 1 + 0.008 * normal(),
  amps: 1 + 0.008 * normal(),
  volts: 1 + 0.003 * normal(),
  wallWh: 1 + 0.01 * normal(),
});

/** What the instruments read of what really happened, with their gains, their noise, and cars' whole per cent. */
export function readOff(
  truth: Prediction,
  shape: SessionEvidence,
  normal: () => number,
  gains: Instruments,
): SessionEvidence {
  const percent = (soc: number) => Math.round(soc * 100) / 100;
  const reading = (channel: Channel, value: number): number => {
    if (channel === "soc") return percent(value);
    if (channel === "watts") return Math.max(0, value * gains.watts * (1 + 0.008 * normal()) + 8 * normal());
    if (channel === "volts") return value * gains.volts + 0.6 * normal();
    return Math.max(0, value * gains.amps + 0.1 * normal());
  };
  return {
    ...shape,
    toSoc: shape.toSoc === null ? null : percent(truth.toSoc),
    wallWh: shape.wallWh === null ? null : truth.wallWh * gains.wallWh,
    along: Object.fromEntries(
      (Object.entries(truth.along) as [Channel, Float64Array][]).map(([channel, values]) => [
        channel,
        { at: shape.along[channel]!.at, values: [...values].map((value) => reading(channel, value)) },
      ]),
    ),
  };
}

/** A session as a setup has it, read off by instruments. */
export const scripted = (
  setup: Setup,
  shape: SessionEvidence,
  normal: () => number,
  gains: Instruments = instruments(normal),
): SessionEvidence => readOff(predict(setup, shape), shape, normal, gains);

/** How long (s) a plan charges, to its target or to a share of the way. */
export function lasts(plan: Plan, share = 1): number {
  const setup = setupOf(plan, plan.session.fromSoc)!;
  const { course } = predict(setup, blank(plan, 1, 0));
  return course.end.elapsed * share;
}
