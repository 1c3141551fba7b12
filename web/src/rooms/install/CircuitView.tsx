import { useState } from "react";
import {
  breakerForUnit,
  codeLines,
  COMPARED_YEARS,
  endAdvice,
  INSULATIONS,
  micros,
  runProblem,
  tradeOf,
  LAYINGS,
  type Circuits,
  type EndAdvice,
  type NewRun,
  type RunConductor,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { FigureInput } from "../../controls/FigureInput";
import { Select } from "../../controls/Select";
import { Table } from "../../controls/Table";
import { Tick } from "../../controls/Tick";
import { timesIn } from "../../format/manner";
import { decimals, moneyText } from "../../format/number";
import { gaugeText } from "../../format/words";
import { WorkingPanel } from "../../plan/WorkingPanel";
import { Figure } from "./Figure";
import type { ViewProps } from "./view";
import { chosenWay, leftText, roundMoney } from "./words";

/** The circuit of a way: its breaker, each conductor by what it carries and loses, and what local code asks. */
export default function CircuitView(props: ViewProps) {
  const { answer, draft, asked, garage, onChange, stale } = props;
  const [working, setWorking] = useState(false);
  if (!answer) return <div className="view-waiting" />;
  const { currency } = garage.household.spec;
  const looked = chosenWay(answer, draft.chosen);
  const way =
    [looked, ...answer.ways.filter(({ fit }) => fit !== "no"), ...answer.ways].find(
      ({ circuits }) => circuits,
    ) ?? looked;
  const { circuits } = way;
  const trade = tradeOf(asked.service.system);
  const fed = { system: asked.service.system, phases: way.phases, amps: way.unitAmps };
  const end = endAdvice(fed, asked.run);
  return (
    <div className={stale ? "older" : undefined}>
      <div className="answer">
        <p className="verdict" role="status">
          {circuits?.fits ? (
            <>
              <b>
                {gaugeText(circuits.fits.gauge)} behind a breaker of {circuits.breakerAmps} A
              </b>{" "}
              carries {way.phases} × {way.unitAmps} A over {asked.run.lengthM} m and loses{" "}
              {decimals(100 * circuits.fits.dropShare, 1)} % of the volts.
            </>
          ) : (
            <b>
              No conductor that is usually laid does for {way.unitAmps} A (breaker{" "}
              {breakerForUnit(way.unitAmps, trade)} A) over {asked.run.lengthM} m.
            </b>
          )}
        </p>
        <p className="quiet">
          {way.fit === "no" ? `By the board it does not fit: ${timesIn(way.why)} ` : ""}
          {circuits ? thicker(circuits, currency) : ""}
        </p>
      </div>
      <div className="meter-bar">
        <Select
          says="The circuit of"
          value={way.id}
          onChange={(chosen) => onChange({ ...draft, chosen })}
          options={answer.ways
            .filter((one) => one.circuits)
            .map(({ id, name }) => ({ value: id, text: timesIn(name) }))}
        />
      </div>
      {circuits && (
        <section className="view-panel" aria-label="What does for it">
          <h2>Conductors, by what they carry and what they lose</h2>
          <Conductors {...props} circuits={circuits} currency={currency} phases={way.phases} />
          <p className="presses">
            <Button quiet disabled={circuits.steps.length === 0} onClick={() => setWorking(!working)}>
              Working
            </Button>
          </p>
          {working && circuits.steps.length > 0 && (
            <WorkingPanel
              working={{
                title: "The circuit",
                steps: circuits.steps,
                notes: [
                  "The conductor hot, as it is after hours: losses are told a little too high rather than too low.",
                ],
              }}
              onClose={() => setWorking(false)}
            />
          )}
        </section>
      )}
      <div className="two">
        <section className="view-panel" aria-label="Asked by local code">
          <h2>Asked by local code</h2>
          {circuits && (
            <ul>
              {codeLines(fed, asked.run, circuits).map(({ what, why }) => (
                <li key={what}>
                  {what} <span className="quiet">{why}</span>
                </li>
              ))}
              {circuits.fits && <li>Earth conductor {gaugeText(circuits.fits.earth)} with it.</li>}
            </ul>
          )}
          <Ends end={end} />
        </section>
        <RunFields {...props} />
      </div>
    </div>
  );
}

/** Socket or wired in: what stands for each. */
const Ends = ({ end }: { readonly end: EndAdvice }) => (
  <>
    <h3>Socket or wired in</h3>
    <p>{end.says}</p>
    {end.must === null && (
      <ul>
        <li>
          <b>On a socket.</b> {end.forSocket}
        </li>
        <li>
          <b>Wired in.</b> {end.forWired}
        </li>
      </ul>
    )}
  </>
);

/** What the next size up saves, and which is cheapest over ten years. */
function thicker({ fits, next, cheapest }: Circuits, currency: string): string {
  if (!fits) return "";
  if (!next) return "It is the thickest that goes into the unit's terminals.";
  const saved = fits.lossPerYear - next.lossPerYear;
  return `The next size up, ${gaugeText(next.gauge)}, costs ${roundMoney(next.price - fits.price, currency)} more and saves ${moneyText(micros(saved), currency)} a year. ${
    cheapest && cheapest.gauge !== fits.gauge
      ? `Over ${COMPARED_YEARS} years ${gaugeText(cheapest.gauge)} is the cheapest.`
      : `Over ${COMPARED_YEARS} years ${gaugeText(fits.gauge)} stays the cheapest.`
  }`;
}

interface ConductorProps extends ViewProps {
  readonly circuits: Circuits;
  readonly currency: string;
  readonly phases: 1 | 3;
}

/** What keeps a conductor from being laid, in a word; nothing where it may. */
const whyNot = ({ carries, holdsDrop, fitsTerminals }: RunConductor): string =>
  !carries
    ? "carries too little"
    : !holdsDrop
      ? "loses too much"
      : !fitsTerminals
        ? "too thick for the terminals"
        : "";

function Conductors({ circuits, currency, draft, onChange }: ConductorProps) {
  const { conductors, fits, next, cheapest } = circuits;
  const price = (gauge: RunConductor["gauge"], perMetre: number) =>
    onChange({ ...draft, perMetre: { ...draft.perMetre, [gauge]: perMetre } });
  return (
    <Table label="Conductors" className="conductors">
      <thead>
        <tr>
          <th scope="col">Conductor</th>
          <th scope="col" className="figure">
            carries
          </th>
          <th scope="col" className="figure">
            drop, %
          </th>
          <th scope="col" className="figure">
            heat, W
          </th>
          <th scope="col" className="figure">
            lost a year, kWh
          </th>
          <th scope="col" className="figure">
            in money
          </th>
          <th scope="col" className="figure">
            a metre <small>{Object.keys(draft.perMetre).length === 0 ? "assumed" : "some assumed"}</small>
          </th>
          <th scope="col" className="figure">
            ten years
          </th>
          <th scope="col" />
        </tr>
      </thead>
      <tbody>
        {conductors.map((one) => (
          <tr key={one.gauge} className={one === fits ? "selected" : whyNot(one) ? "unfit" : ""}>
            <th scope="row">{gaugeText(one.gauge)}</th>
            <td className="figure">{leftText(one.carried.amps)}</td>
            <td className="figure">{decimals(100 * one.dropShare, 2)}</td>
            <td className="figure">{decimals(one.lossW, 0)}</td>
            <td className="figure">{decimals(one.lossKWhAYear, 0)}</td>
            <td className="figure">{moneyText(micros(one.lossPerYear), currency)}</td>
            <td className="figure">
              <FigureInput
                label={`Price of a metre of ${gaugeText(one.gauge)}, ${currency}`}
                className="number"
                value={one.price / draft.run.lengthM}
                decimals={2}
                wrong={(typed) => !(typed >= 0 && typed <= 10_000)}
                onChange={(typed) => typed >= 0 && typed <= 10_000 && price(one.gauge, typed)}
              />
            </td>
            <td className="figure">{roundMoney(one.tenYears, currency)}</td>
            <td>
              {one === fits ? "thinnest that fits" : one === next ? "next size up" : whyNot(one)}
              {one === cheapest ? `${one === fits || one === next ? ", " : ""}cheapest over ten years` : ""}
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

const LAYING_WORDS = {
  conduit: "in conduit",
  clipped: "clipped to the wall",
  cable: "as sheathed cable in the walls",
} as const;

/** How the run is laid, and what it is judged by. */
function RunFields({ draft, asked, onChange }: ViewProps) {
  const { run } = draft;
  const trade = tradeOf(asked.service.system);
  const set = (change: Partial<NewRun>) => onChange({ ...draft, run: { ...run, ...change } });
  return (
    <section className="view-panel fields" aria-label="The run">
      <h2>The run</h2>
      <div className="field-grid">
        <Figure
          says="From the board to the car"
          unit="m"
          value={run.lengthM}
          low={1}
          high={300}
          onChange={(lengthM) => set({ lengthM })}
        />
        <Select
          says="Laid"
          value={run.laying}
          onChange={(laying) => set({ laying })}
          options={LAYINGS.filter((laying) => !runProblem({ laying }, trade)).map((laying) => ({
            value: laying,
            text: LAYING_WORDS[laying],
          }))}
        />
        <Select
          says="Insulation for"
          value={run.insulationC}
          onChange={(insulationC) => set({ insulationC })}
          options={INSULATIONS.filter((c) => (trade === "nec" ? c !== 70 : c !== 75)).map((c) => ({
            value: c,
            text: `${c} °C`,
          }))}
        />
        <Figure
          says="Around it, at its hottest"
          unit="°C"
          value={run.ambientC}
          low={-40}
          high={80}
          onChange={(ambientC) => set({ ambientC })}
        />
        <Figure
          says="Circuits lying together"
          unit=""
          value={run.circuits}
          low={1}
          high={20}
          onChange={(circuits) => Number.isInteger(circuits) && set({ circuits })}
        />
        <Figure
          says="Most that may be lost"
          unit="%"
          value={100 * run.dropShare}
          low={0.5}
          high={10}
          onChange={(percent) => set({ dropShare: percent / 100 })}
        />
        {trade === "nec" && (
          <Select
            says="Terminals marked for"
            value={run.terminalsC}
            onChange={(terminalsC) => set({ terminalsC })}
            options={[
              { value: 60 as const, text: "60 °C" },
              { value: 75 as const, text: "75 °C" },
            ]}
          />
        )}
        <Select
          says="The unit is"
          value={run.end}
          onChange={(end) => set({ end })}
          options={[
            { value: "hardwired" as const, text: "wired in" },
            { value: "socket" as const, text: "on a socket" },
          ]}
        />
        <Tick checked={run.outdoors} onChange={(outdoors) => set({ outdoors })}>
          Outdoors
        </Tick>
      </div>
    </section>
  );
}
