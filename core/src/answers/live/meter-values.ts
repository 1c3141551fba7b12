import { decimalIn } from "../../trade/units";
import { EARLIEST_MS, LATEST_MS, MEASURES_OF, sampleOf, type Measured, type Sample } from "../record";

/** One value of a MeterValues message of OCPP 1.6: text, and what it is of. Left out, it is the energy register in Wh. */
export interface SampledValue {
  readonly value: string;
  readonly context?: string | undefined;
  readonly format?: string | undefined;
  readonly measurand?: string | undefined;
  readonly phase?: string | undefined;
  readonly location?: string | undefined;
  readonly unit?: string | undefined;
}

/** Values a charge point took at one moment (OCPP 1.6, 7.30 MeterValue). */
export interface MeterValue {
  readonly timestamp: string;
  readonly sampledValue: readonly SampledValue[];
}

/** What a unit counts in: how many of ours it is. Fahrenheit and kelvin are turned by themselves. */
const TIMES: Readonly<Record<string, number>> = { kWh: 1000, kW: 1000 };

/** Where the plug is, of the places a temperature is told for. */
const AT_THE_PLUG: ReadonlySet<string | undefined> = new Set([undefined, "Outlet", "Inlet", "Cable"]);

/** Volts between two lines of a three-phase supply are √3 of those across one. */
const BETWEEN_LINES = /^L\d-L\d$/;
const HIGHEST_ACROSS_ONE = 300;

function inOurs({ value, unit }: SampledValue): number | null {
  const number = decimalIn(value);
  if (number === null) return null;
  if (unit === "Fahrenheit") return ((number - 32) * 5) / 9;
  if (unit === "K") return number - 273.15;
  return number * (TIMES[unit ?? ""] ?? 1);
}

/** The line a value is of: 0 for all of them, or where none is named. */
const lineOfPhase = (phase: string | undefined): number =>
  phase ? "L1L2L3".indexOf(phase.slice(0, 2)) / 2 + 1 : 0;

interface Read {
  readonly line: number;
  readonly phase: string | undefined;
  readonly location: string | undefined;
  readonly value: number;
}

/** Of a quantity told for all lines and for each: that for all; else the sum of the lines. */
function whole(reads: readonly Read[]): number | null {
  const all = reads.find(({ line }) => line === 0);
  if (all) return all.value;
  return reads.length === 0 ? null : reads.reduce((sum, { value }) => sum + value, 0);
}

const onLine = (reads: readonly Read[], line: number): number | null =>
  (
    reads.find((read) => read.line === line) ??
    (line === 1 ? reads.find((read) => read.line === 0) : undefined)
  )?.value ?? null;

function voltsOf(reads: readonly Read[]): number | null {
  const across = reads.filter(({ phase }) => !BETWEEN_LINES.test(phase ?? ""));
  if (across.length > 0) return onLine(across, 1) ?? across[0]!.value;
  const between = reads[0]?.value;
  if (between === undefined) return null;
  return between > HIGHEST_ACROSS_ONE ? between / Math.sqrt(3) : between;
}

const within = (measured: Measured, value: number | null): number | null => {
  const { least, most } = MEASURES_OF[measured];
  return value !== null && value >= least && value <= most ? value : null;
};

/**
 * A MeterValue of OCPP 1.6 as a reading: power and energy of all lines, amps of each, volts across the first, charge and
 * temperatures where the unit knows them. What is signed, reactive, offered or exported tells nothing of what the car took
 * and is passed over, as is a figure beyond what any meter shows.
 * @returns null where nothing of it is of use, or its moment is none
 * @example readingOf({ timestamp: "2026-11-23T18:15:00Z", sampledValue: [{ value: "1204600" }] }) // [ms, null, …, 1204600]
 */
export function readingOf({ timestamp, sampledValue }: MeterValue): Sample | null {
  const at = Date.parse(timestamp);
  if (!(at >= EARLIEST_MS && at < LATEST_MS)) return null;
  const reads = new Map<string, Read[]>();
  for (const sampled of sampledValue) {
    const value = sampled.format === "SignedData" ? null : inOurs(sampled);
    // What a neutral carries, or comes in at the grid's side, is not what the car takes.
    if (
      value === null ||
      sampled.phase === "N" ||
      (sampled.location === "Inlet" && sampled.measurand !== "Temperature")
    )
      continue;
    const measurand = sampled.measurand ?? "Energy.Active.Import.Register";
    const read = {
      line: lineOfPhase(sampled.phase),
      phase: sampled.phase,
      location: sampled.location,
      value,
    };
    reads.set(measurand, [...(reads.get(measurand) ?? []), read]);
  }
  const of = (measurand: string): readonly Read[] => reads.get(measurand) ?? [];
  const amps = of("Current.Import");
  const temperatures = of("Temperature");
  const soc = whole(of("SoC"));
  const found: Partial<Record<Measured, number | null>> = {
    watts: whole(of("Power.Active.Import")),
    amps: onLine(amps, 1),
    amps2: onLine(amps, 2),
    amps3: onLine(amps, 3),
    volts: voltsOf(of("Voltage")),
    soc: soc === null ? null : soc / 100,
    counterWh: whole(of("Energy.Active.Import.Register")),
    plugC: temperatures.find(({ location }) => AT_THE_PLUG.has(location))?.value ?? null,
    packC: temperatures.find(({ location }) => location === "EV")?.value ?? null,
  };
  for (const measured of Object.keys(found) as Measured[])
    found[measured] = within(measured, found[measured] ?? null);
  return Object.values(found).every((value) => value === null) ? null : sampleOf(Math.round(at), found);
}
