import { bill, type Bill } from "../../engine/tariff";
import { connectionOf } from "../../engine/plan";
import type { Run, Slice } from "../../engine/session";
import { LOSS_CAUSES } from "../../engine/session";
import type { Amps, Fraction, Seconds, WattHours } from "../../trade/units";
import { energyAlong, measuredIn, measuredOver, seriesOf, type Measured, type Sample } from "../record";
import { onClock, socAfterWh, type LiveCourse } from "./course";
import { IDLE_W } from "./standing";

/** The last that was read of each quantity, and when. */
export interface Latest {
  /** On the session's clock, of the newest reading. */
  readonly at: Seconds;
  readonly watts: number | null;
  /** On each line. */
  readonly amps: readonly (Amps | null)[];
  readonly volts: number | null;
  readonly plugC: number | null;
  readonly outsideC: number | null;
  readonly packC: number | null;
  /** What the car showed, and when. */
  readonly soc: { readonly at: Seconds; readonly value: Fraction } | null;
}

/** What was measured of a session so far. Times on its clock, energies at the meter. */
export interface Progress {
  readonly latest: Latest | null;
  /** Energy (Wh) counted up to each reading. */
  readonly energy: readonly (readonly [at: Seconds, wh: number])[];
  readonly wallWh: number | null;
  /** Power (W) reading by reading, by the meter, or by what its counter moved. */
  readonly power: readonly (readonly [at: Seconds, watts: number])[];
  /** What the car showed, reading by reading. */
  readonly socs: readonly (readonly [at: Seconds, soc: Fraction])[];
}

/** A figure older than this (s) beside the newest reading is of another time. */
const SAME_TIME: Seconds = 180;
/** A counter's steps shorter than this (s) tell no power: its last figure weighs too much. */
const LEAST_STEP: Seconds = 20;

/** Power by what a counter moved, at the end of each step. */
function powerByCounter(energy: Progress["energy"]): [number, number][] {
  const found: [number, number][] = [];
  let from = energy[0];
  for (const reading of energy.slice(1)) {
    const seconds = reading[0] - from![0];
    if (seconds < LEAST_STEP) continue;
    found.push([reading[0], ((reading[1] - from![1]) * 3600) / seconds]);
    from = reading;
  }
  return found;
}

/**
 * What was measured of a session so far, put in order.
 * @example progressOf(course, []).wallWh // null
 */
export function progressOf(course: Pick<LiveCourse, "clock">, samples: readonly Sample[]): Progress {
  // Their moments are of one clock: one that comes late goes where it belongs, be it alone or with others.
  const ordered = seriesOf([...samples].sort((a, b) => a[0] - b[0])).samples;
  const at = (ms: number) => onClock(course, ms);
  const energy = energyAlong(ordered).map(([ms, wh]) => [at(ms), wh] as const);
  const over = (measured: Measured) =>
    measuredOver(ordered, measured).map(([ms, value]) => [at(ms), value] as const);
  const watts = over("watts");
  const last = ordered.at(-1);
  const socs = over("soc");
  return {
    latest: last ? latestOf(ordered, last, at) : null,
    energy,
    wallWh: energy.at(-1)?.[1] ?? null,
    power: watts.length > 0 ? watts : powerByCounter(energy),
    socs,
  };
}

function latestOf(ordered: readonly Sample[], last: Sample, at: (ms: number) => Seconds): Latest {
  const near = (measured: Measured): number | null => {
    for (let i = ordered.length - 1; i >= 0 && last[0] - ordered[i]![0] <= SAME_TIME * 1000; i--) {
      const value = measuredIn(ordered[i]!, measured);
      if (value !== null) return value;
    }
    return null;
  };
  const soc = ordered.findLast((sample) => measuredIn(sample, "soc") !== null);
  return {
    at: at(last[0]),
    watts: near("watts"),
    amps: [near("amps"), near("amps2"), near("amps3")],
    volts: near("volts"),
    plugC: near("plugC"),
    outsideC: near("outsideC"),
    packC: near("packC"),
    soc: soc ? { at: at(soc[0]), value: measuredIn(soc, "soc")! } : null,
  };
}

/** Most slices a bill is made over: a price is never changed within one. */
const MOST_SLICES = 400;
const NO_LOSS = Object.fromEntries(LOSS_CAUSES.map((cause) => [cause, 0])) as unknown as Slice["wh"];

/**
 * What was measured as a run: energies as counted, spread evenly between readings. Where nothing to speak of flowed it only
 * stood there; what was counted meanwhile is added to what flowed before or after.
 * @example measuredRun(course, progressOf(course, [])).slices // []
 */
export function measuredRun(course: LiveCourse, { energy }: Progress): Run {
  const step = Math.max(1, Math.ceil(energy.length / MOST_SLICES));
  const kept = energy.filter((_, i) => i % step === 0 || i === energy.length - 1);
  const slices: Slice[] = [];
  let soc = course.start.soc;
  // Counted while it stood there.
  let owed = 0;
  for (let i = 1; i < kept.length; i++) {
    const [[from, before], [to, after]] = [kept[i - 1]!, kept[i]!];
    if (!(to > from)) continue;
    const counted = after - before;
    if ((counted * 3600) / (to - from) < IDLE_W) {
      owed += counted;
      continue;
    }
    const wall = counted + owed;
    owed = 0;
    const watts = (wall * 3600) / (to - from);
    const toSoc = socAfterWh(course, after);
    slices.push({
      from,
      to,
      fromSoc: soc,
      toSoc,
      startW: watts,
      endW: watts,
      startWallW: watts,
      endWallW: watts,
      wh: NO_LOSS,
      wall: wall as WattHours,
      stored: wall as WattHours,
      upstream: 0 as WattHours,
      fromC: null,
      toC: null,
      phases: course.circuit.ways[0]!.phases,
      limitedBy: "evse",
    });
    soc = toSoc;
  }
  const last = slices.at(-1);
  if (last && owed > 0) slices[slices.length - 1] = { ...last, wall: (last.wall + owed) as WattHours };
  return { slices, end: { soc, packC: null, elapsed: slices.at(-1)?.to ?? course.began } };
}

/**
 * What a session has cost up to a moment, by its tariff and what was counted. Standing there is counted up to it once
 * nothing flows any more; one that charges is billed up to its last reading.
 * @returns null while nothing was counted
 * @example costSoFar(course, progressOf(course, []), 600) // null
 */
export function costSoFar(course: LiveCourse, progress: Progress, until: Seconds): Bill | null {
  if (progress.energy.length < 2) return null;
  const { plan, circuit, clock } = course;
  const done = measuredRun(course, progress);
  if (done.slices.length === 0) return null;
  const flows = (progress.power.at(-1)?.[1] ?? 0) >= IDLE_W;
  return bill(plan.tariff, done, clock, {
    ...connectionOf(plan, circuit, clock),
    // Its clock begins with the minute, and it within that.
    from: course.began,
    to: flows ? done.end.elapsed : Math.max(until, done.end.elapsed),
  });
}
