import { INLETS, type Car, type ConnectorId, type InletId } from "@kettleback/core";
import { SmallFace } from "../../../faces/FaceDrawing";
import { ampsText, energyFigure, figureText } from "../../../format/number";
import { Lanes } from "./Lanes";
import { bandHeight, batteryWidthOf, PX_PER_KWH, WIDTH } from "./scale";

const FACE = 48;
const CHARGER_X = 112;
const CHARGER_W = 194;
const BATTERY_X = 310;
const BATTERY_H = 62;
const BETWEEN = 22;
/** Room for what is written over a band. */
const WRITTEN = 18;
const CELL_KWH = 10;
/** What the last line of a battery keeps clear of its end (px). */
const CLEAR = 4;

/** The face of an inlet is that of the largest plug it takes. */
const faceOf = (inlet: InletId): ConnectorId => INLETS[inlet].takes.at(-1)!;

/** A car: its inlets, its charger on each count of lanes it works on, its battery as wide as it holds. */
export function CarOnBench({ car }: { readonly car: Car }) {
  const { battery, inlets } = car;
  const limits = [...car.charger.limits].sort((a, b) => a.phases - b.phases);
  const bands = limits.map(({ phases, amps }) => bandHeight(phases, amps));
  const stack = bands.reduce((sum, h) => sum + h + BETWEEN, -BETWEEN);
  const rows = Math.ceil(inlets.length / 2);
  const height = Math.max(BATTERY_H + 34, stack + WRITTEN + 16, rows * FACE * 1.2 + 12);
  const middle = height / 2;
  const usable = batteryWidthOf(battery.usableWh);
  const gross = battery.grossWh === undefined ? usable : batteryWidthOf(battery.grossWh);
  const top = middle - BATTERY_H / 2 - 8;
  const cells = Math.floor((usable.px - CLEAR) / (CELL_KWH * PX_PER_KWH));
  const starts = bands.map((_, i) =>
    bands.slice(0, i).reduce((sum, h) => sum + h + BETWEEN, (height - stack + WRITTEN) / 2),
  );
  const said = limits.map(({ phases, amps }) => `${phases} × ${ampsText(amps)}`);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="img"
      aria-label={`${inlets.map((id) => INLETS[id].name).join(", ")}; charger ${said.join(" or ")}; battery ${figureText(energyFigure(battery.usableWh))}`}
    >
      {inlets.map((id, i) => (
        <SmallFace
          key={id}
          connector={faceOf(id)}
          width={FACE}
          x={inlets.length === 1 ? CHARGER_X - FACE - 6 : (i % 2) * (FACE + 4) + 4}
          y={middle - (rows * FACE * 1.2) / 2 + Math.floor(i / 2) * FACE * 1.2}
        />
      ))}
      {limits.map(({ phases, amps }, i) => {
        const y = starts[i]! + bands[i]! / 2;
        return (
          <g key={phases}>
            <Lanes x={CHARGER_X} y={y} length={CHARGER_W} phases={phases} amps={amps} />
            <text x={CHARGER_X + 2} y={starts[i]! - 5}>
              {said[i]}
            </text>
          </g>
        );
      })}
      <g className="cells">
        {gross.px > usable.px && (
          <rect className="spare" x={BATTERY_X} y={top} width={gross.px} height={BATTERY_H} />
        )}
        <rect x={BATTERY_X} y={top} width={usable.px} height={BATTERY_H} />
        {Array.from({ length: cells }, (_, i) => {
          const x = BATTERY_X + (i + 1) * CELL_KWH * PX_PER_KWH;
          return <line key={x} x1={x} x2={x} y1={top + 6} y2={top + BATTERY_H - 6} />;
        })}
        <rect className="pole" x={BATTERY_X - 4} y={middle - 16} width={4} height={16} />
        <text x={BATTERY_X} y={top + BATTERY_H + 17}>
          {figureText(energyFigure(battery.usableWh))}
          {usable.broken && ", not to scale"}
        </text>
      </g>
    </svg>
  );
}
