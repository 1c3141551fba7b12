import type { FlexibleGauge } from "../../trade/conductors";
import type { ConnectorId } from "../../trade/connectors";
import type { Cable } from "../../things/parts";

/** A build in which loose cables are sold. */
interface Build {
  readonly phases: 1 | 3;
  readonly amps: number;
  readonly gauge: FlexibleGauge;
  /** Mass of a metre (kg) and price of it (euros), on top of two ends. */
  readonly kgPerM: number;
  readonly eurosPerM: number;
  readonly eurosForEnds: number;
}

/** Mass of a pair of ends (kg). */
const ENDS_KG = 0.6;

/**
 * Single-phase 32 A of 5 m comes to about 2.5 kg, three-phase to about 3.2 kg (common practice); the rest lies between
 * by its copper. Prices are usual ones, rounded.
 */
const BUILDS: readonly Build[] = [
  { phases: 1, amps: 16, gauge: "2.5 mm2", kgPerM: 0.2, eurosPerM: 9, eurosForEnds: 60 },
  { phases: 1, amps: 32, gauge: "6 mm2", kgPerM: 0.38, eurosPerM: 13, eurosForEnds: 70 },
  { phases: 3, amps: 16, gauge: "2.5 mm2", kgPerM: 0.3, eurosPerM: 12, eurosForEnds: 75 },
  { phases: 3, amps: 32, gauge: "6 mm2", kgPerM: 0.52, eurosPerM: 20, eurosForEnds: 90 },
];

/** Lengths (m) such cables are sold in. Over 10 m some cars refuse. */
export const CABLE_LENGTHS = [5, 7.5, 10] as const;

/** A cable one could buy. */
export interface Candidate {
  readonly id: string;
  readonly cable: Cable;
  readonly massKg: number;
  /** In euros; {@link usualPrice} turns it into other currencies. */
  readonly euros: number;
}

/**
 * Every build in a length, with the ends a car and its posts ask for.
 * @example cableCandidates("type1", 5).length // 2
 */
export const cableCandidates = (vehicleEnd: ConnectorId, lengthM: number): Candidate[] =>
  BUILDS.filter(({ phases }) => phases === 1 || vehicleEnd !== "type1").map(
    ({ phases, amps, gauge, kgPerM, eurosPerM, eurosForEnds }) => ({
      id: `${phases}x${amps}x${lengthM}`,
      cable: {
        name: `${phases === 3 ? "three-phase" : "single-phase"} ${amps} A, ${lengthM} m`,
        stationEnd: "type2",
        vehicleEnd,
        phases,
        amps,
        lengthM,
        gauge,
      },
      massKg: ENDS_KG + kgPerM * lengthM,
      euros: eurosForEnds + eurosPerM * lengthM,
    }),
  );
