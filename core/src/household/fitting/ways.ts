import { breakerForUnit, endAdvice, type Circuits } from "../../answers/circuit";
import type { FollowedYear } from "../../answers/install";
import type { Way } from "../../answers/lineup";
import { asPeopleKnow, LOADS, methodsOf, roomOf } from "../../answers/service";
import { outletType } from "../../trade/outlets";
import { MIN_AMPS } from "../../trade/signals";
import { NEW_CIRCUITS } from "../../trade/sizes";
import type { Amps, Kilometres } from "../../trade/units";
import { plugsFor } from "../../trade/connectors";
import {
  portableOf,
  plugOf,
  priceOfSize,
  socketOf,
  USUAL_PRICES,
  usualPrice,
  usualWallSocket,
} from "../start";
import {
  circuitsOf,
  followedYear,
  followerOf,
  hoursNeed,
  kmOver,
  storedAt,
  tradeIn,
  unseenIn,
  wattsOfUnit,
  wayOfUnit,
  type FittingSetting,
} from "./setting";
import { weekOfWay, type WayWeek } from "./week";

/** Ways to fit a car in, in the order in which they are told. */
export const FIT_WAYS = [
  "socket",
  "wanted",
  "smaller",
  "setting",
  "off-peak",
  "follow",
  "dryer",
  "sub-panel",
  "upgrade",
  "second-meter",
] as const;
/** A way to fit a car in. */
export type FitWayId = (typeof FIT_WAYS)[number];

/** Whether a way goes: it fits by the book, somebody has to agree first, or it does not. */
export type FitVerdict = "fits" | "asks" | "no";

/** What a way looks like on the board: amps on the line that counts. */
export interface OnBoard {
  readonly mainAmps: Amps;
  /** The house while the car charges, as it is counted. */
  readonly houseAmps: Amps;
  readonly carAmps: Amps;
  /** The car gives way whenever the house needs more. */
  readonly gives: boolean;
}

/** A way to fit a car in, and what comes of it. */
export interface FitWay {
  readonly id: FitWayId;
  readonly name: string;
  readonly fit: FitVerdict;
  /** One sentence with its numbers. */
  readonly why: string;
  readonly phases: 1 | 3;
  /** What it may draw, and the unit it is built with. */
  readonly amps: Amps;
  readonly unitAmps: Amps;
  readonly breakerAmps: Amps;
  readonly board: OnBoard;
  /** The load as people know it. */
  readonly told: string;
  /** Hours of charging a year at its amps; 0 where nothing flows. */
  readonly hoursAYear: number;
  /** What a usual night brings. */
  readonly nightKm: Kilometres;
  readonly followed: FollowedYear | null;
  /** Usual cost from the least to the most, in the household's currency. */
  readonly cost: { readonly low: number; readonly high: number };
  /** What it asks of the house, and what to beware of. */
  readonly asks: readonly string[];
  readonly cautions: readonly string[];
  /** What a week says of it; null where it cannot be followed. */
  readonly week: WayWeek | null;
  readonly circuits: Circuits | null;
  readonly way: Way | null;
}

/** What is said of a way beside what is computed of it. */
interface Sketch {
  readonly id: FitWayId;
  readonly name: string;
  readonly fit: FitVerdict;
  readonly why: string;
  readonly phases: 1 | 3;
  readonly amps: Amps;
  readonly unitAmps: Amps;
  readonly houseAmps: Amps;
  readonly mainAmps?: Amps;
  readonly gives?: boolean;
  /** Hours of a night in which it charges. */
  readonly hours?: number;
  /** Costs beside unit and circuit (euros). */
  readonly extra?: readonly [low: number, high: number];
  /** The breaker (A) of a circuit that is there and is shared; a new one is laid where nothing is said. */
  readonly sharesAmps?: Amps;
  readonly asks: readonly string[];
  readonly cautions?: readonly string[];
}

/** What is left is never told as more than it is, what is needed never as less. */
const amps = (value: number): string => `${Math.floor(value * 10 + 1e-6) / 10} A`;
const need = (value: number): string => `${Math.ceil(value * 10 - 1e-6) / 10} A`;
const whole = (value: number): Amps => Math.floor(value + 1e-9);

