import { circuitAmps } from "../path";
import { conversionCurve, LOSS_CAUSES, type LossCause, type Segment } from "../session";
import { SOURCES } from "../sources";
import { amountOf } from "../units";
import { term, type Step, type Term, type Working } from "../working";
import type { Plan } from "./document";
import type { Solution } from "./solve";

export const ANSWERS = ["flow", "battery", "wall", "ready", "lost", "cost", "range"] as const;
/** The answers a plan gives; each has its working. */
export type Answer = (typeof ANSWERS)[number];

/** A loss cause as people call it. */
export const CAUSE_WORDS: Record<LossCause, string> = {
  circuit: "house wiring",
  contacts: "plug contacts",
  lead: "extension lead",
  unit: "charging unit itself",
  cable: "cable",
  conversion: "conversion to DC in the car",
  ownDraw: "car's own draw while awake",
  battery: "battery resistance",
};

const W = (symbol: string, name: string, value: number, source = SOURCES.arithmetic): Term =>
  term(symbol, name, value, "W", source);

function flow({ point }: Solution, plan: Plan): Working {
  const amps = term("I", "current on each lane", point.amps, "A", SOURCES.arithmetic);
  const least: Step = {
    what: "The least of the links' amps on the lanes in use",
    formula:
      point.boundBy === "amps" || point.boundBy === "lanes" ? "I = min over links" : "I lowered, see below",
    terms: point.links.map((link) =>
      term("", `${link.name}: ${link.why}`, link.ceilingAmps, "A", link.source),
    ),
    result: amps,
  };
  const bound: Step[] = [];
  if (point.boundBy === "charger-cap")
    bound.push({
      what: "The charger's cap on AC power lowers the current",
      formula: "n·U·I − c·R·I² = cap",
      terms: [W("cap", "onboard charger's AC cap", plan.car.charger.capW!, SOURCES.label)],
      result: amps,
    });
  if (point.boundBy === "voltage-sag")
    bound.push({
      what: "The charger backs off where the inlet falls to 80 % of the supply",
      formula: "c·R·I / n = 0.2·U",
      terms: [term("R", "one conductor, all links", point.ohms, "Ω", SOURCES.sag)],
      result: amps,
    });
  return {
    title: "What flows",
    steps: [
      least,
      ...bound,
      {
        what: "Power drawn through the path",
        formula: "P = n·U·I",
        terms: [
          term("n", "lanes in use", point.lanes, "", SOURCES.arithmetic),
          term("U", "volts across a lane", point.volts, "V", SOURCES.label),
          amps,
        ],
        result: W("P", "drawn", point.drawnW),
      },
    ],
    notes: [
      ...(point.current === "DC"
        ? ["At the state of charge it starts from; on direct current the flow changes all the way."]
        : [
            `The circuit holds ${circuitAmps(plan.outlet)} A for hours.`,
            "A car needs at least 6 A to charge at all (IEC 61851-1).",
          ]),
    ],
  };
}

function battery(s: Solution, plan: Plan): Working {
  const { point, atFlow } = s;
  const { a, b, c } = conversionCurve(plan.car);
  const conversion: Step[] =
    point.current === "DC"
      ? []
      : [
          {
            what: "Loss in the onboard charger",
            formula: "a + b·P + c·P²",
            terms: [
              W("P", "at the inlet", atFlow.conversion + atFlow.ownDraw + atFlow.battery + atFlow.stored),
              W("a", "standing part", a, SOURCES.efficiency),
              term("b", "proportional part", b, "", SOURCES.efficiency),
              term("c", "rising part", c, "1/W", SOURCES.efficiency),
            ],
            result: W("", "conversion loss", atFlow.conversion),
          },
        ];
  return {
    title: "Into the battery",
    steps: [
      {
        what: "Heat in the wires and contacts",
        formula: "P_heat = c·I²·R",
        terms: [
          term("c", "conductors carrying current", point.conductors, "", SOURCES.arithmetic),
          term(
            "I",
            "current at full flow",
            Math.sqrt(wireHeat(s) / (point.conductors * point.ohms || 1)),
            "A",
          ),
          term("R", "one conductor, all links", point.ohms, "Ω", SOURCES.flexible),
        ],
        result: W("P_heat", "heat", wireHeat(s)),
      },
      ...conversion,
      {
        what: "Battery resistance",
        formula: "(P_b/U_pack)²·R_pack",
        terms: [
          term("U_pack", "nominal pack volts", plan.car.battery.packVolts, "V", SOURCES.label),
          term("R_pack", "pack resistance", plan.car.battery.packOhms, "Ω", SOURCES.label),
        ],
        result: W("", "pack heat", atFlow.battery),
      },
      {
        what: "What raises the state of charge",
        formula: "P_b = P_wall − all losses",
        terms: [
          W("P_wall", "from the wall", atFlow.wall),
          W("", "car's own draw", atFlow.ownDraw, SOURCES.ownDraw),
        ],
        result: W("P_b", "into the battery", atFlow.stored),
      },
    ],
    notes: ["Power at full flow; it falls where the battery tapers."],
  };
}

const wireHeat = ({ atFlow }: Solution): number =>
  atFlow.circuit + atFlow.contacts + atFlow.lead + atFlow.cable;

function wall(s: Solution): Working {
  return {
    title: "From the wall",
    steps: [
      {
        what: "Power at the meter at full flow",
        formula: "P_wall = n·U·I + unit's standing draw",
        terms: [
          W("n·U·I", "drawn through the path", s.atFlow.wall - s.atFlow.unit),
          W("", "unit itself", s.atFlow.unit, SOURCES.practice),
        ],
        result: W("P_wall", "from the wall", s.atFlow.wall),
      },
      {
        what: "Energy at the meter over the session",
        formula: "E_wall = E_stored + all losses",
        terms: [term("E_stored", "stored", s.ledger.stored, "Wh"), term("", "lost", s.ledger.lost, "Wh")],
        result: term("E_wall", "on the meter", s.ledger.wall, "Wh"),
      },
    ],
    notes: [],
  };
}

