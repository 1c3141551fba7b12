import { tradeOf } from "../../trade/sizes";
import { SOURCES, type Source } from "../../trade/sources";
import { loadsText } from "./words";
import { sumOf, term, type Step, type Term } from "../../trade/working";
import type { Amps } from "../../trade/units";
import { demandOf, type MeterSeries } from "../meter";
import { loadName, LOADS, loadRow, type Load } from "./loads";
import {
  addedUp,
  ampsOn,
  heaviestAmps,
  isDelta,
  linesOf,
  serviceVolts,
  type MeasuredPeak,
  type MethodId,
  type Service,
} from "./service";

/** A part of what a house needs, as a method counts it. */
export interface NeedPart {
  readonly name: string;
  readonly amps: Amps;
  /** Nobody has read its plate. */
  readonly assumed: boolean;
}

/** What a house needs by one method, and what that leaves for a car. */
export interface Method {
  readonly id: MethodId;
  readonly name: string;
  readonly source: Source;
  /** Amps the house needs, line by line; and what each line has left, below zero where it has too little already. */
  readonly needed: readonly Amps[];
  readonly left: readonly Amps[];
  /** The least of them: what a car on all lines has, and on the only line of a house of one phase. */
  readonly leftAmps: Amps;
  /** The most of them: what a car on one phase has on the line with most room. */
  readonly bestAmps: Amps;
  /** What makes up the need on the line that carries most, as it counts. */
  readonly parts: readonly NeedPart[];
  readonly steps: readonly Step[];
  readonly notes: readonly string[];
  /** What is known does not meet what the method asks for. */
  readonly lacks: string | null;
}

const VA = (symbol: string, name: string, value: number, source?: Source): Term =>
  term(symbol, name, value, "VA", source);

/** Lights and sockets under the NEC: 33 VA a square metre, which is 3 VA a square foot. */
const VA_PER_FT2 = 3;
/** A square foot (m²): 0.3048 m squared. */
const FT2 = 0.092_903_04;
/** Of a kitchen or laundry circuit, in VA (NEC 220.82(B)(2)). */
const CIRCUIT_VA = 1_500;
/** What counts whole of the general loads (VA), and the share of the rest (NEC 220.82(B)). */
const FIRST_VA = 10_000;
const REST = 0.4;
/** Shares of the heating and cooling term (NEC 220.82(C)): heating of few zones, of four and more, rods beside a pump. */
const FEW_ZONES = 0.65;
const MANY_ZONES = 0.4;
const RODS = 0.65;

const sumOfKind = (loads: readonly Load[], nec: string): number =>
  loads.filter(({ kind }) => loadRow(kind).nec === nec).reduce((sum, { watts }) => sum + watts, 0);

/** The largest of what heating and cooling come to, with how it is said. */
function climateStep(loads: readonly Load[]): Step {
  const zones = loads.filter(({ kind }) => kind === "heating").reduce((sum, load) => sum + load.zones, 0);
  const share = zones >= 4 ? MANY_ZONES : FEW_ZONES;
  const [cool, pump, rods, heat] = ["cooling", "heat-pump", "backup", "heating"].map((nec) =>
    sumOfKind(loads, nec),
  ) as [number, number, number, number];
  const terms = [
    VA("S_cool", "air conditioning, whole", cool),
    VA("S_pump", "heat pump, whole", pump),
    VA("S_rods", "heating rods beside it, 65 %", rods),
    VA(
      "S_heat",
      `electric heating, ${zones >= 4 ? "40 %, as four zones and more" : "65 %, as fewer than four zones"}`,
      heat,
    ),
    term("k", "share of it", share, ""),
  ];
  return {
    what: "Heating or cooling, whichever is more: not both at once",
    formula: `S_c = max(S_cool, S_pump + ${RODS}·S_rods, k·S_heat)`,
    terms,
    result: VA(
      "S_c",
      "heating or cooling",
      Math.max(cool, pump + RODS * rods, share * heat),
      SOURCES.nec22082,
    ),
  };
}

/** What is left of the main, line by line, with the step that says so. */
function leftOf(service: Service, needed: readonly Amps[]): { left: readonly Amps[]; step: Step } {
  const worst = Math.max(...needed);
  return {
    left: needed.map((amps) => service.mainAmps - amps),
    step: {
      what: "What the main has left",
      formula: "I_left = I_main − I_house",
      terms: [
        term("I_main", "main breaker or fuse", service.mainAmps, "A", SOURCES.label),
        term(
          "I_house",
          needed.length > 1 ? "the house, on the phase that carries most" : "the house",
          worst,
          "A",
        ),
      ],
      result: term("I_left", "left for a car", service.mainAmps - worst, "A"),
    },
  };
}

