// npm run points [-- MINUTES]: ten charge points at once, an hour of simulated days unless another time is said. Cars come
// and go, and everything that may happen at a unit happens, some of it at once.
import { say } from "./lib.mjs";
import { between, later, liveRun, wholeNumber } from "./live-run.mjs";

const MINUTES = wholeNumber("MINUTES", process.argv[2], 60, 24 * 60);
const POINTS = 10;
/** A day in a little under five minutes. */
const SPEED = 300;
/** What may happen; its clock put back is left out, as the moment a reading is kept by is then not the one it was told with. */
const TROUBLES = [
  "does-not-start",
  "stops",
  "throttles-on-heat",
  "phase-lost",
  "208-volts",
  "unplugs",
  "late",
  "doubled",
  "away",
];

const run = await liveRun(POINTS, SPEED);
const sessions = new Map(run.points.map((name) => [name, 0]));
const began = performance.now();
const until = began + MINUTES * 60_000;
const happened = {};

/** One unit's days: a car comes, something may happen to it, it is full or taken away, and the next one comes. */
async function live(name) {
  while (performance.now() < until) {
    await run.plugIn(name);
    sessions.set(name, sessions.get(name) + 1);
    const leaves = Math.min(until, performance.now() + between(15_000, 90_000));
    while (performance.now() < leaves) {
      await later(between(1_000, 8_000));
      const trouble = Math.random() < 0.4 ? TROUBLES[Math.floor(Math.random() * TROUBLES.length)] : "none";
      happened[trouble] = (happened[trouble] ?? 0) + 1;
      await run.trouble(name, trouble);
      if (trouble === "unplugs") break;
      if ((await run.reading(name)).transaction === null && trouble === "none") break;
    }
    await run.trouble(name, "none");
  }
}

const memory = [];
const watch = setInterval(() => {
  memory.push(run.memory());
  if (memory.length % 10 === 0)
    say(
      `${memory.length} min, ${[...sessions.values()].reduce((a, b) => a + b)} sessions, ${Math.round(memory.at(-1))} MB`,
    );
}, 60_000);
await Promise.all(run.points.map(live));
clearInterval(watch);
const { faults, acknowledged, counted, moved } = await run.judge(sessions);
await run.end();
for (const one of faults) console.error(`LOST  ${one}`);
const days = (MINUTES * SPEED) / (24 * 60);
console.log(
  `${POINTS} charge points for ${days.toFixed(1)} days of their own in ${Math.round((performance.now() - began) / 60_000)} min: ` +
    `${[...sessions.values()].reduce((a, b) => a + b)} sessions, ${acknowledged} readings acknowledged, ` +
    `${counted} Wh counted where the registers moved by ${moved} Wh, ${faults.length} faults; ` +
    `memory ${Math.round(memory[Math.floor(memory.length / 4)] ?? 0)} MB after a quarter, ${Math.round(memory.at(-1) ?? 0)} MB at the end`,
);
console.log(
  Object.entries(happened)
    .map(([trouble, times]) => `${trouble} ${times}`)
    .join(", "),
);
process.exit(faults.length > 0 ? 1 : 0);
