import { FLEXIBLE_GAUGES, FUEL_UNITS } from "@kettleback/core";
import { gaugeText } from "../../../format/words";
import type { Group } from "../field";
import { is, PHASES, NAME, OUTLETS, PLUGS, same } from "./choices";
import { STATE } from "./state";

export const cable: Group[] = [
  {
    title: "Cable",
    fields: [
      NAME,
      { path: "stationEnd", label: "Station end", type: "choice", choices: PLUGS },
      { path: "vehicleEnd", label: "Vehicle end", type: "choice", choices: PLUGS },
      { path: "phases", label: "Phases", type: "choice", choices: PHASES, numeric: true },
      { path: "amps", label: "Rated current", type: "number", unit: "A" },
      { path: "lengthM", label: "Length", type: "number", unit: "m" },
      {
        path: "gauge",
        term: "gauge",
        label: "Conductor",
        type: "choice",
        choices: same(FLEXIBLE_GAUGES, gaugeText),
      },
    ],
  },
  {
    title: "Mass and price",
    folded: true,
    fields: [
      { path: "massKg", label: "Mass", type: "number", unit: "kg", optional: true },
      { path: "price", label: "Price", type: "number", unit: "", optional: true },
    ],
  },
  STATE,
];

export const lead: Group[] = [
  {
    title: "Extension lead",
    fields: [
      NAME,
      { path: "plug", label: "Plug", type: "choice", choices: OUTLETS, sockets: {} },
      { path: "socket", label: "Socket", type: "choice", choices: OUTLETS, sockets: {} },
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
  STATE,
];

export const adapter: Group[] = [
  {
    title: "Adapter",
    fields: [
      NAME,
      { path: "from", label: "Takes", type: "choice", choices: PLUGS },
      { path: "to", label: "Becomes", type: "choice", choices: PLUGS },
      { path: "amps", label: "Rated current", type: "number", unit: "A" },
    ],
  },
  STATE,
];

export const fuelCar: Group[] = [
  {
    title: "Fuel car",
    fields: [
      NAME,
      { path: "uses", label: "It uses", type: "number", unit: "" },
      { path: "usesUnit", label: "Stated in", type: "choice", choices: same(FUEL_UNITS) },
    ],
  },
];

export const place: Group[] = [
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
      {
        path: "note",
        label: "Worth knowing",
        type: "text",
        optional: true,
        hint: "Who to ask, the gate's code, which bay.",
      },
    ],
  },
];
