import { acceptanceOf, packSpan, threePhasesHere, type Car, type RapidStation } from "../../things/parts";
import { MIN_AMPS } from "../../trade/signals";
import { tapOf } from "../../trade/supply";
import { wattHours, type Amps, type Volts } from "../../trade/units";
import type { Circuit, ConversionCurve, PhaseWay, Pack, Setting } from "./circuit";
import type { ChargingPath } from "./describe";
import { feedAt, type Feed } from "./feed";
import { fitProblem } from "./fit";
import { ampsForPower, bestFlow, type Flow } from "./flow";
import { CONDUCTORS, PHASE_COUNTS, shared, voltsOn, type PhaseCount } from "./phases";
import type { Link, Role } from "./link";
import { linksOf, stationNow } from "./links";
import { noPhases, tooFewAmps } from "./refuse";
import type { Refusal } from "./refusal";

/** Volts at which a charger's rated power is stated when only amps are given. */
const RATING_VOLTS = 230;

/**
 * Loss curve of the onboard charger, a + b·x + c·x² of rated power, fitted to 0.93 at full and half load and 0.90
 * at a fifth; another rated efficiency scales all three.
 */
const FIT = { a: 0.0125, b: 0.0325, c: 0.025 } as const;
const FITTED_LOSS = 0.07;
const NO_CONVERSION: ConversionCurve = { a: 0, b: 0, c: 0 };

/**
 * Coefficients of the charger's loss in watts over AC watts: a + b·P + c·P² (recalled shape, see FIT).
 * @example conversionCurve(plan.car).b // 0.0325
 */
export function conversionCurve({ charger }: Car): ConversionCurve {
  let rated = charger.capW ?? 0;
  if (!rated) for (const l of charger.limits) rated = Math.max(rated, l.phases * l.amps * RATING_VOLTS);
  const scale = (1 - charger.efficiency) / FITTED_LOSS;
  return { a: FIT.a * scale * rated, b: FIT.b * scale, c: (FIT.c * scale) / rated };
}

/** Sums the resistance of links by the cause their heat is booked under: what has no wire of its own is contacts. */
function ohmsByCause(links: readonly Link[]): Circuit["ohmsBy"] {
  let [circuit, contacts, lead, cable] = [0, 0, 0, 0];
  for (const { kind, ohms } of links)
    if (kind === "circuit") circuit += ohms;
    else if (kind === "lead") lead += ohms;
    else if (kind === "cable") cable += ohms;
    else contacts += ohms;
  return { circuit, contacts, lead, cable };
}

const NO_POINTS: readonly number[] = [];

function packOf({ battery, endsAt }: Car, direct: boolean): Pack {
  const { empty, full } = direct ? packSpan(battery) : { empty: battery.packVolts, full: battery.packVolts };
  const points = acceptanceOf(battery, direct);
  return {
    usableWh: wattHours(battery.usableWh),
    ohms: battery.packOhms,
    emptyVolts: empty,
    fullVolts: full,
    endsSoc: (direct ? endsAt?.rapid : endsAt?.ac) ?? 1,
    socs: points ? points.map((p) => p.soc) : NO_POINTS,
    accepts: points ? points.map((p) => p.watts) : NO_POINTS,
  };
}

/** Index of the link of a role that allows least amps on n phases; −1 where there is none. */
function leastOf(links: readonly Link[], role: Role, n: PhaseCount): number {
  let found = -1;
  for (let i = 0; i < links.length; i++)
    if (links[i]!.role === role && (found < 0 || links[i]!.ampsOn[n] < links[found]!.ampsOn[n])) found = i;
  return found;
}

function wayOn(links: readonly Link[], n: PhaseCount, volts: Volts): PhaseWay {
  const limiter = leastOf(links, "limits", n);
  const holder = leastOf(links, "holds", n);
  return {
    phases: n,
    conductors: CONDUCTORS[n],
    volts,
    most: links[limiter]!.ampsOn[n],
    limiter,
    holds: holder < 0 ? Infinity : links[holder]!.ampsOn[n],
  };
}

function waysOf(links: readonly Link[], feed: Feed): PhaseWay[] {
  const ways: PhaseWay[] = [];
  for (const n of PHASE_COUNTS) {
    const volts = voltsOn(n, feed.live);
    if (volts !== undefined && shared(links, n)) ways.push(wayOn(links, n, volts));
  }
  return ways;
}

/**
 * Compiles a path to the numbers everything else is computed from, AC and DC alike.
 * @returns the circuit, or the first reason why nothing can flow and which part to change
 * @example const found = compile(path); if (!isRefusal(found)) run(found, schedule, state)
 */
export function compile(path: ChargingPath): Circuit | Refusal {
  const misfit = fitProblem(path);
  if (misfit) return misfit;
  const feed = feedAt(path);
  const links = linksOf(path, feed);
  if (path.evse.kind === "rapid") return direct(path, path.evse, links);
  const circuit = alternating(path, links, feed);
  if (circuit.ways.length === 0) return noPhases(path, links, feed.live);
  return withSetting(path, circuit);
}

/** A circuit in which what the car pulls untouched is still to be filled in. */
type OpenCircuit = Omit<Circuit, "pulls" | "holds" | "setting"> & {
  -readonly [of in "pulls" | "holds" | "setting"]: Circuit[of];
};