/** Least and most of what a unit and its circuit usually cost, as shares of the usual price. Common practice. */
const SPREAD = { low: 0.8, high: 1.7 } as const;

function costOf(
  { asked, perEuro }: FittingSetting,
  phases: 1 | 3,
  circuits: Circuits | null,
  [low, high]: readonly [number, number],
) {
  const { currency } = asked.household;
  const unit = USUAL_PRICES.wallbox[phases];
  const circuit = circuits ? priceOfSize(USUAL_PRICES.circuit[phases], circuits.breakerAmps) : 0;
  // The usual circuit has some ten metres in it; a longer run is more copper and more work.
  const run =
    (circuits?.fits ? circuits.fits.price / perEuro / Math.max(1, asked.run.lengthM) : 0) *
    Math.max(0, asked.run.lengthM - 10);
  return {
    low: usualPrice((unit + circuit) * SPREAD.low + low + run, currency),
    high: usualPrice((unit + circuit) * SPREAD.high + high + 2 * run, currency),
  };
}

/** A unit that is too much for a socket has to be wired in, whatever was thought of. */
function pluggedCaution(
  { asked }: FittingSetting,
  unitAmps: Amps,
  circuits: Circuits | null,
): readonly string[] {
  const { must, says } = endAdvice({ system: asked.service.system, amps: unitAmps }, asked.run);
  return circuits && must !== null && asked.run.end === "socket" ? [says] : [];
}

/** Hours in which a power (W) draws what the car takes in a year. */
const hoursOf = ({ kWhAYear }: FittingSetting, watts: number): number => (kWhAYear * 1000) / watts;

/** A sketch with everything that is computed of it. */
function finished(setting: FittingSetting, sketch: Sketch): FitWay {
  const {
    id,
    name,
    phases,
    unitAmps,
    houseAmps,
    asks,
    cautions = [],
    gives = false,
    extra = [0, 0],
  } = sketch;
  const { asked } = setting;
  const nothing = sketch.amps < MIN_AMPS;
  const shares = sketch.sharesAmps;
  const circuits =
    nothing || shares !== undefined ? null : circuitsOf(setting, phases, unitAmps, sketch.amps);
  const noConductor = circuits !== null && !circuits.fits;
  const laid = shares === undefined ? circuits : { breakerAmps: shares, fits: undefined };
  const way =
    laid && !nothing && (laid.fits || shares !== undefined)
      ? wayOfUnit(setting, { name, phases, unitAmps, setAmps: sketch.amps }, laid)
      : null;
  const hours = sketch.hours ?? setting.nightHours;
  const nightKm = way ? kmOver(setting, storedAt(setting, way, sketch.amps), hours) : 0;
  const fit: FitVerdict = nothing || noConductor ? "no" : sketch.fit;
  return {
    id,
    name,
    fit,
    why: noConductor
      ? `No conductor that is usually laid carries ${circuits.breakerAmps} A over ${asked.run.lengthM} m and goes into the terminals.`
      : sketch.why,
    phases,
    amps: sketch.amps,
    unitAmps,
    breakerAmps: shares ?? circuits?.breakerAmps ?? breakerForUnit(unitAmps, tradeIn(setting)),
    board: { mainAmps: sketch.mainAmps ?? asked.service.mainAmps, houseAmps, carAmps: sketch.amps, gives },
    told: nothing ? "" : asPeopleKnow(wattsOfUnit(setting, phases, sketch.amps), hours),
    hoursAYear: nothing ? 0 : hoursOf(setting, wattsOfUnit(setting, phases, sketch.amps)),
    nightKm,
    followed: null,
    cost: costOf(setting, phases, circuits, extra),
    asks,
    cautions: [...cautions, ...pluggedCaution(setting, unitAmps, circuits)],
    week: way ? weekOfWay(setting, way, sketch.amps, nightKm) : null,
    circuits,
    way,
  };
}

/** What every way is judged with. */
interface Room {
  readonly room: Amps;
  readonly houseAmps: Amps;
  /** By the method it is judged by, or not quite. */
  readonly book: FitVerdict;
}

