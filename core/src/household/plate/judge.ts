import { flexibleOhmsPerKm, oneWayOhms, type FlexibleGauge } from "../../trade/conductors";
import { CONNECTORS } from "../../trade/connectors";
import { OUTLET_TYPES, outletType, type OutletFeed, type OutletTypeId } from "../../trade/outlets";
import { tapOf, type SupplyId } from "../../trade/supply";
import { ratingWatts, type VoltageRating } from "./ratings";
import type { PlateReading } from "./reading";
import { saidOf } from "./token";
import { withArticle } from "../../trade/units";

const kW = (watts: number): string => `${(watts / 1000).toFixed(watts < 9_995 ? 2 : 1)} kW`;
const phasesText = (n: number): string => (n === 1 ? "one phase" : "three phases");
/** Share by which a printed power may lie off volts × amps: plates round, and name either end of a range. */
const ROUNDING = 0.12;
/** A cord in use (°C). */
const CORD_C = 30;

/** Colours of IEC 60309-1 by its key and volts (from memory). */
const KEYS: readonly {
  readonly hour: number;
  readonly low: number;
  readonly high: number;
  readonly colour: string;
}[] = [
  { hour: 4, low: 100, high: 130, colour: "yellow" },
  { hour: 6, low: 200, high: 250, colour: "blue" },
  { hour: 9, low: 200, high: 250, colour: "blue, three-phase" },
  { hour: 6, low: 380, high: 415, colour: "red" },
];

/** What is meant by the earth's place on the clock face. */
const keyOf = (hour: number, volts: readonly [number, number] | undefined) =>
  KEYS.find((key) => key.hour === hour && volts && key.low <= volts[1] && volts[0] <= key.high);

/** What an outlet may carry for hours, and what that comes to on the supply it is made for. */
function ofOutlet(id: OutletTypeId): string {
  const { name, ratedAmps, sustained, source, on } = outletType(id);
  const [[system, feed]] = Object.entries(on) as [[SupplyId, OutletFeed]];
  const { phases, volts } = tapOf(system, feed.tap)!;
  return `${name}: ${ratedAmps} A moulded on it, ${sustained.usual} A for hours (${source.name}), ${sustained.cautious} A if careful. ${sustained.usual} A on ${phasesText(phases)} of ${Math.round(volts)} V: ${kW(phases * volts * sustained.usual)}.`;
}

/** What each of several ratings comes to, and how a unit with several must be used. */
const ofRatings = (ratings: readonly VoltageRating[]): string[] => [
  ...ratings.map(
    (rating) =>
      `At ${rating.volts} V${rating.phases === 3 ? " on three phases" : ""}: ${rating.amps} A, ${kW(ratingWatts(rating))} at most.`,
  ),
  "Each current holds at its own voltage alone: a unit so rated takes it by its plug or the voltage it finds. See its manual before you trust it to, and never use a plug of another voltage.",
];

/** Currents of one side in pieces of their own, where nothing says which holds when. */
function severalCurrents({ tokens, ratings, kind }: PlateReading): number[] {
  if (ratings.length > 0 || kind?.value === "car") return [];
  const sides = [...new Set(tokens.map(({ side }) => side))];
  const several = sides
    .map((side) => tokens.filter((token) => token.side === side))
    .map((on) => [...new Set(saidOf(on, "amps").map(({ amps }) => Math.max(...amps)))])
    .find((found) => found.length > 1);
  return several ?? [];
}