/** What both currents have in common; written out once a circuit, as every sweep compiles thousands. */
function circuitOf(path: ChargingPath, links: readonly Link[], own: OwnNumbers): OpenCircuit {
  let ohms = 0;
  for (const link of links) ohms += link.ohms;
  const heatingW = path.settings?.heatingW ?? 0;
  return {
    current: own.current,
    sign: own.current === "AC" ? 1 : -1,
    links,
    ways: own.ways,
    phaseVolts: own.phaseVolts,
    supplyPhases: own.supplyPhases,
    capW: own.capW,
    ohms,
    ohmsBy: ohmsByCause(links),
    standingW: own.standingW,
    upstream: own.upstream,
    conversion: own.conversion,
    ownDrawW: path.car.ownDrawW + heatingW,
    heatingW,
    pack: packOf(path.car, own.current === "DC"),
    pulls: own.ways[0]?.most ?? 0,
    holds: Infinity,
    setting: null,
  };
}

/** The numbers in which the two currents differ. */
type OwnNumbers = Pick<
  Circuit,
  "current" | "ways" | "phaseVolts" | "supplyPhases" | "capW" | "standingW" | "upstream" | "conversion"
>;

/** Phases that can be had here: three only where they reach the board, with a neutral or to a charger that needs none. */
function supplyPhases({ outlet, car }: ChargingPath): 1 | 3 {
  const three = threePhasesHere(outlet) ? tapOf(outlet.supply.system, "three") : undefined;
  return three && (!three.delta || car.charger.delta) ? 3 : 1;
}

const NOTHING_UPSTREAM: Circuit["upstream"] = { standingW: 0, efficiency: 1 };

const alternating = (path: ChargingPath, links: readonly Link[], feed: Feed): OpenCircuit =>
  circuitOf(path, links, {
    current: "AC",
    ways: waysOf(links, feed),
    phaseVolts: [0, voltsOn(1, feed.live) ?? 0, voltsOn(2, feed.live) ?? 0, voltsOn(3, feed.live) ?? 0],
    supplyPhases: supplyPhases(path),
    capW: path.car.charger.capW ?? Infinity,
    standingW: path.evse.standingW,
    upstream: NOTHING_UPSTREAM,
    conversion: conversionCurve(path.car),
  });

/** The billed meter of a rapid station stands at its DC output: its own draw and its rectifier's loss lie before it. */
const direct = (path: ChargingPath, station: RapidStation, links: readonly Link[]): Circuit =>
  circuitOf(path, links, {
    current: "DC",
    ways: [wayOn(links, 1, 0)],
    phaseVolts: [0, 0, 0, 0],
    supplyPhases: 1,
    capW: stationNow(station, path.settings?.otherBusy ?? false).maxW,
    standingW: 0,
    upstream: { standingW: station.standingW, efficiency: station.rectifierEfficiency },
    conversion: NO_CONVERSION,
  });

/** Most a battery ever takes, in amps a phase of this flow; Infinity for one that never limits. */
function batteryAmps(circuit: Circuit, { way, volts }: Flow): Amps {
  const { accepts, ohms, fullVolts } = circuit.pack;
  if (accepts.length === 0) return Infinity;
  let most = 0;
  for (const watts of accepts) most = Math.max(most, watts);
  const dc = most + ohms * (most / fullVolts) ** 2 + circuit.ownDrawW;
  const { a, b, c } = circuit.conversion;
  const inletW = ampsForPower(dc + a, 1 - b, c);
  return ampsForPower(inletW, volts, way.conductors * circuit.ohms);
}

/** Adds what the car pulls untouched, what should be held, and the setting somebody makes where that is less. */
function withSetting(path: ChargingPath, circuit: OpenCircuit): Circuit | Refusal {
  const free = bestFlow(circuit, Infinity, 0)!;
  if (free.amps < MIN_AMPS) return tooFewAmps(path, circuit, free);
  const pulls = Math.min(free.amps, batteryAmps(circuit, free));
  const { holds } = free.way;
  // Nobody else has seen the circuit yet: what is still open in it is filled in.
  circuit.pulls = pulls;
  circuit.holds = holds;
  circuit.setting = pulls > holds + NEGLIGIBLE ? settingFor(path, holds) : null;
  return circuit;
}

/** Amps below which a current is not above another. */
const NEGLIGIBLE = 1e-9;

/**
 * The highest current that somebody can really set at or below what holds: a step of the unit, or whole amps in a car
 * that has such a limit; never below the 6 A at which charging ends. Null where nobody can, and where its user has
 * said what it is set to: then that is what flows.
 */
function settingFor({ evse, car, settings }: ChargingPath, holds: Amps): Setting | null {
  if (settings?.evseAmps !== undefined || settings?.carAmps !== undefined) return null;
  const most = holds + NEGLIGIBLE;
  const step = evse.steps.findLast((amps) => amps <= most && amps <= evse.maxAmps) ?? 0;
  const whole = car.charger.settable ? Math.floor(most) : 0;
  if (step >= MIN_AMPS && step >= whole) return { by: "evse", amps: step };
  return whole >= MIN_AMPS ? { by: "car", amps: whole } : null;
}

/**
 * The flow of a compiled circuit with the setting that is made and a lower current asked for, at pack volts.
 * @example flowWith(circuit, 10, 396)?.amps // 10
 */
export const flowWith = (circuit: Circuit, asked: Amps, packVolts: number): Flow | undefined =>
  bestFlow(circuit, Math.min(asked, circuit.setting?.amps ?? Infinity), packVolts);
