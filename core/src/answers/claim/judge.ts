import type { FieldProblem } from "../../things/documents";
import { phasesAt } from "../../things/parts";
import type { Plan } from "../../engine/plan";
import { readClaim, type Stated, type StatedKind } from "./read";

/** Most characters of a claim. */
export const CLAIM_MAX = 2_000;

/** What a claim is about. */
export type ClaimAbout = "time" | "energy" | "range" | "power" | "unit" | null;

/** A way to read a claim by which it would be true, or closer to it. */
export interface ClaimReading {
  readonly code:
    | "losses"
    | "battery-side"
    | "gross"
    | "kw-as-kwh"
    | "kwh-each-hour"
    | "volts"
    | "phases"
    | "continuous"
    | "other-battery"
    | "other-car"
    | "other-power"
    | "whole-battery";
  readonly says: string;
  /** What the claim's own figure comes to, read so. */
  readonly computed: number;
  readonly ratio: number;
  readonly holds: boolean;
}

/** What a claim comes to. */
export interface Claim {
  readonly understood: readonly Stated[];
  readonly about: ClaimAbout;
  /** What it states, and what its other figures give; in the unit of `unit`. */
  readonly stated: number | null;
  readonly computed: number | null;
  readonly unit: string;
  /** Stated over computed. */
  readonly ratio: number | null;
  /** Null where its own figures cannot say. */
  readonly holds: boolean | null;
  readonly says: string;
  /** What was taken from the car and the household in view, not from the claim. */
  readonly taken: readonly string[];
  readonly readings: readonly ClaimReading[];
}

/** A claim that was judged, or why it was not read. */
export type JudgedClaim =
  | { readonly ok: true; readonly value: Claim }
  | { readonly ok: false; readonly problems: readonly FieldProblem[] };

/** How far figures people round may lie apart. */
const ROUNDED = 0.05;
/** What reaches the battery of what leaves the wall, where no car says it (common practice). */
const USUAL_EFFICIENCY = 0.88;
/** What a car can use of what its cells hold (common practice). */
const USABLE_OF_GROSS = 0.93;
/** What a circuit carries for hours of what stands on its breaker, in North America (NEC 210.20). */
const CONTINUOUS = 0.8;
/** What cars use for a kilometre (Wh, common practice). */
const USUAL_WH_PER_KM = [110, 260] as const;

const holdsAt = (ratio: number): boolean => Math.abs(Math.log(ratio)) <= Math.log(1 + ROUNDED);
const figure = (value: number): string =>
  String(value >= 1000 ? Math.round(value) : Number(value.toPrecision(3)));

/** Supplies people charge from: volts across a phase, and phases. */
const LINES = [
  [120, 1],
  [208, 1],
  [230, 1],
  [240, 1],
  [230, 3],
] as const;
const onLine = (volts: number, phases: number): string =>
  `at ${volts} V${phases === 3 ? " on three phases" : ""}`;

/** The figures of a claim by kind, with what the view lends where the claim is silent. */
class Figures {
  readonly taken: string[] = [];
  readonly #by: ReadonlyMap<StatedKind, number>;
  constructor(
    stated: readonly Stated[],
    readonly plan: Plan | null,
  ) {
    this.#by = new Map(stated.map(({ kind, value }) => [kind, value]));
  }
  of(kind: StatedKind): number | undefined {
    return this.#by.get(kind);
  }
  has(...kinds: StatedKind[]): boolean {
    return kinds.every((kind) => this.#by.has(kind));
  }
  /** Share of the battery that is charged, where two charges are said; one alone is the way from there to it. */
  get span(): number | undefined {
    const [from, to] = [this.of("fromSoc"), this.of("toSoc")];
    return from !== undefined && to !== undefined && to > from ? to - from : undefined;
  }
  /** Volts across a phase and phases: as said, else as at the outlet in view. */
  get line(): { volts: number; phases: number } | undefined {
    const [volts, phases] = [this.of("volts"), this.of("phases")];
    if (volts !== undefined) return { volts, phases: phases ?? 1 };
    if (!this.plan || this.plan.evse.kind === "rapid") return undefined;
    const live = phasesAt(this.plan.outlet);
    this.#take(`${live.volts} V of ${this.plan.outlet.name}`);
    return { volts: live.volts, phases: phases ?? 1 };
  }
  /** kW at the wall: as said, or amps times volts times phases. */
  get power(): number | undefined {
    const said = this.of("power");
    if (said !== undefined) return said;
    const amps = this.of("amps");
    const line = amps === undefined ? undefined : this.line;
    return amps !== undefined && line ? (amps * line.volts * line.phases) / 1000 : undefined;
  }
  /** kWh the battery holds: as said, or of the car in view. */
  get battery(): number | undefined {
    const said = this.of("energy") ?? this.of("packKw");
    if (said !== undefined) return said;
    if (!this.plan) return undefined;
    const { usableWh } = this.plan.car.battery;
    this.#take(`${figure(usableWh / 1000)} kWh of ${this.plan.car.name}`);
    return usableWh / 1000;
  }
  get whPerKm(): number | undefined {
    const said = this.of("whPerKm");
    if (said !== undefined) return said;
    if (!this.plan) return undefined;
    this.#take(`${Math.round(this.plan.car.whPerKm)} Wh a kilometre of ${this.plan.car.name}`);
    return this.plan.car.whPerKm;
  }
  /** What reaches the battery at a power (kW). */
  stored(power: number): number {
    if (!this.plan) return power * USUAL_EFFICIENCY;
    const { charger, ownDrawW } = this.plan.car;
    return Math.max(0.01, power * charger.efficiency - ownDrawW / 1000);
  }
  #take(what: string): void {
    if (!this.taken.includes(what)) this.taken.push(what);
  }
}

