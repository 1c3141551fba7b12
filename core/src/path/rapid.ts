import { CONNECTORS, INLETS, inletFor } from "../connectors";
import { cableOhms, packVoltsAt, type RapidStation } from "../parts";
import { SOURCES } from "../sources";
import { watts, type Fraction } from "../units";
import type { ChargingPath } from "./describe";
import { sameOnEachLane, type FlowingLink, type Link } from "./link";
import { CONTACT_OHMS } from "./links";
import type { OperatingPoint } from "./operate";

/** What a station gives now: all of it, or half while a second car draws on it. */
export const stationNow = (station: RapidStation, otherBusy: boolean) => {
  const share = station.shared && otherBusy ? 0.5 : 1;
  return { maxW: station.maxW * share, maxAmps: station.maxAmps * share };
};

/** Resistance of one conductor from the station's contactor to the pack. */
export const rapidOhms = (station: RapidStation): number => cableOhms(station.output) + CONTACT_OHMS;

const link = (l: Omit<Link, "lanes" | "ampsOn"> & { amps: number }): Link => {
  const { amps, ...rest } = l;
  return { ...rest, lanes: 1, ampsOn: sameOnEachLane(1, amps) };
};

/**
 * The operating point of a rapid (DC) path at a state of charge: the least of what the station's power and amps
 * give at that pack voltage, what cable, adapter and inlet carry, and what the battery accepts.
 * @param acceptedW what the battery takes at its terminals; undefined for one that never limits
 */
export function operateRapid(
  path: ChargingPath,
  station: RapidStation,
  soc: Fraction,
  acceptedW: number | undefined,
): OperatingPoint {
  const { car, adapter, settings } = path;
  const volts = packVoltsAt(car.battery, soc);
  const { maxW, maxAmps } = stationNow(station, settings?.otherBusy ?? false);
  const plug = adapter?.to ?? station.output.connector;
  const inlet = inletFor(plug, car.inlets)!;
  const sharing = maxW < station.maxW ? ", shared with the car beside" : "";
  const links: Link[] = [
    link({
      kind: "unit",
      name: station.name,
      amps: Math.min(maxAmps, maxW / volts),
      why: `${Math.round(maxW / 1000)} kW on its sign, ${Math.round(maxAmps)} A at most${sharing}; at ${Math.round(volts)} V of pack the less of the two`,
      source: SOURCES.label,
      ohms: 0,
    }),
    link({
      kind: "cable",
      name: `${station.name}’s own cable`,
      amps: station.maxAmps,
      why: `made for the station's ${station.maxAmps} A`,
      source: SOURCES.label,
      ohms: rapidOhms(station),
    }),
    ...(adapter
      ? [
          link({
            kind: "adapter",
            name: adapter.name,
            amps: adapter.amps,
            why: `rated ${adapter.amps} A`,
            source: SOURCES.label,
            ohms: 0,
          }),
        ]
      : []),
    link({
      kind: "inlet",
      name: INLETS[inlet].name,
      amps: CONNECTORS[plug].amps,
      why: `the most its contacts are made for (${CONNECTORS[plug].standard})`,
      source: SOURCES.rating,
      ohms: 0,
    }),
    ...(acceptedW === undefined
      ? []
      : [
          link({
            kind: "battery",
            name: car.name,
            amps: acceptedW / volts,
            why: "what the battery accepts at this state of charge",
            source: SOURCES.label,
            ohms: 0,
          }),
        ]),
  ];
  let amps = Infinity;
  for (const l of links) amps = Math.min(amps, l.ampsOn[1]);
  let ohms = 0;
  for (const l of links) ohms += l.ohms;
  const flowing = links.map((l): FlowingLink => ({
    ...l,
    ceilingAmps: l.ampsOn[1],
    ceilingW: watts(l.ampsOn[1] * volts),
    lossW: watts(2 * amps * amps * l.ohms),
  }));
  const order = flowing
    .map((_, i) => i)
    .sort((a, b) => flowing[a]!.ceilingAmps - flowing[b]!.ceilingAmps || a - b);
  const inletW = watts(amps * volts);
  return {
    current: "DC",
    volts,
    lanes: 1,
    conductors: 2,
    amps,
    ohms,
    dropVolts: 2 * amps * ohms,
    drawnW: watts(inletW + 2 * amps * amps * ohms),
    inletW,
    links: flowing,
    binding: order[0]!,
    runnerUp: order[1]!,
    boundBy: "amps",
    liveLanes: 1,
  };
}
