import {
  apportion,
  CAUSE_WORDS,
  energyCost,
  LOSS_CAUSES,
  lossShare,
  sumMicros,
  wattHours,
  type Micros,
  type Plan,
  type Solution,
} from "@kettleback/core";
import { Table } from "../../controls/Table";
import { coinOf, decimals, energyFigure, figureText, moneyText, percentText } from "../../format/number";

interface Props {
  readonly solution: Solution;
  readonly plan: Plan;
}

/** Energy below which a cause is not worth a line (Wh). */
const LEAST_WH = 0.5;

interface Line {
  readonly name: string;
  readonly wh: number;
  readonly money: Micros;
}

/** Where the energy of a session goes: what is lost, cause by cause, the largest first, and what the meter counts. */
export default function Losses({ solution: { ledger, bill, run }, plan }: Props) {
  const causes = LOSS_CAUSES.filter((cause) => ledger[cause] > LEAST_WH).toSorted(
    (a, b) => ledger[b] - ledger[a],
  );
  const { currency } = plan.household;
  const lossOf = (wh: number) => lossShare(bill, wattHours(wh), ledger.lost);
  const paid = energyCost(bill);
  const lost = causes.map((cause) => lossOf(ledger[cause]));
  // The column adds up as it is printed.
  const printed = apportion([...lost, (paid - sumMicros(lost)) as Micros], coinOf(currency));
  const most = Math.max(...causes.map((cause) => ledger[cause]));
  const line = ({ name, wh, money }: Line, ofLoss: number | null) => (
    <tr key={name}>
      <th scope="row">{name}</th>
      <td className="bar">
        {ofLoss !== null && (
          <span className="loss-bar" aria-hidden="true" style={{ width: `${(100 * wh) / most}%` }} />
        )}
      </td>
      <td>{figureText(energyFigure(wh))}</td>
      <td>{ofLoss === null ? "" : percentText(ofLoss, 1)}</td>
      <td>{percentText(ledger.wall > 0 ? wh / ledger.wall : 0, 1)}</td>
      <td>{moneyText(money, currency)}</td>
    </tr>
  );
  const hours = (run.slices.at(-1)?.to ?? 0) / 3600;
  const shareOfLoss = (wh: number) => (ledger.lost > 0 ? wh / ledger.lost : 0);
  return (
    <div className="ledger">
      <p className="says">
        <strong>
          {figureText(energyFigure(ledger.lost))} of the {figureText(energyFigure(ledger.wall))} on the meter
          are lost
          {causes[0] && `, most of it to: ${CAUSE_WORDS[causes[0]]}`}.
        </strong>
      </p>
      <div className="table-wrap" tabIndex={0} role="region" aria-label="Table of losses">
        <Table>
          <thead>
            <tr>
              <th>Where it goes</th>
              <th>
                <span className="visually-hidden">To scale</span>
              </th>
              <th>Energy</th>
              <th>Of the loss</th>
              <th>Of the meter</th>
              <th>Money</th>
            </tr>
          </thead>
          <tbody>
            {causes.map((cause, i) =>
              line(
                { name: CAUSE_WORDS[cause], wh: ledger[cause], money: printed[i]! },
                shareOfLoss(ledger[cause]),
              ),
            )}
          </tbody>
          <tfoot>
            {line({ name: "lost altogether", wh: ledger.lost, money: sumMicros(printed.slice(0, -1)) }, null)}
            {line({ name: "stored in the battery", wh: ledger.stored, money: printed.at(-1)! }, null)}
            {line({ name: "on the meter", wh: ledger.wall, money: paid }, null)}
          </tfoot>
        </Table>
      </div>
      {ledger.upstream > 0 && (
        <p className="quiet">
          {figureText(energyFigure(ledger.upstream))} more are lost in the station before the meter: not
          billed.
        </p>
      )}
      {ledger.ownDraw > LEAST_WH && (
        <p className="quiet">
          The car’s own draw runs for all {decimals(hours, 1)} h and is{" "}
          {percentText(shareOfLoss(ledger.ownDraw))} of the loss: twice the current would halve it,{" "}
          {figureText(energyFigure(ledger.ownDraw / 2))} or {moneyText(lossOf(ledger.ownDraw / 2), currency)}{" "}
          a session.
        </p>
      )}
    </div>
  );
}
