import { useId, useMemo, useState } from "react";
import { DateTime } from "luxon";
import {
  fromKm,
  heaviestAmps,
  nightPieces,
  stepOf,
  toKm,
  type FollowedYear,
  type FittingAnswer,
  type Kilometres,
} from "@kettleback/core";
import { useWidth } from "../../charts/useWidth";
import { TimeInput } from "../../controls/MomentInput";
import { Select } from "../../controls/Select";
import { Tick } from "../../controls/Tick";
import { dateText, timeText } from "../../format/manner";
import { decimals, percentText } from "../../format/number";
import { Figure } from "./Figure";
import type { ViewProps } from "./view";
import { kmText, leftText, needText } from "./words";

/** A limit that follows the house, over every night of the meter's year. */
export default function LimitView(props: ViewProps) {
  const { answer, asked, garage, stale } = props;
  const [night, setNight] = useState<number | null>(null);
  if (!answer) return <div className="view-waiting" />;
  const { followed, limitAmps, madeUp } = answer;
  const { distanceUnit: unit, timeZone } = garage.household.spec;
  const wanted = asked.night.km;
  const fullKm = asked.car.battery.usableWh / asked.car.whPerKm;
  return (
    <div className={stale ? "older" : undefined}>
      <div className="answer">
        <p className="verdict" role="status">
          {followed && followed.nights.length > 0 ? (
            <>
              <b>
                Held to {needText(limitAmps)} with the house, a night could bring{" "}
                {kmText(followed.nightKm, unit)}
              </b>{" "}
              on average, {kmText(followed.nineInTenKm, unit)} or more on nine nights of ten;{" "}
              {followed.shortNights === 0
                ? `none of ${followed.nights.length} nights falls`
                : `${followed.shortNights} of ${followed.nights.length} nights fall`}{" "}
              short of {kmText(wanted, unit)}.
            </>
          ) : (
            <b>No whole night is told of: nothing can be followed.</b>
          )}
        </p>
        <p className="quiet">
          {madeUp ? "A usual house, made up from its loads. " : "As the meter told. "}
          {asked.service.phases === 3
            ? `The fullest phase is taken to carry ${percentText(asked.service.heaviestShare)} of what the meter tells for all. `
            : ""}
          As if the car took all it can have, all night; a full battery is {kmText(fullKm, unit)}.
        </p>
      </div>
      {followed && followed.nights.length > 0 && (
        <>
          <Facts followed={followed} limitAmps={limitAmps} />
          <section className="view-panel" aria-label="Every night">
            <h2>Every night, by what it could bring</h2>
            <Nights
              followed={followed}
              wantedKm={wanted}
              fullKm={fullKm}
              unit={unit}
              zone={timeZone}
              selected={night}
              onSelect={setNight}
            />
            <OneNight {...props} answer={answer} at={night ?? worstOf(followed)} />
          </section>
        </>
      )}
      <LimitFields {...props} limitAmps={limitAmps} />
    </div>
  );
}

/** What the limit holds to, how it waits, and what a night should bring. */
function LimitFields(props: ViewProps & { readonly limitAmps: number }) {
  const { draft, garage, limitAmps, onChange } = props;
  const unit = garage.household.spec.distanceUnit;
  return (
    <section className="view-panel fields" aria-label="With these figures">
      <h2>With these figures</h2>
      <div className="field-grid">
        <Tick
          checked={draft.follow.limitAmps !== null}
          onChange={(own) =>
            onChange({
              ...draft,
              follow: { ...draft.follow, limitAmps: own ? Math.round(limitAmps) : null },
            })
          }
        >
          A limit of its own, not what the main may carry for hours
        </Tick>
        {draft.follow.limitAmps !== null && (
          <Figure
            says="House and car together"
            unit="A"
            value={draft.follow.limitAmps}
            low={10}
            high={draft.service.mainAmps}
            onChange={(own) => onChange({ ...draft, follow: { ...draft.follow, limitAmps: own } })}
          />
        )}
        <Figure
          says="Waits before it starts again"
          unit="min"
          value={draft.follow.waitMinutes}
          low={1}
          high={60}
          onChange={(waitMinutes) => onChange({ ...draft, follow: { ...draft.follow, waitMinutes } })}
        />
        <Figure
          says="A night should bring"
          unit={unit}
          value={fromKm(draft.night.km, unit)}
          low={0}
          high={Math.floor(fromKm(1_000, unit))}
          decimals={0}
          onChange={(typed) => onChange({ ...draft, night: { ...draft.night, km: toKm(typed, unit) } })}
        />
        <Times {...props} />
      </div>
    </section>
  );
}

