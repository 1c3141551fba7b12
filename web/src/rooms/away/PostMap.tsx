import { geoAzimuthalEquidistant } from "d3-geo";
import { STATE_WORDS, type DistanceUnit, type PlaceOnEarth, type PostRow } from "@kettleback/core";
import { fromKm, toKm } from "@kettleback/core";
import { nearText } from "./words";

interface Props {
  readonly rows: readonly PostRow[];
  readonly here: PlaceOnEarth;
  readonly unit: DistanceUnit;
  readonly chosen: string | null;
  onChoose(key: string): void;
}

const SIZE = 460;
const MIDDLE = SIZE / 2;
/** Posts drawn: of thousands the nearest are enough to find one's way. */
const MOST_DRAWN = 250;
/** Room a name takes beside its dot (drawing units), so that none is written over another. */
const NAME = { letter: 6.4, line: 15 } as const;

/** Round distances, in the household's own unit, and how many rings there are at most. */
const ROUND = [0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10_000];
const MOST_RINGS = 4;

/** Distances of the rings (km): round ones up to the first beyond the furthest post. */
function ringsFor(km: number, unit: DistanceUnit): number[] {
  const far = Math.max(ROUND[0]!, fromKm(km, unit));
  const last = ROUND.findIndex((one) => one >= far);
  const upTo = last < 0 ? ROUND.length - 1 : last;
  return ROUND.slice(Math.max(0, upTo - MOST_RINGS + 1), upTo + 1).map((one) => toKm(one, unit));
}

/** Where on the drawing a post stands. */
interface Placed {
  readonly row: PostRow;
  readonly x: number;
  readonly y: number;
  readonly left: boolean;
}

/** Posts whose names find room, the one that is looked at first, then in their order. */
function namedOf(placed: readonly Placed[], chosen: string | null): ReadonlySet<string> {
  const taken: { x0: number; x1: number; y: number }[] = [];
  const named = new Set<string>();
  for (const { row, x, y, left } of [...placed].sort(
    (a, b) => Number(b.row.post.key === chosen) - Number(a.row.post.key === chosen),
  )) {
    const width = Math.min(24, row.post.name.length) * NAME.letter;
    const [x0, x1] = left ? [x - 10 - width, x + 8] : [x - 8, x + 10 + width];
    if (taken.some((other) => Math.abs(other.y - y) < NAME.line && x0 < other.x1 && x1 > other.x0)) continue;
    taken.push({ x0, x1, y });
    named.add(row.post.key);
  }
  return named;
}

/** Posts by direction and distance, as one would point to them: no map lies under it. */
export function PostMap({ rows, here, unit, chosen, onChoose }: Props) {
  const drawn = rows.slice(0, MOST_DRAWN);
  const far = Math.max(0.5, ...drawn.map(({ km }) => km));
  const rings = ringsFor(far, unit);
  const edge = rings.at(-1)!;
  /** Near posts stand apart and far ones closer: distances are drawn by their root. */
  const radius = (km: number): number => (MIDDLE - 34) * Math.sqrt(km / edge);
  const project = geoAzimuthalEquidistant().rotate([-here.lon, -here.lat]).scale(1).translate([0, 0]);
  const placed = drawn.map((row): Placed => {
    const [dx, dy] = project([row.post.at.lon, row.post.at.lat])!;
    const share = radius(row.km) / (Math.hypot(dx, dy) || 1);
    const x = MIDDLE + dx * share;
    return { row, x, y: MIDDLE + dy * share, left: x > SIZE * 0.62 };
  });
  const named = namedOf(placed, chosen);
  return (
    <section className="view-panel post-map" aria-label="Posts by direction and distance">
      <svg
        viewBox={`0 0 ${SIZE} ${SIZE}`}
        role="group"
        aria-label={`${drawn.length} posts around you, north above, far ones drawn closer`}
      >
        {rings.map((km) => (
          <g key={km}>
            <circle className="ring" cx={MIDDLE} cy={MIDDLE} r={radius(km)} />
            <text className="ring-name" x={MIDDLE} y={MIDDLE + radius(km) + 13}>
              {nearText(km, unit)}
            </text>
          </g>
        ))}
        <path className="cross" d={`M${MIDDLE - 6} ${MIDDLE}h12M${MIDDLE} ${MIDDLE - 6}v12`} />
        {placed.map(({ row: { post, state, figure, km }, x, y, left }) => {
          return (
            <g
              key={post.key}
              className={`post-dot ${state}${figure?.gives ? "" : " unfit"}${post.key === chosen ? " chosen" : ""}`}
              transform={`translate(${x.toFixed(1)} ${y.toFixed(1)})`}
              onClick={() => onChoose(post.key)}
            >
              <title>{`${post.name}, ${nearText(km, unit)}, ${STATE_WORDS[state]}`}</title>
              <circle className="touch" r={14} />
              {state === "free" ? (
                <circle r={6} />
              ) : state === "taken" ? (
                <path d="M-6 0a6 6 0 0 1 12 0z" />
              ) : state === "broken" ? (
                <path className="x" d="M-5 -5l10 10M5 -5l-10 10" />
              ) : (
                <circle className="open" r={5} />
              )}
              {named.has(post.key) && (
                <text x={left ? -10 : 10} y={4} textAnchor={left ? "end" : "start"}>
                  {post.name.length > 24 ? `${post.name.slice(0, 23)}…` : post.name}
                </text>
              )}
            </g>
          );
        })}
      </svg>
      <p className="quiet key">
        <span className="keyed">
          <span className="post-key free" /> free
        </span>
        <span className="keyed">
          <span className="post-key taken" /> in use
        </span>
        <span className="keyed">
          <span className="post-key broken">×</span> out of order
        </span>
        <span className="keyed">
          <span className="post-key unknown" /> not known
        </span>
        <span>
          North is above, far posts are drawn closer
          {rows.length > MOST_DRAWN && `; the first ${MOST_DRAWN} are drawn`}.
        </span>
      </p>
    </section>
  );
}
