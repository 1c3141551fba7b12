import { CONNECTORS, type Unit } from "@kettleback/core";
import { SmallFace } from "../../faces/FaceDrawing";
import { OutletFace } from "../../faces/OutletFace";
import { ampsText, figureText, powerFigure } from "../../format/number";
import { Lanes } from "./Lanes";
import { bandHeight, lengthOf, thicknessOf, WIDTH } from "./scale";

const PLUG = 34;
const MOST_PLUGS = 3;
const BAR = 7;
const FACE = 42;

/** A charging unit: its plugs, the steps it may be set to as bars, and what it gives the car. */
export function UnitOnBench({ unit }: { readonly unit: Unit }) {
  const plugs = unit.kind === "portable" ? unit.plugs.slice(0, MOST_PLUGS) : [];
  const steps = unit.steps.length > 1 ? unit.steps : [unit.maxAmps];
  const tallest = Math.max(...steps.map((amps) => thicknessOf(amps).px));
  const left = unit.kind === "portable" ? plugs.length * (PLUG + 4) + 16 : 0;
  const box = Math.max(66, steps.length * (BAR + 2) + 22);
  const height = Math.max(84, tallest + 40, bandHeight(unit.lanes, unit.maxAmps) + 24);
  const middle = height / 2;
  const length = unit.output.kind === "tethered" ? lengthOf(unit.output.lengthM) : { px: 0, broken: false };
  const end = left + box + length.px;
  const most = unit.kind === "rapid" ? figureText(powerFigure(unit.maxW)) : ampsText(unit.maxAmps);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="img"
      aria-label={`${steps.length > 1 ? `steps ${steps.join(", ")} A` : most}, ${unit.lanes === 1 ? "one lane" : "three lanes"}, ${CONNECTORS[unit.output.connector].name} ${unit.output.kind === "tethered" ? `on ${unit.output.lengthM} m of its own cable` : "socket"}`}
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
              className={unit.setAmps === amps || steps.length === 1 ? "bar set" : "bar"}
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
          lanes={unit.lanes}
          amps={unit.maxAmps}
          broken={length.broken}
        />
      )}
      <SmallFace connector={unit.output.connector} width={FACE} x={end} y={middle - FACE * 0.6} />
      <text x={end + FACE + 10} y={middle + 4}>
        {unit.output.kind === "tethered" ? `${unit.output.lengthM} m` : "bring a cable"}
        {unit.kind === "rapid" && `, ${ampsText(unit.maxAmps)}`}
      </text>
    </svg>
  );
}