type Found = Omit<Method, "left" | "leftAmps" | "bestAmps">;

function finished(service: Service, found: Found): Method {
  const { left, step } = leftOf(service, found.needed);
  return {
    ...found,
    steps: [...found.steps, step],
    left,
    leftAmps: Math.min(...left),
    bestAmps: Math.max(...left),
  };
}

/** Services (A) the optional method is for (NEC 220.82(A), from memory). */
const LEAST_MAIN: Amps = 100;

/** The optional method for dwellings, NEC 220.82. */
function byLoads(service: Service): Method {
  const { areaM2, kitchenCircuits, laundryCircuits, loads } = service;
  const general = loads.filter(({ kind }) => loadRow(kind).nec === "general");
  const lights = VA(
    "S_1",
    "lights and sockets, 3 VA a square foot",
    (VA_PER_FT2 * areaM2) / FT2,
    SOURCES.nec22082,
  );
  const circuits = VA(
    "S_2",
    `${kitchenCircuits + laundryCircuits} kitchen and laundry circuits, 1,500 VA each`,
    CIRCUIT_VA * (kitchenCircuits + laundryCircuits),
    SOURCES.nec22082,
  );
  const terms = [
    lights,
    circuits,
    ...general.map((load, i) =>
      VA(`S_${i + 3}`, loadName(load), load.watts, load.assumed ? SOURCES.practice : SOURCES.label),
    ),
  ];
  const all = terms.reduce((sum, { value }) => sum + value, 0);
  const S = VA("S", "general loads", all);
  const counted = Math.min(all, FIRST_VA) + REST * Math.max(0, all - FIRST_VA);
  const climate = climateStep(loads);
  const total = counted + climate.result.value;
  const volts = serviceVolts(service);
  return finished(service, {
    id: "nec-220.82",
    name: "the sum of its loads (NEC 220.82)",
    source: SOURCES.nec22082,
    needed: [total / volts],
    parts: [
      ...terms.map(({ name, value }, i) => ({
        name: i === 0 ? "lights and sockets" : i === 1 ? "kitchen and laundry circuits" : name,
        // Each takes its share of what the rest is cut down to.
        amps: all > 0 ? (value * counted) / all / volts : 0,
        assumed: i > 1 && general[i - 2]!.assumed,
      })),
      ...(climate.result.value > 0
        ? [
            {
              name: "heating or cooling",
              amps: climate.result.value / volts,
              assumed: loads.some(({ kind, assumed }) => assumed && loadRow(kind).nec !== "general"),
            },
          ]
        : []),
    ],
    notes: [
      "The car's unit is counted whole beside it: no share is taken off a load of hours.",
      "Some editions count a car's unit as 7,200 VA at least unless its setting or load management holds it: the electrician knows which one holds here.",
    ],
    lacks:
      service.mainAmps < LEAST_MAIN
        ? `NEC 220.82 is for services of ${LEAST_MAIN} A and more: for one of ${service.mainAmps} A the electrician counts by the long method.`
        : null,
    steps: [
      {
        what: "General loads: lights, sockets and what is built in",
        formula: `S = ${sumOf(terms)}`,
        terms,
        result: S,
      },
      {
        what: "The first 10 kVA whole, 40 % of the rest: not all of it runs at once",
        formula: "S_g = min(S, F) + k·max(0, S − F)",
        terms: [
          S,
          VA("F", "counted whole", FIRST_VA, SOURCES.nec22082),
          term("k", "share of the rest", REST, "", SOURCES.nec22082),
        ],
        result: VA("S_g", "general loads as they count", counted),
      },
      climate,
      {
        what: "The house in amperes",
        formula: "I_house = (S_g + S_c)/U",
        terms: [
          VA("S_g", "general loads", counted),
          climate.result,
          term("U", "volts of the service", volts, "V", SOURCES.nominal),
        ],
        result: term("I_house", "the house", total / volts, "A"),
      },
    ],
  });
}

/** Most a measured demand has to be multiplied with (NEC 220.87). */
const OVER_MEASURED = 1.25;
/** Days that count as a year, and the least that may stand for one (NEC 220.87 and its exception). */
const A_YEAR = 350;
const LEAST_DAYS = 30;

/** A measured peak, from a series or as somebody read it; null where neither is there. */
function peakIn(service: Service, series: MeterSeries | null): (MeasuredPeak & { fedIn: boolean }) | null {
  const found = series && demandOf(series);
  if (found && found.peakW > 0)
    return { peakW: found.peakW, days: found.days, minutes: series.stepMinutes, fedIn: found.fedIn };
  return service.measured ? { ...service.measured, fedIn: false } : null;
}

