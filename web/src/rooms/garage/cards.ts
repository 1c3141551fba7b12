import {
  CONNECTORS,
  INLETS,
  phasesAt,
  outletType,
  supplySystem,
  TEST_WORDS,
  WEAR_WORDS,
  type Assumed,
  type Garage,
  type Household,
  type Kept,
  type PieceState,
  type SpecOf,
} from "@kettleback/core";
import {
  ampsText,
  decimals,
  economyFigure,
  energyFigure,
  figureText,
  powerFigure,
} from "../../format/number";
import { calendarText } from "../../format/manner";
import { gaugeText } from "../../format/words";
import type { EditableKind } from "./Editor";

/** A thing as a card shows it: its key figure and what tells it apart. */
export interface Card {
  readonly figure: string;
  readonly lines: readonly string[];
}

type Describe<K extends EditableKind> = (row: Kept<SpecOf<K>>, garage: Garage, household: Household) => Card;

/** What sessions told of a car, in a word. */
const MEASURED_WORDS: Readonly<Record<Assumed, string>> = {
  ownDraw: "own draw",
  efficiency: "efficiency",
  economy: "use on the road",
  capacity: "battery",
  charger: "onboard charger",
  acceptance: "what the battery takes",
};

const ends = (from: keyof typeof CONNECTORS, to: keyof typeof CONNECTORS) =>
  `${CONNECTORS[from].name} → ${CONNECTORS[to].name}`;
const phases = (n: number) => (n === 1 ? "one phase" : `${n} phases`);

const DESCRIBE: { [K in EditableKind]: Describe<K> } = {
  cars: ({ spec }, _garage, household) => ({
    figure: figureText(energyFigure(spec.battery.usableWh)),
    lines: [
      `Inlets ${spec.inlets.map((i) => INLETS[i].name).join(", ")}`,
      figureText(economyFigure(spec.whPerKm, household.economyUnit)),
      ...(spec.measured && spec.measured.length > 0
        ? [`Measured: ${spec.measured.map(({ of }) => MEASURED_WORDS[of]).join(", ")}`]
        : []),
    ],
  }),
  places: ({ id, parentId }, garage) => ({
    figure: garage.tariffs.find((t) => t.id === parentId)?.spec.name ?? "no usual tariff",
    lines: [
      garage.outlets
        .filter((o) => o.parentId === id)
        .map((o) => o.spec.name)
        .join(", ") || "no outlet yet",
    ],
  }),
  outlets: ({ spec }, _garage, household) => ({
    figure:
      spec.kind === "socket"
        ? `${ampsText(outletType(spec.type).sustained[household.houseRule])} for hours`
        : `${ampsText(spec.circuit.breakerAmps)} breaker`,
    lines: [
      `${spec.kind === "socket" ? outletType(spec.type).name : "wired-in unit"}, ${phasesAt(spec).label}`,
      supplySystem(spec.supply.system).name,
      ...(spec.circuit.run ? [] : ["run from the board not known"]),
    ],
  }),
  evses: ({ spec, parentId }, garage) => ({
    figure: ampsText(spec.maxAmps),
    lines: [
      `${spec.kind}, ${phases(spec.phases)}`,
      spec.kind === "portable"
        ? spec.plugs.map((p) => `${outletType(p.type).name} ${ampsText(p.amps)}`).join(", ")
        : `wired in at ${garage.outlets.find((o) => o.id === parentId)?.spec.name ?? "no outlet"}`,
      spec.output.kind === "tethered"
        ? `own cable, ${CONNECTORS[spec.output.connector].name}`
        : `${CONNECTORS[spec.output.connector].name} socket: bring a cable`,
    ],
  }),
  cables: ({ spec }) => ({
    figure: ampsText(spec.amps),
    lines: [
      ends(spec.stationEnd, spec.vehicleEnd),
      phases(spec.phases),
      `${spec.lengthM} m of ${gaugeText(spec.gauge)}`,
    ],
  }),
  leads: ({ spec }) => ({
    figure: ampsText(spec.amps),
    lines: [
      `${outletType(spec.plug).name} to ${outletType(spec.socket).name}`,
      `${spec.lengthM} m${spec.coiled ? ", used coiled" : ""}`,
      spec.resistance.by === "conductor"
        ? gaugeText(spec.resistance.gauge)
        : spec.resistance.by === "loop"
          ? `loop ${decimals(spec.resistance.loopOhms, 2)} Ω, measured`
          : `${figureText(powerFigure(spec.resistance.wattsIn - spec.resistance.wattsOut))} between two meters`,
    ],
  }),
  fuelCars: ({ spec }) => ({
    figure: `${decimals(spec.uses, 1)} ${spec.usesUnit}`,
    lines: ["to compare with, in Money, Against fuel"],
  }),
  adapters: ({ spec }) => ({ figure: ampsText(spec.amps), lines: [ends(spec.from, spec.to)] }),
};

/** What is known of a thing's state: what is seen on it, and its last test. */
const stateLines = (state: PieceState | undefined): readonly string[] => [
  ...(state?.wear?.length
    ? [`not to be used: ${state.wear.map((kind) => WEAR_WORDS[kind]).join(", ")}`]
    : []),
  ...(state?.tested
    ? [`${TEST_WORDS[state.tested.result]}, ${calendarText(state.tested.on)}, by ${state.tested.by}`]
    : []),
];

/** What a card says of a thing. */
export function cardOf<K extends EditableKind>(kind: K, row: Kept<SpecOf<K>>, garage: Garage): Card {
  const { figure, lines } = (DESCRIBE[kind] as unknown as Describe<K>)(row, garage, garage.household.spec);
  return { figure, lines: [...lines, ...stateLines((row.spec as { state?: PieceState }).state)] };
}
