import { CONNECTORS, type Evse } from "@kettleback/core";
import { SmallFace } from "../../../faces/FaceDrawing";
import { OutletFace } from "../../../faces/OutletFace";
import { ampsText, figureText, powerFigure } from "../../../format/number";
import { Lanes } from "./Lanes";
import { bandHeight, lengthOf, thicknessOf, WIDTH } from "./scale";

const PLUG = 34;
const MOST_PLUGS = 3;
const BAR = 7;
const FACE = 42;

/** A charging unit: its plugs, the steps it may be set to as bars, and what it gives the car. */
export function EvseOnBench({ evse }: { readonly evse: Evse }) {
  const plugs = evse.kind === "portable" ? evse.plugs.slice(0, MOST_PLUGS) : [];
  const steps = evse.steps.length > 1 ? evse.steps : [evse.maxAmps];
  const tallest = Math.max(...steps.map((amps) => thicknessOf(amps).px));
  const left = evse.kind === "portable" ? plugs.length * (PLUG + 4) + 16 : 0;
  const box = Math.max(66, steps.length * (BAR + 2) + 22);
  const height = Math.max(84, tallest + 40, bandHeight(evse.phases, evse.maxAmps) + 24);
  const middle = height / 2;
  const length = evse.output.kind === "tethered" ? lengthOf(evse.output.lengthM) : { px: 0, broken: false };
  const end = left + box + length.px;
  const most = evse.kind === "rapid" ? figureText(powerFigure(evse.maxW)) : ampsText(evse.maxAmps);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="img"
      aria-label={`${steps.length > 1 ? `steps ${steps.join(", ")} A` : most}, ${evse.phases === 1 ? "one phase" : "three phases"}, ${CONNECTORS[evse.output.connector].name} ${evse.output.kind === "tethered" ? `on ${evse.output.lengthM} m of its own cable` : "socket"}`}
    >
      {plugs.map(({ type }, i) => (
        <OutletFace key={type} type={type} size={PLUG} x={i * (PLUG + 4)} y={middle - PLUG / 2} />
      ))}
      {plugs.length > 0 && <rect className="joint" x={left - 16} y={middle - 3} width={16} height={6} />}
      <g className="box">
        <rect x={left} y={middle - (tallest + 34) / 2} width={box} height={tallest + 34} rx={3} />
        {steps.map((amps, i) => {
          const { px } = thicknessOf(amps);
          const x = left + box / 2 - (steps.length * (BAR + 2)) / 2 + i * (BAR + 2);
          return (
            <rect
              key={amps}
              className={evse.setAmps === amps || steps.length === 1 ? "bar set" : "bar"}
              x={x}
              y={middle + tallest / 2 - px - 6}
              width={BAR}
              height={px}
            />
          );
        })}
        <text className="small" x={left + box / 2} y={middle + tallest / 2 + 9} textAnchor="middle">
          {steps.length > 1 ? `${steps[0]}–${ampsText(steps.at(-1)!)}` : most}
        </text>
      </g>
      {length.px > 0 && (
        <Lanes
          x={left + box}
          y={middle}
          length={length.px}
          phases={evse.phases}
          amps={evse.maxAmps}
          broken={length.broken}
        />
      )}
      <SmallFace connector={evse.output.connector} width={FACE} x={end} y={middle - FACE * 0.6} />
      <text x={end + FACE + 10} y={middle + 4}>
        {evse.output.kind === "tethered" ? `${evse.output.lengthM} m` : "bring a cable"}
        {evse.kind === "rapid" && `, ${ampsText(evse.maxAmps)}`}
      </text>
    </svg>
  );
}
