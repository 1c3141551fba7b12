import type { FieldProblem } from "../../things/documents";
import type { Assumed, Battery, OnboardCharger } from "../../things/parts";
import type { SupplyId } from "../../trade/supply";
import { energyOfAmpHours } from "../../trade/units";
import { chargerFromPower } from "./cars";
import { batteryBy } from "./battery";

/** What a person reads off a car's papers; left out what nobody knows. */
export interface Papers {
  readonly chargerKW?: number | undefined;
  readonly phases?: 1 | 2 | 3 | undefined;
  readonly usableKWh?: number | undefined;
  readonly grossKWh?: number | undefined;
  readonly packVolts?: number | undefined;
  readonly ampHours?: number | undefined;
  /** Range on a full battery (km), as stated. */
  readonly rangeKm?: number | undefined;
}

/** What a car's papers come to: the parts they settle, how each was come by, and what speaks against them. */
export interface FromPapers {
  readonly limits: OnboardCharger["limits"] | undefined;
  readonly battery: Battery | undefined;
  readonly whPerKm: number | undefined;
  readonly said: readonly string[];
  /** Of the car's figures, those a usual value was taken for. */
  readonly assumed: readonly Assumed[];
  /** Of the car's figures, those the papers settle. */
  readonly known: readonly Assumed[];
  readonly problems: readonly FieldProblem[];
}

/** Share of a pack's cells that is usually free to use (common practice). */
export const USABLE_SHARE = 0.93;
/** Pack volts where nobody knows them (common practice). */
const USUAL_VOLTS = 360;
/** Share by which two statements of the same cells may differ: papers round. */
const AGREE = 0.04;
/** What cars and motorcycles use on the road (Wh/km, common practice); beyond it a figure is mistaken for another. */
const ROAD = { least: 45, most: 450 } as const;

const kWh = (wattHours: number): string => `${(wattHours / 1000).toFixed(1)} kWh`;

/** The energy in the battery, from whichever of its figures are known. */
function energyOf({ usableKWh, grossKWh, packVolts, ampHours }: Papers) {
  const problems: FieldProblem[] = [];
  const said: string[] = [];
  const product =
    packVolts !== undefined && ampHours !== undefined ? energyOfAmpHours(packVolts, ampHours) : undefined;
  if (product !== undefined) said.push(`${packVolts} V × ${ampHours} Ah = ${kWh(product)} of cells.`);
  if (ampHours !== undefined && packVolts === undefined)
    problems.push({
      field: "ampHours",
      message: "amp-hours are no energy without the pack's volts; state those too",
    });
  const gross = grossKWh === undefined ? product : grossKWh * 1000;
  if (grossKWh !== undefined && product !== undefined && Math.abs(product - gross!) > AGREE * gross!)
    problems.push({
      field: "grossKWh",
      message: `${kWh(gross!)} gross contradicts ${packVolts} V × ${ampHours} Ah = ${kWh(product)}`,
    });
  const usable = usableKWh === undefined ? undefined : usableKWh * 1000;
  if (usable !== undefined && gross !== undefined && usable > gross * (1 + AGREE))
    problems.push({
      field: "usableKWh",
      message: `${kWh(usable)} usable is more than the ${kWh(gross)} of its cells`,
    });
  if (usable === undefined && gross !== undefined)
    said.push(
      `${kWh(gross)} gross: about ${kWh(gross * USABLE_SHARE)} usable, ${Math.round(USABLE_SHARE * 100)} % (common practice, assumed).`,
    );
  return {
    usable: usable ?? (gross === undefined ? undefined : Math.round(gross * USABLE_SHARE)),
    gross,
    said,
    problems,
  };
}

/** Kilowatts and kilowatt-hours in each other's place. */
function mixedUp({ chargerKW, usableKWh, grossKWh }: Papers): FieldProblem[] {
  const battery = usableKWh ?? grossKWh;
  if (chargerKW === undefined || battery === undefined || chargerKW <= 22.5 || battery > 22.5) return [];
  return [
    {
      field: "chargerKW",
      message: `${chargerKW} kW and ${battery} kWh look mixed up: kW is the rate of the charger, kWh the amount in the battery`,
    },
  ];
}

/**
 * A car's own figures from its papers: the charger from kW and phases, the battery from usable or gross energy or volts
 * × amp-hours, what it uses from range and battery. Contradictions are named at their field.
 * @example carFromPapers({ chargerKW: 7.2, phases: 1 }, "230/400").limits // [{ phases: 1, amps: 32 }]
 */
export function carFromPapers(papers: Papers, system: SupplyId): FromPapers {
  const { chargerKW, phases, packVolts, rangeKm } = papers;
  const energy = energyOf(papers);
  const said = [...energy.said];
  const problems = [...mixedUp(papers), ...energy.problems];
  const known: Assumed[] = [];
  const charger = chargerKW === undefined ? undefined : chargerFromPower(chargerKW, phases, system);
  if (charger?.ok) {
    said.push(
      `${chargerKW} kW${phases ? ` on ${["one phase", "two phases", "three phases"][phases - 1]!}` : ""}: ${charger.charger.said}.`,
    );
    known.push("charger");
  } else if (charger && !problems.some(({ field }) => field === "chargerKW"))
    problems.push({ field: "chargerKW", message: charger.problem });

  const { usable, gross } = energy;
  if (usable !== undefined && papers.usableKWh !== undefined) known.push("capacity");
  let whPerKm: number | undefined;
  if (rangeKm !== undefined) {
    if (usable === undefined)
      problems.push({
        field: "rangeKm",
        message: "a range says what it uses only beside the battery; state that too",
      });
    else {
      whPerKm = Math.round(usable / rangeKm);
      if (whPerKm < ROAD.least || whPerKm > ROAD.most)
        problems.push({
          field: "rangeKm",
          message: `${Math.round(rangeKm)} km on ${kWh(usable)} would be ${whPerKm} Wh/km; accepted: ${ROAD.least} to ${ROAD.most} Wh/km`,
        });
      else {
        said.push(
          `${kWh(usable)} over ${Math.round(rangeKm)} km: ${whPerKm} Wh/km. Stated ranges flatter; in winter and on motorways it is more.`,
        );
        known.push("economy");
      }
    }
  }
  const battery: Battery | undefined =
    usable === undefined
      ? undefined
      : {
          ...batteryBy(usable, packVolts ?? USUAL_VOLTS),
          ...(gross !== undefined && gross > usable ? { grossWh: Math.round(gross) } : {}),
        };
  const assumed: Assumed[] = usable !== undefined && papers.usableKWh === undefined ? ["capacity"] : [];
  return {
    limits: charger?.ok ? [...charger.charger.limits] : undefined,
    battery,
    whPerKm,
    said,
    assumed,
    known,
    problems,
  };
}
