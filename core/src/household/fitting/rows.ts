import type { InstallAsked, InstallDocument } from "../../answers/install";
import type { MethodId } from "../../answers/service";
import type { Step } from "../../trade/working";
import { fittingOf } from "./answer";
import type { FitVerdict, FitWayId } from "./ways";

/** A method as it goes out. */
export interface MethodRow {
  readonly id: MethodId;
  readonly name: string;
  readonly source: string;
  readonly neededAmps: readonly number[];
  readonly leftAmps: number;
  readonly leftByLine: readonly number[];
  readonly judged: boolean;
  readonly lacks: string | null;
  readonly steps: readonly Step[];
  readonly notes: readonly string[];
}

/** A way to fit a car in as it goes out; distances in km, money in the household's currency. */
export interface FitWayRow {
  readonly id: FitWayId;
  readonly name: string;
  readonly fit: FitVerdict;
  readonly why: string;
  readonly phases: number;
  readonly amps: number;
  readonly breakerAmps: number;
  readonly nightKm: number;
  readonly throttledShare: number | null;
  readonly pausedHours: number | null;
  readonly shortNights: number | null;
  readonly peakWithAmps: number | null;
  readonly peakWithoutAmps: number | null;
  readonly costLow: number;
  readonly costHigh: number;
  readonly week: "holds" | "buffer" | "short" | null;
  readonly asks: readonly string[];
  readonly cautions: readonly string[];
}

/** The circuit of a way as it goes out: the conductor that fits, and the next size up. */
export interface CircuitRow {
  readonly way: FitWayId;
  readonly breakerAmps: number;
  readonly conductor: string | null;
  readonly carriesAmps: number | null;
  readonly dropPercent: number | null;
  readonly lossPerYear: number | null;
  readonly nextConductor: string | null;
  readonly nextDropPercent: number | null;
  readonly nextLossPerYear: number | null;
  readonly cheapestOverTenYears: string | null;
}

/** What an installation comes to, as it goes out. */
export interface InstallRows {
  readonly madeUp: boolean;
  readonly best: FitWayId | null;
  readonly methods: readonly MethodRow[];
  readonly ways: readonly FitWayRow[];
  readonly circuits: readonly CircuitRow[];
}

/**
 * What an installation comes to: methods with their steps, ways, circuits.
 * @example installRows(installation).methods[0].id // "diversity"
 */
export function installRows(asked: InstallAsked | InstallDocument): InstallRows {
  const answer = fittingOf(asked);
  return {
    madeUp: answer.madeUp,
    best: answer.best,
    methods: answer.methods.map(({ id, name, source, needed, left, leftAmps, lacks, steps, notes }) => ({
      id,
      name,
      source: source.name,
      neededAmps: needed,
      leftAmps,
      leftByLine: left,
      judged: id === answer.method.id,
      lacks,
      steps,
      notes,
    })),
    ways: answer.ways.map(
      ({ id, name, fit, why, phases, amps, breakerAmps, nightKm, followed, cost, week, asks, cautions }) => ({
        id,
        name,
        fit,
        why,
        phases,
        amps,
        breakerAmps,
        nightKm,
        throttledShare: followed?.throttledShare ?? null,
        pausedHours: followed?.pausedHours ?? null,
        shortNights: followed?.shortNights ?? null,
        peakWithAmps: followed?.peakWithAmps ?? null,
        peakWithoutAmps: followed?.peakWithoutAmps ?? null,
        costLow: cost.low,
        costHigh: cost.high,
        week: week?.verdict ?? null,
        asks,
        cautions,
      }),
    ),
    circuits: answer.ways.flatMap(({ id, circuits }): CircuitRow[] => {
      if (!circuits) return [];
      const { breakerAmps, fits, next, cheapest } = circuits;
      return [
        {
          way: id,
          breakerAmps,
          conductor: fits?.gauge ?? null,
          carriesAmps: fits?.carried.amps ?? null,
          dropPercent: fits ? 100 * fits.dropShare : null,
          lossPerYear: fits?.lossPerYear ?? null,
          nextConductor: next?.gauge ?? null,
          nextDropPercent: next ? 100 * next.dropShare : null,
          nextLossPerYear: next?.lossPerYear ?? null,
          cheapestOverTenYears: cheapest?.gauge ?? null,
        },
      ];
    }),
  };
}
