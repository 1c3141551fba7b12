import { useEffect, useState } from "react";
import { scaleLinear } from "d3-scale";
import { DateTime } from "luxon";
import { measuredOver, type Kept, type Sample, type SessionRecord } from "@kettleback/core";
import { useNow } from "../../controls/useNow";
import { dayTimeText, timeText } from "../../format/manner";
import { durationText, figureText, powerFigure } from "../../format/number";
import { besideOf, meanWatts, sharedSeconds } from "./onePost";
import { readingsOf } from "./readings";
import type { ViewProps } from "./view";

const [WIDTH, LANE, GAP] = [900, 54, 30];
const LEFT = 8;

/** Two cars on one post, one after the other or at once: their sessions on one clock. */
export function OnePost({ garage, kept, row }: ViewProps & { readonly row: Kept<SessionRecord> }) {
  const now = useNow();
  const others = besideOf(kept, row, now);
  const all = [row, ...others].sort((a, b) => Date.parse(a.spec.begin) - Date.parse(b.spec.begin));
  const read = useAll(garage.household.id, others.length > 0 ? all : []);
  if (others.length === 0) return null;
  const zone = garage.household.spec.timeZone;
  const from = Math.min(...all.map(({ spec }) => Date.parse(spec.begin)));
  const to = Math.max(...all.map(({ spec }) => (spec.end === null ? now : Date.parse(spec.end))));
  const x = scaleLinear([from, to], [LEFT, WIDTH - LEFT]);
  const wattsOf = (one: Kept<SessionRecord>) => measuredOver(read.get(one.id) ?? [], "watts");
  const most = Math.max(
    1,
    ...all.flatMap((one) => [meanWatts(one.spec) ?? 0, ...wattsOf(one).map(([, w]) => w)]),
  );
  const at = (ms: number) => DateTime.fromMillis(ms, { zone });
  const together = sharedSeconds(all, now);
  const height = all.length * (LANE + GAP) + 22;
  return (
    <section className="view-panel" aria-label="On one post">
      <h2>On one post</h2>
      <p>
        {together > 0
          ? `For ${durationText(together)} they charged at the same time.`
          : "One after the other, within two hours."}
      </p>
      <svg
        className="one-post"
        viewBox={`0 0 ${WIDTH} ${height}`}
        role="img"
        aria-label={all
          .map(
            ({ spec }) =>
              `${carOf(garage, spec)}: ${timeText(at(Date.parse(spec.begin)))} to ${spec.end ? timeText(at(Date.parse(spec.end))) : "now"}`,
          )
          .join("; ")}
      >
        {all.map((one, i) => {
          const y = i * (LANE + GAP) + 18;
          const lane = scaleLinear([0, most], [0, LANE]);
          const watts = wattsOf(one);
          const mean = meanWatts(one.spec);
          const [begin, end] = [
            Date.parse(one.spec.begin),
            one.spec.end === null ? to : Date.parse(one.spec.end),
          ];
          const line =
            watts.length > 1
              ? watts
              : mean === null
                ? []
                : ([
                    [begin, mean],
                    [end, mean],
                  ] as const);
          const points = line
            .map(([ms, w]) => `${x(ms).toFixed(1)},${(y + LANE - lane(w)).toFixed(1)}`)
            .join(" ");
          return (
            <g key={one.id} className={one.id === row.id ? "this" : ""}>
              <text className="axis" x={LEFT} y={y - 5}>
                {carOf(garage, one.spec)}, {dayTimeText(at(begin))}:{" "}
                {mean === null ? "no energy noted" : `${figureText(powerFigure(mean))} in the mean`}
              </text>
              <rect
                className="lane"
                x={x(begin)}
                y={y}
                width={Math.max(1, x(end) - x(begin))}
                height={LANE}
              />
              {line.length > 1 && (
                <polygon
                  className="flow"
                  points={`${x(line[0]![0])},${y + LANE} ${points} ${x(line.at(-1)![0])},${y + LANE}`}
                />
              )}
            </g>
          );
        })}
        {x.ticks(6).map((ms) => (
          <text key={ms} className="axis" x={x(ms)} y={height - 4} textAnchor="middle">
            {timeText(at(ms))}
          </text>
        ))}
      </svg>
    </section>
  );
}

const carOf = (garage: ViewProps["garage"], { carId, plan, name }: SessionRecord): string =>
  garage.cars.find(({ id }) => id === carId)?.spec.name ?? plan?.car.name ?? name;

/** The readings of sessions as they come. */
function useAll(
  household: string,
  rows: readonly Kept<SessionRecord>[],
): ReadonlyMap<string, readonly Sample[]> {
  const [read, setRead] = useState<ReadonlyMap<string, readonly Sample[]>>(new Map());
  const key = rows.map(({ id, version }) => `${id}.${version}`).join();
  useEffect(() => {
    let wanted = true;
    for (const row of rows)
      readingsOf(household, row).then(
        (samples) => wanted && setRead((before) => new Map(before).set(row.id, samples)),
        // Without its readings a session is drawn by its mean.
        () => undefined,
      );
    return () => {
      wanted = false;
    };
    // The key stands for the rows.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [household, key]);
  return read;
}
