import { storedByShare, wallInside, type Slice } from "../../engine/session";
import type { Circuit } from "../../engine/path";
import type { Channel, SessionEvidence } from "./evidence";
import type { Plan } from "../../engine/plan";
import { courseOf, setupFor, type Course, type MeterAt, type Setup } from "./setup";

/** What a setup would have had the instruments show. */
export interface Prediction {
  readonly course: Course;
  readonly along: Readonly<Partial<Record<Channel, Float64Array>>>;
  /** What the car shows at the end of the session. */
  readonly toSoc: number;
  readonly wallWh: number;
}

type CourseSlice = Course["slices"][number];

const shareAt = (slice: Slice, at: number): number => (at - slice.from) / (slice.to - slice.from);
const straight = (from: number, to: number, share: number): number => from + (to - from) * share;

/** What the meter shows of a slice's power (W), wherever it stands. */
function meteredW(slice: CourseSlice, share: number, meterAt: MeterAt): number {
  const wall = straight(slice.startWallW, slice.endWallW, share);
  if (meterAt === "wall") return wall;
  const stored = straight(slice.startW, slice.endW, share);
  return wall * meteredShare(slice, meterAt, wall, stored);
}

/** What a meter elsewhere shows of what passes at the wall. */
function meteredShare(
  { circuit, wh, wall }: CourseSlice,
  meterAt: MeterAt,
  wallW: number,
  storedW: number,
): number {
  if (meterAt === "cells") return storedW / wallW;
  if (meterAt === "before") return 1 / circuit.upstream.efficiency + circuit.upstream.standingW / wallW;
  return 1 - (wh.circuit + wh.contacts + wh.lead + wh.evse + wh.cable) / wall;
}

/**
 * Amps on each line in use, and volts at the unit, while so much (W) flows at the wall.
 * @example lineOf(circuit, 1, 2300).amps // 10
 */
export function lineOf(circuit: Circuit, phases: number, wallW: number): { amps: number; volts: number } {
  const way = circuit.ways.find((one) => one.phases === phases) ?? circuit.ways[0]!;
  const amps = Math.max(0, wallW - circuit.standingW) / (phases * way.volts);
  const { circuit: wiring, contacts, lead } = circuit.ohmsBy;
  // What reaches the unit, across one phase: there and back on one, there alone on three.
  const volts = way.volts - ((way.conductors * amps) / phases) * (wiring + contacts + lead);
  return { amps, volts };
}

/**
 * What the instruments would have shown had the session been as a setup has it.
 * @example predict(setupOf(evidence.plan, 0.2), evidence).toSoc > 0.2 // true
 */
export function predict(setup: Setup, evidence: SessionEvidence): Prediction {
  const course = courseOf(setup);
  const { slices } = course;
  const along: Partial<Record<Channel, Float64Array>> = {};
  const direct = setup.stretches[0]!.circuit.sign < 0;
  const still = { soc: setup.startSoc, packC: setup.startC };
  for (const [channel, { at }] of Object.entries(evidence.along) as [Channel, { at: readonly number[] }][]) {
    // On direct current volts and amps are the pack's own: they tell the charge, not the way.
    if (direct && channel !== "watts" && channel !== "soc" && channel !== "packC") continue;
    const values = new Float64Array(at.length);
    let i = 0;
    let before: CourseSlice | undefined;
    let last: CourseSlice | undefined;
    const level = channel !== "soc" && channel !== "packC";
    for (let k = 0; k < at.length; k++) {
      const time = at[k]!;
      while (i < slices.length && slices[i]!.to <= time) before = slices[i++];
      const slice = i < slices.length && slices[i]!.from <= time ? slices[i] : undefined;
      // Over a slice on which nothing changes every reading is the one before.
      values[k] =
        level && slice !== undefined && slice === last && isLevel(slice)
          ? values[k - 1]!
          : valueAt(channel, slice, before, time, setup, still);
      last = slice;
    }
    along[channel] = values;
  }
  return {
    course,
    along,
    toSoc: socAtEnd(course, evidence.seconds, setup) + setup.socOffset,
    wallWh: meteredWh(course, evidence.seconds, setup.meterAt),
  };
}

const isLevel = ({ startW, endW, startWallW, endWallW }: Slice): boolean =>
  startW === endW && startWallW === endWallW;

/** State of charge within a slice: straight where its power is level. */
const socIn = (slice: Slice, share: number): number =>
  straight(
    slice.fromSoc,
    slice.toSoc,
    slice.startW === slice.endW ? share : storedByShare(slice.startW, slice.endW, share),
  );

/** One figure at one moment; between stretches and after the end nothing flows. */
function valueAt(
  channel: Channel,
  slice: CourseSlice | undefined,
  before: CourseSlice | undefined,
  time: number,
  { meterAt, socOffset, stretches }: Setup,
  still: { readonly soc: number; readonly packC: number | null },
): number {
  const share = slice ? shareAt(slice, time) : 0;
  switch (channel) {
    case "soc":
      return socOffset + (slice ? socIn(slice, share) : (before?.toSoc ?? still.soc));
    case "packC":
      return slice && slice.fromC !== null && slice.toC !== null
        ? straight(slice.fromC, slice.toC, share)
        : (before?.toC ?? still.packC ?? Number.NaN);
    case "watts":
      return slice ? meteredW(slice, share, meterAt) : 0;
    case "volts": {
      const { circuit } = slice ?? stretches[0]!;
      const wallW = slice ? straight(slice.startWallW, slice.endWallW, share) : 0;
      return lineOf(circuit, slice?.phases ?? circuit.ways[0]!.phases, wallW).volts;
    }
    case "amps":
    case "amps2":
    case "amps3": {
      if (!slice) return 0;
      const line = channel === "amps" ? 1 : channel === "amps2" ? 2 : 3;
      const wallW = straight(slice.startWallW, slice.endWallW, share);
      return line > slice.phases ? 0 : lineOf(slice.circuit, slice.phases, wallW).amps;
    }
  }
}

function socAtEnd({ slices, end }: Course, seconds: number, { startSoc }: Setup): number {
  if (end.elapsed <= seconds) return end.soc;
  let soc = startSoc;
  for (const slice of slices) {
    if (seconds < slice.from) return soc;
    if (seconds < slice.to) return socIn(slice, shareAt(slice, seconds));
    soc = slice.toSoc;
  }
  return soc;
}

function meteredWh({ slices }: Course, seconds: number, meterAt: MeterAt): number {
  let sum = 0;
  for (const slice of slices) {
    if (slice.from >= seconds) break;
    const whole = slice.to <= seconds;
    const wall = whole ? slice.wall : wallInside(slice, seconds);
    const stored = slice.stored * (whole ? 1 : wall / slice.wall);
    if (meterAt === "wall") sum += wall;
    else if (meterAt === "before") sum += wall + slice.upstream * (wall / slice.wall);
    else if (meterAt === "cells") sum += stored;
    else sum += wall * meteredShare(slice, meterAt, wall, stored);
  }
  return sum;
}

/**
 * What the instruments would have shown over a plan as it stands; null where nothing would flow.
 * @example predictFor(evidence.plan, evidence) === null // false
 */
export function predictFor(plan: Plan, evidence: SessionEvidence): Prediction | null {
  const setup = setupFor({ ...evidence, plan });
  return setup && predict(setup, evidence);
}
