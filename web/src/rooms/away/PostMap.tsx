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
const NAMED = 7;
const EARTH_KM = 6371.0088;

/** Round distances for rings, in the household's own unit. */
function ringsFor(km: number, unit: DistanceUnit): number[] {
  const far = fromKm(km, unit);
  const step =
    [0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000].find((one) => far / one <= 4) ?? 10_000;
  return Array.from({ length: Math.max(1, Math.ceil(far / step)) }, (_, i) => toKm((i + 1) * step, unit));
}

/** Posts by direction and distance, as one would point to them: no map lies under it. */
export function PostMap({ rows, here, unit, chosen, onChoose }: Props) {
  const drawn = rows.slice(0, MOST_DRAWN);
  const far = Math.max(0.5, ...drawn.map(({ km }) => km));
  const rings = ringsFor(far, unit);
  const scale = (MIDDLE - 34) / (rings.at(-1)! / EARTH_KM);
  const project = geoAzimuthalEquidistant()
    .rotate([-here.lon, -here.lat])
    .scale(scale)
    .translate([MIDDLE, MIDDLE]);
  const named = new Set(
    drawn.filter((row, i) => i < NAMED || row.post.key === chosen).map(({ post }) => post.key),
  );
  return (
    <section className="view-panel post-map" aria-label="Posts by direction and distance">
      <svg
        viewBox={`0 0 ${SIZE} ${SIZE}`}
        role="group"
        aria-label={`${drawn.length} posts around you, north above`}
      >
        {rings.map((km) => (
          <g key={km}>
            <circle className="ring" cx={MIDDLE} cy={MIDDLE} r={(km / EARTH_KM) * scale} />
            <text className="ring-name" x={MIDDLE} y={MIDDLE - (km / EARTH_KM) * scale - 3}>
              {nearText(km, unit)}
            </text>
          </g>
        ))}
        <path className="cross" d={`M${MIDDLE - 6} ${MIDDLE}h12M${MIDDLE} ${MIDDLE - 6}v12`} />
        {drawn.map(({ post, state, figure, km }) => {
          const [x, y] = project([post.at.lon, post.at.lat])!;
          const left = x > SIZE * 0.66;
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
        <span className="post-key free" /> free <span className="post-key taken" /> in use{" "}
        <span className="post-key broken">×</span> out of order <span className="post-key unknown" /> not
        known
        {rows.length > MOST_DRAWN && `; the first ${MOST_DRAWN} are drawn`}
      </p>
    </section>
  );
}