const reading = (
  code: ClaimReading["code"],
  says: string,
  computed: number,
  stated: number,
): ClaimReading[] => {
  if (!(computed > 0) || !Number.isFinite(computed)) return [];
  const ratio = stated / computed;
  return [{ code, says, computed, ratio, holds: holdsAt(ratio) }];
};

type Judged = Pick<Claim, "about" | "stated" | "computed" | "unit" | "says" | "readings">;

/** Time for a charge: from kWh and kW, or from per cent of a battery. */
function aboutTime(f: Figures): Judged | null {
  const stated = f.of("hours");
  const power = f.power;
  if (stated === undefined) return null;
  const { span } = f;
  if (power === undefined) return withoutVolts(f, stated);
  // Energy alone is what is charged; with per cent beside it it is the battery's size.
  const battery = span === undefined ? undefined : f.battery;
  const energy =
    span === undefined
      ? (f.of("energy") ?? f.of("packKw"))
      : battery === undefined
        ? undefined
        : battery * span;
  if (energy === undefined) {
    if (span === undefined) return null;
    const held = (f.stored(power) * stated) / span;
    return {
      about: "time",
      stated,
      computed: null,
      unit: "h",
      says: `It does not say how large the battery is. ${figure(span * 100)} % in ${figure(stated)} h at ${figure(power)} kW is so for a battery of ${figure(held)} kWh, losses counted.`,
      readings: [],
    };
  }
  const computed = energy / power;
  const net = f.stored(power);
  const needed = energy / stated;
  return {
    about: "time",
    stated,
    computed,
    unit: "h",
    says: `${figure(energy)} kWh at ${figure(power)} kW take ${figure(computed)} h`,
    readings: [
      ...(f.has("packKw")
        ? reading(
            "kw-as-kwh",
            `a battery holds kWh: ${figure(f.of("packKw")!)} kW meant as kWh`,
            computed,
            stated,
          )
        : []),
      ...reading(
        "losses",
        `with losses counted, ${figure(net)} kW of ${figure(power)} kW reach the battery: ${figure(energy / net)} h`,
        energy / net,
        stated,
      ),
      ...(battery === undefined || span === undefined
        ? []
        : [
            ...reading(
              "gross",
              `were ${figure(battery)} kWh what the cells hold altogether, ${figure(battery * USABLE_OF_GROSS)} can be used: ${figure((energy * USABLE_OF_GROSS) / net)} h with losses`,
              (energy * USABLE_OF_GROSS) / net,
              stated,
            ),
            ...reading(
              "whole-battery",
              `the whole battery, 0 to 100 %, takes ${figure(battery / net)} h with losses`,
              battery / net,
              stated,
            ),
            ...reading(
              "other-battery",
              `true for a battery of ${figure((net * stated) / span)} kWh, losses counted`,
              stated,
              stated,
            ),
          ]),
      ...(f.has("amps") && !f.has("power") ? lineReadings(f, energy, stated) : []),
      ...reading(
        "other-power",
        `true at ${figure(needed)} kW into the battery, ${figure(needed / (net / power))} kW at the wall`,
        stated,
        stated,
      ),
    ],
  };
}

