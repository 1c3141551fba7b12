import { FIXED_GAUGES, SUPPLY_IDS, supplySystem, tapOf, type SupplyId } from "@kettleback/core";
import { gaugeText } from "../../../format/words";
import type { Group } from "../field";
import { is, NAME, OUTLETS, same } from "./choices";
import { LAST_TEST } from "./state";

export const outlet: Group[] = [
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
        path: "type",
        term: "outlet",
        label: "Socket type",
        type: "choice",
        choices: OUTLETS,
        sockets: { supply: "supply.system" },
        when: is("kind", "socket"),
      },
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
      { path: "circuit.breakerAmps", term: "circuit", label: "Breaker", type: "number", unit: "A" },
    ],
  },
  {
    title: "Its state",
    folded: true,
    fields: [
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
      ...LAST_TEST,
      { path: "planned", label: "Planned, not there yet", type: "tick", optional: true },
    ],
  },
  {
    title: "Supply and circuit",
    folded: true,
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
      {
        path: "supply.threePhases",
        term: "phase",
        label: "Three phases reach the board here",
        type: "tick",
        optional: true,
        hint: "One phase is taken as given otherwise: ways that need three are told apart.",
        when: (v) => tapOf(v["supply.system"] as SupplyId, "three") !== undefined && v["tap"] !== "three",
      },
      { path: "circuit.otherLoadAmps", label: "Other loads on the circuit", type: "number", unit: "A" },
      { path: "circuit.run", label: "I know the run from board to outlet", type: "tick" },
      {
        path: "circuit.run.gauge",
        term: "gauge",
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
      {
        path: "circuit.measuredOhms",
        label: "Resistance of one conductor, as sessions told it",
        type: "number",
        unit: "Ω",
        optional: true,
        hint: "It stands over what the run comes to; empty where nothing was measured.",
      },
    ],
  },
];
