import { curveOf, usualShape, type AcceptancePoint, type Battery } from "../../things/parts";

/** One stretch of a curve's fit: its ends, and the seconds it is to take. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly seconds: number;
}

/** Least power a point of a curve may have (W), as the car's schema takes it. */
const LEAST_W = 100;
/** Steepest bend of the usual shape: next to nothing would be left at 60 %. */
const STEEPEST = 8;
const HALVINGS = 26;
const ROUNDS = 12;
/** Bends that move less are found. */
const STILL = 1e-4;

/** Height of the usual shape at a state of charge, the peak being 1. */
function heightIn(shape: readonly AcceptancePoint[], soc: number): number {
  const most = Math.max(...shape.map(({ watts }) => watts));
  const i = shape.findIndex((point) => point.soc >= soc);
  const [a, b] = [shape[Math.max(0, i - 1)]!, shape[i]!];
  const share = b.soc > a.soc ? (soc - a.soc) / (b.soc - a.soc) : 0;
  return (a.watts + (b.watts - a.watts) * share) / most;
}

/**
 * The usual shape of a pack, scaled to its peak and bent: each height is raised to a power, 0 for one that holds the peak
 * throughout, 1 for the usual shape, more for one that falls away sooner. It never exceeds its peak nor rises after it.
 */
export function bentCurve(
  battery: Battery,
  peakW: number,
  stretches: readonly Stretch[],
  bends: readonly number[],
): AcceptancePoint[] {
  const shape = curveOf(usualShape(battery), battery.usableWh);
  const ends = stretches.flatMap(({ from, to }) => [from, to]);
  const socs = [...new Set([...shape.map(({ soc }) => soc), ...ends])].sort((a, b) => a - b);
  const last = Math.max(0, ...ends);
  const bendAt = (soc: number): number => {
    // Beyond what is stated nothing speaks for more than the usual fall towards full.
    if (soc > last) return Math.max(1, bends.at(-1) ?? 1);
    const at = stretches.findIndex(({ to }) => soc <= to);
    return bends[at] ?? 1;
  };
  let falling = false;
  let most = Infinity;
  let before = 0;
  return socs.map((soc) => {
    const height = heightIn(shape, soc);
    falling ||= height < before;
    before = height;
    const watts = peakW * height ** bendAt(soc);
    most = falling ? Math.min(most, watts) : peakW;
    return { soc, watts: Math.max(LEAST_W, Math.floor(Math.min(watts, most))) };
  });
}

/** Seconds from one state of charge to another where a battery takes its curve and a station gives at most `capW`. */
function secondsOn(
  points: readonly AcceptancePoint[],
  { from, to }: Stretch,
  usableWh: number,
  capW: number,
): number {
  let seconds = 0;
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!];
    const [low, high] = [Math.max(a.soc, from), Math.min(b.soc, to)];
    if (high <= low) continue;
    const at = (soc: number) => a.watts + ((b.watts - a.watts) * (soc - a.soc)) / (b.soc - a.soc);
    // Where the curve crosses what the station gives the stretch is in two.
    const crossing = a.soc + ((capW - a.watts) * (b.soc - a.soc)) / (b.watts - a.watts);
    const cuts = crossing > low && crossing < high ? [low, crossing, high] : [low, high];
    for (let k = 1; k < cuts.length; k++) {
      const [p, q] = [Math.min(capW, at(cuts[k - 1]!)), Math.min(capW, at(cuts[k]!))];
      const hours =
        (cuts[k]! - cuts[k - 1]!) *
        usableWh *
        (Math.abs(q - p) < 1e-6 * p ? 1 / p : Math.log(q / p) / (q - p));
      seconds += hours * 3600;
    }
  }
  return seconds;
}

/** The bends with which each stretch takes its seconds; each is sought on its own until none moves any more. */
export function bendsFor(
  battery: Battery,
  peakW: number,
  stretches: readonly Stretch[],
  capW: number,
): number[] {
  const bends = stretches.map(() => 1);
  const seconds = (i: number, bend: number) => {
    const tried = bends.map((b, at) => (at === i ? bend : b));
    return secondsOn(bentCurve(battery, peakW, stretches, tried), stretches[i]!, battery.usableWh, capW);
  };
  for (let round = 0; round < ROUNDS; round++) {
    const before = [...bends];
    stretches.forEach((stretch, i) => {
      let [low, high] = [0, STEEPEST];
      for (let k = 0; k < HALVINGS; k++) {
        const middle = (low + high) / 2;
        if (seconds(i, middle) < stretch.seconds) low = middle;
        else high = middle;
      }
      bends[i] = (low + high) / 2;
    });
    if (bends.every((bend, i) => Math.abs(bend - before[i]!) < STILL)) break;
  }
  return bends;
}
