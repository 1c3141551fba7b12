import { INLET_IDS, INLETS } from "@kettleback/core";
import type { Group } from "../field";
import { NAME, same } from "./choices";

export const car: Group[] = [
  {
    title: "Car",
    fields: [
      NAME,
      {
        path: "battery.usableWh",
        term: "battery",
        label: "Usable capacity",
        type: "number",
        unit: "kWh",
        scale: 1000,
        hint: "An amount: what fits between 0 % and 100 % as shown.",
        assumed: "capacity",
      },
      {
        path: "charger.limits",
        term: "charger",
        label: "Most amps on each phase",
        type: "pairs",
        key: {
          name: "phases",
          numeric: true,
          choices: [
            { value: "1", label: "on one phase" },
            { value: "2", label: "on two phases" },
            { value: "3", label: "on three phases" },
          ],
        },
        amount: { name: "amps", unit: "A" },
        hint: "Leave empty what it does not support.",
        assumed: "charger",
      },
      {
        path: "inlets",
        term: "inlet",
        label: "Inlets: what it takes",
        type: "ticks",
        choices: same(INLET_IDS, (id) => INLETS[id as never]["name"]),
      },
      { path: "whPerKm", label: "Economy", type: "economy", assumed: "economy" },
      { path: "assumed", label: "Assumed", type: "marks" },
    ],
  },
  {
    title: "From its papers",
    folded: "unless-new",
    fields: [{ path: "(papers)", label: "From its papers", type: "papers" }],
  },
  {
    title: "Onboard charger and own draw",
    folded: true,
    fields: [
      {
        path: "charger.settable",
        label: "I can set a lower current in the car",
        type: "tick",
        optional: true,
        hint: "In whole amps. Where the outlet holds less than the unit offers, the answer counts on it.",
      },
      {
        path: "ownDrawW",
        term: "ownDraw",
        label: "Own draw while charging",
        type: "number",
        unit: "W",
        hint: "Pumps and computers: usually 20 to 80 W in a motorcycle, 100 to 250 W in a small car, 150 to 400 W in a large one.",
        assumed: "ownDraw",
      },
      {
        path: "charger.efficiency",
        term: "efficiency",
        label: "Efficiency at rated power",
        type: "number",
        unit: "%",
        scale: 0.01,
        assumed: "efficiency",
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
        path: "charger.delta",
        label: "Can use three lines without a neutral",
        type: "tick",
        optional: true,
      },
      {
        path: "charger.listedPhasesOnly",
        label: "Charges only on the phase counts above",
        type: "tick",
        optional: true,
        hint: "Rare: most three-phase chargers also work on one phase.",
      },
    ],
  },
  {
    title: "Battery in detail",
    folded: true,
    fields: [
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
    folded: true,
    fields: [
      {
        path: "battery.acceptance",
        term: "taper",
        label: "What the battery accepts",
        type: "curve",
        capacity: "battery.usableWh",
        assumed: "acceptance",
      },
      {
        path: "battery.neverLimits",
        label: "It never limits, whatever comes",
        type: "tick",
        optional: true,
        hint: "Only where you know it: every pack falls away towards full.",
        when: (v) => (v["battery.acceptance"] as readonly unknown[] | undefined)?.length === 0,
      },
    ],
  },
];
