import { SOURCES } from "../../trade/sources";
import { receiptWorking } from "../tariff";
import {
  currentTerm,
  LINK_KINDS,
  LINK_WORDS,
  wordsOf,
  flowOn,
  type ChargingPath,
  type LinkKind,
} from "../path";
import { LOSS_CAUSES, storedFrom, varyingAt, type LossCause, type Slice } from "../session";
import { TERM_DIGITS, sumOf, term, type Step, type Tell, type Term, type Working } from "../../trade/working";
import type { Plan } from "./document";
import { pathOf, type Solution } from "./solve";

/** The answers of a path that can show their working. */
export const ANSWERS = ["flow", "battery", "wall", "ready", "lost", "cost", "range"] as const;
/** The answers a plan gives; each has its working. */
export type Answer = (typeof ANSWERS)[number];

/** A loss cause as people call it. */
export const CAUSE_WORDS: Record<LossCause, string> = {
  circuit: "house wiring",
  contacts: "plug contacts",
  lead: "extension lead",
  evse: "charging unit itself",
  cable: "cable",
  conversion: "conversion to DC in the car",
  ownDraw: "car's own draw while awake",
  battery: "battery resistance",
};

/** Collects what the solver tells while a piece of it runs again. */
function told(work: (tell: Tell) => void): Step[] {
  const steps: Step[] = [];
  work((step) => steps.push(step));
  return steps;
}

/** The steps by which the current at full flow was found. */
const flowSteps = ({ circuit, moment }: Solution): Step[] =>
  told((tell) => {
    const { way, volts } = moment.flow;
    flowOn(circuit, way, volts, circuit.setting?.amps ?? Infinity, tell);
  });

/** The walk back from the cells to the meter, at full flow. */
const balanceSteps = ({ circuit, moment }: Solution): Step[] =>
  told((tell) => varyingAt(circuit, moment.flow, moment.balance.stored, moment.soc, tell));

/** The way forward from the inlet to the cells, at full flow. */
const storedSteps = ({ circuit, moment }: Solution): Step[] =>
  told((tell) => storedFrom(circuit, moment.flow.inletW, moment.soc, tell));

/** Whether the battery, not the path, holds the power at full flow. */
const batteryBinds = ({ circuit, moment }: Solution): boolean =>
  circuit.links[moment.binding]!.kind === "battery";

const named = (path: ChargingPath, step: Step): Step => ({
  ...step,
  terms: step.terms.map((t) => {
    const kind = LINK_KINDS.find((k) => t.symbol === `I_${k}`);
    if (!kind) return t;
    const { name, why, source } = wordsOf(path, kind);
    return { ...t, name: `${name}: ${why}`, source };
  }),
});

function heldStep(s: Solution, path: ChargingPath): Step[] {
  const { circuit, moment } = s;
  const { phases } = moment.flow.way;
  const holds = circuit.links.filter((link) => link.role === "holds");
  if (holds.length === 0) return [];
  const terms = holds.map((link): Term => {
    const { name, why, source } = wordsOf(path, link.kind);
    return term(`I_${link.kind}`, `${name}: ${why}`, link.ampsOn[phases], "A", source);
  });
  return [
    {
      what: "What should be held for hours: nothing in these links enforces it",
      formula: `I_hold = min(${terms.map((t) => t.symbol).join(", ")})`,
      terms,
      result: term("I_hold", "holds", circuit.holds, "A"),
    },
  ];
}

function flow(s: Solution, plan: Plan): Working {
  const { circuit, moment } = s;
  const path = pathOf(plan);
  const found = flowSteps(s).map((step) => named(path, step));
  const direct = circuit.sign < 0;
  const I = currentTerm(circuit, moment.amps);
  const battery = batteryBinds(s)
    ? balanceSteps(s).filter((step) => step.result.symbol === "I" || step.result.symbol === "P_in")
    : [];
  const drawn: Step = direct
    ? {
        what: "Power into the inlet",
        formula: "P = U·I",
        terms: [term("U", "pack volts now", moment.flow.volts, "V", SOURCES.label), I],
        result: term("P", "at the inlet", moment.inletW, "W"),
      }
    : {
        what: "Power drawn through the path",
        formula: "P = n·U·I",
        terms: [
          term("n", "phases in use", moment.flow.way.phases, ""),
          term("U", "volts across a phase", moment.flow.way.volts, "V", voltsSource(plan)),
          I,
        ],
        result: term("P", "drawn", moment.balance.wall - moment.balance.evse, "W"),
      };
  const { setting } = circuit;
  return {
    title: "What flows",
    steps: [...heldStep(s, path), ...found, ...battery, drawn],
    notes: [
      direct
        ? `At the moment of full flow, ${percent(moment.soc)}; on direct current the flow changes all the way.`
        : "A car needs at least 6 A to charge at all (IEC 61851-1).",
      ...(setting
        ? [
            `Untouched it would pull ${Number(circuit.pulls.toFixed(1))} A: ${setting.by === "evse" ? plan.evse.name : plan.car.name} is taken as set to ${setting.amps} A.`,
          ]
        : []),
    ],
  };
}

