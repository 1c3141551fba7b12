import { Chart, LinearScale } from "chart.js";
import { Flow as FlowElement, SankeyController } from "chartjs-chart-sankey";
import { Chart as ReactChart } from "react-chartjs-2";
import {
  apportion,
  CAUSE_WORDS,
  LOSS_CAUSES,
  energyCost,
  lossShare,
  sumMicros,
  wattHours,
  type Micros,
  type LossCause,
  type Plan,
  type Solution,
} from "@kettleback/core";
import { useThemeColours } from "../../charts/useThemeColours";
import { Table } from "../../controls/Table";
import { coinOf, decimals, energyFigure, figureText, moneyText, percentText } from "../../format/number";

Chart.register(SankeyController, FlowElement, LinearScale);

interface Props {
  readonly solution: Solution;
  readonly plan: Plan;
}

const THINNEST = 0.004;
const METER = "meter";
const CAR = "into the car";
const BATTERY = "battery";
/** Causes before the car's inlet; the others leave inside the car. */
const OUTSIDE: ReadonlySet<LossCause> = new Set(["circuit", "contacts", "lead", "evse", "cable"]);

/** The ledger of the session as a flow from the meter to the cells, and as a table in Wh, per cent and money. */
export default function Flow({ solution: { ledger, bill, run }, plan }: Props) {
  const colours = useThemeColours();
  const causes = LOSS_CAUSES.filter((cause) => ledger[cause] > 0.5);
  // Hair-thin flows would only cross each other's names; the table has them.
  const drawn = causes.filter((cause) => ledger[cause] > THINNEST * ledger.wall);
  const inside = causes.filter((cause) => !OUTSIDE.has(cause));
  const reaching = ledger.stored + inside.reduce((sum, cause) => sum + ledger[cause], 0);
  const flows = [
    { from: METER, to: CAR, flow: reaching },
    ...drawn
      .filter((cause) => OUTSIDE.has(cause))
      .map((cause) => ({ from: METER, to: CAUSE_WORDS[cause], flow: ledger[cause] })),
    { from: CAR, to: BATTERY, flow: ledger.stored },
    ...drawn
      .filter((cause) => !OUTSIDE.has(cause))
      .map((cause) => ({ from: CAR, to: CAUSE_WORDS[cause], flow: ledger[cause] })),
  ];
  const { currency } = plan.household;
  const lossOf = (wh: number) => lossShare(bill, wattHours(wh), ledger.lost);
  const paid = energyCost(bill);
  const lost = causes.map((cause) => lossOf(ledger[cause]));
  // The column adds up as it is printed.
  const printed = apportion([...lost, (paid - sumMicros(lost)) as Micros], coinOf(currency));
  const row = (name: string, wh: number, money: Micros) => (
    <tr key={name}>
      <th scope="row">{name}</th>
      <td>{figureText(energyFigure(wh))}</td>
      <td>{percentText(ledger.wall > 0 ? wh / ledger.wall : 0, 1)}</td>
      <td>{moneyText(money, currency)}</td>
    </tr>
  );
  const hours = (run.slices.at(-1)?.to ?? 0) / 3600;
  const ownShare = ledger.lost > 0 ? ledger.ownDraw / ledger.lost : 0;
  return (
    <div className="ledger">
      <div className="plot">
        <ReactChart
          type="sankey"
          role="img"
          aria-label="Energy from the meter to the battery and to each loss; the table beside it has the figures"
          data={{
            datasets: [
              {
                data: flows,
                colorFrom: () => colours.copper,
                colorTo: ({ dataIndex }) =>
                  flows[dataIndex]?.to === BATTERY || flows[dataIndex]?.to === CAR
                    ? colours.copper
                    : colours.loss,
                colorMode: "gradient",
                color: colours.ink,
                borderWidth: 0,
                size: "max",
              },
            ],
          }}
          options={{ animation: false, maintainAspectRatio: false, plugins: { tooltip: { enabled: false } } }}
        />
      </div>
      <div className="table-wrap" tabIndex={0} role="region" aria-label="Table of losses">
        <Table>
          <thead>
            <tr>
              <th>Where it goes</th>
              <th>Energy</th>
              <th>Share</th>
              <th>Money</th>
            </tr>
          </thead>
          <tbody>
            {causes.map((cause, i) => row(CAUSE_WORDS[cause], ledger[cause], printed[i]!))}
            {row("stored in the battery", ledger.stored, printed.at(-1)!)}
          </tbody>
          <tfoot>{row("on the meter", ledger.wall, paid)}</tfoot>
        </Table>
        {ledger.upstream > 0 && (
          <p className="quiet">
            {figureText(energyFigure(ledger.upstream))} more are lost in the station before the meter: not
            billed.
          </p>
        )}
        <p className="quiet">
          The car’s own draw runs for all {decimals(hours, 1)} h and is {percentText(ownShare)} of the loss:
          twice the current would halve it, {figureText(energyFigure(ledger.ownDraw / 2))} or{" "}
          {moneyText(lossOf(ledger.ownDraw / 2), currency)} a session.
        </p>
      </div>
    </div>
  );
}
