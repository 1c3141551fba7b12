import { SOURCES } from "../../trade/sources";
import { sumOf, term, type Step, type Term, type Working } from "../../trade/working";
import type { WeekAnswer } from "./answer";
import type { Pattern } from "./pattern";
import type { WeekRecord } from "./record";
import { localAt } from "./timeline";

const wh = (symbol: string, name: string, value: number): Term => term(symbol, name, value, "Wh");

/**
 * How a day came out: what was driven, what each stay put back, what a stop had to put in, and what is carried on.
 * @param record the week it is a day of
 * @example dayWorking(week.answer, week.answer.weeks[0], 0, week.asked.pattern).title // "A day of this week"
 */
export function dayWorking(
  { car, timeline }: WeekAnswer,
  record: WeekRecord,
  day: number,
  { season, limitSoc }: Pattern,
): Working {
  const { usableWh } = car.battery;
  const of = record.days[day]!;
  const perKm = car.whPerKm * season.consumption;
  const Q = term("Q", "usable capacity", usableWh, "Wh", SOURCES.label);
  const c = wh("c", "a kilometre at this time of the year", perKm);
  const used: Step = {
    what: "What the day's drives took, and warming or cooling the car before them",
    formula: "E_out = d·c + E_pre",
    terms: [
      term("d", "driven", of.drivenKm, "km"),
      { ...c, unit: "Wh/km", source: SOURCES.label },
      wh("E_pre", "taken before driving", of.preheatKm * perKm),
    ],
    result: wh("E_out", "taken from the battery", (of.drivenKm + of.preheatKm) * perKm),
  };
  const stays = record.sessions
    .filter(({ stay }) => stay.day === day)
    .map(({ stay, run, fromSoc }, i): Step => {
      const times = [run.slices[0]!.from, run.end.elapsed].map((at) =>
        localAt(timeline, stay.from + at, record.week),
      );
      const where = { home: "home", work: "work", post: "the public post", nowhere: "nothing" }[stay.at];
      return {
        what: `Put back at ${where}, ${times[0]!.slice(11)} to ${times[1]!.slice(11)}`,
        formula: `E_${i + 1} = Q·(to − from)/100`,
        terms: [
          Q,
          term("from", "charge as it was plugged in", fromSoc * 100, "%"),
          term("to", "charge as it ended", run.end.soc * 100, "%"),
        ],
        result: wh(`E_${i + 1}`, "put back", (run.end.soc - fromSoc) * usableWh),
      };
    });
  const sunWh = of.addedKm * perKm - stays.reduce((sum, { result }) => sum + result.value, 0);
  const added = [
    ...stays.map(({ result }) => result),
    ...(sunWh > 1e-6 ? [wh("E_sun", "from the sun", sunWh)] : []),
    ...(of.shortKm > 1e-6 ? [wh("E_stop", "put in by stops on the way", of.shortKm * perKm)] : []),
  ];
  const end: Step = {
    what: "Charge as the next day begins",
    formula: `end = start + 100·(${added.length > 0 ? `${sumOf(added)} − ` : "0 − "}E_out)/Q`,
    terms: [term("start", "charge as this day began", of.startSoc * 100, "%"), ...added, used.result, Q],
    result: term("end", "charge", of.endSoc * 100, "%"),
  };
  const missing = Math.max(0, limitSoc - of.endSoc) * 100;
  return {
    title: "A day of this week",
    steps: [
      used,
      ...stays,
      end,
      {
        what: "Still missing to the daily limit, as the distance it would drive",
        formula: "carried = m/100·Q/c",
        terms: [term("m", "below the limit", missing, "%"), Q, { ...c, unit: "Wh/km" }],
        result: term("carried", "carried into the next day", of.carriedKm, "km"),
      },
    ],
    notes: [
      "A day lasts from its first drive to the next day's first drive, or from the hour of the earliest drive of the week.",
      "Each stay is the session the Path would compute: the curve near full, the car's own draw and all losses counted.",
    ],
  };
}
