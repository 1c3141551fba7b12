import { FLEXIBLE_GAUGES } from "../../trade/conductors";
import { readMarking } from "../../things/marking";
import { OUTLET_TYPE_IDS, outletType, type OutletTypeId } from "../../trade/outlets";
import { contradictionsOf, followsOf } from "./judge";
import type { PlateReading, Side, Sure } from "./reading";
import { energyOfAmpHours } from "../../trade/units";
import { ratingsOf, ratingWatts, type VoltageRating } from "./ratings";
import { scan } from "./scan";
import { saidOf, type PlateKind, type Said, type Token } from "./token";

/** Highest volts a plate of one phase carries; above it a plate speaks of three (between lines). */
const ONE_PHASE_VOLTS = 277;
/** Below it volts are no supply's. */
const LEAST_SUPPLY_VOLTS = 90;

/** Amps said beside the direct volts of a plate that has both currents: they are no phase's. */
function isDirect(tokens: readonly Token[], at: number): boolean {
  const volts = tokens.filter(({ said }) => said.what === "volts");
  const currents = volts.map(({ said }) => said.what === "volts" && said.current);
  if (!currents.includes("DC") || currents.every((current) => current === "DC")) return false;
  const before = volts.findLast((token) => token.at < at) ?? volts[0];
  return before?.said.what === "volts" && before.said.current === "DC";
}

/** Most amps of each piece that says any; the least of them where several pieces do, as it is not said which goes with which. */
function ampsOf(tokens: readonly Token[]): Side["amps"] {
  const each = tokens.flatMap(({ said, at }) =>
    said.what === "amps" && !isDirect(tokens, at) ? [Math.max(...said.amps)] : [],
  );
  return each.length > 0 ? Math.min(...each) : undefined;
}

/** Whether pieces on one side say different amps: for which of the volts each holds is then not said. */
const severalAmps = (tokens: readonly Token[]): boolean =>
  (["in", "out", undefined] as const).some((side) => {
    const on = tokens.filter((token) => token.side === side);
    const said = on.flatMap((token) =>
      token.said.what === "amps" && !isDirect(on, token.at) ? [Math.max(...token.said.amps)] : [],
    );
    return new Set(said).size > 1;
  });

function sideOf(all: readonly Token[]): Side {
  const mixed = new Set(saidOf(all, "volts").map((said) => said.current === "DC")).size === 2;
  // Of a plate that has both currents the alternating ones are looked at: the others are the pack's.
  const tokens = mixed ? all.filter(({ said }) => said.what !== "volts" || said.current !== "DC") : all;
  const volts = saidOf(tokens, "volts");
  const [first] = volts;
  const [low, high] = [Math.min(...volts.map((v) => v.low)), Math.max(...volts.map((v) => v.high))];
  const several = volts.some((v) => v.low > volts[0]!.high || v.high < volts[0]!.low);
  return {
    pair: volts.some((v) => v.pair),
    // Which amps go with which of several voltages is not said: then none is taken.
    volts: first && !several ? [low, high] : undefined,
    current: volts.find((v) => v.current)?.current,
    amps: ampsOf(all),
  };
}

const certain = <T>(value: T): Sure<T> => ({ value, certainty: "certain" });
const likely = <T>(value: T): Sure<T> => ({ value, certainty: "likely" });

function phasesOf(tokens: readonly Token[], side: Side): Sure<1 | 3> | undefined {
  const said = saidOf(tokens, "phases");
  const printed = [...new Set(said.map(({ phases }) => (phases === 3 ? 3 : 1)))];
  if (printed.length === 1) return certain(printed[0]!);
  if (printed.length > 1 || side.current === "DC" || !side.volts) return undefined;
  const [low, high] = side.volts;
  if (low < LEAST_SUPPLY_VOLTS) return undefined;
  if (side.pair) return likely(isStar(low, high) ? 3 : 1);
  // Earth at 9 h is the blue three-phase one.
  if (saidOf(tokens, "hour").some(({ hour }) => hour === 9) && low >= 200 && high <= 250) return likely(3);
  // 220–415 V is a unit that takes either.
  return high <= ONE_PHASE_VOLTS ? likely(1) : low > ONE_PHASE_VOLTS ? likely(3) : undefined;
}

/** 230/400: the second voltage lies √3 above the first. 120/240: twice. */
const isStar = (low: number, high: number): boolean => high / low < 1.9;

/** Volts further apart than this are no tolerance of one supply but a choice: what follows is reckoned at the most. */
const NARROW = 1.12;