/** What the pieces of a plate come to, a sentence each. */
export function followsOf(reading: PlateReading, ampHours: number | undefined): string[] {
  const { tokens, kind, phases, phaseVolts, amps, outlet, gauge, metres } = reading;
  const lines: string[] = [];
  if (kind?.value === "car") {
    if (reading.packVolts !== undefined && ampHours !== undefined)
      lines.push(
        `${reading.packVolts} V × ${ampHours} Ah = ${((reading.packVolts * ampHours) / 1000).toFixed(1)} kWh of cells; what can be used is usually 5 to 10 % less (common practice).`,
      );
    return lines;
  }
  if (outlet) lines.push(ofOutlet(outlet.value));
  else if (reading.ratings.length > 0) lines.push(...ofRatings(reading.ratings));
  else if (phases && phaseVolts && amps)
    lines.push(
      `${phases.value === 1 ? "One phase" : "Three phases"} of ${amps.value} A at ${Math.round(phaseVolts.value)} V: ${kW(phases.value * phaseVolts.value * amps.value)} at most.`,
    );
  else if (amps) lines.push(`${amps.value} A, but not how many phases or volts: no power follows.`);
  const currents = severalCurrents(reading);
  if (currents.length > 1)
    lines.push(
      `${currents.map((a) => `${a} A`).join(" or ")}: which of them holds goes by plug, voltage or setting, and the plate does not say by which. The least is taken, ${Math.min(...currents)} A, until you know.`,
    );
  if (!outlet && phases?.certainty === "likely" && reading.in.volts)
    lines.push(
      `${phases.value === 1 ? "Up to 277 V" : "Above 277 V"} without a word on phases is usually ${phasesText(phases.value)}.`,
    );
  const { in: into, out } = reading;
  if (
    into.amps !== undefined &&
    out.amps !== undefined &&
    into.amps !== out.amps &&
    into.current !== "DC" &&
    out.current !== "DC"
  )
    lines.push(
      `${into.amps} A in and ${out.amps} A out: the lesser flows, ${Math.min(into.amps, out.amps)} A.`,
    );
  for (const { hour } of saidOf(tokens, "hour")) {
    const key = keyOf(hour, into.volts);
    if (key)
      lines.push(
        `Earth at ${hour} h with ${[...new Set(into.volts)].join("–")} V is the ${key.colour} one (IEC 60309-1, from memory).`,
      );
  }
  for (const { coiled, watts, amps: held } of saidOf(tokens, "reel"))
    if (coiled)
      lines.push(
        `Coiled it may carry ${held === undefined ? `${watts} W` : `${held} A`} only; unroll all of it to charge a car.`,
      );
  if (gauge && metres !== undefined && amps) {
    const drop = 2 * oneWayOhms(flexibleOhmsPerKm(gauge as FlexibleGauge), metres, CORD_C) * amps.value;
    lines.push(
      `${metres.toFixed(metres % 1 ? 1 : 0)} m of ${gauge.replace("mm2", "mm²")} drop ${drop.toFixed(1)} V at ${amps.value} A: ${Math.round(drop * amps.value)} W of heat in it (IEC 60228, 30 °C).`,
    );
  }
  for (const { solids, water } of saidOf(tokens, "ingress"))
    lines.push(
      water === undefined
        ? "How far it keeps water out is not said."
        : water >= 4
          ? "It stands splashing water: fit for outdoors."
          : `${solids === undefined ? "It" : `IP${solids}${water}: it`} does not stand splashing water: not for outdoors.`,
    );
  return lines;
}

/** What of a plate cannot all be true, or must stop a person. */
export function contradictionsOf(reading: PlateReading, byProduct: number | undefined): string[] {
  const { tokens, phases, phaseVolts, amps, watts, kind, connectors, outlet, wattHours } = reading;
  const lines: string[] = [];
  const printed = [...new Set(saidOf(tokens, "phases").map((said) => (said.phases === 3 ? 3 : 1)))];
  if (printed.length > 1 && reading.ratings.length === 0)
    lines.push(
      "It is printed for one phase and for three: look at which of its ratings goes with your plug.",
    );
  if (phases && phaseVolts && amps && watts !== undefined && kind?.value !== "lead") {
    const product = phases.value * phaseVolts.value * amps.value;
    // A range of volts is judged at the end that fits.
    const [low, high] = reading.in.volts && !reading.in.pair ? reading.in.volts : [1, 1];
    const least = (product * low) / high;
    if (watts > (1 + ROUNDING) * product || watts < (1 - ROUNDING) * least)
      lines.push(
        `${kW(watts)} is printed, yet ${phasesText(phases.value)} of ${amps.value} A at ${Math.round(phaseVolts.value)} V make ${kW(product)}.`,
      );
  }
  if (phases?.value === 3)
    for (const id of connectors)
      if (CONNECTORS[id].phases === 1 && CONNECTORS[id].current === "AC")
        lines.push(`Three phases are printed, yet a ${CONNECTORS[id].name} connector carries one phase.`);
  if (byProduct !== undefined && wattHours?.certainty === "certain") {
    const off = wattHours.value / byProduct;
    if (off < 0.8 || off > 1.02)
      lines.push(
        `${(wattHours.value / 1000).toFixed(1)} kWh is printed, yet volts × amp-hours make ${(byProduct / 1000).toFixed(1)} kWh.`,
      );
  }
  if (kind?.value === "car" && wattHours === undefined && watts !== undefined)
    lines.push("Watts are a rate, not what a battery holds: look for Wh, kWh or Ah.");
  if (tokens.some(({ said }) => said.what === "unearthed") && kind?.value !== "car")
    lines.push(
      "Double insulation (class II) means no earth is led on: not for charging a car. Do not use it.",
    );
  if (
    reading.marking?.earth === false ||
    saidOf(tokens, "gauge").some(({ cores }) => cores === 1 || cores === 2)
  )
    lines.push("No earth core is in it: not for charging a car. Do not use it.");
  if (outlet && amps && kind?.value === "outlet") {
    const { ratedAmps, name } = OUTLET_TYPES[outlet.value];
    if (amps.value > ratedAmps)
      lines.push(`${amps.value} A is printed, yet ${withArticle(name)} holds ${ratedAmps} A.`);
  }
  for (const { hour } of saidOf(tokens, "hour"))
    if (reading.in.volts && !keyOf(hour, reading.in.volts))
      lines.push(
        `Earth at ${hour} h does not go with ${[...new Set(reading.in.volts)].join("–")} V among the usual ones (4 h: 100–130 V, 6 h: 200–250 or 380–415 V, 9 h: 200–250 V three-phase).`,
      );
  const directIn = tokens.some(
    ({ side, said }) => side === "in" && said.what === "volts" && said.current === "DC",
  );
  if (directIn && kind?.value !== "car") lines.push("Direct current in: no outlet of a house gives that.");
  return lines;
}
