import type { OnboardCharger } from "../../things/parts";
import { supplySystem, type Market, type SupplyId } from "../../trade/supply";

/** A generic class of car, by its battery and what it drives on (common practice). */
export interface CarClass {
  readonly id: string;
  readonly name: string;
  readonly usableWh: number;
  readonly whPerKm: number;
  readonly packVolts: number;
}

/** Classes of cars a person can tell theirs by, with the figures usual for each (common practice). */
export const CAR_CLASSES: readonly CarClass[] = [
  { id: "small", name: "small car, about 40 kWh", usableWh: 40_000, whPerKm: 150, packVolts: 350 },
  { id: "middle", name: "family car, about 60 kWh", usableWh: 60_000, whPerKm: 170, packVolts: 360 },
  { id: "large", name: "large car, about 80 kWh", usableWh: 80_000, whPerKm: 195, packVolts: 390 },
  { id: "van", name: "van or pickup, about 110 kWh", usableWh: 110_000, whPerKm: 300, packVolts: 400 },
  { id: "plug-in", name: "plug-in hybrid, about 14 kWh", usableWh: 14_000, whPerKm: 190, packVolts: 350 },
  { id: "motorcycle", name: "motorcycle, about 14 kWh", usableWh: 14_000, whPerKm: 65, packVolts: 110 },
];

type Limits = OnboardCharger["limits"];

/** A usual onboard charger: its phases and amps, and what it is spoken of as. */
export interface UsualCharger {
  readonly limits: Limits;
  readonly kW: number;
  readonly said: string;
}

const on = (phases: 1 | 2 | 3, amps: number, volts: number, limits: Limits): UsualCharger => ({
  limits,
  kW: (phases * amps * volts) / 1000,
  said: `${phases} × ${amps} A at ${volts} V`,
});
const one = (amps: number, volts: number): UsualCharger => on(1, amps, volts, [{ phases: 1, amps }]);
/** What is stated of three phases says nothing of one: it is taken for the same amps, not for more. */
const three = (amps: number): UsualCharger => on(3, amps, 230, [{ phases: 3, amps }]);
const two = (amps: number): UsualCharger => on(2, amps, 230, [{ phases: 2, amps }]);

const MARKET_CHARGERS: Readonly<Record<Market, readonly UsualCharger[]>> = {
  europe: [
    one(10, 230),
    one(16, 230),
    one(29, 230),
    one(32, 230),
    two(16),
    three(16),
    three(24),
    three(32),
    // Rare, and only ever on three phases.
    three(63),
  ],
  "north-america": [12, 15, 16, 24, 28, 30, 32, 40, 48, 72, 80].map((amps) => one(amps, 240)),
  japan: [15, 16, 30].map((amps) => one(amps, 200)),
};

/**
 * Chargers that are usual in a supply's part of the world.
 * @example usualChargers("230/400")[0].said // "1 × 10 A at 230 V"
 */
export const usualChargers = (system: SupplyId): readonly UsualCharger[] =>
  MARKET_CHARGERS[supplySystem(system).market];

/** What a class of car usually has: a plug-in or a motorcycle, a small car, any other. */
const CLASS_CHARGERS: Readonly<Record<Market, Readonly<Record<"slow" | "small" | "other", UsualCharger>>>> = {
  europe: { slow: one(16, 230), small: three(16), other: three(16) },
  "north-america": { slow: one(16, 240), small: one(32, 240), other: one(48, 240) },
  japan: { slow: one(15, 200), small: one(30, 200), other: one(30, 200) },
};

/**
 * What a class of car usually has, where nobody knows.
 * @example chargerOf({ id: "small" }, "split-phase").kW // 7.68
 */
export const chargerOf = ({ id }: CarClass, system: SupplyId): UsualCharger =>
  CLASS_CHARGERS[supplySystem(system).market][
    id === "plug-in" || id === "motorcycle" ? "slow" : id === "small" ? "small" : "other"
  ];

/**
 * What a class of car usually has where it can only be of one phase.
 * @example oneOf({ id: "middle" }, "230/400").said // "1 × 32 A at 230 V"
 */
export function oneOf(kind: CarClass, system: SupplyId): UsualCharger {
  const usual = chargerOf(kind, system);
  return phasesOf(usual) === 1 ? usual : one(32, 230);
}

const MARKET_SPAN: Readonly<Record<Market, readonly UsualCharger[]>> = {
  europe: [one(16, 230), one(32, 230), three(16), three(32)],
  "north-america": [one(16, 240), one(48, 240)],
  japan: [one(15, 200), one(30, 200)],
};

/**
 * The ends between which chargers of a part of the world usually lie, phases among them: what an unknown one may be.
 * @example usualSpan("split-phase").map(({ kW }) => kW) // [3.84, 11.52]
 */
export const usualSpan = (system: SupplyId): readonly UsualCharger[] =>
  MARKET_SPAN[supplySystem(system).market];

/** What a stated power of a charger comes to, or what speaks against it. */
export type FromPower =
  { readonly ok: true; readonly charger: UsualCharger } | { readonly ok: false; readonly problem: string };

