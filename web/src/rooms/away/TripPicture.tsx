import { scaleLinear } from "d3-scale";
import { fromKm, routeOf, type DistanceUnit, type TripAsked, type TripPlan } from "@kettleback/core";
import { percentText } from "../../format/number";
import { kmText } from "./words";

interface Props {
  readonly asked: TripAsked;
  readonly plan: TripPlan;
  readonly unit: DistanceUnit;
}

const [WIDTH, HEIGHT] = [620, 250];
const FRAME = { left: 44, right: 16, top: 18, bottom: 46 };
/** Points drawn between two stops. */
const POINTS = 24;

/** Charge over distance: falling as it is driven, rising at the stops, never below the reserve. */
export function TripPicture({ asked, plan, unit }: Props) {
  const km = asked.legs.reduce((sum, leg) => sum + leg.km, 0);
  const x = scaleLinear([0, km], [FRAME.left, WIDTH - FRAME.right]);
  const y = scaleLinear([0, 1], [HEIGHT - FRAME.bottom, FRAME.top]);
  const points = pointsOf(asked, plan, km);
  const line = points.map(([at, soc]) => `${x(at).toFixed(1)},${y(soc).toFixed(1)}`).join(" ");
  const unused = asked.stops.filter((_, i) => !plan.stops.some(({ stop }) => stop === i));
  return (
    <>
      <svg
        className="trip"
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={`Charge over ${kmText(km, unit)}: starts with ${percentText(asked.startSoc)}, lowest ${percentText(plan.lowestSoc)}, arrives with ${percentText(plan.arriveSoc)}`}
      >
        {[0, 0.25, 0.5, 0.75, 1].map((soc) => (
          <g key={soc}>
            <line className="rule" x1={FRAME.left} x2={WIDTH - FRAME.right} y1={y(soc)} y2={y(soc)} />
            <text className="axis" x={FRAME.left - 6} y={y(soc) + 4} textAnchor="end">
              {percentText(soc)}
            </text>
          </g>
        ))}
        <polygon className="area" points={`${x(0)},${y(0)} ${line} ${x(km)},${y(0)}`} />
        <polyline className="level" points={line} />
        <line
          className="reserve"
          x1={FRAME.left}
          x2={WIDTH - FRAME.right}
          y1={y(asked.reserveSoc)}
          y2={y(asked.reserveSoc)}
        />
        {unused.map(({ name, atKm, state }) => (
          <path key={name + atKm} className={`unused ${state}`} d={`M${x(Math.min(km, atKm))} ${y(0)}v-7`}>
            <title>{name}</title>
          </path>
        ))}
        {plan.stops.map((stop, i) => (
          <g key={stop.stop} className="stop">
            <line x1={x(stop.atKm)} x2={x(stop.atKm)} y1={y(stop.arriveSoc)} y2={y(stop.leaveSoc)} />
            <circle cx={x(stop.atKm)} cy={y(stop.leaveSoc)} r={4} />
            <text
              x={x(stop.atKm)}
              y={y(0) + 14 + (i % 2) * 13}
              textAnchor={x(stop.atKm) > WIDTH - 120 ? "end" : x(stop.atKm) < 120 ? "start" : "middle"}
            >
              {stop.name.length > 26 ? `${stop.name.slice(0, 25)}…` : stop.name}
            </text>
          </g>
        ))}
        {x
          .ticks(6)
          .filter((at) => at > 0)
          .map((at) => (
            <text key={at} className="axis" x={x(at)} y={HEIGHT - 4} textAnchor="middle">
              {Math.round(fromKm(at, unit))}
            </text>
          ))}
        <text className="axis" x={FRAME.left} y={HEIGHT - 4}>
          {unit}
        </text>
      </svg>
      <p className="quiet">
        Copper: what is in the battery. Dashed: the reserve. Short strokes: stops that are not needed.
      </p>
    </>
  );
}

/** Charge at points along the way, detours left out of the distance. */
function pointsOf(asked: TripAsked, plan: TripPlan, km: number): readonly (readonly [number, number])[] {
  const found: [number, number][] = [[0, asked.startSoc]];
  let [from, soc] = [0, asked.startSoc];
  const drive = (to: number, end: number | null) => {
    // The same route asked at points on the way: what lies between falls as the road asks.
    const marks = Array.from({ length: POINTS }, (_, i) => from + ((to - from) * (i + 1)) / POINTS);
    const route = routeOf(
      asked,
      [from, ...marks].map((atKm) => ({ atKm, detourKm: 0 })),
    );
    marks.forEach((at, i) => {
      const { takes } = route.hop(1, i + 2);
      found.push([at, Math.min(1, soc - takes)]);
    });
    if (end !== null) found[found.length - 1] = [to, end];
    from = to;
  };
  for (const stop of plan.stops) {
    drive(Math.min(km, stop.atKm), stop.arriveSoc);
    soc = stop.leaveSoc;
    found.push([Math.min(km, stop.atKm), soc]);
  }
  drive(km, plan.arriveSoc);
  return found;
}
