import { CONNECTORS, plugsFor, type ConnectorId } from "../../trade/connectors";
import { compile, isRefusal, type ChargingPath } from "../../engine/path";
import { atOnce, run } from "../../engine/session";
import { packSpan, type AcceptancePoint, type Battery, type Car } from "../../things/parts";
import type { FieldProblem } from "../../things/documents";
import { bayOf, rapidOf } from "../start";
import { bendsFor, bentCurve, type Stretch } from "./bend";

/** A time a brochure states: from one state of charge to another (0 to 1) in so many minutes. */
export interface StatedTime {
  readonly fromSoc: number;
  readonly toSoc: number;
  readonly minutes: number;
}

/** What a brochure says of rapid charging. */
export interface RapidBrochure {
  readonly peakKW: number;
  /** None where only the peak is known; two or three follow each other, or begin together. */
  readonly times: readonly StatedTime[];
  /** The station the times are stated for; one that gives whatever the car takes where nothing is said. */
  readonly stationKW?: number | undefined;
}

/** A car, as far as its rapid charging hangs on it. */
export type RapidCar = Pick<Car, "ownDrawW" | "inlets"> & { readonly battery: Battery };

/** The curve a brochure stands for and how it was come by, or what in the brochure cannot be. */
export type FromBrochure =
  | { readonly ok: true; readonly acceptance: AcceptancePoint[]; readonly said: string }
  | { readonly ok: false; readonly problems: readonly FieldProblem[] };

/** Share by which a session may miss the stated time. */
const CLOSE = 0.001;
/** Share of peak or station below which no car stays on average from an empty battery; less from a fuller one (common practice). */
const LEAST_AVERAGE = 0.25;
const MINUTE = 60;

const percent = (soc: number): string => `${Math.round(soc * 100)} %`;
const kW = (watts: number): string =>
  watts < 99_500 ? `${(watts / 1000).toFixed(1)} kW` : `${Math.round(watts / 1000)} kW`;

/** Times that follow each other or begin together, as stretches one after the other; undefined where they are neither. */
function stretchesOf(times: readonly StatedTime[]): Stretch[] | undefined {
  const sorted = times.toSorted((a, b) => a.fromSoc - b.fromSoc || a.toSoc - b.toSoc);
  const together = sorted.every(({ fromSoc }) => fromSoc === sorted[0]!.fromSoc);
  const stretches = sorted.map(({ fromSoc, toSoc, minutes }, i): Stretch => {
    const before = together ? sorted[i - 1] : undefined;
    return {
      from: before?.toSoc ?? fromSoc,
      to: toSoc,
      seconds: (minutes - (before?.minutes ?? 0)) * MINUTE,
    };
  });
  const follows = stretches.every(({ from }, i) => i === 0 || from === stretches[i - 1]!.to);
  return follows ? stretches : undefined;
}

const within = (n: number, low: number, high: number): boolean => n >= low && n <= high;

/** What is no figure of a brochure at all. */
function unsound({ peakKW, times, stationKW }: RapidBrochure): FieldProblem[] {
  const problems: FieldProblem[] = [];
  if (!within(peakKW, 5, 500)) problems.push({ field: "peakKW", message: "accepted: 5 to 500 kW" });
  if (stationKW !== undefined && !within(stationKW, 5, 500))
    problems.push({ field: "stationKW", message: "accepted: 5 to 500 kW" });
  times.forEach(({ fromSoc, toSoc, minutes }, i) => {
    if (!within(fromSoc, 0, 0.95))
      problems.push({ field: `times.${i}.fromSoc`, message: "accepted: 0 to 95 %" });
    else if (!(toSoc >= fromSoc + 0.05 && toSoc <= 1))
      problems.push({ field: `times.${i}.toSoc`, message: `accepted: ${percent(fromSoc + 0.05)} to 100 %` });
    if (!within(minutes, 2, 600))
      problems.push({ field: `times.${i}.minutes`, message: "accepted: 2 to 600 min" });
  });
  return problems;
}

/** What contradicts itself: an average above what can flow, a time no curve of that peak is as slow as. */
function contradictions(
  { peakKW, stationKW }: RapidBrochure,
  battery: Battery,
  stretches: readonly Stretch[],
): FieldProblem[] {
  const field = "times.0.minutes";
  const peakW = peakKW * 1000;
  const stationW = (stationKW ?? Infinity) * 1000;
  const problems: FieldProblem[] = [];
  for (const [i, { from, to, seconds }] of stretches.entries()) {
    const span = `${percent(from)} to ${percent(to)}`;
    if (seconds <= 0)
      return [
        { field: `times.${i}.minutes`, message: "a longer charge takes longer: are they turned round?" },
      ];
    const wh = (to - from) * battery.usableWh;
    const average = (wh * 3600) / seconds;
    const told = `${span} in ${(seconds / MINUTE).toFixed(0)} min is ${kW(average)} on average`;
    const least = (at: number) => `${Math.ceil((60 * wh) / at - 1e-6)} min`;
    if (average > peakW * (1 + CLOSE))
      problems.push({
        field,
        message: `${told}, more than the peak of ${peakKW} kW: at the peak throughout it would take ${least(peakW)}. Is the battery smaller, or the peak another's?`,
      });
    else if (average > stationW * (1 + CLOSE))
      problems.push({
        field,
        message: `${told}, more than a station of ${stationKW} kW gives: there it takes ${least(stationW)} or more`,
      });
    else if (average < LEAST_AVERAGE * (1 - from) * Math.min(peakW, stationW))
      problems.push({
        field,
        message: `${told}: no car with a peak of ${peakKW} kW is as slow. Was it a slower station? Then state its kW`,
      });
  }
  return problems;
}

