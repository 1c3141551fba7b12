import { compile, isRefusal, type Circuit } from "../../engine/path";
import { pathOf, type Plan } from "../../engine/plan";
import { lowerSteps, onOnePhase, setTo } from "../says";
import type { SessionEvidence } from "./evidence";
import {
  atVolts,
  setupOf,
  withCapacity,
  withCircuits,
  withDraw,
  withOhms,
  withWindows,
  type MeterAt,
  type Setup,
} from "./setup";

/** One thing that may have been different. */
export const CAUSE_CODES = [
  "as-computed",
  "set-low",
  "one-phase",
  "208-volts",
  "sagging",
  "resistance",
  "throttled",
  "early-taper",
  "cold-pack",
  "climate",
  "own-draw",
  "shared",
  "rounded",
  "meter-place",
  "battery-size",
  "pause",
] as const;
/** One thing that may have been different. */
export type CauseCode = (typeof CAUSE_CODES)[number];

/** A figure a cause has: one of some values, or anything between two. */
export interface Knob {
  readonly name: string;
  readonly unit: string;
  readonly values?: readonly number[];
  readonly low: number;
  readonly high: number;
  /** Values looked at first. */
  readonly starts?: readonly number[];
}

/** A cause: the same circuit with one thing changed. */
export interface Cause {
  readonly code: CauseCode;
  readonly name: string;
  /** How common it is among sessions that differ (common practice); `as-computed` stands for all that do not. */
  readonly prior: number;
  /** Its figures; null where it cannot be. */
  knobs(evidence: SessionEvidence, base: Setup): readonly Knob[] | null;
  /** The session as it would have been; null where nothing would charge. */
  change(base: Setup, values: readonly number[], evidence: SessionEvidence): Setup | null;
  /** What was different, in words. */
  says(values: readonly number[], evidence: SessionEvidence): string;
  /** What to look at next. */
  readonly check: string;
}

const fixed = (value: number, digits: number): string => value.toFixed(digits);
const minutes = (seconds: number): string => `${Math.round(seconds / 60)} min`;
const between = (
  name: string,
  unit: string,
  low: number,
  high: number,
  starts?: readonly number[],
): Knob => ({
  name,
  unit,
  low,
  high,
  ...(starts ? { starts } : {}),
});
const oneOf = (name: string, unit: string, values: readonly number[]): Knob | null =>
  values.length === 0 ? null : { name, unit, values, low: Math.min(...values), high: Math.max(...values) };
const knobsOf = (...knobs: (Knob | null)[]): readonly Knob[] | null =>
  knobs.some((knob) => knob === null) ? null : (knobs as Knob[]);

const isAc = ({ stretches }: Setup): boolean => stretches[0]!.circuit.sign > 0;
/** The amps a phase that would flow. */
const flowing = ({ stretches }: Setup): number => {
  const { circuit } = stretches[0]!;
  return Math.min(circuit.pulls, circuit.setting?.amps ?? Infinity, circuit.ways[0]!.most);
};
/** Another plan in the place of this one, everything else alike. */
const replanned = (base: Setup, plan: Plan, { fromSoc }: SessionEvidence): Setup | null => {
  const setup = setupOf(plan, fromSoc);
  return setup && { ...base, stretches: setup.stretches };
};

/** Least of a session (s) that has to lie before and after something that happens within it. */
const MARGIN = 240;
/** Power (W) below which nothing flows, as far as a meter can say. */
const NOTHING_W = 150;

/** Moments from which the power that was read lies lower than before: where something may have happened. */
function stepsIn({ along, seconds }: SessionEvidence): number[] {
  const evenly = Array.from({ length: 8 }, (_, i) => MARGIN + ((seconds - 2 * MARGIN) * (i + 0.5)) / 8);
  const { watts } = along;
  if (!watts || watts.at.length < 6) return evenly;
  const steps = watts.values
    .slice(1)
    .map((value, i) => ({
      drop: Math.abs(value - watts.values[i]!),
      at: (watts.at[i]! + watts.at[i + 1]!) / 2,
    }))
    .sort((a, b) => b.drop - a.drop)
    .slice(0, 6)
    .map(({ at }) => at);
  return [...steps, ...evenly.filter((_, i) => i % 2 === 0)];
}

/** A stretch within a session in which next to nothing was read. */
function silenceIn({ along, seconds }: SessionEvidence): { from: number; length: number } | null {
  const { watts } = along;
  if (!watts) return null;
  let best: { from: number; length: number } | null = null;
  let open: number | null = null;
  watts.values.forEach((value, i) => {
    const at = watts.at[i]!;
    if (value > NOTHING_W) {
      if (open !== null && (!best || at - open > best.length)) best = { from: open, length: at - open };
      open = null;
    } else open ??= i === 0 ? 0 : (watts.at[i - 1]! + at) / 2;
  });
  return best && (best as { length: number }).length < seconds * 0.95 ? best : null;
}