function roomIn({ asked: { service }, method }: FittingSetting, phases: 1 | 3): Room {
  const room = roomOf(service, method, phases);
  return {
    room,
    houseAmps: service.mainAmps - Math.min(room, service.mainAmps),
    book: method.lacks === null ? "fits" : "asks",
  };
}

const OWN_CIRCUIT = "A circuit of its own from the board, with room for its breaker there.";

function wanted(setting: FittingSetting): Sketch {
  const { phases, amps: wish } = setting.asked.wanted;
  const { room, houseAmps, book } = roomIn(setting, phases);
  const fits = wish <= room + 1e-9;
  return {
    id: "wanted",
    name: `As wished: ${phases} × ${wish} A`,
    fit: fits ? book : "no",
    why: fits
      ? `The main has ${amps(room)} left, and it takes ${wish} A.`
      : room < 0
        ? `The house alone comes to ${need(-room)} more than its main: there is no room for ${wish} A.`
        : `The main has ${amps(room)} left, and it takes ${wish} A: ${need(wish - room)} too much.`,
    phases,
    amps: wish,
    unitAmps: wish,
    houseAmps,
    asks: [OWN_CIRCUIT],
  };
}

/** The strongest unit that is sold and fits, on as many phases as bring most. */
function smallerSize(setting: FittingSetting): { phases: 1 | 3; amps: Amps } | null {
  const { asked } = setting;
  const sizes = NEW_CIRCUITS[asked.service.system].filter(
    ({ outlet, phases, evseAmps }) =>
      !outlet &&
      phases <= asked.service.phases &&
      phases <= asked.wanted.phases &&
      evseAmps <= roomIn(setting, phases).room + 1e-9 &&
      evseAmps * phases < asked.wanted.amps * asked.wanted.phases,
  );
  const best = sizes.reduce<(typeof sizes)[number] | null>(
    (most, size) => (!most || size.phases * size.evseAmps > most.phases * most.evseAmps ? size : most),
    null,
  );
  return best && { phases: best.phases, amps: best.evseAmps };
}

function smaller(setting: FittingSetting): Sketch {
  const size = smallerSize(setting);
  const phases = size?.phases ?? 1;
  const { room, houseAmps, book } = roomIn(setting, phases);
  return {
    id: "smaller",
    name: size ? `A smaller unit: ${phases} × ${size.amps} A` : "A smaller unit",
    fit: size ? book : "no",
    why: size
      ? `The largest that is usually sold and fits into the ${amps(room)} left.`
      : `The ${amps(Math.max(0, room))} left are less than the smallest unit that is usually wired in takes.`,
    phases,
    amps: size?.amps ?? 0,
    unitAmps: size?.amps ?? 16,
    houseAmps,
    asks: [OWN_CIRCUIT],
  };
}

function setLower(setting: FittingSetting): Sketch {
  const { phases, amps: wish } = setting.asked.wanted;
  const { room, houseAmps, book } = roomIn(setting, phases);
  const set = Math.min(wish, whole(room));
  return {
    id: "setting",
    name: set >= MIN_AMPS && set < wish ? `The wished unit, set to ${set} A` : "The wished unit, set lower",
    fit: set >= wish ? "no" : set >= MIN_AMPS ? book : "no",
    why:
      set >= wish
        ? "It fits as it is: nothing has to be lowered."
        : set >= MIN_AMPS
          ? `Held to ${set} A by its installer's setting it stays within the ${amps(room)} left.`
          : `The ${amps(Math.max(0, room))} left are less than the ${MIN_AMPS} A a car needs.`,
    phases,
    amps: set >= MIN_AMPS && set < wish ? set : 0,
    unitAmps: wish,
    houseAmps,
    asks: [
      OWN_CIRCUIT,
      "The setting is made by the installer, behind a cover or a password, and written on the unit.",
    ],
    cautions: ["A setting that anyone can turn up holds nothing: the board has to be safe from it."],
  };
}

