import { FLEXIBLE_GAUGES } from "@kettleback/core";
import { gaugeText } from "../../../format/words";
import type { Group, Values } from "../field";
import { is, isNot, PHASES, NAME, OUTLETS, PLUGS, same } from "./choices";
import { STATE } from "./state";

/** A rapid station always has a cable of its own. */
const tethered = (values: Values) => values["kind"] === "rapid" || values["output.kind"] === "tethered";

export const evse: Group[] = [
  {
    title: "Charging unit",
    fields: [
      NAME,
      {
        path: "kind",
        term: "mode",
        label: "Kind",
        type: "choice",
        choices: [
          { value: "portable", label: "Portable, with plugs (mode 2)" },
          { value: "wallbox", label: "Wallbox (mode 3)" },
          { value: "post", label: "Public post (mode 3)" },
          { value: "rapid", label: "Rapid station (mode 4, DC)" },
        ],
      },
      {
        path: "phases",
        term: "phase",
        label: "Phases",
        type: "choice",
        choices: PHASES,
        numeric: true,
        when: isNot("kind", "rapid"),
        otherwise: 1,
      },
      { path: "maxAmps", label: "Most it offers", type: "number", unit: "A" },
      {
        path: "maxW",
        label: "Power on its sign",
        type: "number",
        unit: "kW",
        scale: 1000,
        when: is("kind", "rapid"),
      },
      {
        path: "plugs",
        label: "Plugs, and the amps it holds with each",
        type: "pairs",
        key: { name: "type", choices: OUTLETS },
        amount: { name: "amps", unit: "A" },
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
        when: isNot("kind", "rapid"),
        otherwise: "tethered",
      },
      { path: "output.connector", term: "type", label: "Connector", type: "choice", choices: PLUGS },
      {
        path: "output.lengthM",
        label: "Cable length",
        type: "number",
        unit: "m",
        when: tethered,
      },
      {
        path: "output.gauge",
        label: "Conductor",
        type: "choice",
        choices: same(FLEXIBLE_GAUGES, gaugeText),
        when: tethered,
      },
    ],
  },
  {
    title: "Settings and own draw",
    folded: true,
    fields: [
      {
        path: "setAmps",
        label: "It is left on",
        type: "number",
        unit: "A",
        optional: true,
        when: isNot("kind", "rapid"),
      },
      {
        path: "howSet",
        label: "How its current is set",
        type: "text",
        optional: true,
        hint: "In your own words: turn the dial under the lid, hold the button for 5 s.",
        when: isNot("kind", "rapid"),
      },
      {
        path: "lights",
        label: "What its lights mean",
        type: "lines",
        hint: "A line each, off its manual: green steady: ready. Red, two blinks: no earth.",
      },
      {
        path: "planned",
        label: "Planned, not there yet",
        type: "tick",
        optional: true,
      },
      {
        path: "setLocked",
        label: "Only an installer can change that",
        type: "tick",
        optional: true,
        hint: "Behind a cover, a tool or a password: only then a smaller breaker may count on it.",
        when: (v) => (v["kind"] === "wallbox" || v["kind"] === "post") && Boolean(v["setAmps"]),
      },
      {
        path: "steps",
        term: "pilot",
        label: "Steps it has",
        type: "numbers",
        unit: "A",
        hint: "Apart by commas: 6, 8, 10",
        when: isNot("kind", "rapid"),
        otherwise: [],
      },
      {
        path: "knowsPlugs",
        label: "It knows which plug it has",
        type: "tick",
        hint: "It then offers no more than that plug holds; otherwise a plug limits nothing.",
        when: is("kind", "portable"),
      },
      { path: "standingW", label: "Its own draw", type: "number", unit: "W" },
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
    ],
  },
  STATE,
];
