import {
  breakerFrom,
  carriedBy,
  copperFactor,
  earthFor,
  fixedOhmsPerKm,
  gaugeSource,
  largestBreakerFor,
  type Carried,
  type FixedGauge,
} from "../../trade/conductors";
import { outletType, type Terminals } from "../../trade/outlets";
import { evseTerminals, LAID, NEW_CIRCUITS, takesConductor, tradeOf } from "../../trade/sizes";
import { SOURCES } from "../../trade/sources";
import { tapOf, type SupplyId, type Tap } from "../../trade/supply";
import type { Amps, Volts, Watts } from "../../trade/units";
import { term, type Step } from "../../trade/working";
import type { NewRun } from "./run";

/** A unit that is to be fed: its phases and amps, and the supply it hangs on. */
export interface Fed {
  readonly system: SupplyId;
  readonly phases: 1 | 3;
  readonly amps: Amps;
}

/** What a year and ten of them are reckoned with. */
export interface Running {
  /** What flows (A): the unit's amps, or what it is set to; and hours a year of it. */
  readonly flowsAmps: Amps;
  readonly hoursAYear: number;
  /** What a kWh costs. */
  readonly perKWh: number;
  /** What a metre of each size costs; sizes that are not told are reckoned as usual. */
  readonly perMetre: Readonly<Partial<Record<FixedGauge, number>>>;
  /** Usual prices are in euros: what one is worth. */
  readonly perEuro: number;
}

/** A conductor for a run, and all that is judged of it. */
export interface RunConductor {
  readonly gauge: FixedGauge;
  readonly earth: FixedGauge;
  readonly carried: Carried;
  /** Carries the breaker's amps for hours, and may stand behind it. */
  readonly carries: boolean;
  /** Volts lost on the way at the unit's amps, and their share. */
  readonly dropVolts: Volts;
  readonly dropShare: number;
  readonly holdsDrop: boolean;
  /** The unit's terminals take it. */
  readonly fitsTerminals: boolean;
  /** Heat in the run at what flows (W), over a year (kWh), and what that costs a year. */
  readonly lossW: Watts;
  readonly lossKWhAYear: number;
  readonly lossPerYear: number;
  /** What the conductor costs, and over ten years with what it loses. */
  readonly price: number;
  readonly tenYears: number;
}

/** The circuit of a unit: its breaker, and conductors for its run from the thinnest that is laid up. */
export interface Circuits {
  readonly breakerAmps: Amps;
  readonly conductors: readonly RunConductor[];
  /** The thinnest that carries, holds the drop and goes into the terminals; undefined where none does. */
  readonly fits: RunConductor | undefined;
  /** The next one up, where there is one. */
  readonly next: RunConductor | undefined;
  /** The one that costs least over ten years, of those that do. */
  readonly cheapest: RunConductor | undefined;
  readonly steps: readonly Step[];
}

/** What a continuous load's breaker has to be of it, by trade (NEC 625.41; IEC 60364-4-43). */
const OVER: Readonly<Record<"nec" | "iec", number>> = { nec: 1.25, iec: 1 };

/**
 * The breaker (A) a unit of so many amps asks for: 125 % of it under the NEC, as it draws for hours.
 * @example breakerForUnit(48, "nec") // 60
 */
export const breakerForUnit = (amps: Amps, trade: "nec" | "iec"): Amps =>
  breakerFrom(amps * OVER[trade] - 1e-9, trade);

/** Temperature (°C) a loaded conductor is reckoned at: what its insulation is usually made for. */
const HOT_C = { iec: 70, nec: 75 } as const;

/** What a metre of a run usually costs (euros), all its conductors, on one phase; on three about half as much again. Common practice. */
const METRE_EUROS: Readonly<Partial<Record<FixedGauge, number>>> = {
  "2.5 mm2": 1.8,
  "4 mm2": 2.8,
  "6 mm2": 4.1,
  "10 mm2": 6.8,
  "16 mm2": 10.5,
  "25 mm2": 17,
  "35 mm2": 24,
  "12 AWG": 2.4,
  "10 AWG": 3.7,
  "8 AWG": 5.9,
  "6 AWG": 8.6,
  "4 AWG": 13,
  "3 AWG": 16,
  "2 AWG": 20,
  "1 AWG": 26,
};
const THREE_MORE = 1.5;
/** Years over which a conductor is compared: no more is known of anybody's driving. */
export const COMPARED_YEARS = 10;

/**
 * What a metre of a run usually costs in euros.
 * @example metreEuros("6 mm2", 1) // 4.1
 */
export const metreEuros = (gauge: FixedGauge, phases: 1 | 3): number =>
  (METRE_EUROS[gauge] ?? 0) * (phases === 3 ? THREE_MORE : 1);

/** How a unit of these phases hangs on a supply. @example tapForUnit("split-phase", 1) // "high" */
export const tapForUnit = (system: SupplyId, phases: 1 | 3): Tap =>
  phases === 3 ? "three" : tapOf(system, "high") ? "high" : "single";

/** What the run ends in takes: the unit's own terminals, or those of the socket that is laid for so many amps. */
function terminalsOf({ system, phases, amps }: Fed, { end }: Pick<NewRun, "end">): Terminals {
  const socket =
    end === "socket"
      ? NEW_CIRCUITS[system].find((size) => size.outlet && size.phases === phases && size.evseAmps >= amps)
      : undefined;
  return socket ? outletType(socket.outlet!).terminals : evseTerminals(amps);
}

