import { Limits } from "./limits";

/** Measures reading a household's whole garage over the interface. */
const [address] = process.argv.slice(2) as [string];
const READS = 300;

const times: number[] = [];
for (let i = 0; i < READS; i++) {
  const start = performance.now();
  const response = await fetch(`${address}api/households/fallow-quay/garage`);
  await response.json();
  times.push(performance.now() - start);
}
times.sort((a, b) => a - b);
const median = times[READS / 2]!;
console.log(
  `A garage read over the interface: median ${median.toFixed(1)} ms, p95 ${times[Math.floor(READS * 0.95)]!.toFixed(1)} ms`,
);
const limits = new Limits();
limits.atMost("milliseconds to read a garage, median", median, 5);
limits.report();