const TIMES = [
  ["pluggedInAt", "Plugged in at"],
  ["neededBy", "Needed by"],
  ["cheapFrom", "Cheap from"],
  ["cheapTo", "to"],
] as const;

/** When the car stands there, and the hours that are cheap. */
const Times = ({ draft, onChange }: ViewProps) => (
  <>
    {TIMES.map(([field, says]) => (
      <label key={field} className="figure-field">
        <span>{says}</span>
        <TimeInput
          label={says === "to" ? "Cheap to" : says}
          value={draft.night[field]}
          onChange={(time) => onChange({ ...draft, night: { ...draft.night, [field]: time } })}
        />
      </label>
    ))}
  </>
);

/** Throttled, paused, and the peak with and without. */
function Facts({ followed, limitAmps }: { readonly followed: FollowedYear; readonly limitAmps: number }) {
  const { throttledShare, pausedHours, pauses, peakWithAmps, peakWithoutAmps, overHours, leftOut } = followed;
  const facts = [
    ["Lower than the unit could", `${percentText(throttledShare, 1)} of the time`],
    [
      "Paused, below 6 A",
      `${decimals(pausedHours, 0)} h a year, ${pauses === 1 ? "once" : `${pauses} times`}`,
    ],
    ["Highest with the limit", needText(peakWithAmps)],
    ["Highest without it", needText(peakWithoutAmps)],
    [`Above ${needText(limitAmps)} without it`, `${decimals(overHours, 0)} h a year`],
    ...(leftOut > 0 ? [["Nights of which too little was told", String(leftOut)]] : []),
  ];
  return (
    <dl className="facts">
      {facts.map(([name, figure]) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>{figure}</dd>
        </div>
      ))}
    </dl>
  );
}

/** The night that brings least. */
const worstOf = ({ nights }: FollowedYear): number =>
  nights.reduce((worst, { km }, i) => (km < nights[worst]!.km ? i : worst), 0);

interface NightsProps {
  readonly followed: FollowedYear;
  readonly wantedKm: Kilometres;
  readonly fullKm: Kilometres;
  readonly unit: "km" | "mi";
  readonly zone: string;
  readonly selected: number | null;
  onSelect(night: number): void;
}

const [HEIGHT, FOOT] = [120, 26];

/** Nights in the order of the year as bars of what they bring, what is wanted a dashed line; short ones hatched. */
function Nights({ followed, wantedKm, fullKm, unit, zone, selected, onSelect }: NightsProps) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const hatch = useId();
  const { nights } = followed;
  const most = Math.max(wantedKm, ...nights.map(({ km }) => km), 1);
  const step = width / nights.length;
  const shown = selected ?? worstOf(followed);
  const on = (i: number) => dateText(DateTime.fromMillis(nights[i]!.from, { zone }));
  const y = (km: number): number => HEIGHT - (HEIGHT * km) / most;
  return (
    <div ref={ref} className="nights">
      {width > 0 && (
        <svg
          width={width}
          height={HEIGHT + FOOT}
          role="img"
          shapeRendering="crispEdges"
          aria-label={`${nights.length} nights: the least brings ${kmText(followed.leastKm, unit)}, on ${on(worstOf(followed))}`}
        >
          <defs>
            <pattern
              id={hatch}
              width="4"
              height="4"
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(45)"
            >
              <rect width="4" height="4" className="short-ground" />
              <line x1="0" y1="0" x2="0" y2="4" className="short-line" />
            </pattern>
          </defs>
          {nights.map(({ km, from }, i) => (
            <rect
              key={from}
              className={km < wantedKm ? "short" : i === shown ? "night shown" : "night"}
              {...(km < wantedKm ? { fill: `url(#${hatch})` } : {})}
              x={i * step}
              y={y(Math.max(km, most / HEIGHT))}
              width={Math.max(0.6, step - (step > 3 ? 1 : 0))}
              height={HEIGHT - y(Math.max(km, most / HEIGHT))}
              onClick={() => onSelect(i)}
            >
              <title>{`${on(i)}: ${kmText(km, unit)}`}</title>
            </rect>
          ))}
          {fullKm < most && (
            <>
              <line className="full" x1="0" x2={width} y1={y(fullKm)} y2={y(fullKm)} />
              <text className="tick" x={width - 4} y={y(fullKm) - 4} textAnchor="end">
                a full battery
              </text>
            </>
          )}
          <line className="wanted" x1="0" x2={width} y1={y(wantedKm)} y2={y(wantedKm)} />
          <text className="tick" x={width - 4} y={y(wantedKm) - 4} textAnchor="end">
            wanted
          </text>
          <text className="tick" x="0" y={HEIGHT + 22}>
            {on(0)}
          </text>
          <text className="tick" x={width} y={HEIGHT + 22} textAnchor="end">
            {on(nights.length - 1)}
          </text>
          <path className="mark" d={`M${(shown + 0.5) * step - 4},${HEIGHT + 9}l4,-7l4,7z`} />
        </svg>
      )}
      <Select
        says="Look at the night of"
        className="night-choice"
        value={shown}
        onChange={onSelect}
        options={nights.map((_, i) => ({ value: i, text: on(i) }))}
      />
    </div>
  );
}