function offPeak(setting: FittingSetting): Sketch {
  const { cheap, cheapHours, asked } = setting;
  const { phases, amps: wish } = asked.wanted;
  const main = asked.service.mainAmps;
  const needed = cheap ? hoursNeed(setting, cheap[0], cheap[1]) : main;
  const most =
    phases === 1 && asked.service.phases === 3 ? (asked.service.imbalanceAmps ?? Infinity) : Infinity;
  const set = Math.min(wish, whole(Math.min(main - needed, most)));
  const nec = tradeIn(setting) === "nec";
  return {
    id: "off-peak",
    name: cheap ? `Only from ${cheap[0]} to ${cheap[1]}` : "Only in the cheap hours",
    fit: set >= MIN_AMPS ? "asks" : "no",
    why: !cheap
      ? "The cheap hours lie where the car is not at home."
      : set >= MIN_AMPS
        ? `In those hours the house comes to ${need(needed)} at the most, margin included: ${amps(main - needed)} are left.`
        : `In those hours the house comes to ${need(needed)} already, margin included.`,
    phases,
    amps: set >= MIN_AMPS ? set : 0,
    unitAmps: set >= MIN_AMPS ? set : wish,
    houseAmps: Math.min(main, needed),
    hours: cheapHours,
    asks: [OWN_CIRCUIT, "A timer in unit or car that is never overridden."],
    cautions: [
      nec
        ? "A timer is no load management: the code counts the unit whole, whenever it runs. The inspector has to agree."
        : "A timer does not protect the main: one evening at full current and the house goes dark. Ask for a limit that follows the house.",
      ...unseenIn(setting),
    ],
  };
}

function follow(setting: FittingSetting): FitWay {
  const { asked, limitAmps, method } = setting;
  const { phases, amps: wish } = asked.wanted;
  const made = finished(setting, {
    id: "follow",
    name: `A limit that follows the house, up to ${wish} A`,
    fit: method.leftAmps < 0 ? "asks" : "fits",
    why: `A sensor at the main holds house and car to ${amps(limitAmps)} together: the car takes what the house leaves.`,
    phases,
    amps: wish,
    unitAmps: wish,
    houseAmps: roomIn(setting, phases).houseAmps,
    gives: true,
    extra: [150, 450],
    asks: [
      OWN_CIRCUIT,
      "Sensors around the main's conductors, and a wire or a sure radio link from them to the unit.",
      `Set at the installer's level to ${amps(limitAmps)}, and the unit's fallback to ${MIN_AMPS} A or less where the sensor is not heard.`,
    ],
    cautions: [
      "Where the sensor falls silent the unit must lower by itself: have that shown to you with the sensor unplugged.",
      ...(asked.service.imbalanceAmps !== null && phases === 1 && asked.service.phases === 3
        ? [
            `The utility allows ${asked.service.imbalanceAmps} A on one phase: the unit must hold that as well.`,
          ]
        : []),
      ...(method.leftAmps < 0
        ? ["By the book the house alone is over its main: have that looked at whatever becomes of the car."]
        : []),
      ...unseenIn(setting),
    ],
  });
  if (!made.way) return made;
  const held =
    asked.service.phases === 3 && phases === 1 ? Math.min(wish, asked.service.imbalanceAmps ?? wish) : wish;
  const year = followedYear(setting, followerOf(setting, made.way, held));
  const fullKm = asked.car.battery.usableWh / asked.car.whPerKm;
  // A week is held against what it gives on nine nights of ten.
  const week = weekOfWay(setting, made.way, wish, Math.min(fullKm, year.nineInTenKm));
  return { ...made, nightKm: Math.min(fullKm, year.nightKm), followed: year, week };
}

/** What of an existing circuit a car may share: its breaker, and the most a unit behind it may draw. */
const DRYER = { nec: { breakerAmps: 30, unitAmps: 24 }, iec: { breakerAmps: 16, unitAmps: 16 } } as const;

