import Papa from "papaparse";
import {
  circuitsFor,
  firstInstall,
  fittingOf,
  followed,
  followNight,
  guessMeter,
  heaviestAmps,
  madeUpHouse,
  methodsOf,
  meterIn,
  nightsOf,
  readMeterTable,
  usualRun,
  type InstallAsked,
} from "@kettleback/core";
import { larchHollow } from "@kettleback/core/demo";
import { Limits } from "./limits";

/** Measures a meter's year: read, followed by ten limits, and every way of an installation over it. */
const WAYS = 10;
const MOST_SECONDS = 1;
const FRAME_MS = 16.7;
const LEAST_TIMES = 20;

const limits = new Limits();
const { carId, tariffId, ...part } = firstInstall(larchHollow);
const { household } = larchHollow;
const zone = household.spec.timeZone;
const series = madeUpHouse(part.service, { seed: 5, from: "2026-01-01", zone });
const asked: InstallAsked = {
  household: household.spec,
  car: larchHollow.cars.find(({ id }) => id === carId)!.spec,
  tariff: larchHollow.tariffs.find(({ id }) => id === tariffId)!.spec,
  series,
  pattern: null,
  ...part,
};

const timed = <T>(work: () => T): { readonly seconds: number; readonly result: T } => {
  let [best, result] = [Infinity, work()];
  for (let i = 0; i < 5; i++) {
    const from = performance.now();
    result = work();
    best = Math.min(best, performance.now() - from);
  }
  return { seconds: best / 1000, result };
};

// Ten limits over every night of the year, against the same rule second by second over some of them.
const nights = nightsOf(series, zone, "18:00", "07:30");
const house = series.watts.map((watts) => heaviestAmps(part.service, watts ?? 0));
const storedW = Array.from({ length: 49 }, (_, amps) => amps * 200);
const car = { unitAmps: 48, storedW, whPerKm: 200 };
const ten = timed(() =>
  Array.from({ length: WAYS }, (_, i) =>
    followed(
      series,
      nights,
      (watts) => heaviestAmps(part.service, watts),
      car,
      { limitAmps: 60 + 5 * i, waitS: 600 },
      75,
    ),
  ),
);
const SOME = 20;
const stepMs = 900_000;
const rule = { limitAmps: 80, waitS: 600 };
const exact = timed(() =>
  nights
    .slice(0, SOME)
    .map((night) => followNight(night, house, series.startMs, stepMs, car, rule).secondsAt[48]!),
);
/** The rule as one would write it: every second of the night. */
const bySeconds = timed(() =>
  nights.slice(0, SOME).map(({ from, to }) => {
    let [full, charging, since] = [0, true, -1];
    for (let at = from; at < to; at += 1000) {
      const now = house[Math.floor((at - series.startMs) / stepMs)]!;
      const room = Math.min(48, Math.floor(rule.limitAmps - now + 1e-9));
      if (room < 6) [charging, since] = [false, -1];
      else if (!charging) {
        if (since < 0) since = at;
        if (at - since >= rule.waitS * 1000) charging = true;
      }
      if (charging && room === 48) full += 1;
    }
    return full;
  }),
);
if (exact.result.join() !== bySeconds.result.join()) throw new Error("the two do not follow the same rule");
console.log(
  `a limit     ${WAYS} of them over ${nights.length} nights in ${(1000 * ten.seconds).toFixed(0)} ms; a night ${(bySeconds.seconds / exact.seconds).toFixed(0)}× second by second`,
);
limits.atMost("a year of quarter hours under ten limits, seconds", ten.seconds, MOST_SECONDS);
limits.atLeast("a night against second by second", bySeconds.seconds / exact.seconds, LEAST_TIMES);

const ways = timed(() => fittingOf(asked));
console.log(
  `ways        all ${ways.result.ways.length} over the meter's year in ${(1000 * ways.seconds).toFixed(0)} ms`,
);
limits.atMost("every way of an installation over a year, seconds", ways.seconds, MOST_SECONDS);

// A supplier's table of a year, against the parser alone.
const text = `start,used kWh\n${series.watts
  .map(
    (watts, i) =>
      `${new Date(series.startMs + i * stepMs).toISOString().slice(0, 16).replace("T", " ")},${((watts ?? 0) / 4000).toFixed(3)}`,
  )
  .join("\n")}`;
const reading = timed(() => {
  const table = readMeterTable(text);
  if (!table.ok) throw new Error("no table");
  const read = meterIn(table.value, guessMeter(table.value, "UTC"));
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return read.value.watts.length;
});
const parsing = timed(() => Papa.parse<string[]>(text).data.length);
console.log(
  `a table     ${reading.result} quarter hours in ${(1000 * reading.seconds).toFixed(0)} ms, ${(reading.seconds / parsing.seconds).toFixed(1)}× its parsing alone`,
);
limits.atMost("a year of quarter hours read from a table, seconds", reading.seconds, MOST_SECONDS);

// What a key changes at once: the methods over the year, and the circuit.
const repaint: number[] = [];
for (let i = 0; i < 60; i++) {
  const from = performance.now();
  methodsOf({ ...part.service, mainAmps: 100 + i }, series);
  circuitsFor({ system: "split-phase", phases: 1, amps: 24 + (i % 3) * 8 }, usualRun("nec"), {
    flowsAmps: 24,
    hoursAYear: 800,
    perKWh: 0.2,
    perMetre: {},
    perEuro: 1,
  });
  repaint.push(performance.now() - from);
}
repaint.sort((a, b) => a - b);
console.log(`a change    what is left and the circuit in ${repaint[57]!.toFixed(2)} ms (p95)`);
limits.atMost("what is left and the circuit, ms (p95)", repaint[57]!, FRAME_MS);
limits.report();