/** What a measured peak lacks to stand for the house. */
function lacksOf(
  { loads }: Service,
  { days, minutes, fedIn }: MeasuredPeak & { fedIn: boolean },
): string | null {
  if (fedIn)
    return "The house feeds in at times: behind its own generation the meter does not tell what the house draws, and a measured peak does not count.";
  if (days < LEAST_DAYS)
    return `${Math.floor(days)} days were measured: at least ${LEAST_DAYS} are asked for, better a year.`;
  if (minutes > 15)
    return `Means over ${minutes} min hide short peaks: 15 min are asked for. Ask the supplier for quarter hours.`;
  if (days < A_YEAR && loads.some(({ kind }) => loadRow(kind).nec !== "general"))
    return `${Math.floor(days)} days do not show what heating and cooling come to in a year: measure on, or have them added by the electrician.`;
  return null;
}

/** Of less than a year: what did not run in it is not in it. */
const seasonNote = (days: number): readonly string[] =>
  days >= A_YEAR
    ? []
    : [`${Math.floor(days)} days, not a year: what did not run in them has to be added by the electrician.`];

function measuredSteps(
  service: Service,
  peakW: number,
  k: number,
  source: Source,
): { needed: Amps; parts: NeedPart[]; steps: Step[] } {
  const amps = heaviestAmps(service, peakW);
  const P = term("P", "highest demand measured", peakW, "W", SOURCES.measured);
  const three = linesOf(service) === 3;
  const volts = (peakW * (three ? service.heaviestShare : 1)) / amps;
  return {
    needed: k * amps,
    parts: [
      { name: "highest demand measured", amps, assumed: false },
      { name: "room for what was not measured", amps: (k - 1) * amps, assumed: false },
    ],
    steps: [
      {
        what: three
          ? "The phase that carries most, of what the meter tells for all three"
          : "The highest demand in amperes",
        formula: three ? "I = s·P/U" : "I = P/U",
        terms: three
          ? [
              P,
              term("s", "share of it on that phase", service.heaviestShare, "", SOURCES.practice),
              term("U", "volts of a phase", volts, "V", SOURCES.nominal),
            ]
          : [P, term("U", "volts", volts, "V", SOURCES.nominal)],
        result: term("I", "measured", amps, "A"),
      },
      {
        what: "With room for what was not measured",
        formula: "I_house = k·I",
        terms: [term("k", "factor", k, "", source), term("I", "measured", amps, "A")],
        result: term("I_house", "the house", k * amps, "A"),
      },
    ],
  };
}

/** The measured demand, NEC 220.87. */
function byDemand(service: Service, peak: MeasuredPeak & { fedIn: boolean }): Method {
  const { needed, parts, steps } = measuredSteps(service, peak.peakW, OVER_MEASURED, SOURCES.nec22087);
  return finished(service, {
    id: "nec-220.87",
    name: "the highest demand that was measured (NEC 220.87)",
    source: SOURCES.nec22087,
    needed: [needed],
    parts,
    steps,
    notes: [
      ...seasonNote(peak.days),
      "A meter counts both lines together: where they are loaded unequally one carries more.",
    ],
    lacks: lacksOf(service, peak),
  });
}

/** The measured peak, as it is usually done elsewhere. */
function byPeak(service: Service, peak: MeasuredPeak & { fedIn: boolean }): Method {
  const { needed, parts, steps } = measuredSteps(
    service,
    peak.peakW,
    1 + service.marginShare,
    SOURCES.measuredPeak,
  );
  return finished(service, {
    id: "measured-peak",
    name: "the highest demand that was measured, with a margin",
    source: SOURCES.measuredPeak,
    needed: Array<Amps>(linesOf(service)).fill(needed),
    parts,
    steps,
    notes: [
      ...seasonNote(peak.days),
      ...(linesOf(service) === 3
        ? [
            `The meter tells all phases together: the heaviest is taken to carry ${Math.round(service.heaviestShare * 100)} % of it, on whichever phase that is.`,
          ]
        : []),
    ],
    lacks: lacksOf(service, peak),
  });
}

/** What lights and sockets come to by diversity: 10 W a square metre, 2.3 kW at least. Common practice. */
const W_PER_M2 = 10;
const LEAST_EVERYDAY_W = 2_300;

