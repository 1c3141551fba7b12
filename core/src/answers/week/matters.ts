import type { Kilometres } from "../../trade/units";
import { weekAt, weekSetting, type WeekAnswer } from "./answer";
import { away, awayProblem, DAY_MINUTES, minuteOf } from "./away";
import type { WeekAsked } from "./document";
import { patternSchema, type Day, type Pattern } from "./pattern";
import { SEASONS } from "./seasons";
import type { Way } from "../lineup";

/** Something that was assumed, with another value: the pattern it makes, and what it leaves to spare. */
export interface Varied {
  readonly says: string;
  readonly pattern: Pattern;
  readonly spareKm: Kilometres;
}

/** An assumption and what it does to the answer, varied to either side. */
export interface Mattering {
  readonly id: string;
  readonly name: string;
  readonly varied: readonly Varied[];
  /** From the least to the most it leaves to spare, what is assumed now among them. */
  readonly low: Kilometres;
  readonly high: Kilometres;
}

/**
 * What a week leaves to spare: above the reserve at its lowest point, in km; below zero what stops have to put in during
 * the week that first falls short.
 * @example spareKm(week.answer, week.asked.pattern) > 0 // true
 */
export function spareKm({ car, plan, followed, weeks }: WeekAnswer, pattern: Pattern): Kilometres {
  const perKm = car.whPerKm * pattern.season.consumption;
  const { short, lowest } = followed;
  if (!short) return ((lowest.soc - pattern.reserveSoc) * plan.car.battery.usableWh) / perKm;
  const week = weeks.find((record) => record.week === short.week)!;
  return -week.days.reduce((sum, { shortKm }) => sum + shortKm, 0);
}

const driven = (days: readonly Day[], by: number): Day[] =>
  days.map((day) => ({
    ...day,
    drives: day.drives.map((drive) => ({ ...drive, km: Math.round(drive.km * by * 10) / 10 })),
  }));

const clock = (minutes: number): string =>
  new Date((((minutes % DAY_MINUTES) + DAY_MINUTES) % DAY_MINUTES) * 60_000).toISOString().slice(11, 16);

/** The last drive of each day back so much later, where that overlaps nothing. */
function later(days: readonly Day[], minutes: number): Day[] | undefined {
  const moved = days.map((day) => ({
    ...day,
    drives: day.drives.map((drive, i) => {
      if (i < day.drives.length - 1) return drive;
      const back = minuteOf(drive.back) + minutes;
      const over = Math.floor(back / DAY_MINUTES);
      const nights = drive.nights ?? (minuteOf(drive.back) <= minuteOf(drive.leave) ? 1 : 0);
      return { ...drive, back: clock(back), nights: nights + over };
    }),
  }));
  return moved.some(({ drives }) => drives.some(({ nights = 0 }) => nights < 0 || nights > 6)) ||
    awayProblem(away(moved))
    ? undefined
    : moved;
}

const percent = (share: number): string => `${Math.round(share * 100)} %`;
const { name: _mild, ...MILD } = SEASONS.mild;
const { name: _cold, ...COLD } = SEASONS.cold;

type Others = readonly { readonly says: string; readonly pattern: Pattern | undefined }[];

/** What is assumed, and what else it may well be. */
const ASSUMED: readonly { readonly id: string; readonly name: string; of(pattern: Pattern): Others }[] = [
  {
    id: "distance",
    name: "How far you drive",
    of: (p) => [
      { says: "a fifth less", pattern: { ...p, days: driven(p.days, 0.8) } },
      { says: "a fifth more", pattern: { ...p, days: driven(p.days, 1.2) } },
    ],
  },
  {
    id: "consumption",
    name: "What a kilometre takes",
    of: (p) =>
      (
        [
          ["a tenth less", 0.9],
          ["a fifth more", 1.2],
        ] as const
      ).map(([says, by]) => ({
        says,
        pattern: {
          ...p,
          season: { ...p.season, consumption: Math.min(3, Math.max(0.5, p.season.consumption * by)) },
        },
      })),
  },
  {
    id: "season",
    name: "The time of the year",
    of: (p) => [
      { says: "mild", pattern: { ...p, season: { ...MILD, sunKm: p.season.sunKm } } },
      { says: "cold", pattern: { ...p, season: { ...COLD, sunKm: p.season.sunKm } } },
    ],
  },
  {
    id: "home",
    name: "When you are home",
    of: (p) =>
      (
        [
          ["an hour earlier", -60],
          ["two hours later", 120],
        ] as const
      ).map(([says, by]) => {
        const days = later(p.days, by);
        return { says, pattern: days && { ...p, days } };
      }),
  },
  {
    id: "limit",
    name: "How far it is charged",
    of: (p) =>
      [0.8, 0.9, 1].map((limitSoc) => ({
        says: percent(limitSoc),
        pattern: { ...p, limitSoc, startSoc: p.startSoc === p.limitSoc ? limitSoc : p.startSoc },
      })),
  },
  {
    id: "reserve",
    name: "What is never touched",
    of: (p) =>
      [0.05, 0.2].map((reserveSoc) => ({ says: percent(reserveSoc), pattern: { ...p, reserveSoc } })),
  },
  {
    id: "plugIn",
    name: "When it is plugged in",
    of: (p) => [
      { says: "whenever at home", pattern: { ...p, plugIn: "home" } },
      { says: `only below ${percent(p.belowSoc)}`, pattern: { ...p, plugIn: "below" } },
    ],
  },
  {
    id: "charges",
    name: "When it charges",
    of: (p) => [
      { says: "at once", pattern: { ...p, charges: "at-once" } },
      { says: "in the cheapest hours alone", pattern: { ...p, charges: "cheap-hours" } },
    ],
  },
];

/**
 * What matters most: each assumption varied by itself, by what it leaves to spare, the widest swing first.
 * @example weekMatters(week.asked, 0, week.asked.ways[0])[0].name // "When it charges"
 */
export function weekMatters(asked: WeekAsked, carAt: number, way: Way): Mattering[] {
  const spareOf = (pattern: Pattern): Kilometres | undefined => {
    const { answer } = weekAt(weekSetting({ ...asked, pattern }, carAt), way);
    return answer.kind === "charging" ? spareKm(answer, pattern) : undefined;
  };
  const now = spareOf(asked.pattern);
  if (now === undefined) return [];
  return ASSUMED.map(({ id, name, of }): Mattering => {
    const varied = of(asked.pattern).flatMap(({ says, pattern }): Varied[] => {
      const sound = pattern && patternSchema.safeParse(pattern).success;
      const spare = sound ? spareOf(pattern) : undefined;
      return spare === undefined ? [] : [{ says, pattern: pattern!, spareKm: spare }];
    });
    const all = [now, ...varied.map((one) => one.spareKm)];
    return { id, name, varied, low: Math.min(...all), high: Math.max(...all) };
  })
    .filter(({ low, high }) => high - low > 0.5)
    .sort((a, b) => b.high - b.low - (a.high - a.low));
}
