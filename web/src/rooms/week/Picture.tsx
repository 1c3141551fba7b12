import { useId, useMemo } from "react";
import { DateTime } from "luxon";
import { scaleLinear } from "d3-scale";
import { area, line } from "d3-shape";
import {
  dayDate,
  pricedWeek,
  type DistanceUnit,
  type Pattern,
  type Point,
  type PricedStretch,
  type WeekAnswer,
  type WeekRecord,
} from "@kettleback/core";
import { useWidth } from "../../charts/useWidth";
import { percentText } from "../../format/number";
import { dayTimeText } from "../../format/manner";
import { amountText } from "../../plan/money";
import { momentOf, missingText } from "./words";
import styles from "./picture.module.scss";

const [LEFT, RIGHT, TOP] = [38, 8, 22];
const PLOT = 190;
/** Room under zero for what is missing, and for the charging hours along the base. */
const DEPTH = 26;
const BELOW = DEPTH + 20;
const BASE = 18;
/** Room at the right for the names of lines. */
const NAMES = 120;
const NARROW = 560;

interface Props {
  readonly answer: WeekAnswer;
  readonly record: WeekRecord;
  /** Other ways, drawn quietly. */
  readonly others: readonly { readonly answer: WeekAnswer; readonly record: WeekRecord }[];
  readonly pattern: Pattern;
  readonly unit: DistanceUnit;
}

/** What is missing on a day, and when it first is. */
function shortagesOf({ days, stops }: WeekRecord) {
  return days.flatMap(({ shortKm }, day) => {
    const at = stops.find((stop) => stop.day === day)?.at;
    return shortKm > 1e-6 && at !== undefined ? [{ day, km: shortKm, at }] : [];
  });
}

/**
 * A week on one clock: charge as a copper area, drives as ink steps down, the hours by their price as slate bands,
 * charging hours along the base, what is missing hatched below nothing.
 */
export function Picture({ answer, record, others, pattern, unit }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const hatch = useId();
  const { timeline, plan } = answer;
  const end = timeline.turns[7]!;
  const shortages = shortagesOf(record);
  const below = shortages.length > 0 ? BELOW : 0;
  const named = others.length > 0 && width > NARROW ? NAMES : 0;
  const x = scaleLinear([0, end], [LEFT, Math.max(LEFT + 1, width - RIGHT - named)]);
  const y = scaleLinear([0, 1], [TOP + PLOT, TOP]);
  const bands = useMemo(() => pricedWeek(answer), [answer]);
  const path = line<Point>(
    ({ at }) => x(at),
    ({ soc }) => y(soc),
  );
  const filled = area<Point>(
    ({ at }) => x(at),
    () => y(0),
    ({ soc }) => y(soc),
  );
  const legs = timeline.pieces.filter(({ kind }) => kind === "leg");
  const between = (from: number, to: number) => record.points.filter(({ at }) => at >= from && at <= to);
  const dayName = (day: number) =>
    DateTime.fromISO(dayDate(pattern.start, day, record.week)).toFormat("ccc d");
  const wide = width > NARROW;
  const height = TOP + PLOT + below + BASE + 6;
  return (
    <div ref={ref} className={styles.picture}>
      {width > 0 && (
        <svg
          width={width}
          height={height}
          role="img"
          aria-label={`Charge of ${answer.car.name} through the week at ${plan.name}: lowest ${percentText(Math.min(...record.points.map(({ soc }) => soc)))}${shortages.map(({ km, at }) => `; ${missingText(km, unit)} short, ${momentOf(answer, { at, week: record.week })}`).join("")}`}
        >
          <defs>
            <pattern
              id={hatch}
              width="6"
              height="6"
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(45)"
            >
              <rect width="6" height="6" className="short-ground" />
              <line x1="0" y1="0" x2="0" y2="6" className="short-line" />
            </pattern>
          </defs>
          <Ground
            {...{ x, y, end, bands }}
            turns={timeline.turns}
            dayName={(day) => (wide ? dayName(day) : dayName(day).slice(0, 2))}
          />
          <path className="charge" d={filled([...record.points]) ?? ""} />
          {others.map(({ record: its }, i) => (
            <path key={i} className="other" d={path([...its.points]) ?? ""} />
          ))}
          <path className="level" d={path([...record.points]) ?? ""} />
          {legs.map(({ from, to }) => (
            <path key={from} className="drive" d={path(between(from, to)) ?? ""} />
          ))}
          <line
            className="reserve"
            x1={LEFT}
            x2={x(end)}
            y1={y(pattern.reserveSoc)}
            y2={y(pattern.reserveSoc)}
          />
          <text className="reserve-name" x={x(end) - 4} y={y(pattern.reserveSoc) - 4} textAnchor="end">
            reserve {percentText(pattern.reserveSoc)}
          </text>
          {named > 0 && <Names others={others} y={y} x={x(end) + 6} />}
          <Shortages {...{ shortages, x, y, end, hatch, wide, answer, unit }} />
          <Charging record={record} x={x} y={TOP + PLOT + below + 9} />
          <text className="tick" x={LEFT - 6} y={TOP + PLOT + below + 17} textAnchor="end">
            plug
          </text>
        </svg>
      )}
      <p className="quiet">
        Copper: the charge, and along the base when it charges. Ink: drives.
        {pricesText(bands, plan.household.currency)}
      </p>
    </div>
  );
}

