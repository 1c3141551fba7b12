import {
  CONNECTOR_IDS,
  CONNECTORS,
  FIXED_GAUGES,
  FLEXIBLE_GAUGES,
  INLET_IDS,
  INLETS,
  OUTLET_TYPE_IDS,
  outletType,
  SUPPLY_IDS,
  supplySystem,
  type Garage,
  type Kind,
} from "@kettleback/core";
import { gaugeText } from "../format/words";
import type { Choice, Field, Group, Values } from "./field";

const same = (list: readonly string[], name: (id: string) => string = (id) => id): Choice[] =>
  list.map((value) => ({ value, label: name(value) }));

const LANES: readonly Choice[] = [
  { value: "1", label: "1 lane (single-phase)" },
  { value: "3", label: "3 lanes (three-phase)" },
];
const OUTLETS = same(OUTLET_TYPE_IDS, (id) => outletType(id as never).name);
const PLUGS = same(CONNECTOR_IDS, (id) => CONNECTORS[id as never]["name"]);
const is = (path: string, value: unknown) => (values: Values) => values[path] === value;

const NAME: Field = { path: "name", label: "Name", type: "text" };

const car: Group[] = [
  { title: "Car", fields: [NAME, { path: "whPerKm", label: "Economy", type: "economy" }] },
  {
    title: "Battery",
    fields: [
      {
        path: "battery.usableWh",
        label: "Usable capacity",
        type: "number",
        unit: "kWh",
        scale: 1000,
        hint: "An amount: what fits between 0 % and 100 % as shown.",
      },
      {
        path: "(ampHours)",
        label: "Or: amp-hours at the pack voltage below",
        type: "ampHours",
        volts: "battery.packVolts",
        capacity: "battery.usableWh",
      },
      {
        path: "battery.grossWh",
        label: "Gross capacity",
        type: "number",
        unit: "kWh",
        scale: 1000,
        optional: true,
      },
      { path: "battery.packVolts", label: "Pack voltage, nominal", type: "number", unit: "V" },
      { path: "battery.emptyVolts", label: "Pack volts at 0 %", type: "number", unit: "V", optional: true },
      { path: "battery.fullVolts", label: "Pack volts at 100 %", type: "number", unit: "V", optional: true },
      {
        path: "battery.packOhms",
        label: "Pack resistance",
        type: "number",
        unit: "mΩ",
        scale: 0.001,
        hint: "50 to 150 mΩ is usual for a car.",
      },
    ],
  },
  {
    title: "What the battery accepts",
    fields: [
      {
        path: "battery.acceptance",
        label: "What the battery accepts",
        type: "curve",
        capacity: "battery.usableWh",
      },
    ],
  },
  {
    title: "Onboard charger (AC)",
    fields: [
      {
        path: "charger.limits",
        label: "Most amps on each lane",
        type: "pairs",
        key: {
          name: "lanes",
          numeric: true,
          choices: [
            { value: "1", label: "on one lane" },
            { value: "2", label: "on two lanes" },
            { value: "3", label: "on three lanes" },
          ],
        },
        amount: { name: "amps", unit: "A" },
        hint: "Leave empty what it does not support.",
      },
      {
        path: "charger.capW",
        label: "Overall cap",
        type: "number",
        unit: "kW",
        scale: 1000,
        optional: true,
        hint: "Only where the charger's kW is below its volts × amps.",
      },
      {
        path: "charger.efficiency",
        label: "Efficiency at rated power",
        type: "number",
        unit: "%",
        scale: 0.01,
      },
      {
        path: "charger.delta",
        label: "Can use three lines without a neutral",
        type: "tick",
        optional: true,
      },
      {
        path: "charger.settable",
        label: "I can set a lower current in the car",
        type: "tick",
        optional: true,
        hint: "In whole amps. Where the outlet holds less than the unit offers, the answer counts on it.",
      },
      {
        path: "charger.listedLanesOnly",
        label: "Charges only on the lane counts above",
        type: "tick",
        optional: true,
        hint: "Rare: most three-phase chargers also work on one lane.",
      },
      {
        path: "ownDrawW",
        label: "Own draw while charging",
        type: "number",
        unit: "W",
        hint: "Pumps and computers: 150 to 350 W is usual.",
      },
    ],
  },
  {
    title: "Inlets",
    fields: [
      {
        path: "inlets",
        label: "What it takes",
        type: "ticks",
        choices: same(INLET_IDS, (id) => INLETS[id as never]["name"]),
      },
    ],
  },
];

