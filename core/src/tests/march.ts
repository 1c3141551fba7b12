/**
 * A session marched in equal steps of time by the midpoint rule, from plain figures: nothing of the engine is used. It
 * judges the engine where no closed form can be written down by hand.
 */

/** What loses energy, in ohms of one conductor; the unit's and the car's own draw in watts. */
export interface Marched {
  readonly current: "AC" | "DC";
  /** AC: phases in use, volts across one, conductors that carry current, amps on each. */
  readonly phases: number;
  readonly volts: number;
  readonly conductors: number;
  readonly amps: number;
  /** DC: the power on the sign (W). */
  readonly signW: number;
  readonly ohms: Readonly<Record<"circuit" | "contacts" | "lead" | "cable", number>>;
  readonly standingW: number;
  /** Onboard charger: watts lost are a + b·P + c·P² of the AC watts P. */
  readonly converts: { readonly a: number; readonly b: number; readonly c: number };
  readonly ownDrawW: number;
  readonly usableWh: number;
  readonly packOhms: number;
  readonly emptyVolts: number;
  readonly fullVolts: number;
  /** Watts the battery takes at states of charge; none for one that never limits. */
  readonly curve: readonly (readonly [soc: number, watts: number])[];
  readonly fromSoc: number;
  readonly toSoc: number;
  /** Pack temperature at the start, and heating (W) on top of its own heat; null where it does not matter. */
  readonly packC: number | null;
  readonly heatingW: number;
}

export type Energies = Record<
  "circuit" | "contacts" | "lead" | "evse" | "cable" | "conversion" | "ownDraw" | "battery" | "wall",
  number
>;

/** The root of a rising function between two bounds, by halving. */
function root(f: (x: number) => number, low: number, high: number): number {
  let [a, b] = [low, high];
  for (let i = 0; i < 200 && b - a > 1e-13 * Math.max(1, b); i++) {
    const middle = (a + b) / 2;
    if (f(middle) < 0) a = middle;
    else b = middle;
  }
  return (a + b) / 2;
}

const onCurve = (curve: Marched["curve"], soc: number): number => {
  if (curve.length === 0) return Infinity;
  const after = curve.findIndex(([at]) => at >= soc);
  if (after === 0) return curve[0]![1];
  if (after < 0) return curve.at(-1)![1];
  const [[s0, w0], [s1, w1]] = [curve[after - 1]!, curve[after]!];
  return w0 + ((w1 - w0) * (soc - s0)) / (s1 - s0);
};

/** Share of its curve a battery takes at a temperature: half at 0 °C, over a width of 6 K (common practice). */
const shareAt = (celsius: number | null): number => (celsius === null ? 1 : 1 / (1 + Math.exp(-celsius / 6)));
/** Wh that warm a pack by one kelvin, a Wh of its capacity (6 kg a kWh, 1 kJ/(kg·K), from memory). */
const WH_PER_KELVIN = 6 / 3600;
/** A charging pack is cooled from here on (°C). */
const COOLED_C = 32;

/** Time (s) to the target and energy (Wh) by cause. @param steps of time over the whole session, about */
export function march(of: Marched, seconds: number, steps: number): { seconds: number; wh: Energies } {
  const { ohms, conductors, converts } = of;
  const sum = ohms.circuit + ohms.contacts + ohms.lead + ohms.cable;
  const voltsAt = (soc: number) => of.emptyVolts + (of.fullVolts - of.emptyVolts) * soc;
  const lost = (watts: number) => converts.a + converts.b * watts + converts.c * watts * watts;
  /** Watts into the cells while so many reach the car's DC side. */
  const intoCells = (dc: number, soc: number) => {
    const k = of.packOhms / voltsAt(soc) ** 2;
    return root((s) => s + k * s * s - dc, 0, Math.max(dc, 1));
  };
  const level =
    of.current === "AC"
      ? (() => {
          const inlet = of.phases * of.volts * of.amps - conductors * sum * of.amps ** 2;
          return inlet - lost(inlet) - of.ownDrawW;
        })()
      : 0;
  const power = (soc: number, celsius: number | null): number => {
    let dc = level;
    if (of.current === "DC") {
      const volts = voltsAt(soc);
      const most = root((i) => i * (volts + 2 * sum * i) - of.signW, 0, of.signW / volts);
      dc = Math.min(of.amps, most) * volts - of.ownDrawW;
    }
    return Math.min(intoCells(dc, soc), onCurve(of.curve, soc) * shareAt(celsius));
  };
  const dt = seconds / steps;
  const wh: Energies = {
    circuit: 0,
    contacts: 0,
    lead: 0,
    evse: 0,
    cable: 0,
    conversion: 0,
    ownDraw: 0,
    battery: 0,
    wall: 0,
  };
  const book = (stored: number, soc: number, hours: number): void => {
    const battery = of.packOhms * (stored / voltsAt(soc)) ** 2;
    const dc = stored + battery + of.ownDrawW;
    let amps = dc / voltsAt(soc);
    let conversion = 0;
    if (of.current === "AC") {
      const inlet = root((p) => p - lost(p) - dc, dc, 2 * dc + 2 * converts.a + 10);
      conversion = inlet - dc;
      amps = root(
        (i) => of.phases * of.volts * i - conductors * sum * i * i - inlet,
        0,
        (1.2 * of.phases * of.volts) / Math.max(1e-9, 2 * conductors * sum) < of.amps
          ? of.amps
          : of.amps * 1.000001,
      );
    }
    const heat = conductors * amps * amps * hours;
    for (const cause of ["circuit", "contacts", "lead", "cable"] as const) wh[cause] += heat * ohms[cause];
    wh.evse += of.standingW * hours;
    wh.conversion += conversion * hours;
    wh.ownDraw += of.ownDrawW * hours;
    wh.battery += battery * hours;
    wh.wall += heat * sum + (of.standingW + conversion + of.ownDrawW + battery + stored) * hours;
  };
  const heatOf = (stored: number, soc: number) => of.packOhms * (stored / voltsAt(soc)) ** 2 + of.heatingW;
  const warmed = (celsius: number | null, watts: number, hours: number): number | null =>
    celsius === null || celsius >= COOLED_C
      ? celsius
      : celsius + (watts * hours) / (of.usableWh * WH_PER_KELVIN);
  let [soc, celsius, time] = [of.fromSoc, of.packC, 0];
  for (let i = 0; i < 100 * steps && soc < of.toSoc; i++) {
    const hours = dt / 3600;
    const first = power(soc, celsius);
    const halfSoc = soc + (first * hours) / 2 / of.usableWh;
    const halfC = warmed(celsius, heatOf(first, soc), hours / 2);
    const middle = power(halfSoc, halfC);
    const gain = (middle * hours) / of.usableWh;
    const share = Math.min(1, (of.toSoc - soc) / gain);
    book(middle, halfSoc, hours * share);
    celsius = warmed(celsius, heatOf(middle, halfSoc), hours * share);
    time += dt * share;
    soc = share < 1 ? of.toSoc : soc + gain;
  }
  return { seconds: time, wh };
}