/** The direct-current plug a car takes; a usual one where its papers name none. */
const plugOf = ({ inlets }: RapidCar): ConnectorId => plugsFor(inlets, "DC")[0] ?? "ccs2";

/** A session of a brochure: a warm pack at a station of that power, which gives all the amps its plug carries. */
function sessionSeconds(
  car: RapidCar,
  acceptance: AcceptancePoint[],
  kilowatts: number,
  { from, to }: Stretch,
): number {
  const plug = plugOf(car);
  const evse = { ...rapidOf(kilowatts, CONNECTORS[plug].amps, plug), maxVolts: 1000 };
  const path: ChargingPath = {
    car: {
      name: "as in its brochure",
      battery: { ...car.battery, acceptance },
      charger: { limits: [{ phases: 1, amps: 16 }], efficiency: 0.9 },
      inlets: [...car.inlets, "ccs2"],
      whPerKm: 150,
      ownDrawW: car.ownDrawW,
    },
    outlet: bayOf("three", "230/400", 400),
    lead: undefined,
    evse,
    cable: undefined,
    adapter: undefined,
    houseRule: "usual",
  };
  const circuit = compile(path);
  if (isRefusal(circuit)) return Infinity;
  const { end } = run(circuit, atOnce(to), { soc: from, packC: null, elapsed: 0 });
  return end.soc < to ? Infinity : end.elapsed;
}

/** Power of a station that gives whatever a car takes (kW). */
const AMPLE_KW = 500;

/** What the curve says of itself in a line. */
function saidOf(brochure: RapidBrochure, acceptance: readonly AcceptancePoint[], battery: Battery): string {
  const { peakKW, times } = brochure;
  const held = acceptance.filter(({ watts }) => watts >= 0.98 * peakKW * 1000).at(-1)!;
  const at80 = acceptance.find(({ soc }) => soc >= 0.8)!;
  const timed = times.map(({ fromSoc, toSoc, minutes }) => {
    const average = ((toSoc - fromSoc) * battery.usableWh * 60) / minutes;
    return `${percent(fromSoc)} to ${percent(toSoc)} in ${minutes} min is ${kW(average)} on average`;
  });
  return [
    ...(timed.length > 0 ? [timed.join("; ")] : []),
    `${peakKW} kW are taken until ${percent(held.soc)}, ${kW(at80.watts)} are left at ${percent(at80.soc)}`,
  ].join(": ");
}

/**
 * The curve of a battery from what a brochure says of rapid charging: the usual shape of its pack, bent until a session
 * at the stated station takes the stated times. It is a guess between what is stated, and stays marked as assumed.
 * @example fittedCurve({ peakKW: 120, times: [] }, plan.car).ok // true
 */
export function fittedCurve(brochure: RapidBrochure, car: RapidCar): FromBrochure {
  const problems = unsound(brochure);
  if (problems.length > 0) return { ok: false, problems };
  const { battery } = car;
  const stretches = stretchesOf(brochure.times);
  if (!stretches)
    return {
      ok: false,
      problems: [
        {
          field: "times.1.fromSoc",
          message: "accepted: times that follow each other, or begin at the same per cent",
        },
      ],
    };
  const against = contradictions(brochure, battery, stretches);
  if (against.length > 0) return { ok: false, problems: against };
  const peakW = brochure.peakKW * 1000;
  const capW = (brochure.stationKW ?? Infinity) * 1000;
  const kilowatts = brochure.stationKW ?? AMPLE_KW;
  let asked = stretches;
  let acceptance = bentCurve(battery, peakW, stretches, bendsFor(battery, peakW, stretches, capW));
  // What the station's own losses and the car's draw take makes a session a little slower than its curve alone.
  for (let round = 0; round < 6; round++) {
    const took = stretches.map((stretch) => sessionSeconds(car, acceptance, kilowatts, stretch));
    if (took.every((seconds, i) => Math.abs(seconds / stretches[i]!.seconds - 1) < CLOSE)) break;
    asked = asked.map((stretch, i) => ({
      ...stretch,
      seconds: (stretch.seconds * stretches[i]!.seconds) / took[i]!,
    }));
    acceptance = bentCurve(battery, peakW, stretches, bendsFor(battery, peakW, asked, capW));
  }
  const missed = stretches.find(
    (stretch) =>
      !(Math.abs(sessionSeconds(car, acceptance, kilowatts, stretch) / stretch.seconds - 1) < 0.01),
  );
  if (missed) return { ok: false, problems: [unmet(brochure, car, missed)] };
  return { ok: true, acceptance, said: saidOf(brochure, acceptance, battery) };
}

/** A time that no curve meets: the pack's volts and the plug's amps do not allow it, or it asks for a rise. */
function unmet({ peakKW }: RapidBrochure, car: RapidCar, { from, to }: Stretch): FieldProblem {
  const { amps } = CONNECTORS[plugOf(car)];
  const { full } = packSpan(car.battery);
  if (peakKW * 1000 <= amps * full)
    return {
      field: "times.1.minutes",
      message: `${percent(from)} to ${percent(to)} would ask for more power than the charge before it, and no car's falls less towards full: are the two times turned round?`,
    };
  return {
    field: "peakKW",
    message: `${percent(from)} to ${percent(to)} cannot be met: ${peakKW} kW at the ${Math.round(car.battery.packVolts)} V of this pack are ${Math.round((peakKW * 1000) / car.battery.packVolts)} A, and the plug carries ${amps} A, ${kW(amps * full)} at the most. Is its voltage higher?`,
  };
}
