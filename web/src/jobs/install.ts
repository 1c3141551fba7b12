import {
  fittingEach,
  firstInstall,
  flatTariff,
  guessMeter,
  installSchema,
  INSTALL_FORMAT,
  meterIn,
  problemsOf,
  readEspi,
  readMeterTable,
  SPEC_VERSION,
  type FieldProblem,
  type Garage,
  type InstallAsked,
  type MeterMapping,
  type MeterSeries,
  type MeterTable,
  type Pattern,
} from "@kettleback/core";
import { installStoreOf, type InstallDraft } from "../stores/install";

const firsts = new WeakMap<Garage, InstallDraft>();

/** The installation a household begins with, made once a garage. */
export function firstDraft(garage: Garage): InstallDraft {
  const known = firsts.get(garage);
  if (known) return known;
  const made: InstallDraft = { savedId: null, meterKey: null, chosen: null, ...firstInstall(garage) };
  firsts.set(garage, made);
  return made;
}

/** The installation of a household in view: the one being worked on, or the first. */
export const installInView = (garage: Garage): InstallDraft =>
  installStoreOf(garage.household.id).getState().draft ?? firstDraft(garage);

/** An installation as it is asked, or what is wrong with it. */
export interface OpenInstall {
  readonly asked: InstallAsked | null;
  readonly problems: readonly FieldProblem[];
}

/** What an installation's draft comes to with the household's things; a meter that was not read yet leaves it open. */
export function openInstall(
  garage: Garage,
  draft: InstallDraft,
  series: MeterSeries | null,
  pattern: Pattern | null,
): OpenInstall {
  const { savedId: _, carId, tariffId, meterKey: __, chosen: ___, ...part } = draft;
  const car = garage.cars.find(({ id }) => id === carId) ?? garage.cars[0];
  if (!car) return { asked: null, problems: [] };
  const tariff = garage.tariffs.find(({ id }) => id === tariffId)?.spec ?? NO_TARIFF;
  // The series was judged when it was read: a year of it is not judged again with every key.
  const judged = installSchema.safeParse({
    format: INSTALL_FORMAT,
    version: SPEC_VERSION,
    name: "installation",
    household: garage.household.spec,
    car: car.spec,
    tariff,
    ...part,
  });
  if (!judged.success) return { asked: null, problems: problemsOf(judged.error, installSchema) };
  const { format: ____, version: _____, name: ______, ...asked } = judged.data;
  return { asked: { ...asked, series, pattern }, problems: [] };
}

const NO_TARIFF = flatTariff("No price", 0);

/** What an installation comes to, way by way; nothing while something is wrong. */
export function* fittingJob(asked: InstallAsked | null) {
  return asked ? yield* fittingEach(asked) : null;
}

/** Lines of a table that are shown before it is taken. */
const SHOWN = 6;

/** What a meter's file is: a table that is to be mapped, or a series that is read already. */
export type MeterFile =
  | { readonly is: "table"; readonly table: MeterTable; readonly guess: MeterMapping; readonly lines: number }
  | { readonly is: "series"; readonly series: MeterSeries; readonly notes: readonly string[] }
  | { readonly is: "refused"; readonly problems: readonly FieldProblem[] };

/** Looks into a meter's file. */
export function meterFile(text: string, zone: string): MeterFile {
  if (text.trimStart().startsWith("<")) {
    const read = readEspi(text);
    return read.ok
      ? { is: "series", series: read.value, notes: read.notes }
      : { is: "refused", problems: read.problems };
  }
  const table = readMeterTable(text);
  if (!table.ok) return { is: "refused", problems: table.problems };
  const { rows, ...rest } = table.value;
  return {
    is: "table",
    table: { ...rest, rows: rows.slice(0, SHOWN) },
    guess: guessMeter(table.value, zone),
    lines: rows.length,
  };
}

/** A meter's table read as it is mapped. */
export function meterMapped(text: string, mapping: MeterMapping): MeterFile {
  const table = readMeterTable(text);
  if (!table.ok) return { is: "refused", problems: table.problems };
  const read = meterIn(table.value, mapping);
  return read.ok
    ? { is: "series", series: read.value, notes: read.notes }
    : { is: "refused", problems: read.problems };
}