const supply: Group = {
  title: "Supply and circuit",
  fields: [
    {
      path: "supply.system",
      label: "Supply system",
      type: "choice",
      choices: same(SUPPLY_IDS, (id) => supplySystem(id as never).name),
    },
    {
      path: "supply.measuredVolts",
      label: "Measured voltage",
      type: "number",
      unit: "V",
      optional: true,
      hint: "Overrides the nominal voltage.",
    },
    { path: "circuit.breakerAmps", label: "Breaker", type: "number", unit: "A" },
    { path: "circuit.otherLoadAmps", label: "Other loads on the circuit", type: "number", unit: "A" },
    { path: "circuit.run", label: "I know the run from board to outlet", type: "tick" },
    {
      path: "circuit.run.gauge",
      label: "Conductor",
      type: "choice",
      choices: same(FIXED_GAUGES, gaugeText),
      when: (v) => v["circuit.run"] === true,
    },
    {
      path: "circuit.run.lengthM",
      label: "Length of the run",
      type: "number",
      unit: "m",
      when: (v) => v["circuit.run"] === true,
    },
    {
      path: "circuit.run.temperatureC",
      label: "Conductor temperature",
      type: "number",
      unit: "°C",
      when: (v) => v["circuit.run"] === true,
    },
  ],
};

const outlet: Group[] = [
  {
    title: "Outlet",
    fields: [
      NAME,
      {
        path: "kind",
        label: "Kind",
        type: "choice",
        choices: [
          { value: "socket", label: "Socket" },
          { value: "hardwired", label: "Wired-in unit" },
        ],
      },
      {
        path: "condition",
        label: "Wiring and outlet",
        type: "choice",
        choices: [
          { value: "sound", label: "sound, checked" },
          { value: "unknown", label: "old or unchecked" },
          { value: "worn", label: "loose, hot, discoloured or cracked" },
        ],
      },
      { path: "exposed", label: "Outdoors and not weatherproof", type: "tick" },
      { path: "type", label: "Socket type", type: "choice", choices: OUTLETS, when: is("kind", "socket") },
      {
        path: "tap",
        label: "Feeds it with",
        type: "choice",
        choices: [
          { value: "single", label: "ordinary single-phase voltage" },
          { value: "high", label: "line-to-line voltage (208 or 240 V)" },
          { value: "three", label: "three phases" },
        ],
        when: is("kind", "hardwired"),
      },
    ],
  },
  supply,
];

const unit: Group[] = [
  {
    title: "Charging unit",
    fields: [
      NAME,
      {
        path: "kind",
        label: "Kind",
        type: "choice",
        choices: [
          { value: "portable", label: "Portable, with plugs (mode 2)" },
          { value: "wallbox", label: "Wallbox (mode 3)" },
          { value: "post", label: "Public post (mode 3)" },
          { value: "rapid", label: "Rapid station (mode 4, DC)" },
        ],
      },
      { path: "lanes", label: "Lanes", type: "choice", choices: LANES, numeric: true },
      { path: "maxAmps", label: "Most it offers", type: "number", unit: "A" },
      { path: "setAmps", label: "It is left on", type: "number", unit: "A", optional: true },
      { path: "steps", label: "Steps it has", type: "numbers", unit: "A", hint: "Apart by commas: 6, 8, 10" },
      {
        path: "maxW",
        label: "Power on its sign",
        type: "number",
        unit: "kW",
        scale: 1000,
        when: is("kind", "rapid"),
      },
      { path: "maxVolts", label: "Highest voltage", type: "number", unit: "V", when: is("kind", "rapid") },
      {
        path: "minVolts",
        label: "Lowest voltage",
        type: "number",
        unit: "V",
        optional: true,
        when: is("kind", "rapid"),
      },
      { path: "shared", label: "Two plugs share its power", type: "tick", when: is("kind", "rapid") },
      {
        path: "rectifierEfficiency",
        label: "Efficiency of its rectifier",
        type: "number",
        unit: "%",
        scale: 0.01,
        when: is("kind", "rapid"),
      },
      { path: "standingW", label: "Its own draw", type: "number", unit: "W" },
      {
        path: "plugs",
        label: "Plugs, and the amps it holds with each",
        type: "pairs",
        key: { name: "type", choices: OUTLETS },
        amount: { name: "amps", unit: "A" },
        when: is("kind", "portable"),
      },
      {
        path: "knowsPlugs",
        label: "It knows which plug it has",
        type: "tick",
        hint: "It then offers no more than that plug holds; otherwise a plug limits nothing.",
        when: is("kind", "portable"),
      },
    ],
  },
  {
    title: "To the car",
    fields: [
      {
        path: "output.kind",
        label: "Cable",
        type: "choice",
        choices: [
          { value: "tethered", label: "its own, fixed" },
          { value: "socket", label: "bring your own" },
        ],
      },
      { path: "output.connector", label: "Connector", type: "choice", choices: PLUGS },
      {
        path: "output.lengthM",
        label: "Cable length",
        type: "number",
        unit: "m",
        when: is("output.kind", "tethered"),
      },
      {
        path: "output.gauge",
        label: "Conductor",
        type: "choice",
        choices: same(FLEXIBLE_GAUGES, gaugeText),
        when: is("output.kind", "tethered"),
      },
    ],
  },
];

