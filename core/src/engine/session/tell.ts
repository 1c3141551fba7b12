import { currentTerm, type Circuit, type PhaseWay } from "../path";
import { SOURCES } from "../../trade/sources";
import { term, type Tell, type Term } from "../../trade/working";

const W = (symbol: string, name: string, value: number, source?: Term["source"]): Term =>
  term(symbol, name, value, "W", source);

const own = (circuit: Circuit): Term =>
  W(
    "P_own",
    circuit.heatingW > 0 ? "car's own draw and heating" : "car's own draw",
    circuit.ownDrawW,
    SOURCES.ownDraw,
  );

const curve = ({ conversion: { a, b, c } }: Circuit): Term[] => [
  term("a", "standing part of the conversion loss", a, "W", SOURCES.efficiency),
  term("b", "proportional part", b, "", SOURCES.efficiency),
  term("d", "rising part", c, "1/W", SOURCES.efficiency),
];

const pack = (circuit: Circuit, volts: number): Term[] => [
  term("U", circuit.sign > 0 ? "nominal pack volts" : "pack volts now", volts, "V", SOURCES.label),
  term("R", "resistance of the pack", circuit.pack.ohms, "Ω", SOURCES.label),
];

interface Stored {
  readonly inletW: number;
  readonly conversion: number;
  readonly net: number;
  readonly volts: number;
  readonly stored: number;
}

/** Tells what becomes of the inlet's power on its way into the cells. */
export function tellStored(tell: Tell, circuit: Circuit, s: Stored): void {
  const P = W("P_in", "at the inlet", s.inletW);
  const direct = circuit.sign < 0;
  if (!direct)
    tell({
      what: "Loss in the onboard charger",
      formula: "P_conv = a + b·P_in + d·P_in²",
      terms: [P, ...curve(circuit)],
      result: W("P_conv", "conversion loss", s.conversion),
    });
  tell({
    what: "What reaches the pack",
    formula: direct ? "P_net = P_in − P_own" : "P_net = P_in − P_conv − P_own",
    terms: direct ? [P, own(circuit)] : [P, W("P_conv", "conversion loss", s.conversion), own(circuit)],
    result: W("P_net", "at the pack", s.net),
  });
  tell({
    what: "What raises the state of charge: the rest heats the pack",
    formula: "P_b = 2·P_net/(1 + √(1 + 4·R·P_net/U²))",
    terms: [W("P_net", "at the pack", s.net), ...pack(circuit, s.volts)],
    result: W("P_b", "into the battery", s.stored),
  });
}

interface Balance {
  readonly stored: number;
  readonly battery: number;
  readonly packVolts: number;
  readonly dc: number;
  readonly inlet: number;
  readonly amps: number;
  readonly heat: number;
  readonly way: PhaseWay;
  readonly fixed: number;
}

/** Tells the walk back from the cells to the meter. */
export function tellBalance(tell: Tell, circuit: Circuit, s: Balance): void {
  const direct = circuit.sign < 0;
  const P_b = W("P_b", "into the battery", s.stored);
  const P_pack = W("P_pack", "heat in the pack", s.battery);
  const P_in = W("P_in", "at the inlet", s.inlet);
  const I = currentTerm(circuit, s.amps);
  const wires = [
    term("c", "conductors carrying current", s.way.conductors, ""),
    I,
    term("R_w", "resistance of one conductor, all links", circuit.ohms, "Ω"),
  ];
  const P_heat = W("P_heat", "heat in wires and contacts", s.heat * circuit.ohms);
  const P_unit = W("P_unit", "charging unit itself", circuit.standingW, SOURCES.practice);
  tell({
    what: "Heat in the pack while this is stored",
    formula: "P_pack = (P_b/U)²·R",
    terms: [P_b, ...pack(circuit, s.packVolts)],
    result: P_pack,
  });
  const P_dc = W("P_dc", "behind the conversion", s.dc);
  tell({
    what: direct ? "What the inlet takes" : "What the onboard charger gives",
    formula: direct ? "P_in = P_b + P_pack + P_own" : "P_dc = P_b + P_pack + P_own",
    terms: [P_b, P_pack, own(circuit)],
    result: direct ? P_in : P_dc,
  });
  if (!direct)
    tell({
      what: "What it takes for that: its loss is a + b·P + d·P²",
      formula: "P_in = 2·(P_dc + a)/(1 − b + √((1 − b)² − 4·d·(P_dc + a)))",
      terms: [P_dc, ...curve(circuit)],
      result: P_in,
    });
  tell(
    direct
      ? {
          what: "Current into the pack",
          formula: "I = P_in/V",
          terms: [P_in, term("V", "pack volts now", s.packVolts, "V", SOURCES.label)],
          result: I,
        }
      : {
          what: "Current on each phase, the voltage drop counted",
          formula: "I = 2·P_in/(V + √(V² − 4·c·R_w·P_in))",
          terms: [P_in, term("V", "volts of the phases in use together", s.fixed, "V"), wires[0]!, wires[2]!],
          result: I,
        },
  );
  tell({
    what: "Heat in the wires and contacts",
    formula: "P_heat = c·I²·R_w",
    terms: wires,
    result: P_heat,
  });
  tell({
    what: direct ? "At the billed meter, the station's DC output" : "At the meter",
    formula: direct ? "P_wall = P_in + P_heat" : "P_wall = P_in + P_heat + P_unit",
    terms: direct ? [P_in, P_heat] : [P_in, P_heat, P_unit],
    result: W("P_wall", "from the wall", s.inlet + P_heat.value + circuit.standingW),
  });
}
