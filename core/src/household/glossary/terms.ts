/** The two worlds the trade is spoken of in: North America, and everywhere else. */
export type World = "nec" | "iec";

/** A word of the trade: how it is called first in each world, what else it is called, and what it means with its number. */
export interface GlossaryTerm {
  readonly name: Readonly<Record<World, string>>;
  readonly also: readonly string[];
  /** Two lines at most. */
  readonly means: string;
  /** The number that goes with it. */
  readonly number: string;
  readonly source: string;
}

const term = (
  iec: string,
  nec: string,
  also: readonly string[],
  means: string,
  number: string,
  source: string,
): GlossaryTerm => ({
  name: { iec, nec },
  also,
  means,
  number,
  source,
});
const same = (
  name: string,
  also: readonly string[],
  means: string,
  number: string,
  source: string,
): GlossaryTerm => term(name, name, also, means, number, source);

/** The one glossary. Numbers as they are computed with here. */
export const TERMS = {
  kW: same(
    "kW, kilowatt",
    ["power"],
    "A rate: how fast energy flows at this moment, like litres a minute.",
    "A kettle draws about 2 kW, a wall socket gives a car 2 to 3 kW.",
    "SI",
  ),
  kWh: same(
    "kWh, kilowatt-hour",
    ["energy", "unit of electricity"],
    "An amount: what flowed in all, like litres. The battery holds it and the bill counts it.",
    "1 kW for an hour is 1 kWh; a car drives 5 to 7 km on it.",
    "SI",
  ),
  phase: same(
    "phase",
    ["phase", "live conductor", "leg"],
    "One live way through the path, with its return. Kettleback draws it as wide as its amps.",
    "One phase of 32 A at 230 V carries 7.4 kW; three phases of 16 A carry 11 kW.",
    "Kettleback’s own word",
  ),
  narrowest: same(
    "narrowest link",
    ["bottleneck"],
    "What holds the current down: everything after it only passes on what it lets through.",
    "The least of all ampere ceilings, on the phases they share.",
    "Kettleback’s own word",
  ),
  outlet: term(
    "socket",
    "outlet",
    ["outlet", "socket", "receptacle"],
    "What a plug goes into at the wall. How much it may give for hours is less than what is moulded on it.",
    "A 16 A wall socket: 10 A for hours; a 15 A receptacle: 12 A.",
    "common practice; NEC 210.21(B)",
  ),
  circuit: same(
    "circuit",
    ["breaker", "run"],
    "The breaker at the board and the wire from there. The wire must stand what the breaker lets through.",
    "North America: 80 % of the breaker for hours. Elsewhere all of it.",
    "NEC 625.41; IEC 60364",
  ),
  earth: term(
    "earth",
    "ground",
    ["earth", "ground", "PE"],
    "The safety conductor: a fault flows back through it and trips the breaker. No car may be charged without it.",
    "A unit that feels no earth refuses to start.",
    "IEC 61851-1; NEC 250",
  ),
  evse: term(
    "charging unit",
    "charging unit",
    ["EVSE", "charger (wrongly)", "wallbox", "post"],
    "Tells the car how much it may draw and closes the contact. The charger itself sits in the car.",
    "6 to 80 A on AC.",
    "IEC 61851-1, SAE J1772",
  ),
  charger: same(
    "onboard charger",
    ["OBC"],
    "In the car: turns AC into DC for the battery. It limits what any AC post can give.",
    "Usually 1 × 32 A or 3 × 16 A; 24 to 48 A in North America.",
    "common practice",
  ),
  pilot: same(
    "pilot",
    ["CP", "control pilot"],
    "The signal by which the unit tells the car how many amps it may draw: a square wave whose width is the message.",
    "10 % of width is 6 A, 50 % is 30 A.",
    "IEC 61851-1 annex A, SAE J1772",
  ),
  proximity: same(
    "proximity",
    ["PP", "plug present"],
    "A resistor in the plug: says how much the cable may carry, and that it is plugged in.",
    "1500, 680, 220, 100 Ω are 13, 20, 32, 63 A.",
    "IEC 62196-2",
  ),
  mode: term(
    "mode",
    "level",
    ["mode 2", "mode 3", "mode 4", "Level 1", "Level 2"],
    "How the car is fed. Mode 2: from a socket through a box in the cable. Mode 3: a unit wired in. Mode 4: rapid, DC.",
    "Level 1 is 120 V, Level 2 is 208 or 240 V; both may be mode 2 or 3.",
    "IEC 61851-1; SAE J1772",
  ),
  type: same(
    "type",
    ["Type 1", "Type 2", "connector"],
    "The shape of the plug at the car. A Type 1 carries one phase, a Type 2 up to three.",
    "Type 1 up to 80 A, Type 2 up to 63 A a phase.",
    "SAE J1772; IEC 62196-2",
  ),
  dc: same(
    "rapid charging",
    ["DC", "fast charging", "mode 4"],
    "The station turns AC into DC itself and feeds the battery straight. Amps × pack volts is what comes, not the sign.",
    "125 A into a 360 V pack is 45 kW from a 50 kW station.",
    "arithmetic",
  ),
  cable: same(
    "charging cable",
    ["lead to the car"],
    "Between a socketed post and the car. Its cores say how many phases it has, its resistor how many amps.",
    "5 cores: three phases; 3 cores: one.",
    "IEC 62196-2",
  ),
  lead: same(
    "extension lead",
    ["cord", "reel"],
    "A lengthened wall socket: it loses volts, warms, and coiled it burns.",
    "25 m of 1.5 mm² at 10 A lose about 7 V and 70 W.",
    "IEC 60228",
  ),
  gauge: term(
    "mm²",
    "AWG",
    ["cross-section", "gauge", "conductor"],
    "How thick the copper is. Thicker loses less: in AWG the smaller number is the thicker wire.",
    "10 AWG is about 5.3 mm², 6 AWG 13.3 mm².",
    "ASTM B258; IEC 60228",
  ),
  drop: same(
    "voltage drop",
    ["sag"],
    "What wires and contacts take off the volts on the way. It grows with amps and length, its heat with amps squared.",
    "Above 3 % on the way to a car look for the reason.",
    "common practice",
  ),
  inlet: same(
    "inlet",
    ["port"],
    "The socket of the car. A combined one takes the AC plug of its type in its upper part.",
    "CCS2 takes a Type 2 plug, CCS1 a Type 1.",
    "IEC 62196-3",
  ),
  battery: same(
    "usable battery",
    ["capacity", "net", "gross"],
    "What fits between 0 and 100 % as shown. The cells hold a little more, which the car keeps back.",
    "Usable is usually 90 to 95 % of gross.",
    "common practice",
  ),
  soc: same(
    "state of charge",
    ["SoC", "per cent"],
    "How full the battery is, in per cent of what is usable.",
    "20 to 80 % of 60 kWh is 36 kWh.",
    "arithmetic",
  ),
  taper: same(
    "taper",
    ["charging curve", "acceptance"],
    "A fuller battery accepts less. It hardly matters at home and decides at a rapid station.",
    "Most rapid sessions slow down from 50 to 60 % on.",
    "common practice",
  ),
  ownDraw: same(
    "own draw",
    ["standby", "overhead"],
    "Pumps and computers of the car while it charges: a fixed toll, so slow charging wastes a larger share.",
    "20 to 80 W in a motorcycle, 100 to 250 W in a small car, 150 to 400 W in a large one.",
    "common practice",
  ),
  efficiency: same(
    "efficiency",
    ["losses"],
    "What of the meter’s energy reaches the battery. The rest is heat in wires and charger, and the car’s own draw.",
    "About 85 to 92 % at 7 kW and more; 65 to 85 % at a household socket, where the car’s own draw is a large part.",
    "common practice",
  ),
  continuous: same(
    "for hours",
    ["continuous load", "sustained"],
    "A car draws its full current for hours, unlike a kettle: contacts that are fine for minutes get hot.",
    "North America counts three hours and more as continuous: 80 %.",
    "NEC 100",
  ),
  rcd: term(
    "residual-current device",
    "GFCI",
    ["RCD", "RCCB", "GFCI", "CCID"],
    "Cuts off when current leaks to earth, through a person perhaps. Units bring one, or want one before them.",
    "30 mA; 6 mA of smooth DC; 5 or 20 mA in North America.",
    "IEC 61851-1; NEC 625.54",
  ),
  handshake: same(
    "a connector that waits",
    ["dead connector", "handshake"],
    "A unit gives no voltage until a car answers on the pilot line, so an open connector is dead, not broken.",
    "2.74 kΩ on the pilot line says that a car is there, 882 Ω that it wants current.",
    "IEC 61851-1; SAE J1772",
  ),
  heldLevel: same(
    "a level of the unit’s own",
    ["derated", "held level"],
    "A portable unit knows only its plug, not the wiring behind it, so its maker holds the current below the plug’s rating.",
    "10 A from a 13 A or 16 A plug is usual.",
    "common practice",
  ),
  adapter: same(
    "adapter",
    ["pigtail"],
    "A piece between a plug and an inlet of other shapes, or between a plug and a socket. One more contact that can get hot.",
    "Only one for cars, that knows its amps; never a travel adapter: those are made for about 2 A.",
    "common practice",
  ),
  offPeak: same(
    "off-peak",
    ["night rate", "cheap hours"],
    "Hours in which a kWh costs less, mostly at night. Whether they are enough for your drive is a sum of kW and hours.",
    "6 cheap hours at 7 kW are about 38 kWh in the battery; at 2.3 kW about 11.",
    "arithmetic",
  ),
  timer: same(
    "timer",
    ["scheduled charging", "delayed start"],
    "A start set in the car, the unit or the wall. Set in two places they wait for each other: set one.",
    "A car that does not start at a public post often has a timer on for home: 1 press overrides it.",
    "common practice",
  ),
  range: same(
    "range",
    ["miles an hour", "km an hour"],
    "How far a charge drives. It hangs on speed, cold and load: what the car displays is a guess from the last drives.",
    "In winter or on a motorway some 30 % less than in town in summer.",
    "common practice",
  ),
  remaining: same(
    "remaining time",
    ["time left", "estimate"],
    "What car or post display is worked out from the power of this moment: it grows where the battery soon accepts less.",
    "From 80 to 100 % at a rapid station takes about as long as from 10 to 80 %.",
    "common practice",
  ),
} as const satisfies Record<string, GlossaryTerm>;

/** A word of the trade, by its name in the glossary. */
export type TermId = keyof typeof TERMS;
/** All words, in alphabetical order of their names. */
export const TERM_IDS = Object.keys(TERMS) as [TermId, ...TermId[]];