function dryer(setting: FittingSetting): FitWay | null {
  const { asked } = setting;
  const { service } = asked;
  const trade = tradeIn(setting);
  const shared = service.loads.find(({ kind }) => kind === "dryer");
  if (!shared) return null;
  const { unitAmps, breakerAmps } = DRYER[trade];
  // Either of the two runs: the house without it, by the sum of its loads, beside the car.
  const without = { ...service, loads: service.loads.filter((load) => load !== shared) };
  const method = methodsOf(without, null)[0]!;
  const room = roomOf(service, method, 1);
  const set = Math.min(unitAmps, whole(room));
  const made = finished(setting, {
    id: "dryer",
    name: "Sharing the dryer's circuit",
    fit: set >= unitAmps ? "asks" : "no",
    why:
      set >= unitAmps
        ? `Dryer or car, never both: without the dryer the house leaves ${amps(room)}, and the unit takes ${unitAmps} A.`
        : `Even without the dryer the house leaves ${amps(Math.max(0, room))}: less than the ${unitAmps} A such a unit takes.`,
    phases: 1,
    amps: set >= unitAmps ? unitAmps : 0,
    unitAmps,
    houseAmps: service.mainAmps - Math.min(room, service.mainAmps),
    hours: Math.max(0, setting.nightHours - LOADS.dryer.hours),
    extra: [150, 700],
    sharesAmps: breakerAmps,
    asks: [
      "A listed switch that gives the circuit to one of the two, the dryer first.",
      "The dryer's run checked: conductor, socket, earth of its own.",
    ],
    cautions: [
      "No plug that is pulled and pushed between the two every evening: such sockets are not made for it.",
      ...(trade === "nec"
        ? ["Old dryer sockets of three pins have no earth of their own: a car's unit must not hang on one."]
        : []),
    ],
  });
  return made;
}

function subPanel(setting: FittingSetting): Sketch {
  const from = smallerSize(setting) ?? { phases: 1 as const, amps: 0 };
  const { phases, amps: wish } = setting.asked.wanted;
  const { room, houseAmps, book } = roomIn(setting, phases);
  const size = wish <= room + 1e-9 ? { phases, amps: wish } : from;
  return {
    id: "sub-panel",
    name: "A sub-panel beside the full board",
    fit: size.amps >= MIN_AMPS ? book : "no",
    why:
      size.amps >= MIN_AMPS
        ? `It brings places for breakers, no amperes: ${size.phases} × ${size.amps} A fit, as before.`
        : "It brings places for breakers, no amperes: there is still no room.",
    phases: size.phases,
    amps: size.amps,
    unitAmps: size.amps >= MIN_AMPS ? size.amps : 16,
    houseAmps,
    extra: [450, 1_600],
    asks: [
      "Only where the board has no place left for a breaker.",
      "A feeder from the board to it, with its own breaker.",
    ],
  };
}

/** Mains houses are fed with. Common practice. */
const MAINS = {
  nec: [100, 125, 150, 200, 225, 300, 400],
  iec: [16, 20, 25, 32, 35, 40, 50, 63, 80, 100, 125, 160],
} as const;

function upgrade(setting: FittingSetting): Sketch {
  const { asked, method } = setting;
  const { service, wanted: wish } = asked;
  const trade = tradeIn(setting);
  const needed = Math.max(...method.needed) + wish.amps;
  const main = MAINS[trade].find((size) => size > service.mainAmps && size >= needed - 1e-9) ?? null;
  const there = service.mainAmps >= needed - 1e-9;
  return {
    id: "upgrade",
    name: main ? `A stronger service, ${main} A` : "A stronger service",
    fit: main ? "asks" : "no",
    why: there
      ? "The service there is would do: a stronger one is not needed."
      : main
        ? `House and car come to ${need(needed)}: the next main that is usual is ${main} A.`
        : `House and car come to ${need(needed)}: more than a house is usually fed with.`,
    phases: wish.phases,
    amps: main ? wish.amps : 0,
    unitAmps: wish.amps,
    houseAmps: Math.max(...method.needed),
    mainAmps: main ?? service.mainAmps,
    extra: trade === "nec" ? [1_600, 5_500] : [600, 4_000],
    asks: [
      "The utility has to agree, and may have to lay a stronger cable: weeks to months.",
      "A new main, meter socket and often a new board.",
      OWN_CIRCUIT,
    ],
    cautions: [
      "Often dearer than everything else together: ask what a limit that follows the house would give first.",
    ],
  };
}