const cable: Group[] = [
  {
    title: "Cable",
    fields: [
      NAME,
      { path: "stationEnd", label: "Station end", type: "choice", choices: PLUGS },
      { path: "vehicleEnd", label: "Vehicle end", type: "choice", choices: PLUGS },
      { path: "lanes", label: "Lanes", type: "choice", choices: LANES, numeric: true },
      { path: "amps", label: "Rated current", type: "number", unit: "A" },
      { path: "lengthM", label: "Length", type: "number", unit: "m" },
      { path: "gauge", label: "Conductor", type: "choice", choices: same(FLEXIBLE_GAUGES, gaugeText) },
      { path: "massKg", label: "Mass", type: "number", unit: "kg", optional: true },
      { path: "price", label: "Price", type: "number", unit: "", optional: true },
    ],
  },
];

const lead: Group[] = [
  {
    title: "Extension lead",
    fields: [
      NAME,
      { path: "plug", label: "Plug", type: "choice", choices: OUTLETS },
      { path: "socket", label: "Socket", type: "choice", choices: OUTLETS },
      { path: "amps", label: "Rated current", type: "number", unit: "A" },
      { path: "lengthM", label: "Length", type: "number", unit: "m" },
      { path: "coiled", label: "Used partly coiled", type: "tick" },
      { path: "chained", label: "Joined from two or more", type: "tick" },
      { path: "overBlock", label: "With a block or travel adapter in between", type: "tick" },
      {
        path: "resistance.by",
        label: "Resistance known by",
        type: "choice",
        choices: [
          { value: "conductor", label: "its conductor" },
          { value: "loop", label: "measured loop resistance" },
          { value: "meters", label: "two power meters" },
        ],
      },
      {
        path: "resistance.gauge",
        label: "Conductor",
        type: "choice",
        choices: same(FLEXIBLE_GAUGES, gaugeText),
        when: is("resistance.by", "conductor"),
      },
      {
        path: "resistance.loopOhms",
        label: "Loop resistance",
        type: "number",
        unit: "Ω",
        when: is("resistance.by", "loop"),
      },
      {
        path: "resistance.wattsIn",
        label: "Near meter reads",
        type: "number",
        unit: "W",
        when: is("resistance.by", "meters"),
      },
      {
        path: "resistance.wattsOut",
        label: "Far meter reads",
        type: "number",
        unit: "W",
        when: is("resistance.by", "meters"),
      },
      {
        path: "resistance.amps",
        label: "At a current of",
        type: "number",
        unit: "A",
        when: is("resistance.by", "meters"),
      },
    ],
  },
];

const adapter: Group[] = [
  {
    title: "Adapter",
    fields: [
      NAME,
      { path: "from", label: "Takes", type: "choice", choices: PLUGS },
      { path: "to", label: "Becomes", type: "choice", choices: PLUGS },
      { path: "amps", label: "Rated current", type: "number", unit: "A" },
    ],
  },
];

const place: Group[] = [
  {
    title: "Place",
    fields: [
      NAME,
      {
        path: "limitMinutes",
        label: "Longest stay",
        type: "number",
        unit: "minutes",
        optional: true,
        hint: "Only where the place limits it.",
      },
    ],
  },
];

/** The form of a kind of thing. Saved paths, line-ups and tariffs are edited in rooms of their own. */
export const groupsOf = (kind: Exclude<Kind, "paths" | "lineups" | "tariffs">): readonly Group[] =>
  ({
    cars: car,
    outlets: outlet,
    units: unit,
    cables: cable,
    leads: lead,
    adapters: adapter,
    places: place,
  })[kind];

/** What a thing of this kind belongs to: the label, whether it may be nothing, and the choices. */
export function parentChoices(
  kind: Kind,
  garage: Garage,
): { readonly label: string; readonly none: string | null; readonly choices: readonly Choice[] } | null {
  const named = (rows: readonly { id: string; spec: { name: string } }[]) =>
    rows.map(({ id, spec }) => ({ value: id, label: spec.name }));
  if (kind === "places") return { label: "Usual tariff", none: "none", choices: named(garage.tariffs) };
  if (kind === "outlets") return { label: "Place", none: null, choices: named(garage.places) };
  if (kind === "units")
    return {
      label: "Wired in at",
      none: "nowhere: it moves",
      choices: named(garage.outlets.filter((o) => o.spec.kind === "hardwired")),
    };
  return null;
}