const voltsSource = ({ outlet }: Plan) =>
  outlet.supply.measuredVolts === undefined ? SOURCES.nominal : SOURCES.measured;

const percent = (soc: number): string => `${Math.round(soc * 1000) / 10} %`;

function battery(s: Solution): Working {
  return {
    title: "Into the battery",
    steps: batteryBinds(s) ? [acceptedStep(s), ...balanceSteps(s)] : [inletStep(s), ...storedSteps(s)],
    notes: [`Power at full flow, ${percent(s.moment.soc)}; it falls where the battery tapers.`],
  };
}

function acceptedStep({ moment }: Solution): Step {
  const stored = term("P_b", "into the battery", moment.balance.stored, "W", SOURCES.taper);
  return {
    what: "What the battery accepts at this state of charge and temperature",
    formula: "P_b = P_acc",
    terms: [{ ...stored, symbol: "P_acc", name: "accepted" }],
    result: stored,
  };
}

function inletStep({ circuit, moment }: Solution): Step {
  const V = term(
    "V",
    circuit.sign > 0 ? "volts of the phases in use together" : "pack volts now",
    moment.flow.volts,
    "V",
  );
  const I = currentTerm(circuit, moment.flow.amps);
  const wires = [
    term("c", "conductors carrying current", moment.flow.way.conductors, ""),
    term("R_w", "resistance of one conductor, all links", circuit.ohms, "Ω"),
  ];
  return circuit.sign > 0
    ? {
        what: "What arrives at the inlet: drawn power less heat in wires and contacts",
        formula: "P_in = V·I − c·I²·R_w",
        terms: [V, I, ...wires],
        result: term("P_in", "at the inlet", moment.flow.inletW, "W"),
      }
    : {
        what: "What arrives at the inlet",
        formula: "P_in = V·I",
        terms: [V, I],
        result: term("P_in", "at the inlet", moment.flow.inletW, "W"),
      };
}

const energy = (symbol: string, name: string, value: number): Term => term(symbol, name, value, "Wh");

function wall(s: Solution): Working {
  return {
    title: "From the wall",
    steps: [
      ...balanceSteps(s),
      {
        what: "Energy at the meter over the session",
        formula: "E_wall = E_stored + E_lost",
        terms: [energy("E_stored", "stored", s.ledger.stored), energy("E_lost", "lost", s.ledger.lost)],
        result: energy("E_wall", "on the meter", s.ledger.wall),
      },
    ],
    notes: [],
  };
}

function ready(s: Solution, plan: Plan): Working {
  const { fromSoc } = plan.session;
  const toSoc = s.endsItself ?? plan.session.toSoc;
  const stretches = stretchesOf(s.whole.slices);
  const steps = stretches.map((slices, i) => stretchStep(slices, `t${i + 1}`));
  const parts = steps.map((step) => step.result);
  return {
    title: "Ready at",
    steps: [
      {
        what: "Energy to store",
        formula: "E = Q·(to − from)/100",
        terms: [
          term("Q", "usable capacity", plan.car.battery.usableWh, "Wh", SOURCES.label),
          term("from", "state of charge at the start", fromSoc * 100, "%"),
          term("to", s.endsItself === null ? "target" : "where the car ends by itself", toSoc * 100, "%"),
        ],
        result: energy("E", "to store", plan.car.battery.usableWh * (toSoc - fromSoc)),
      },
      ...steps,
      {
        what: "From plugging in to the target",
        formula: `t = ${sumOf(parts)}`,
        terms: parts,
        result: term("t", "time to the target", s.secondsToTarget / 3600, "h"),
      },
    ],
    notes: [
      `Times are in ${s.clock.zone}, clock changes included.`,
      ...s.clock.notes,
      ...(s.reached ? [] : ["Departure comes before the target is reached."]),
    ],
  };
}

/** Slices that follow one another under the same limit. */
function stretchesOf(slices: readonly Slice[]): Slice[][] {
  const groups: Slice[][] = [];
  for (const slice of slices) {
    const open = groups.at(-1);
    if (open?.at(-1)!.limitedBy === slice.limitedBy && open?.at(-1)!.to === slice.from) open.push(slice);
    else groups.push([slice]);
  }
  return groups;
}

