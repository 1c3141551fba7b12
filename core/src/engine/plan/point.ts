import { wordsOf, type ChargingPath, type FlowingLink, type PhaseCount, type Because } from "../path";
import type { Session } from "./solve";
import { watts, type Amps, type Ohms, type Volts, type Watts } from "../../trade/units";

/** What flows at the moment of full flow, with every link in words: what a screen or a printout shows. */
export interface OperatingPoint {
  readonly current: "AC" | "DC";
  /** Volts across a phase; on DC the pack's. */
  readonly volts: Volts;
  readonly phases: PhaseCount;
  readonly conductors: 2 | 3;
  readonly amps: Amps;
  readonly ohms: Ohms;
  readonly dropVolts: Volts;
  /** Drawn through the path, without the unit's standing draw. */
  readonly drawnW: Watts;
  readonly inletW: Watts;
  readonly links: readonly FlowingLink[];
  /** Index in `links` of the narrowest link, and of the next narrowest. */
  readonly binding: number;
  readonly runnerUp: number;
  readonly because: Because;
  /** Live phases that reach the unit. */
  readonly livePhases: 1 | 3;
}

const NEGLIGIBLE = 1e-9;

/**
 * A session's moment of full flow, in numbers and words.
 * @example pointOf(path, solution).phases // 1
 */
export function pointOf(path: ChargingPath, { circuit, moment }: Session): OperatingPoint {
  const { way } = moment.flow;
  const { amps } = moment;
  return {
    current: circuit.current,
    volts: circuit.sign > 0 ? way.volts : moment.flow.volts,
    phases: way.phases,
    conductors: way.conductors,
    amps,
    ohms: circuit.ohms,
    dropVolts: moment.dropVolts,
    drawnW: watts(moment.balance.wall - moment.balance.evse),
    inletW: watts(moment.inletW),
    links: circuit.links.map((link, i): FlowingLink => {
      const ceiling = moment.ceilings[i]!;
      return {
        ...link,
        ...wordsOf(path, link.kind),
        ceilingAmps: ceiling.amps,
        ceilingW: watts(ceiling.watts),
        lossW: watts(way.conductors * amps * amps * link.ohms),
        over: amps > ceiling.amps * (1 + NEGLIGIBLE),
      };
    }),
    binding: moment.binding,
    runnerUp: moment.runnerUp,
    because: moment.because,
    livePhases: circuit.phaseVolts[3] > 0 ? 3 : 1,
  };
}