/** Amps alone, of a battery and volts nobody said: what battery it would be so for, on the usual volts. */
function withoutVolts(f: Figures, stated: number): Judged | null {
  const [amps, span] = [f.of("amps"), f.span];
  if (amps === undefined || span === undefined) return null;
  const held = LINES.map(([volts, phases]) => {
    const net = f.stored((amps * volts * phases) / 1000);
    return { volts, phases, kWh: (net * stated) / span };
  });
  const said = f.of("energy") ?? f.of("packKw");
  return {
    about: "time",
    stated,
    computed: null,
    unit: "h",
    says: `It does not say the volts${said === undefined ? " or how large the battery is" : ""}. With losses counted it is so for ${held.map(({ volts, phases, kWh }) => `${figure(kWh)} kWh ${onLine(volts, phases)}`).join(", ")}.`,
    readings: held
      .filter(({ kWh }) => said === undefined || holdsAt(said / kWh))
      .map(({ volts, phases, kWh }) => ({
        code:
          said === undefined
            ? ("other-battery" as const)
            : phases === 3
              ? ("phases" as const)
              : ("volts" as const),
        says: `true ${onLine(volts, phases)} for a battery of ${figure(kWh)} kWh, losses counted`,
        computed: stated,
        ratio: 1,
        holds: true,
      })),
  };
}

/** The same amps on other supplies. */
function lineReadings(f: Figures, energy: number, stated: number): ClaimReading[] {
  const amps = f.of("amps")!;
  const line = f.line;
  const others = LINES.filter(([volts, phases]) => volts !== line?.volts || phases !== line.phases)
    .flatMap(([volts, phases]) => {
      const net = f.stored((amps * volts * phases) / 1000);
      return reading(
        phases === 3 ? "phases" : "volts",
        `${onLine(volts, phases)}, losses counted: ${figure(energy / net)} h`,
        energy / net,
        stated,
      );
    })
    .filter(({ holds }) => holds);
  const continuous = line ? f.stored((amps * CONTINUOUS * line.volts * line.phases) / 1000) : 0;
  return [
    ...others,
    ...(continuous > 0
      ? reading(
          "continuous",
          `were ${figure(amps)} A the breaker, ${figure(amps * CONTINUOUS)} A flow for hours in North America: ${figure(energy / continuous)} h`,
          energy / continuous,
          stated,
        )
      : []),
  ];
}

/** Range an hour, from a power. */
function aboutRange(f: Figures): Judged | null {
  const [km, hours] = [f.of("km"), f.of("hours")];
  const stated = f.of("kmPerHour") ?? (km !== undefined && hours !== undefined ? km / hours : undefined);
  const power = f.power;
  if (stated === undefined || power === undefined) return null;
  const implied = (power * 1000) / stated;
  const net = f.stored(power);
  const impliedNet = (net * 1000) / stated;
  const whPerKm = f.whPerKm;
  if (whPerKm === undefined) {
    const [least, most] = USUAL_WH_PER_KM;
    return {
      about: "range",
      stated,
      computed: null,
      unit: "km/h",
      says: `It is so for a car that uses ${figure(implied)} Wh a kilometre, or ${figure(impliedNet)} with losses counted. Cars use ${least} to ${most}.`,
      readings: [],
    };
  }
  const computed = (power * 1000) / whPerKm;
  return {
    about: "range",
    stated,
    computed,
    unit: "km/h",
    says: `${figure(power)} kW are ${figure(computed)} km an hour at ${figure(whPerKm)} Wh a kilometre`,
    readings: [
      ...reading(
        "battery-side",
        `with losses counted, ${figure(net)} kW reach the battery: ${figure((net * 1000) / whPerKm)} km an hour`,
        (net * 1000) / whPerKm,
        stated,
      ),
      ...reading(
        "other-car",
        `true for a car that uses ${figure(impliedNet)} Wh a kilometre, losses counted, or ${figure(implied)} without`,
        stated,
        stated,
      ),
    ],
  };
}

/** Energy over a time, from a power. */
function aboutEnergy(f: Figures): Judged | null {
  const stated = f.of("energy");
  const [hours, power] = [f.of("hours"), f.power];
  if (stated === undefined || hours === undefined || power === undefined || f.span !== undefined) return null;
  const computed = hours * power;
  const net = f.stored(power) * hours;
  return {
    about: "energy",
    stated,
    computed,
    unit: "kWh",
    says: `${figure(power)} kW over ${figure(hours)} h are ${figure(computed)} kWh at the wall`,
    readings: [
      ...reading("battery-side", `in the battery, losses counted: ${figure(net)} kWh`, net, stated),
      ...reading("other-power", `true at ${figure(stated / hours)} kW`, stated, stated),
    ],
  };
}

