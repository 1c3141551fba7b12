import {
  CONNECTORS,
  leadOhms,
  outletType,
  type Adapter,
  type Cable,
  type HouseRule,
  type Lead,
} from "@kettleback/core";
import { SmallFace } from "../../../faces/FaceDrawing";
import { OutletFace } from "../../../faces/OutletFace";
import { ampsText, decimals } from "../../../format/number";
import { Lanes } from "./Lanes";
import { bandHeight, lengthOf, WIDTH } from "./scale";

const FACE = 46;
const PLUG = 46;
const STUB = 40;

/** A cable: its lanes between two faces, as long as it is. */
export function CableOnBench({ cable }: { readonly cable: Cable }) {
  const { phases, amps, lengthM, massKg } = cable;
  const height = Math.max(FACE * 1.2 + 8, bandHeight(phases, amps) + 12);
  const { px, broken } = lengthOf(lengthM);
  const middle = height / 2;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="img"
      aria-label={`${CONNECTORS[cable.stationEnd].name} to ${CONNECTORS[cable.vehicleEnd].name}, ${phases === 1 ? "one phase" : "three phases"} of ${ampsText(amps)}, ${lengthM} m`}
    >
      <SmallFace connector={cable.stationEnd} width={FACE} x={0} y={middle - FACE * 0.6} />
      <Lanes x={FACE} y={middle} length={px} phases={phases} amps={amps} broken={broken} />
      <SmallFace connector={cable.vehicleEnd} width={FACE} x={FACE + px} y={middle - FACE * 0.6} />
      <text x={FACE * 2 + px + 10} y={middle + 4}>
        {lengthM} m{massKg !== undefined && `, ${decimals(massKg, 1)} kg`}
      </text>
    </svg>
  );
}

/** What a lead may carry for hours: its own amps, or what its plug or socket holds. */
export const leadHolds = (lead: Lead, houseRule: HouseRule): number =>
  Math.min(
    lead.amps,
    outletType(lead.plug).sustained[houseRule],
    outletType(lead.socket).sustained[houseRule],
  );

/** A lead between its plug and its socket, filled as far as it may carry for hours, with its drop at that. */
export function LeadOnBench({ lead, houseRule }: { readonly lead: Lead; readonly houseRule: HouseRule }) {
  const height = 64;
  const middle = height / 2;
  const { px, broken } = lengthOf(lead.lengthM);
  const holds = leadHolds(lead, houseRule);
  const drop = 2 * leadOhms(lead, 1) * holds;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="img"
      aria-label={`${outletType(lead.plug).name} to ${outletType(lead.socket).name}, ${lead.lengthM} m, holds ${ampsText(holds)} and drops ${decimals(drop, 1)} V at that`}
    >
      <OutletFace type={lead.plug} size={PLUG} x={0} y={middle - PLUG / 2} />
      <Lanes x={PLUG} y={middle} length={px} phases={1} amps={lead.amps} holds={holds} broken={broken} />
      {lead.coiled && (
        <g className="coil">
          {[0, 1, 2].map((i) => (
            <circle key={i} cx={PLUG + px / 2 + (i - 1) * 9} cy={middle} r={15} />
          ))}
        </g>
      )}
      <OutletFace type={lead.socket} size={PLUG} x={PLUG + px} y={middle - PLUG / 2} />
      <text x={PLUG * 2 + px + 10} y={middle - 3}>
        {lead.lengthM} m, holds {ampsText(holds)}
      </text>
      <text className="small" x={PLUG * 2 + px + 10} y={middle + 13}>
        −{decimals(drop, 1)} V, {decimals(drop * holds, 0)} W of heat at that
      </text>
    </svg>
  );
}

/** An adapter: one face becomes another. */
export function AdapterOnBench({ adapter }: { readonly adapter: Adapter }) {
  const height = FACE * 1.2 + 8;
  const middle = height / 2;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="img"
      aria-label={`${CONNECTORS[adapter.from].name} becomes ${CONNECTORS[adapter.to].name}, ${ampsText(adapter.amps)}`}
    >
      <SmallFace connector={adapter.from} width={FACE} x={0} y={middle - FACE * 0.6} />
      <Lanes x={FACE} y={middle} length={STUB} phases={1} amps={adapter.amps} />
      <SmallFace connector={adapter.to} width={FACE} x={FACE + STUB} y={middle - FACE * 0.6} />
      <text x={FACE * 2 + STUB + 10} y={middle + 4}>
        {ampsText(adapter.amps)}
      </text>
    </svg>
  );
}
