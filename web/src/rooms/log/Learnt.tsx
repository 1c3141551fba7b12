import { useState } from "react";
import type { Car, Calibration, FigureTold, Garage, Kept, Miss } from "@kettleback/core";
import { Button } from "../../controls/Button";
import { Table } from "../../controls/Table";
import { decimals, economyFigure, figureText, percentText } from "../../format/number";
import type { Calibrated } from "../../jobs/log";

interface Props {
  readonly garage: Garage;
  readonly car: Kept<Car>;
  readonly calibrated: Calibrated;
  onTake(): Promise<void>;
}

/** What was told, figure by figure: as it was, as it is told, between what it lies; and how much better it foretells. */
export function Learnt({ garage, car, calibrated, onTake }: Props) {
  const [taken, setTaken] = useState(false);
  const found = calibrated.found as Calibration;
  const { economy } = calibrated;
  const unit = garage.household.spec.economyUnit;
  const any = found.estimates.some(({ told }) => told) || !("refused" in economy);
  const per = (whPerKm: number) => figureText(economyFigure(whPerKm, unit));
  return (
    <section className="view-panel" aria-label="What the sessions tell">
      <h2>What the sessions tell</h2>
      <Table label="Figures" className="learnt">
        <thead>
          <tr>
            <th scope="col">figure</th>
            <th scope="col" className="figure">
              was
            </th>
            <th scope="col" className="figure">
              told
            </th>
            <th scope="col">nine times of ten between</th>
          </tr>
        </thead>
        <tbody>
          {found.estimates.map((estimate) => (
            <FigureRow key={estimate.id} {...estimate} way={found.way} />
          ))}
          <tr>
            <th scope="row">what it uses on the road</th>
            <td className="figure">{per(car.spec.whPerKm)}</td>
            {"refused" in economy ? (
              <td colSpan={2} className="quiet">
                {economy.refused}
              </td>
            ) : (
              <>
                <td className="figure">
                  <b>{per(economy.value)}</b>
                </td>
                <td>
                  {per(economy.low)} and {per(economy.high)}, from {economy.drives} drives
                </td>
              </>
            )}
          </tr>
        </tbody>
      </Table>
      <p>
        On sessions left out of the fit, figures were off by <b>{missText(found.before)}</b>; with what the
        others tell, by <b>{missText(found.after)}</b>.
      </p>
      {any && found.better ? (
        <p>
          <Button
            disabled={taken}
            asks={async () => {
              await onTake();
              setTaken(true);
            }}
          >
            Take it over
          </Button>{" "}
          <span className="quiet">
            Into {car.spec.name}
            {found.estimates.some(({ id, told }) => id === "resistance" && told)
              ? ` and ${found.way.lead ?? found.way.outlet}`
              : ""}
            , marked as measured. Undo takes it back.
          </span>
        </p>
      ) : (
        <p className="quiet">Nothing is offered: it would not foretell sessions better than what is there.</p>
      )}
    </section>
  );
}

const missText = ({ meter, soc }: Miss): string =>
  [
    meter === null ? "" : `${percentText(meter, 1)} of the kWh`,
    soc === null ? "" : `${percentText(soc, 1)} of charge`,
  ]
    .filter(Boolean)
    .join(" and ") || "nothing that can be told";

const [WIDTH, MIDDLE] = [120, 8];

/** The old figure as a filled dot, what was told as a hollow one on its band. */
function Band({ was, value, low, high }: FigureTold) {
  const [from, to] = [Math.min(was, low), Math.max(was, high)];
  const at = (figure: number) => (to > from ? 6 + ((figure - from) / (to - from)) * (WIDTH - 12) : WIDTH / 2);
  return (
    <svg className="band" viewBox={`0 0 ${WIDTH} 16`} width={WIDTH} height="16" aria-hidden="true">
      <rect x={at(low)} y={MIDDLE - 3} width={Math.max(2, at(high) - at(low))} height="6" />
      <circle className="old" cx={at(was)} cy={MIDDLE} r="3.5" />
      <circle className="new" cx={at(value)} cy={MIDDLE} r="3.5" />
    </svg>
  );
}

function FigureRow(props: FigureTold & { readonly way: Calibration["way"] }) {
  const { id, name, unit, digits, was, value, low, high, told, why, way } = props;
  const text = (figure: number) => `${decimals(figure, digits)} ${unit}`;
  return (
    <tr>
      <th scope="row">
        {name}
        {id === "resistance" && <small>{way.lead ?? way.outlet}</small>}
      </th>
      <td className="figure">{text(was)}</td>
      {told ? (
        <>
          <td className="figure">
            <b>{text(value)}</b>
          </td>
          <td>
            <Band {...props} /> {text(low)} and {text(high)}
          </td>
        </>
      ) : (
        <td colSpan={2} className="quiet">
          These sessions cannot say. {why}
        </td>
      )}
    </tr>
  );
}