function conductorOf(
  gauge: FixedGauge,
  { system, phases, amps }: Fed,
  breakerAmps: Amps,
  run: NewRun,
  { flowsAmps, hoursAYear, perKWh, perMetre, perEuro }: Running,
): RunConductor {
  const trade = tradeOf(system);
  const carried = carriedBy(gauge, phases, run);
  const ohms = (fixedOhmsPerKm(gauge) * copperFactor(HOT_C[trade]) * run.lengthM) / 1000;
  const { volts } = tapOf(system, tapForUnit(system, phases))!;
  // Out and back on one phase; on three each line carries its own, and the neutral nothing.
  const dropVolts = (phases === 1 ? 2 : 1) * amps * ohms;
  const lossW = ((phases === 1 ? 2 : 3) * flowsAmps ** 2 * ohms) as Watts;
  const lossKWhAYear = (lossW * hoursAYear) / 1000;
  const lossPerYear = lossKWhAYear * perKWh;
  const price = run.lengthM * (perMetre[gauge] ?? metreEuros(gauge, phases) * perEuro);
  return {
    gauge,
    earth: earthFor(gauge, breakerAmps),
    carried,
    carries: carried.amps >= breakerAmps - 1e-9 && largestBreakerFor(gauge, phases, "kind") >= breakerAmps,
    dropVolts,
    dropShare: dropVolts / volts,
    holdsDrop: dropVolts / volts <= run.dropShare + 1e-9,
    fitsTerminals: takesConductor(terminalsOf({ system, phases, amps }, run), gauge),
    lossW,
    lossKWhAYear,
    lossPerYear,
    price,
    tenYears: price + COMPARED_YEARS * lossPerYear,
  };
}

/** How the conductor came to be chosen. */
function stepsOf({ system, phases, amps }: Fed, breakerAmps: Amps, run: NewRun, c: RunConductor): Step[] {
  const trade = tradeOf(system);
  const { volts } = tapOf(system, tapForUnit(system, phases))!;
  const { table, ambient, grouping, ends, sources } = c.carried;
  const hot = fixedOhmsPerKm(c.gauge) * copperFactor(HOT_C[trade]);
  const nec = trade === "nec";
  return [
    {
      what: nec ? "The breaker: at least 125 % of what flows for hours" : "The breaker: at least what flows",
      formula: nec ? "I_b = 1.25·I" : "I_b = 1·I",
      terms: [term("I", "the unit", amps, "A", SOURCES.label)],
      result: term(
        "I_b",
        `least, so one of ${breakerAmps} A`,
        amps * OVER[trade],
        "A",
        nec ? SOURCES.evseBreaker : SOURCES.breaker,
      ),
    },
    {
      what: `What ${c.gauge} carries for hours, laid so`,
      formula: "I_z = min(I_t·k_t·k_g, I_e)",
      terms: [
        term("I_t", "of the table", table, "A", sources.table),
        term("k_t", `at ${run.ambientC} °C around it`, ambient, "", sources.factors),
        term(
          "k_g",
          `with ${run.circuits} ${run.circuits === 1 ? "circuit" : "circuits"} together`,
          grouping,
          "",
          sources.factors,
        ),
        term("I_e", "most its ends allow", ends, "A", sources.ends),
      ],
      result: term("I_z", "carries", c.carried.amps, "A"),
    },
    {
      what: "What is lost of the volts, the conductor hot",
      formula: phases === 1 ? "d = 100·2·I·R·l/(1000·U)" : "d = 100·I·R·l/(1000·U)",
      terms: [
        term("I", "the unit", amps, "A"),
        term("R", `a kilometre at ${HOT_C[trade]} °C`, hot, "Ω/km", gaugeSource(c.gauge, "fixed")),
        term("l", "length of the run", run.lengthM, "m"),
        term("U", "volts", volts, "V", SOURCES.nominal),
      ],
      result: term("d", "lost", 100 * c.dropShare, "%", SOURCES.dropPractice),
    },
  ];
}

/**
 * The circuit a unit asks for: its breaker, and each conductor judged by what it carries and by what it loses. What fits is
 * the thinnest that does both; thicker ones lose less.
 * @example circuitsFor({ system: "230/400", phases: 1, amps: 32 }, usualRun("iec"), aYear).fits?.gauge // "6 mm2"
 */
export function circuitsFor(fed: Fed, run: NewRun, running: Running): Circuits {
  const trade = tradeOf(fed.system);
  const breakerAmps = breakerForUnit(fed.amps, trade);
  const conductors = LAID[trade].map((gauge) => conductorOf(gauge, fed, breakerAmps, run, running));
  const sound = conductors.filter(
    ({ carries, holdsDrop, fitsTerminals }) => carries && holdsDrop && fitsTerminals,
  );
  const fits = sound[0];
  const cheapest = sound.reduce<RunConductor | undefined>(
    (best, one) => (best && best.tenYears <= one.tenYears ? best : one),
    undefined,
  );
  return {
    breakerAmps,
    conductors,
    fits,
    next: sound[1],
    cheapest,
    steps: fits ? stepsOf(fed, breakerAmps, run, fits) : [],
  };
}
