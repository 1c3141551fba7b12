import type { OnboardCharger } from "../parts";
import type { SupplyId } from "../supply";

/** A generic class of car, by its battery and what it drives on (common practice). */
export interface CarClass {
  readonly id: string;
  readonly name: string;
  readonly usableWh: number;
  readonly whPerKm: number;
  readonly packVolts: number;
}

export const CAR_CLASSES: readonly CarClass[] = [
  { id: "small", name: "small car, about 40 kWh", usableWh: 40_000, whPerKm: 150, packVolts: 350 },
  { id: "middle", name: "family car, about 60 kWh", usableWh: 60_000, whPerKm: 170, packVolts: 360 },
  { id: "large", name: "large car, about 80 kWh", usableWh: 80_000, whPerKm: 195, packVolts: 390 },
  { id: "van", name: "van or pickup, about 110 kWh", usableWh: 110_000, whPerKm: 300, packVolts: 400 },
  { id: "plug-in", name: "plug-in hybrid, about 14 kWh", usableWh: 14_000, whPerKm: 190, packVolts: 350 },
  { id: "motorcycle", name: "motorcycle, about 14 kWh", usableWh: 14_000, whPerKm: 65, packVolts: 110 },
];

type Limits = OnboardCharger["limits"];

/** A usual onboard charger: its lanes and amps, and what it is spoken of as. */
export interface UsualCharger {
  readonly limits: Limits;
  readonly kW: number;
  readonly said: string;
}

const one = (amps: number, volts: number): UsualCharger => ({
  limits: [{ lanes: 1, amps }],
  kW: (amps * volts) / 1000,
  said: `1 × ${amps} A at ${volts} V`,
});
const three = (amps: number, single: number): UsualCharger => ({
  limits: [
    { lanes: 1, amps: single },
    { lanes: 3, amps },
  ],
  kW: (3 * amps * 230) / 1000,
  said: `3 × ${amps} A at 230 V`,
});
const two = (amps: number): UsualCharger => ({
  limits: [
    { lanes: 1, amps },
    { lanes: 2, amps },
  ],
  kW: (2 * amps * 230) / 1000,
  said: `2 × ${amps} A at 230 V`,
});

const EUROPE = [
  one(10, 230),
  one(16, 230),
  one(29, 230),
  one(32, 230),
  two(16),
  three(16, 32),
  three(32, 32),
];
const NORTH_AMERICA = [12, 15, 16, 24, 28, 30, 32, 40, 48, 72, 80].map((amps) => one(amps, 240));
const JAPAN = [15, 16, 30].map((amps) => one(amps, 200));

/** Chargers that are usual in a supply's part of the world. */
export const usualChargers = (system: SupplyId): readonly UsualCharger[] =>
  system === "100/200" ? JAPAN : system === "split-phase" || system === "208Y" ? NORTH_AMERICA : EUROPE;

/** What a class of car usually has, where nobody knows. */
export function chargerOf({ id }: CarClass, system: SupplyId): UsualCharger {
  const all = usualChargers(system);
  const slow = id === "plug-in" || id === "motorcycle";
  if (system === "100/200") return all[slow ? 0 : 2]!;
  if (all === NORTH_AMERICA) return one(slow ? 16 : id === "small" ? 32 : 48, 240);
  return slow ? one(16, 230) : three(16, 32);
}

/** What a stated power of a charger comes to, or what speaks against it. */
export type FromPower =
  { readonly ok: true; readonly charger: UsualCharger } | { readonly ok: false; readonly problem: string };

/** Share by which a stated power may lie off that of a usual charger: papers round. */
const ROUNDING = 0.09;
/** Most any onboard charger takes (kW). */
const MOST_AC_KW = 22.5;
const LEAST_AMPS = 6;

const refuse = (problem: string): FromPower => ({ ok: false, problem });
const lanesOf = ({ limits }: UsualCharger): number => Math.max(...limits.map((l) => l.lanes));
const nearest = (all: readonly UsualCharger[], kW: number): UsualCharger =>
  [...all].sort((a, b) => Math.abs(a.kW - kW) - Math.abs(b.kW - kW))[0]!;

/**
 * The onboard charger a stated power stands for, in a part of the world: the usual one it rounds to, else that power on
 * one lane. What cannot be is said: a rapid or a battery figure, a power no charger of those phases has.
 * @param phases as stated; left out where nothing is said
 * @example chargerFromPower(7.2, 1, "230/400") // 1 × 32 A at 230 V
 */
export function chargerFromPower(kW: number, phases: 1 | 2 | 3 | undefined, system: SupplyId): FromPower {
  if (!(kW > 0)) return refuse("accepted: a power above 0 kW");
  if (kW > MOST_AC_KW)
    return refuse(
      `${kW} kW is more than any onboard charger takes: it is the rapid (DC) figure, or the battery's kWh; accepted: 1.4 to 22 kW`,
    );
  const all = usualChargers(system);
  const fitting = all.filter((c) => phases === undefined || lanesOf(c) === phases);
  if (fitting.length === 0)
    return refuse(`chargers of ${phases} phases are not usual there; accepted: one phase`);
  const best = nearest(fitting, kW);
  if (Math.abs(best.kW - kW) <= ROUNDING * kW) return { ok: true, charger: best };
  const most = Math.max(...fitting.map((c) => c.kW));
  if (kW > most)
    return refuse(
      `${kW} kW on ${phases === 1 ? "one phase" : `${phases ?? "any"} phases`} contradict each other: ${kW} kW is ${nearest(all, kW).said}, and the most there is ${most.toFixed(1)} kW`,
    );
  const single = all[0]!;
  const volts = (single.kW * 1000) / single.limits[0]!.amps;
  const amps = Math.round((kW * 1000) / volts);
  return amps < LEAST_AMPS
    ? refuse(
        `${kW} kW is less than a car takes; accepted: from ${((LEAST_AMPS * volts) / 1000).toFixed(1)} kW`,
      )
    : { ok: true, charger: one(amps, volts) };
}
