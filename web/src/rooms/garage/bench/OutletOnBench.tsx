import { phasesAt, outletType, type HouseRule, type Outlet } from "@kettleback/core";
import { OUTLET_FACES } from "../../../faces/outlets";
import { OutletFace } from "../../../faces/OutletFace";
import { ampsText } from "../../../format/number";
import { gaugeText } from "../../../format/words";
import { Lanes } from "./Lanes";
import { bandHeight, lengthOf, WIDTH } from "./scale";

const BOARD_W = 50;
const FACE = 64;
/** Room for what is written under a run. */
const WRITTEN = 18;
/** A tall face is narrower than the square it is drawn in: the run goes on until it meets it. */
const TALL = 14;
/** How long a run nobody knows is drawn: dashed, and said. */
const UNKNOWN_RUN = 84;

/** An outlet with the breaker at the board and the run between, filled as far as it may be drawn on for hours. */
export function OutletOnBench({
  outlet,
  houseRule,
}: {
  readonly outlet: Outlet;
  readonly houseRule: HouseRule;
}) {
  const { phases } = phasesAt(outlet);
  const { breakerAmps, run } = outlet.circuit;
  const type = outlet.kind === "socket" ? outletType(outlet.type) : null;
  const holds = type ? Math.min(breakerAmps, type.sustained[houseRule]) : breakerAmps;
  const height = Math.max(FACE + 12, bandHeight(phases, breakerAmps) + 12) + (run ? WRITTEN : 0);
  const middle = (height - (run ? WRITTEN : 0)) / 2;
  const length = run ? lengthOf(run.lengthM) : { px: UNKNOWN_RUN, broken: false };
  const tall = outlet.kind === "socket" && OUTLET_FACES[outlet.type].shell === "tall";
  const end = BOARD_W + length.px;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="img"
      aria-label={`${ampsText(breakerAmps)} breaker, ${phases === 1 ? "one phase" : "three phases"}, ${type ? `${type.name}, ${ampsText(holds)} for hours` : "a unit wired in"}`}
    >
      <g className="board">
        <rect x={1} y={middle - 26} width={BOARD_W - 2} height={52} />
        <path d={`M${BOARD_W / 2 - 12} ${middle - 8}h9l10 -11M${BOARD_W / 2 + 5} ${middle - 8}h8`} />
        <text x={BOARD_W / 2} y={middle + 15} textAnchor="middle">
          {ampsText(breakerAmps)}
        </text>
      </g>
      <g className={run ? "" : "unknown"}>
        <Lanes
          x={BOARD_W}
          y={middle}
          length={length.px}
          phases={phases}
          amps={breakerAmps}
          holds={holds}
          broken={length.broken}
        />
      </g>
      {run && (
        <text className="small" x={BOARD_W + 4} y={height - 3}>
          {run.lengthM} m of {gaugeText(run.gauge)}
        </text>
      )}
      {outlet.kind === "socket" ? (
        <OutletFace type={outlet.type} size={FACE} x={end - (tall ? TALL : 0)} y={middle - FACE / 2} />
      ) : (
        <rect className="joint" x={end} y={middle - 22} width={14} height={44} />
      )}
      <text x={end + (outlet.kind === "socket" ? FACE : 14) + 10} y={middle + 4}>
        {type ? `${ampsText(holds)} for hours` : "wired in"}
      </text>
    </svg>
  );
}