/** What the grey bands stand for; nothing where an hour costs what every other does. */
function pricesText(bands: readonly PricedStretch[], currency: string): string {
  const prices = bands.flatMap(({ perKWh }) => perKWh ?? []);
  const [least, most] = [Math.min(...prices), Math.max(...prices)];
  return most > least
    ? ` Grey: the hours, as high as a kWh costs, ${amountText(least, currency)} to ${amountText(most, currency)}.`
    : "";
}

type Scale = (value: number) => number;

interface GroundProps {
  readonly x: Scale;
  readonly y: Scale;
  readonly end: number;
  readonly bands: readonly PricedStretch[];
  readonly turns: readonly number[];
  dayName(day: number): string;
}

/** What lies behind the charge: the hours as high as their price, the rules, the days. */
const Ground = ({ x, y, end, bands, turns, dayName }: GroundProps) => (
  <>
    {bands.map(({ from, to, level }) => (
      <rect
        key={from}
        className="price"
        x={x(from)}
        width={Math.max(0, x(to) - x(from))}
        y={y(0.06 + 0.3 * level)}
        height={y(0) - y(0.06 + 0.3 * level)}
      />
    ))}
    {[0, 0.25, 0.5, 0.75, 1].map((soc) => (
      <g key={soc}>
        <line className="rule" x1={LEFT} x2={x(end)} y1={y(soc)} y2={y(soc)} />
        <text className="tick" x={LEFT - 6} y={y(soc) + 4} textAnchor="end">
          {Math.round(soc * 100)}
          {soc === 1 ? " %" : ""}
        </text>
      </g>
    ))}
    {turns.slice(0, 7).map((turn, day) => (
      <g key={turn}>
        <line className="turn" x1={x(turn)} x2={x(turn)} y1={TOP - 14} y2={TOP + PLOT} />
        <text className="day" x={x(turn) + 4} y={TOP - 6}>
          {dayName(day)}
        </text>
      </g>
    ))}
  </>
);

interface ShortagesProps {
  readonly shortages: ReturnType<typeof shortagesOf>;
  readonly x: Scale;
  readonly y: Scale;
  readonly end: number;
  readonly hatch: string;
  /** There is room for words. */
  readonly wide: boolean;
  readonly answer: WeekAnswer;
  readonly unit: DistanceUnit;
}

/** Width (px) the words of a shortage take. */
const WORDS = 150;

/** Shortages that are named, the largest first, as far as their words have room beside each other. */
function namedOf(shortages: ShortagesProps["shortages"], x: Scale, end: number) {
  const taken: { day: number; left: number }[] = [];
  for (const { day, at } of [...shortages].sort((a, b) => b.km - a.km || a.at - b.at)) {
    const left = Math.min(x(at), x(end) - WORDS);
    if (taken.every((other) => Math.abs(other.left - left) > WORDS)) taken.push({ day, left });
  }
  return taken;
}

/** What is missing, hatched below nothing and named under it. */
function Shortages({ shortages, x, y, end, hatch, wide, answer, unit }: ShortagesProps) {
  const most = Math.max(1, ...shortages.map(({ km }) => km));
  const named = wide ? namedOf(shortages, x, end) : [];
  return shortages.map(({ day, km, at }) => {
    const words = named.find((one) => one.day === day);
    return (
      <g key={day} className="short">
        <rect
          className="short-box"
          fill={`url(#${hatch})`}
          x={Math.min(x(at), x(end) - 10)}
          y={y(0)}
          width={10}
          height={6 + ((DEPTH - 6) * km) / most}
        />
        {words && (
          <text x={words.left} y={y(0) + DEPTH + 14}>
            {missingText(km, unit)} short, {dayTimeText(atOf(answer, at))}
          </text>
        )}
      </g>
    );
  });
}

/** Charging hours along the base. */
const Charging = ({ record, x, y }: { readonly record: WeekRecord; readonly x: Scale; readonly y: number }) =>
  record.sessions.flatMap(({ stay, run }) =>
    run.slices.map(({ from, to }) => (
      <rect
        key={`${stay.from}-${from}`}
        className="charging"
        x={x(stay.from + from)}
        width={Math.max(1, x(stay.from + to) - x(stay.from + from))}
        y={y}
        height={6}
      />
    )),
  );

const atOf = ({ timeline }: WeekAnswer, at: number): DateTime =>
  DateTime.fromMillis(timeline.clock.startMs + at * 1000, { zone: timeline.clock.zone });

/** Least distance (px) between the names of two lines. */
const APART = 13;

/** Names of the other ways at their lines' ends, moved apart where lines end alike. */
function Names({
  others,
  x,
  y,
}: {
  readonly others: Props["others"];
  readonly x: number;
  y(soc: number): number;
}) {
  const ends = others
    .map(({ answer, record }) => ({ name: answer.plan.name, at: y(record.endSoc) }))
    .sort((a, b) => a.at - b.at)
    .reduce<{ name: string; at: number }[]>(
      (placed, { name, at }) => [
        ...placed,
        { name, at: Math.max(at, (placed.at(-1)?.at ?? -Infinity) + APART) },
      ],
      [],
    );
  return ends.map(({ name, at }) => (
    <text key={name} className="name" x={x} y={at + 4}>
      {name.length > 20 ? `${name.slice(0, 19)}…` : name}
    </text>
  ));
}