const counts = ({ kind, watts }: Load): number => {
  const rule = LOADS[kind].diversity;
  return rule === "whole"
    ? watts
    : Math.min(watts, rule.firstW) + rule.rest * Math.max(0, watts - rule.firstW);
};

/** Loads of which only one runs: heating and cooling of the same house. */
const isCooling = ({ kind }: Load): boolean => kind === "airCon";
const isHeating = ({ kind }: Load): boolean => kind === "heating" || kind === "backupHeat";

/** A sum by diversity, for houses under IEC practice. */
function byDiversity(service: Service): Method {
  const everyday = Math.max(LEAST_EVERYDAY_W, W_PER_M2 * service.areaM2);
  const spread: Load = {
    kind: "other",
    watts: everyday,
    phases: service.phases,
    lane: 1,
    zones: 1,
    assumed: true,
  };
  const warm = addedUp(
    [spread, ...service.loads.filter((load) => !isCooling(load))].map((load) =>
      ampsOn(service, { ...load, watts: counts(load) }),
    ),
  );
  const cool = addedUp(
    [spread, ...service.loads.filter((load) => !isHeating(load))].map((load) =>
      ampsOn(service, { ...load, watts: counts(load) }),
    ),
  );
  const season = Math.max(...warm) >= Math.max(...cool) ? warm : cool;
  const used = [
    spread,
    ...service.loads.filter((load) => (season === warm ? !isCooling(load) : !isHeating(load))),
  ];
  const worst = season.indexOf(Math.max(...season));
  const terms = used.flatMap((load, i) => {
    const amps = ampsOn(service, { ...load, watts: counts(load) })[worst]!;
    const name = i === 0 ? "lights and sockets, 10 W a square metre" : loadsText(load, counts(load));
    return amps > 0
      ? [term(`I_${i + 1}`, name, amps, "A", load.assumed ? SOURCES.practice : SOURCES.label)]
      : [];
  });
  return finished(service, {
    id: "diversity",
    name: "the sum of its loads, with diversity",
    source: SOURCES.diversity,
    needed: season,
    parts: used.flatMap((load, i) => {
      const amps = ampsOn(service, { ...load, watts: counts(load) })[worst]!;
      const name = i === 0 ? "lights and sockets" : loadName(load);
      return amps > 0 ? [{ name, amps, assumed: load.assumed }] : [];
    }),
    steps: [
      {
        what:
          service.phases === 3
            ? `What runs at once, on phase ${worst + 1}, which carries most`
            : "What runs at once",
        formula: `I_house = ${sumOf(terms)}`,
        terms,
        result: term("I_house", "the house", season[worst]!, "A", SOURCES.diversity),
      },
    ],
    notes: [
      "Heating and cooling are counted for the season that asks for more.",
      "The car is counted whole: it draws all it may for hours.",
    ],
    lacks: null,
  });
}

/**
 * What a house leaves for a car, by every method that what is known of it allows.
 * @param series what its meter told; null where nothing was read
 * @example methodsOf(service, null).map(({ id }) => id) // ["diversity"]
 */
export function methodsOf(service: Service, series: MeterSeries | null): readonly Method[] {
  const nec = tradeOf(service.system) === "nec";
  const peak = peakIn(service, series);
  const loads = nec ? byLoads(service) : byDiversity(service);
  if (!peak) return [loads];
  return [loads, nec ? byDemand(service, peak) : byPeak(service, peak)];
}

/**
 * The method a house is judged by: the one that was chosen where it can be, else what was measured where that is enough, else
 * the sum of its loads.
 * @example methodFor(service, methodsOf(service, null)).id // "diversity"
 */
export function methodFor({ method }: Pick<Service, "method">, methods: readonly Method[]): Method {
  const chosen = methods.find(({ id }) => id === method);
  const measured = methods.find(
    ({ id, lacks }) => (id === "nec-220.87" || id === "measured-peak") && lacks === null,
  );
  return chosen ?? measured ?? methods[0]!;
}

/**
 * Amps (A) a method leaves a unit of so many phases: on three what the fullest line has, on one of three what the emptiest
 * has and the utility allows, between two lines of a net without neutral what the second emptiest has.
 * @example roomOf(service, methodsOf(service, null)[0], 1).toFixed(0) // "6"
 */
export function roomOf(
  service: Service,
  { left, leftAmps }: Pick<Method, "left" | "leftAmps">,
  phases: 1 | 3,
): Amps {
  if (service.phases === 1 || phases === 3) return leftAmps;
  const [best, second] = [...left].sort((a, b) => b - a);
  return Math.min(isDelta(service) ? second! : best!, service.imbalanceAmps ?? Infinity);
}