function secondMeter(setting: FittingSetting): Sketch {
  const { phases, amps: wish } = setting.asked.wanted;
  const trade = tradeIn(setting);
  const main = MAINS[trade].find((size) => size >= breakerForUnit(wish, trade)) ?? MAINS[trade].at(-1)!;
  return {
    id: "second-meter",
    name: `A second meter, ${main} A for the car alone`,
    fit: "asks",
    why: `The car has a main of its own: the house's has nothing to do with it.`,
    phases,
    amps: wish,
    unitAmps: wish,
    houseAmps: 0,
    mainAmps: main,
    extra: [900, 4_500],
    asks: [
      "The utility has to agree, and asks a standing charge for the second meter.",
      "A place for meter and board, and often another tariff for the car.",
    ],
    cautions: ["The utility's cable to the house feeds both: it has to hold house and car together."],
  };
}

function socket(setting: FittingSetting): FitWay {
  const { asked } = setting;
  const { system } = asked.service;
  const type = usualWallSocket(system);
  const row = outletType(type);
  const held = row.sustained[asked.household.houseRule];
  const trade = tradeIn(setting);
  const breakerAmps = trade === "nec" ? 15 : 16;
  const { room, houseAmps, book } = roomIn(setting, 1);
  const goes = held <= room + 1e-9;
  const usual = plugOf("AC", system);
  const connector = plugsFor(asked.car.inlets, "AC").includes(usual)
    ? usual
    : (plugsFor(asked.car.inlets, "AC")[0] ?? usual);
  const way: Way = {
    name: "The socket there is",
    place: null,
    outlet: socketOf(type, system, breakerAmps),
    lead: null,
    evse: portableOf(type, 1, held, connector, system),
    cable: null,
    adapter: null,
    tariff: asked.tariff,
    settings: { evseAmps: null, carAmps: null, otherBusy: false },
    followsCar: true,
    buy: [],
  };
  const stored = storedAt(setting, way, held);
  const nightKm = kmOver(setting, stored, setting.nightHours);
  const { currency } = asked.household;
  const volts = trade === "nec" ? 120 : wattsOfUnit(setting, 1, 1);
  return {
    id: "socket",
    name: `The wall socket there is, ${held} A`,
    fit: goes && stored > 0 ? (book === "fits" ? "fits" : "asks") : "no",
    why: goes
      ? `It takes ${held} A, and the main has ${amps(room)} left.`
      : `It takes ${held} A, and the main has ${amps(Math.max(0, room))} left.`,
    phases: 1,
    amps: held,
    unitAmps: held,
    breakerAmps,
    board: { mainAmps: asked.service.mainAmps, houseAmps, carAmps: held, gives: false },
    told: asPeopleKnow(volts * held, setting.nightHours),
    hoursAYear: hoursOf(setting, volts * held),
    nightKm,
    followed: null,
    cost: { low: 0, high: usualPrice(priceOfSize(USUAL_PRICES.portable, held), currency) },
    asks: ["A sound socket near the car with nothing else on its circuit."],
    cautions: ["Hours of full current find out every weak contact: have socket and wiring looked at first."],
    week: stored > 0 ? weekOfWay(setting, way, held, nightKm) : null,
    circuits: null,
    way,
  };
}

const MAKERS: Readonly<Record<FitWayId, (setting: FittingSetting) => FitWay | null>> = {
  socket,
  wanted: (setting) => finished(setting, wanted(setting)),
  smaller: (setting) => finished(setting, smaller(setting)),
  setting: (setting) => finished(setting, setLower(setting)),
  "off-peak": (setting) => finished(setting, offPeak(setting)),
  follow,
  dryer,
  "sub-panel": (setting) => finished(setting, subPanel(setting)),
  upgrade: (setting) => finished(setting, upgrade(setting)),
  "second-meter": (setting) => finished(setting, secondMeter(setting)),
};

/**
 * One way to fit a car in; null where the house has nothing it could be done with.
 * @example fitWay(fitting, "second-meter").fit // "asks"
 */
export const fitWay = (setting: FittingSetting, id: FitWayId): FitWay | null => MAKERS[id](setting);