function stretchStep(slices: readonly Slice[], symbol: string): Step {
  const [first, last] = [slices[0]!, slices.at(-1)!];
  const limits = `the ${LINK_WORDS[first.limitedBy as LinkKind]} limits`;
  const what = `From ${percent(first.fromSoc)} to ${percent(last.toSoc)}, ${limits}`;
  const hours = slices.reduce((sum, s) => sum + (s.to - s.from), 0) / 3600;
  const result = term(symbol, "time", hours, "h");
  const stored = slices.reduce((sum, s) => sum + s.stored, 0);
  if (slices.every((s) => s.startW === s.endW && s.startW === first.startW))
    return {
      what,
      formula: `${symbol} = E/P`,
      terms: [energy("E", "stored on the way", stored), term("P", "stored", first.startW, "W")],
      result,
    };
  if (straight(slices))
    return {
      what: `${what}, its power straight over the charge`,
      // Where the power hardly changes the logarithm of its digits says nothing; its limit does.
      formula:
        Math.abs(last.endW / first.startW - 1) < NEARLY_LEVEL
          ? `${symbol} = 2·E/(P1 + P2)`
          : `${symbol} = E/(P2 − P1)·ln(P2/P1)`,
      terms: [
        energy("E", "stored on the way", stored),
        term("P1", "stored at the start", first.startW, "W"),
        term("P2", "stored at the end", last.endW, "W"),
      ],
      result,
    };
  const terms = slices.map((s, i) =>
    term(
      `s${i + 1}`,
      `${percent(s.fromSoc)} to ${percent(s.toSoc)}, ${(s.startW / 1000).toFixed(2)} to ${(s.endW / 1000).toFixed(2)} kW`,
      (s.to - s.from) / 3600,
      "h",
    ),
  );
  return {
    what: `${what}; its power changes all the way`,
    formula: `${symbol} = ${sumOf(terms)}`,
    terms,
    result,
  };
}

/** Change of power below which its mean tells the time to every digit shown. */
const NEARLY_LEVEL = 0.015;
const STRAIGHT = 1e-9;

/** Whether power runs straight over charge, warm pack and all, through these slices. */
function straight(slices: readonly Slice[]): boolean {
  const [first, last] = [slices[0]!, slices.at(-1)!];
  if (first.limitedBy !== "battery" || first.fromC !== null) return false;
  const slope = (last.endW - first.startW) / (last.toSoc - first.fromSoc);
  return slices.every(
    (s) => Math.abs(first.startW + slope * (s.toSoc - first.fromSoc) - s.endW) <= STRAIGHT * first.startW,
  );
}

function lost(s: Solution): Working {
  const causes = LOSS_CAUSES.filter((cause) => s.ledger[cause] > 0).map((cause) =>
    energy(`E_${cause}`, CAUSE_WORDS[cause], s.ledger[cause]),
  );
  const E_lost = energy("E_lost", "lost", s.ledger.lost);
  return {
    title: "Lost on the way",
    steps: [
      {
        what: "Energy by cause over the session",
        formula: `E_lost = ${sumOf(causes) || "0"}`,
        terms: causes,
        result: E_lost,
      },
      {
        what: "Share of what the meter counts",
        formula: "p = 100·E_lost/E_wall",
        terms: [E_lost, energy("E_wall", "on the meter", s.ledger.wall)],
        result: term("p", "lost", s.ledger.wall > 0 ? (100 * s.ledger.lost) / s.ledger.wall : 0, "%"),
      },
    ],
    notes: [
      "The car's own draw runs for the whole session, so slow charging loses more.",
      ...(s.ledger.upstream > 0
        ? [
            `Another ${(s.ledger.upstream / 1000).toFixed(2)} kWh are lost in the station before the billed meter.`,
          ]
        : []),
    ],
  };
}

const cost = ({ bill }: Solution, plan: Plan): Working =>
  receiptWorking(bill, plan.tariff.name, plan.household.currency);

const shown = (value: number): number => Number(value.toPrecision(TERM_DIGITS));

function range(s: Solution, plan: Plan): Working {
  const economy = term("e", "economy", plan.car.whPerKm, "Wh/km", SOURCES.label);
  const stored = term("P_b", "into the battery", s.moment.balance.stored, "W");
  const wall = term("P_wall", "from the wall", s.moment.balance.wall, "W");
  return {
    title: "Range by the hour",
    steps: [
      {
        what: "Kilometres an hour of charging puts in the battery",
        formula: "v = P_b/e",
        terms: [stored, economy],
        result: term("v", "range an hour", s.range.kmPerHour, "km/h"),
      },
      {
        what: "The same counted at the wall, as people often quote it",
        formula: "v_wall = P_wall/e",
        terms: [wall, economy],
        result: term("v_wall", "range an hour, wall side", s.range.wallKmPerHour, "km/h"),
      },
      {
        what: "What separates the two: lost between the wall and the battery",
        formula: "P_lost = P_wall − P_b",
        terms: [wall, stored],
        // Of the two as they are shown: little is left of what is much alike.
        result: term("P_lost", "lost on the way", shown(wall.value) - shown(stored.value), "W"),
      },
    ],
    notes: [],
  };
}

const EXPLAINERS: Record<Answer, (s: Solution, plan: Plan) => Working> = {
  flow,
  battery,
  wall,
  ready,
  lost,
  cost,
  range,
};

/**
 * The working behind one answer of a solved plan: the steps the solver makes, with this case's numbers and the source
 * of each constant.
 * @example explain("wall", solution, plan).steps.length // 7
 */
export const explain = (answer: Answer, solution: Solution, plan: Plan): Working =>
  EXPLAINERS[answer](solution, plan);