const TALL = 150;

/** One night on its clock: the house in slate, the car in copper on it, the limit dashed. */
function OneNight({
  asked,
  answer,
  at,
  garage,
}: ViewProps & { readonly answer: FittingAnswer; readonly at: number }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const { followed, series, limitAmps } = answer;
  const { timeZone: zone, distanceUnit: unit } = garage.household.spec;
  const night = followed!.nights[Math.min(at, followed!.nights.length - 1)]!;
  const unitAmps = night.secondsAt.length - 1;
  const pieces = useMemo(() => {
    const house = series.watts.map((watts) =>
      watts === null ? Number.NaN : heaviestAmps(asked.service, Math.max(0, watts)),
    );
    return nightPieces(
      night,
      house,
      series.startMs,
      stepOf(series) * 1000,
      { unitAmps },
      {
        limitAmps,
        waitS: asked.follow.waitMinutes * 60,
      },
    );
  }, [night, series, asked, limitAmps, unitAmps]);
  const axis = Math.max(limitAmps, ...pieces.map(({ house, car }) => (house || 0) + car)) * 1.14;
  const x = (ms: number): number => (width * (ms - night.from)) / (night.to - night.from);
  const y = (amps: number): number => TALL - (TALL * amps) / axis;
  const told = `${kmText(night.km, unit)}; paused ${Math.round(night.pausedS / 60)} min, at the most ${needText(night.peakAmps)}`;
  return (
    <div ref={ref} className="one-night">
      <p>
        <b>{dateText(DateTime.fromMillis(night.from, { zone }))}</b>: {told}.
      </p>
      {width > 0 && (
        <svg
          width={width}
          height={TALL + FOOT}
          role="img"
          shapeRendering="crispEdges"
          aria-label={`The night: ${told}`}
        >
          {pieces.map(({ from, to, house, car }) => (
            <g key={from}>
              <rect
                className="house"
                x={x(from)}
                y={y(house || 0)}
                width={Math.max(0, x(to) - x(from))}
                height={TALL - y(house || 0)}
              />
              {car > 0 && (
                <rect
                  className="car"
                  x={x(from)}
                  y={y(house + car)}
                  width={Math.max(0, x(to) - x(from))}
                  height={y(house) - y(house + car)}
                />
              )}
            </g>
          ))}
          <line className="limit" x1="0" x2={width} y1={y(limitAmps)} y2={y(limitAmps)} />
          <text className="tick" x={4} y={Math.max(11, y(limitAmps) - 4)}>
            limit {leftText(limitAmps)}
          </text>
          {[night.from, (night.from + night.to) / 2, night.to].map((ms, i) => (
            <text
              key={ms}
              className="tick"
              x={x(ms)}
              y={TALL + 13}
              textAnchor={i === 0 ? "start" : i === 1 ? "middle" : "end"}
            >
              {timeText(DateTime.fromMillis(ms, { zone }))}
            </text>
          ))}
        </svg>
      )}
    </div>
  );
}