/** Share by which a stated power may lie off that of a usual charger: papers round. */
const ROUNDING = 0.09;
/** Most any onboard charger takes (kW), and the one of old that took more, on three phases of 63 A. */
const MOST_AC_KW = 22.5;
const MOST_EVER_KW = 45;
const LEAST_AMPS = 6;
/** Most amps a charger of one phase takes (A): of more, papers mean three phases or direct current. */
const MOST_ON_ONE: Readonly<Record<Market, number>> = { europe: 40, "north-america": 80, japan: 80 };
/** Fewest amps on each of three phases that any charger has: 8 kW (common practice). */
const LEAST_ON_THREE = 12;

const refuse = (problem: string): FromPower => ({ ok: false, problem });
const phasesOf = ({ limits }: UsualCharger): number => Math.max(...limits.map((l) => l.phases));
const nearest = (all: readonly UsualCharger[], kW: number): UsualCharger =>
  [...all].sort((a, b) => Math.abs(a.kW - kW) - Math.abs(b.kW - kW))[0]!;
const fits = (kW: number, charger: UsualCharger): boolean => Math.abs(charger.kW - kW) <= ROUNDING * kW;
const PHASE_WORDS = ["", "one phase", "two phases", "three phases"] as const;

/** A stated power on so many phases that no usual charger of them has. */
function unusual(kW: number, stated: 1 | 2 | 3 | undefined, system: SupplyId): FromPower {
  const all = usualChargers(system);
  const single = all[0]!;
  const volts = Math.round((single.kW * 1000) / single.limits[0]!.amps);
  const { market } = supplySystem(system);
  const phases = stated ?? 1;
  const amps = Math.round((kW * 1000) / (phases * volts));
  if (phases > 1 && market === "europe" && amps >= LEAST_ON_THREE)
    return { ok: true, charger: phases === 3 ? three(amps) : two(amps) };
  const other = all.find((c) => phasesOf(c) !== phases && fits(kW, c));
  if (phases > 1)
    return refuse(
      `${kW} kW on ${PHASE_WORDS[phases]} contradict each other: chargers of ${PHASE_WORDS[phases]} take ${(phases * volts * LEAST_ON_THREE) / 1000} kW or more${other ? `, and ${kW} kW is usually ${other.said}` : ""}`,
    );
  if (amps < LEAST_AMPS)
    return refuse(
      `${kW} kW is less than a car takes; accepted: from ${((LEAST_AMPS * volts) / 1000).toFixed(1)} kW`,
    );
  if (amps > MOST_ON_ONE[market])
    return refuse(
      `${kW} kW on ${stated === 1 ? "one phase" : "any phases"} contradict each other: ${kW} kW on one phase would be ${amps} A${other ? `; it is ${other.said}` : ""}, and the most there is on one is ${Math.max(...all.filter((c) => phasesOf(c) === 1).map((c) => c.kW)).toFixed(1)} kW`,
    );
  return { ok: true, charger: one(amps, volts) };
}

/** Volts at which a power is stated that a part of the world's own volts do not give: papers from elsewhere. */
const ELSEWHERE_VOLTS = 240;

/** In Japan a 7.2 kW charger is one of 30 A, stated at 240 V: at 200 V it takes 6 kW. */
function statedElsewhere(kW: number, system: SupplyId): FromPower | undefined {
  if (supplySystem(system).market !== "japan") return undefined;
  const amps = Math.round((kW * 1000) / ELSEWHERE_VOLTS);
  const known = MARKET_CHARGERS.japan.find(({ limits }) => limits[0]!.amps === amps);
  return known && kW > known.kW * (1 + ROUNDING)
    ? {
        ok: true,
        charger: {
          ...known,
          said: `1 × ${amps} A: ${kW} kW at ${ELSEWHERE_VOLTS} V, ${known.kW} kW at 200 V`,
        },
      }
    : undefined;
}

/**
 * The onboard charger a stated power stands for, in a part of the world: the usual one it rounds to, else that power on
 * the phases stated. What cannot be is said: a rapid or a battery figure, a power no charger of those phases has.
 * @param stated the phases, as stated; left out where nothing is said
 * @example chargerFromPower(7.2, 1, "230/400") // 1 × 32 A at 230 V
 */
export function chargerFromPower(kW: number, stated: 1 | 2 | 3 | undefined, system: SupplyId): FromPower {
  if (!(kW > 0)) return refuse("accepted: a power above 0 kW");
  if (kW > (stated === 3 ? MOST_EVER_KW : MOST_AC_KW))
    return refuse(
      `${kW} kW is more than any onboard charger takes${kW <= MOST_EVER_KW ? " unless it stands on three phases: say so" : ""}: it is the rapid (DC) figure, or the battery's kWh; accepted: 1.4 to 22 kW`,
    );
  const fitting = usualChargers(system).filter((c) => stated === undefined || phasesOf(c) === stated);
  if (fitting.length === 0)
    return refuse(`chargers of ${stated} phases are not usual there; accepted: one phase`);
  const best = nearest(fitting, kW);
  if (fits(kW, best)) return { ok: true, charger: best };
  return statedElsewhere(kW, system) ?? unusual(kW, stated, system);
}