/** Volts across a phase: between lines and neutral where there are three, between lines where one phase takes two. */
function phaseVoltsOf(
  phases: Sure<1 | 3> | undefined,
  side: Side,
  neutral: boolean,
): Sure<number> | undefined {
  if (!phases || !side.volts || side.current === "DC") return undefined;
  const [low, high] = side.volts;
  // Which of 120/240 a plate without a neutral means is not certain.
  if (side.pair) return isStar(low, high) ? certain(low) : likely(high);
  if (low <= ONE_PHASE_VOLTS && high > ONE_PHASE_VOLTS) return undefined;
  if (phases.value === 1)
    return low === high ? certain(low) : likely(high / low > NARROW ? high : (low + high) / 2);
  // Volts beside three phases lie between lines, unless a neutral is said: then 230 V may be meant to it.
  if (neutral && high <= ONE_PHASE_VOLTS) return undefined;
  return likely(Math.round((low + high) / 2 / Math.sqrt(3)));
}

/** Outlets of IEC 60309-1 by where the earth contact sits, their volts, phases and amps (from memory). */
function industrial(hour: number, side: Side, phases: 1 | 3 | undefined): OutletTypeId | undefined {
  const { amps, volts } = side;
  const high = volts?.[1];
  const three9 = phases === 3 && high !== undefined && high <= ONE_PHASE_VOLTS;
  const three = phases === 3 || (high !== undefined && high > ONE_PHASE_VOLTS);
  const told = hour === 9 ? three9 : high !== undefined || phases !== undefined;
  return told
    ? OUTLET_TYPE_IDS.find((id) => {
        const { plate, ratedAmps } = outletType(id);
        return plate.by === "clock" && plate.hour === hour && plate.three === three && ratedAmps === amps;
      })
    : undefined;
}

/** A type that shares its name with others, by its amps, and by its phases where that leaves several. */
function byAmps(
  named: string,
  amps: number | undefined,
  phases: 1 | 3 | undefined,
): Sure<OutletTypeId> | undefined {
  const found = OUTLET_TYPE_IDS.filter((id) => {
    const { plate, ratedAmps } = outletType(id);
    return plate.by === "name and amps" && plate.name === named && ratedAmps === amps;
  });
  const three = (id: OutletTypeId) => outletType(id).conductors.includes("L3");
  const fitting = phases === undefined ? found : found.filter((id) => three(id) === (phases === 3));
  const first = fitting[0];
  return first && (found.length > 1 && phases === undefined ? likely(first) : certain(first));
}

function outletOf(
  tokens: readonly Token[],
  side: Side,
  phases: 1 | 3 | undefined,
): Sure<OutletTypeId> | undefined {
  const named = saidOf(tokens, "outlet");
  const type = named.find((said) => said.type)?.type;
  if (type) return certain(type);
  for (const { name } of named) {
    const shared = byAmps(name, side.amps, phases);
    if (shared) return shared;
  }
  const [hour] = saidOf(tokens, "hour");
  const found = hour && industrial(hour.hour, side, phases);
  return found && (phases === undefined ? likely(found) : certain(found));
}

/** A cable's volts are its insulation's where they are no supply's: 300 or 600 V on a cord. */
const INSULATION = [300, 500, 600, 750, 1000];

const withInsulation = (tokens: readonly Token[], marked: boolean): readonly Token[] =>
  marked || tokens.some(({ said }) => said.what === "gauge")
    ? tokens.map((token) =>
        token.said.what === "volts" &&
        token.said.low === token.said.high &&
        token.said.current === undefined &&
        INSULATION.includes(token.said.low)
          ? { ...token, said: { what: "insulation", volts: token.said.low } }
          : token,
      )
    : tokens;

function kindOf(tokens: readonly Token[], marked: boolean): Sure<PlateKind> | undefined {
  const has = (what: Said["what"]) => tokens.some(({ said }) => said.what === what);
  const made = saidOf(tokens, "made-for");
  if (has("ampHours") || has("chemistry") || has("energy")) return certain("car");
  if (has("mode") || made.some(({ kind }) => kind === "evse")) return certain("evse");
  if (marked || has("reel") || has("gauge") || made.some(({ kind }) => kind === "lead"))
    return certain("lead");
  if (new Set(tokens.map((t) => t.side).filter(Boolean)).size === 2 || has("level") || has("connector"))
    return likely("evse");
  if (made.length > 0 || has("hour")) return certain("outlet");
  if (has("outlet")) return likely("outlet");
  if (has("length")) return likely("lead");
  const steps = saidOf(tokens, "amps").some((said) => said.amps.length > 1);
  return steps || has("hertz") ? likely("evse") : undefined;
}

/** Below so many volts no battery drives a car (V); those with amp-hours on them start one, or feed its lights. */
const LEAST_PACK_VOLTS = 24;

/** Whether the plate is that of a starter or on-board battery. */
function isAuxiliary(tokens: readonly Token[]): boolean {
  const volts = saidOf(tokens, "volts");
  return (
    tokens.some(({ said }) => said.what === "ampHours") &&
    volts.length > 0 &&
    volts.every(({ high }) => high < LEAST_PACK_VOLTS)
  );
}

const gaugeOf = (text: string, tokens: readonly Token[]): string | undefined => {
  const area = readMarking(text)?.areaMm2;
  const awg = saidOf(tokens, "gauge")[0]?.awg;
  const gauge = area !== undefined ? `${area} mm2` : awg !== undefined ? `${awg} AWG` : undefined;
  return gauge !== undefined && (FLEXIBLE_GAUGES as readonly string[]).includes(gauge) ? gauge : undefined;
};

