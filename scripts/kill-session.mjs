// npm run kill:session [-- HOW_MANY]: ends the server by kill -9 over and over while a session goes on at the simulated
// charge point, a hundred times as fast as the clock.
import { say } from "./lib.mjs";
import { between, later, liveRun, wholeNumber } from "./live-run.mjs";

const KILLS = wholeNumber("HOW_MANY", process.argv[2], 1_000, 100_000);
const run = await liveRun(1, 100);
const [post] = run.points;
const began = performance.now();
await run.plugIn(post);
let sessions = 1;
for (let i = 1; i <= KILLS; i++) {
  await later(between(20, 700));
  await run.kill();
  // Now and then its car is full, and another begins while the server may be away.
  if ((await run.reading(post)).watts === 0) {
    await run.plugIn(post);
    sessions += 1;
  }
  await later(Math.random() < 0.1 ? between(0, 1_500) : 0);
  await run.start();
  if (i % 100 === 0) say(`${i} of ${KILLS} kills, ${sessions} sessions`);
}
const { faults, acknowledged, counted, moved } = await run.judge(new Map([[post, sessions]]));
await run.end();
for (const one of faults) console.error(`LOST  ${one}`);
console.log(
  `${KILLS} kill -9 over ${sessions} sessions in ${Math.round((performance.now() - began) / 60_000)} min: ${acknowledged} readings acknowledged, ` +
    `${counted} Wh counted where the register moved by ${moved} Wh, ${faults.length} faults`,
);
process.exit(faults.length > 0 ? 1 : 0);