/** Acceptance moved so much earlier; of a battery that has no curve, one that begins to fall there. */
function earlier(circuit: Circuit, by: number): Circuit {
  const { pack } = circuit;
  if (pack.socs.length > 0) return { ...circuit, pack: { ...pack, socs: pack.socs.map((soc) => soc - by) } };
  const flow = circuit.ways[0]!;
  const level = circuit.sign > 0 ? flow.phases * flow.volts * flow.most : circuit.capW;
  const bend = 1 - by;
  return { ...circuit, pack: { ...pack, socs: [bend, 1], accepts: [level, level * 0.12] } };
}

const METERS: readonly MeterAt[] = ["inlet", "cells", "before"];
const METER_WORDS: Readonly<Record<MeterAt, string>> = {
  wall: "at the wall",
  inlet: "at the car’s inlet, behind cable and lead",
  cells: "in the battery, behind all losses",
  before: "before the station’s own losses",
};

/** All causes, one thing each. */
export const CAUSES: readonly Cause[] = [
  {
    code: "as-computed",
    name: "As computed",
    prior: 0.4,
    knobs: () => [],
    change: (base) => base,
    says: () => "It charged as computed: what differs is within what instruments tell.",
    check: "Nothing to look for.",
  },
  {
    code: "set-low",
    name: "Left on a lower current",
    prior: 0.12,
    knobs: ({ plan }, base) =>
      isAc(base) ? knobsOf(oneOf("amps", "A", lowerSteps(plan, flowing(base)).slice(0, 8))) : null,
    change: (base, [amps], evidence) => replanned(base, setTo(evidence.plan, amps!), evidence),
    says: ([amps]) => `Unit or car was left on ${amps} A.`,
    check:
      "Look at what is set on the unit and in the car’s own charging menu; some cars remember a limit by place.",
  },
  {
    code: "one-phase",
    name: "One phase missing",
    prior: 0.05,
    knobs: ({ plan }) => (onOnePhase(plan) ? [] : null),
    change: (base, _, evidence) => replanned(base, onOnePhase(evidence.plan)!, evidence),
    says: () => "One line carried instead of more.",
    check:
      "Look at the amps of each line, at the cable (a one-phase one carries one), and at the other breakers; a dead line is for an electrician.",
  },
  {
    code: "208-volts",
    name: "208 V instead of 240 V",
    prior: 0.03,
    knobs: (_, base) =>
      isAc(base) && Math.abs(base.stretches[0]!.circuit.ways[0]!.volts - 240) < 8 ? [] : null,
    change: (base) => withCircuits(base, (circuit) => atVolts(circuit, 208 / circuit.ways[0]!.volts)),
    says: () => "The supply has 208 V between two legs of three phases, not the 240 V of a house.",
    check: "Read the volts at the unit or the car; flats and car parks often have 208 V.",
  },
  {
    code: "sagging",
    name: "A sagging supply",
    prior: 0.04,
    knobs: (_, base) => (isAc(base) ? [between("drop", "%", 3, 12)] : null),
    change: (base, [drop]) => withCircuits(base, (circuit) => atVolts(circuit, 1 - drop! / 100)),
    says: ([drop], { plan }) => {
      const circuit = compile(pathOf(plan));
      const volts = isRefusal(circuit) ? 0 : circuit.ways[0]!.volts * (1 - drop! / 100);
      return `The supply was ${fixed(drop!, 0)} % low: about ${fixed(volts, 0)} V.`;
    },
    check:
      "Read the volts with nothing charging and at full current: low both times is the supply’s, a fall is in the wiring.",
  },
  {
    code: "resistance",
    name: "A warm or long lead, or a bad contact",
    prior: 0.05,
    knobs: (_, base) => (isAc(base) ? [between("ohms", "Ω", 0.12, 1.2)] : null),
    change: (base, [ohms]) => withCircuits(base, (circuit) => withOhms(circuit, ohms!)),
    says: ([ohms], { plan }) => {
      const circuit = compile(pathOf(plan));
      const amps = isRefusal(circuit)
        ? 0
        : Math.min(circuit.pulls, circuit.setting?.amps ?? Infinity, circuit.ways[0]!.most);
      const way = isRefusal(circuit) ? undefined : circuit.ways[0]!;
      const heat = (way?.conductors ?? 2) * ohms! * amps * amps;
      return `About ${fixed(ohms!, 2)} Ω more in each conductor: ${fixed(heat, 0)} W of heat somewhere between the meter and the car.`;
    },
    check:
      "Stop and feel plug, socket and lead, which may be hot; unwind the lead or leave it out. Heat that is not in the lead sits in a contact: have it looked at by an electrician before you charge there again.",
  },
  {
    code: "throttled",
    name: "The unit throttled on heat",
    prior: 0.05,
    knobs: (evidence, base) =>
      evidence.seconds > 3 * MARGIN
        ? [
            between("after", "s", MARGIN, evidence.seconds - MARGIN, stepsIn(evidence)),
            ...(isAc(base)
              ? (knobsOf(oneOf("amps", "A", throttleSteps(evidence.plan, flowing(base)))) ?? [])
              : [between("share", "of its amps", 0.3, 0.85)]),
          ]
        : null,
    change: (base, [after, level]) => {
      const amps = isAc(base) ? level! : level! * base.stretches[0]!.circuit.ways[0]!.most;
      return amps < 6 && isAc(base)
        ? null
        : withWindows(base, [
            { from: 0, to: after! },
            { from: after!, to: Infinity, amps },
          ]);
    },
    says: ([after, level], evidence) =>
      `After ${minutes(after!)} the unit went down to ${evidence.plan.evse.kind === "rapid" ? `${fixed(level! * 100, 0)} % of its current` : `${fixed(level!, 0)} A`}, as units do when they are too hot.`,
    check:
      "Feel the unit and the plug, and look at its light. In the sun, or behind a warm socket, it does so every time.",
  },
  {
    code: "early-taper",
    name: "It tapers earlier",
    prior: 0.05,
    knobs: (evidence, base) => {
      const { pack } = base.stretches[0]!.circuit;
      const top = Math.max(evidence.toSoc ?? 0, ...(evidence.along.soc?.values ?? []));
      // Below two thirds a battery that has no curve takes whatever comes.
      return pack.socs.length > 0 || top > 0.67 ? [between("earlier", "% of charge", 3, 30)] : null;
    },
    change: (base, [by]) => withCircuits(base, (circuit) => earlier(circuit, by! / 100)),
    says: ([by], { plan }) =>
      plan.car.battery.acceptance
        ? `The battery takes less from about ${fixed(by!, 0)} % of charge earlier than its curve says.`
        : `The battery takes less and less from about ${fixed(100 - by!, 0)} % on.`,
    check: "Note the kW every five per cent from 60 % on, on one warm day: that is its real curve.",
  },
  {
    code: "cold-pack",
    name: "A cold battery",
    prior: 0.05,
    knobs: (_, base) =>
      base.stretches[0]!.circuit.pack.socs.length > 0 ? [between("packC", "°C", -20, 15)] : null,
    change: (base, [packC]) =>
      base.startC !== null && base.startC <= packC! ? null : { ...base, startC: packC! },
    says: ([packC]) => `The battery was cold: about ${fixed(packC!, 0)} °C when it began.`,
    check: "Arrive with a warm battery, or warm it before; note how cold the night was.",
  },
  {
    code: "climate",
    name: "Heating or cooling was on",
    prior: 0.06,
    knobs: () => [between("watts", "W", 500, 5_000)],
    change: (base, [watts]) => withCircuits(base, (circuit) => withDraw(circuit, watts!)),
    says: ([watts]) =>
      `About ${fixed(watts! / 1000, 1)} kW went past the battery: heating or cooling was on.`,
    check: "Look whether the cabin was warmed or cooled, or an app kept it so.",
  },
  {
    code: "own-draw",
    name: "The car draws more for itself",
    prior: 0.06,
    knobs: () => [between("watts", "W", 80, 450)],
    change: (base, [watts]) => withCircuits(base, (circuit) => withDraw(circuit, watts!)),
    says: ([watts], { plan }) =>
      `The car takes about ${fixed(watts! + plan.car.ownDrawW, 0)} W for itself while it charges, not ${plan.car.ownDrawW} W.`,
    check: "Charge once more at another current: its own draw stays the same, everything else grows.",
  },
  {
    code: "shared",
    name: "A station that is shared",
    prior: 0.04,
    knobs: (evidence) =>
      (evidence.plan.evse.kind === "post" || evidence.plan.evse.kind === "rapid") &&
      evidence.seconds > 4 * MARGIN
        ? [
            between("from", "s", 0, evidence.seconds - 2 * MARGIN, [0, ...stepsIn(evidence)]),
            between("until", "s", 2 * MARGIN, evidence.seconds, [evidence.seconds, ...stepsIn(evidence)]),
          ]
        : null,
    change: (base, [from, until]) => {
      if (until! < from! + MARGIN) return null;
      const { circuit } = base.stretches[0]!;
      const half = (isAc(base) ? Math.min(circuit.pulls, circuit.ways[0]!.most) : circuit.ways[0]!.most) / 2;
      if (isAc(base) && half < 6) return null;
      const halved = withCircuits(base, (one) => (one.sign < 0 ? { ...one, capW: one.capW / 2 } : one));
      return {
        ...base,
        stretches: [
          ...withWindows(base, [{ from: 0, to: from! }]).stretches,
          ...withWindows(halved, [{ from: from!, to: until!, amps: half }]).stretches,
          ...withWindows(base, [{ from: until!, to: Infinity }]).stretches,
        ],
      };
    },
    says: ([from, until], { seconds }) =>
      from! < MARGIN && until! > seconds - MARGIN
        ? "The station gave half of it all along, as it does with two cars."
        : `From ${minutes(from!)} on, for ${minutes(until! - from!)}, the station gave half, as it does with two cars.`,
    check: "Look whether another car stood beside it, and whether the post’s sign tells of shared power.",
  },
  {
    code: "rounded",
    name: "The car rounds its per cent",
    prior: 0.06,
    knobs: () => [
      {
        name: "shows",
        unit: "% more",
        values: [-0.95, -0.85, -0.75, -0.65, 0.65, 0.75, 0.85, 0.95],
        low: -0.95,
        high: 0.95,
      },
    ],
    change: (base, [by]) => ({ ...base, socOffset: base.socOffset + by! / 100 }),
    says: ([by]) =>
      `The per cent the car shows is rounded: it had about ${fixed(Math.abs(by!), 1)} % ${by! > 0 ? "less" : "more"} than it showed. A reading of 2 % may be anything from 1.01 to 2.99.`,
    check: "Compare longer sessions: over 50 % of charge, one per cent hardly counts.",
  },
  {
    code: "meter-place",
    name: "The meter stands elsewhere",
    prior: 0.05,
    knobs: (evidence, base) =>
      evidence.wallWh === null && !evidence.along.watts
        ? null
        : knobsOf(oneOf("place", "", isAc(base) ? [0, 1] : [1, 2])),
    change: (base, [place]) => ({ ...base, meterAt: METERS[place!]! }),
    says: ([place]) => `What was read as the meter counts ${METER_WORDS[METERS[place!]!]}.`,
    check: "Look where that figure comes from: the bill’s meter, the unit’s display, or the car’s.",
  },
  {
    code: "battery-size",
    name: "Another battery size",
    prior: 0.05,
    knobs: () => [between("share", "of what is stated", 0.7, 1.08, [0.8, 0.9, 0.95, 1.05, 1.1])],
    change: (base, [share]) =>
      Math.abs(share! - 1) < 0.01 ? null : withCircuits(base, (circuit) => withCapacity(circuit, share!)),
    says: ([share], { plan }) =>
      `The battery holds about ${fixed((share! * plan.car.battery.usableWh) / 1000, 1)} kWh between 0 and 100 %, not ${fixed(plan.car.battery.usableWh / 1000, 1)}.`,
    check: "Charge over a long span with a meter at the wall, at two currents: that tells size from losses.",
  },
  {
    code: "pause",
    name: "It paused",
    prior: 0.06,
    knobs: (evidence) => {
      if (evidence.seconds < 4 * MARGIN) return null;
      const silence = silenceIn(evidence);
      // With the power read all along, a pause nobody saw was none.
      if (evidence.along.watts && evidence.along.watts.values.length > 12 && !silence) return null;
      return [
        between(
          "after",
          "s",
          0,
          evidence.seconds - MARGIN,
          silence ? [silence.from] : [evidence.seconds * 0.4],
        ),
        between("for", "s", MARGIN, evidence.seconds - MARGIN, silence ? [silence.length] : undefined),
      ];
    },
    change: (base, [after, length]) =>
      withWindows(base, [
        { from: 0, to: after! },
        { from: after! + length!, to: Infinity },
      ]),
    says: ([after, length], { along }) =>
      `Nothing flowed for about ${minutes(length!)}${along.watts ? `, from ${minutes(after!)} after its beginning` : ""}.`,
    check: "Look for a timer in car or unit, a tariff’s own switching, and whether someone unplugged it.",
  },
];

/** What a unit goes down to on heat: its own steps, or half of what flowed. */
function throttleSteps(plan: Plan, amps: number): readonly number[] {
  const steps = lowerSteps(plan, amps).slice(0, 5);
  const half = Math.round(amps / 2);
  return steps.length > 0 || half < 6 ? steps : [half];
}

/**
 * A cause by its code.
 * @example causeOf("pause").name // "It paused"
 */
export const causeOf = (code: CauseCode): Cause => CAUSES.find((cause) => cause.code === code)!;