/** Phases of the strongest of several ratings: sure where any are printed. */
const ofStrongest = ({ phases }: VoltageRating, tokens: readonly Token[]): Sure<1 | 3> =>
  saidOf(tokens, "phases").length > 0 ? certain(phases) : likely(phases);

/** Volts across a phase of a rating: as printed on one, between line and neutral on three. */
const acrossOf = (rating: VoltageRating): Sure<number> =>
  rating.phases === 1
    ? certain(rating.volts)
    : likely(Math.round(ratingWatts(rating) / rating.phases / rating.amps));

/**
 * Reads what is printed on a charging unit, an outlet, a lead or a car's plate: what each piece means, what they make
 * together, what follows and what cannot be. Never throws; every figure it gives as certain is printed there.
 * @example readPlate("AC 3N~ 400 V 16 A").phases // { value: 3, certainty: "certain" }
 */
export function readPlate(text: string): PlateReading {
  const { tokens: scanned, unread } = scan(text);
  const marking = readMarking(text);
  const tokens = withInsulation(scanned, marking !== undefined);
  const inTokens = tokens.filter((t) => t.side !== "out");
  const outTokens = tokens.filter((t) => t.side === "out");
  const [into, out] = [sideOf(inTokens), sideOf(outTokens)];
  const auxiliary = isAuxiliary(tokens);
  const looks = auxiliary ? undefined : kindOf(tokens, marking !== undefined);
  // Direct current out is the pack's business: the phases are those that come in.
  const side = out.volts && out.current !== "DC" ? out : into;
  const ratings = looks?.value === "car" || saidOf(outTokens, "amps").length > 0 ? [] : ratingsOf(inTokens);
  // Nothing else in a house has a current for each of two voltages.
  const kind = looks ?? (ratings.length > 0 ? likely<PlateKind>("evse") : undefined);
  const strongest = [...ratings].sort((a, b) => ratingWatts(b) - ratingWatts(a))[0];
  const phases =
    kind?.value === "car" ? undefined : strongest ? ofStrongest(strongest, tokens) : phasesOf(tokens, side);
  const neutral = saidOf(tokens, "phases").some((said) => said.neutral);
  const volts = saidOf(tokens, "volts");
  const held = saidOf(tokens, "energy");
  const [usable, gross] = [
    held.find(({ part }) => part !== "gross"),
    held.find(({ part }) => part === "gross"),
  ];
  const energy = (held.find(({ part }) => part === "usable") ?? usable)?.wattHours;
  const ampHours = saidOf(tokens, "ampHours")[0]?.ampHours;
  const packVolts = kind?.value === "car" && volts[0] ? (volts[0].low + volts[0].high) / 2 : undefined;
  const byProduct =
    packVolts !== undefined && ampHours !== undefined
      ? Math.round(energyOfAmpHours(packVolts, ampHours))
      : undefined;
  const amps = Math.min(into.amps ?? Infinity, (out.current === "DC" ? undefined : out.amps) ?? Infinity);
  const steps = saidOf(tokens, "amps")
    .map((said) => [...new Set(said.amps)].sort((a, b) => a - b))
    .find((list) => list.length > 1);
  const found: PlateReading = {
    tokens,
    unread: unread.filter((word) => !marking || !/^H\d{2}|^\d+[GXx×]\d/.test(word)),
    marking,
    kind,
    phases,
    phaseVolts: strongest ? acrossOf(strongest) : phaseVoltsOf(phases, side, neutral),
    ratings,
    // Amps on a starter battery are what it gives for seconds.
    amps: strongest
      ? certain(strongest.amps)
      : Number.isFinite(amps) && !auxiliary
        ? severalAmps(tokens)
          ? likely(amps)
          : certain(amps)
        : undefined,
    // Currents that go by voltage are no steps to choose from.
    steps: strongest ? [] : (steps ?? []),
    watts: saidOf(tokens, "watts")[0]?.watts,
    wattHours:
      energy !== undefined
        ? certain(energy)
        : gross
          ? likely(gross.wattHours)
          : byProduct !== undefined
            ? likely(byProduct)
            : undefined,
    packVolts,
    outlet: outletOf(tokens, into, phases?.value),
    connectors: saidOf(tokens, "connector").flatMap((said) => said.connectors),
    metres: saidOf(tokens, "length")[0]?.metres,
    gauge: gaugeOf(text, tokens),
    in: into,
    out,
    follows: [],
    contradictions: [],
  };
  return {
    ...found,
    follows: followsOf(found, ampHours),
    contradictions: [
      ...(auxiliary
        ? [
            `${volts[0]!.high} V with amp-hours is a starter or on-board battery: the one that drives a car has some hundreds of volts. Look for its plate, or in the papers.`,
          ]
        : []),
      ...contradictionsOf(found, byProduct),
    ],
  };
}