/** Power, from amps and volts. */
function aboutPower(f: Figures): Judged | null {
  const [stated, amps] = [f.of("power"), f.of("amps")];
  if (stated === undefined || amps === undefined) return null;
  const line = f.line;
  if (!line) return null;
  const computed = (amps * line.volts * line.phases) / 1000;
  return {
    about: "power",
    stated,
    computed,
    unit: "kW",
    says: `${figure(amps)} A × ${figure(line.volts)} V${line.phases > 1 ? ` × ${line.phases} phases` : ""} are ${figure(computed)} kW`,
    readings: [
      ...LINES.filter(([volts, phases]) => volts !== line.volts || phases !== line.phases)
        .flatMap(([volts, phases]) =>
          reading(
            phases === 3 ? "phases" : "volts",
            `${onLine(volts, phases)}: ${figure((amps * volts * phases) / 1000)} kW`,
            (amps * volts * phases) / 1000,
            stated,
          ),
        )
        .filter(({ holds }) => holds),
      ...reading(
        "continuous",
        `were ${figure(amps)} A the breaker, ${figure(amps * CONTINUOUS)} A flow for hours in North America: ${figure(computed * CONTINUOUS)} kW`,
        computed * CONTINUOUS,
        stated,
      ),
      ...reading(
        "battery-side",
        `in the battery, losses counted: ${figure(f.stored(computed))} kW`,
        f.stored(computed),
        stated,
      ),
    ],
  };
}

/** A power told as if it were an energy: "3.1 kW per hour". */
function aboutUnit(f: Figures): Judged | null {
  const stated = f.of("powerAnHour");
  if (stated === undefined) return null;
  return {
    about: "unit",
    stated,
    computed: null,
    unit: "kW",
    says: `${figure(stated)} kW is a speed already: ${figure(stated)} kWh each hour. “kW per hour” would be a power that grows.`,
    readings: reading(
      "kwh-each-hour",
      `meant as ${figure(stated)} kWh each hour, which is ${figure(stated)} kW`,
      stated,
      stated,
    ),
  };
}

/** Energy said in kW: "charged 20 kW in 5 hours on 16 A". */
function kwAsKwh(claim: string, f: Figures): Judged | null {
  const [said, hours, amps] = [f.of("power"), f.of("hours"), f.of("amps")];
  if (
    said === undefined ||
    hours === undefined ||
    amps === undefined ||
    f.has("energy") ||
    f.span !== undefined
  )
    return null;
  const line = f.line;
  if (!line || !/\b(charged|added|put in|took|used|got)\b/i.test(claim)) return null;
  const computed = (amps * line.volts * line.phases * hours) / 1000;
  return {
    about: "energy",
    stated: said,
    computed,
    unit: "kWh",
    says: `read as ${figure(said)} kWh, as kW is no amount, ${figure(amps)} A over ${figure(hours)} h are ${figure(computed)} kWh at the wall`,
    readings: [
      ...reading("kw-as-kwh", `${figure(said)} kW meant as kWh`, computed, said),
      ...reading(
        "battery-side",
        `in the battery, losses counted: ${figure(f.stored(computed / hours) * hours)} kWh`,
        f.stored(computed / hours) * hours,
        said,
      ),
    ],
  };
}

const verdictText = (ratio: number, says: string): string =>
  holdsAt(ratio)
    ? `It holds: ${says}.`
    : `It does not hold: ${says}. It is off by ${ratio > 1 ? `${figure(100 * (ratio - 1))} % too much` : `${figure(100 * (1 - ratio))} % too little`}.`;

/** What makes it true comes first; that other figures would is true of every claim, and comes after. */
const rank = ({ code, holds }: ClaimReading): number => (code.startsWith("other-") ? 1 : holds ? 0 : 2);

const NOTHING =
  "Nothing here that can be reckoned: say two or three figures that belong together, such as kWh, kW and hours.";

/**
 * What a claim's own figures give, and which reading would make it true. Never throws; what does not stand in it is not
 * read into it, and what is taken from the view is named.
 * @param plan the car and the outlet in view, where the claim says none
 * @example judgeClaim("3.1 kW per hour", null).ok // true
 */
export function judgeClaim(claim: string, plan: Plan | null): JudgedClaim {
  if (claim.length > CLAIM_MAX)
    return {
      ok: false,
      problems: [
        {
          field: "claim",
          message: `${claim.length} characters; accepted: up to ${CLAIM_MAX.toLocaleString("en-GB")}`,
        },
      ],
    };
  const understood = readClaim(claim);
  const f = new Figures(understood, plan);
  const judged =
    aboutRange(f) ?? kwAsKwh(claim, f) ?? aboutTime(f) ?? aboutEnergy(f) ?? aboutPower(f) ?? aboutUnit(f);
  if (!judged)
    return {
      ok: true,
      value: {
        understood,
        about: null,
        stated: null,
        computed: null,
        unit: "",
        ratio: null,
        holds: null,
        says: NOTHING,
        taken: [],
        readings: [],
      },
    };
  const { stated, computed } = judged;
  const ratio = stated !== null && computed !== null ? stated / computed : null;
  return {
    ok: true,
    value: {
      understood,
      ...judged,
      ratio,
      holds: ratio === null ? null : holdsAt(ratio),
      says: ratio === null ? judged.says : verdictText(ratio, judged.says),
      taken: f.taken,
      readings: [...judged.readings].sort((a, b) => rank(a) - rank(b)),
    },
  };
}