function ready(s: Solution, plan: Plan): Working {
  const { fromSoc, toSoc } = plan.session;
  const steps: Step[] = [
    {
      what: "Energy to store",
      formula: "E = capacity × (to − from)",
      terms: [
        term("", "usable capacity", plan.car.battery.usableWh, "Wh", SOURCES.label),
        term("from", "state of charge at the start", fromSoc * 100, "%"),
        term("to", "target", toSoc * 100, "%"),
      ],
      result: term("E", "to store", plan.car.battery.usableWh * (toSoc - fromSoc), "Wh"),
    },
    ...stretches(s),
  ];
  return {
    title: "Ready at",
    steps,
    notes: [
      `Times are in ${plan.household.timeZone}, clock changes included.`,
      ...(s.reached ? [] : ["Departure comes before the target is reached."]),
    ],
  };
}

/** Steps of a march are told together, as long as the same side limits. */
const TOLD_APART = 12;

function stretches({ segments }: Solution): Step[] {
  const told = segments.length <= TOLD_APART ? segments.map((s) => [s]) : groupedByLimit(segments);
  return told.map((run): Step => {
    const [first, last] = [run[0]!, run.at(-1)!];
    const level = first.startW === last.endW;
    return {
      what: `From ${percent(first.fromSoc)} to ${percent(last.toSoc)}, the ${first.limitedBy} limits`,
      formula:
        run.length > 1 ? "t = Σ E/P over small steps" : level ? "t = E/P" : "t = E/(P₂ − P₁)·ln(P₂/P₁)",
      terms: level
        ? [W("P", "stored", first.startW)]
        : [W("P₁", "stored at the start", first.startW), W("P₂", "stored at the end", last.endW)],
      result: term("t", "time", run.reduce((sum, s) => sum + s.seconds, 0) / 3600, "h"),
    };
  });
}

function groupedByLimit(segments: readonly Segment[]): Segment[][] {
  const groups: Segment[][] = [];
  for (const s of segments) {
    const open = groups.at(-1);
    if (open && open[0]!.limitedBy === s.limitedBy) open.push(s);
    else groups.push([s]);
  }
  return groups;
}

const percent = (soc: number): string => `${Math.round(soc * 1000) / 10} %`;

function lost(s: Solution): Working {
  return {
    title: "Lost on the way",
    steps: [
      {
        what: "Energy by cause over the session",
        formula: "E_lost = Σ causes = E_wall − E_stored",
        terms: LOSS_CAUSES.map((cause) => term("", CAUSE_WORDS[cause], s.ledger[cause], "Wh")),
        result: term("E_lost", "lost", s.ledger.lost, "Wh"),
      },
      {
        what: "Share of what the meter counts",
        formula: "E_lost/E_wall",
        terms: [term("E_wall", "on the meter", s.ledger.wall, "Wh")],
        result: term("", "lost", s.ledger.wall > 0 ? (100 * s.ledger.lost) / s.ledger.wall : 0, "%"),
      },
    ],
    notes: ["The car's own draw runs for the whole session, so slow charging loses more."],
  };
}

function cost(s: Solution, plan: Plan): Working {
  const { currency } = plan.household;
  return {
    title: "Cost",
    steps: [
      {
        what: "Energy at the meter at the tariff's price",
        formula: "cost = E_wall × price + fee",
        terms: [
          term("E_wall", "on the meter", s.ledger.wall / 1000, "kWh"),
          term("price", plan.tariff.name, plan.tariff.perKWh, `${currency}/kWh`, SOURCES.label),
          term("fee", "a session", plan.tariff.perSession, currency, SOURCES.label),
        ],
        result: term("", "cost of the session", amountOf(s.cost.total), currency),
      },
      {
        what: "Of that, for energy that never reached the cells",
        formula: "E_lost × price",
        terms: [term("E_lost", "lost", s.ledger.lost / 1000, "kWh")],
        result: term("", "lost in money", amountOf(s.cost.lost), currency),
      },
    ],
    notes: plan.tariff.perKWh < 0 ? ["The price is below zero: the tariff pays for what you take."] : [],
  };
}

function range(s: Solution, plan: Plan): Working {
  const economy = term("", "economy", plan.car.whPerKm, "Wh/km", SOURCES.label);
  return {
    title: "Range by the hour",
    steps: [
      {
        what: "Kilometres an hour of charging puts in the battery",
        formula: "P_b/economy",
        terms: [W("P_b", "into the battery", s.atFlow.stored), economy],
        result: term("", "range an hour", s.range.kmPerHour, "km/h"),
      },
      {
        what: "The same counted at the wall, as people often quote it",
        formula: "P_wall/economy",
        terms: [W("P_wall", "from the wall", s.atFlow.wall), economy],
        result: term("", "range an hour, wall side", s.range.wallKmPerHour, "km/h"),
      },
    ],
    notes: [],
  };
}

/** The working behind one answer of a solved plan: formulas, this case's numbers, and the source of each constant. */
export const explain = (answer: Answer, solution: Solution, plan: Plan): Working =>
  EXPLAINERS[answer](solution, plan);

const EXPLAINERS: Record<Answer, (s: Solution, plan: Plan) => Working> = {
  flow,
  battery,
  wall,
  ready,
  lost,
  cost,
  range,
};
