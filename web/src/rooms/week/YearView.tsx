import { useState } from "react";
import {
  yearSaving,
  yearsAt,
  YEARS_A_BLOCK,
  type DistanceUnit,
  type Estimate,
  type YearAt,
  type YearBlock,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { FigureInput } from "../../controls/FigureInput";
import { Select } from "../../controls/Select";
import { Table } from "../../controls/Table";
import { Tick } from "../../controls/Tick";
import { decimals, percentText } from "../../format/number";
import { tickText } from "../../plan/money";
import { LuckFields } from "./LuckFields";
import { useYears, type YearsSoFar } from "./useYears";
import { chargingOf, type ViewProps } from "./view";
import { YearCells } from "./YearCells";

/** Years one may go through. */
const MOST = [200, 1_000, 5_000] as const;
/** Digits of a count of days: tenths where they are few. */
const daysText = (days: number): string => decimals(days, days < 9.95 ? 1 : 0);
const rangeText = (
  { low, high }: Estimate,
  text: (value: number) => string,
  joint: "to" | "and" = "to",
): string => `${text(low)} ${joint} ${text(high)}`;

/** A year of luck and weather at every way: how often one is caught short, what it costs, what the next better would save. */
export default function YearView({ solved, selected, onSelect, onChange }: ViewProps) {
  const { setting, carAt, draft, garage } = solved;
  const [years, setYears] = useState<(typeof MOST)[number]>(1_000);
  const [seed, setSeed] = useState(1);
  const [toTheEnd, setToTheEnd] = useState(false);
  const { distanceUnit: unit } = garage.household.spec;
  return (
    <div className="year">
      {setting ? (
        <Years {...{ solved, selected, onSelect, onChange, years, seed, toTheEnd, setting, carAt, unit }} />
      ) : (
        <p className="room-note">Put the marked figures right, and the years stand here.</p>
      )}
      <section className="view-panel conditions" aria-label="With this luck">
        <LuckFields draft={draft} unit={unit} onChange={onChange} />
        <div className="figures-row">
          <label>
            Up to{" "}
            <Select
              label="Years at most"
              value={years}
              onChange={setYears}
              options={MOST.map((n) => ({ value: n, text: decimals(n, 0) }))}
            />{" "}
            years
          </label>
          <label>
            drawn by the number{" "}
            <FigureInput
              label="Seed"
              className="number"
              value={seed}
              decimals={0}
              wrong={(typed) => !(Number.isInteger(typed) && typed >= 0 && typed < 2 ** 31)}
              onChange={(typed) => Number.isInteger(typed) && typed >= 0 && typed < 2 ** 31 && setSeed(typed)}
            />
          </label>
          <Tick checked={toTheEnd} onChange={setToTheEnd}>
            go on to the last year, however sure it is before
          </Tick>
        </div>
      </section>
    </div>
  );
}

interface YearsProps extends ViewProps {
  readonly setting: NonNullable<ViewProps["solved"]["setting"]>;
  readonly carAt: number;
  readonly years: number;
  readonly seed: number;
  readonly toTheEnd: boolean;
  readonly unit: DistanceUnit;
}

function Years({ solved, selected, onSelect, setting, carAt, years, seed, toTheEnd, unit }: YearsProps) {
  const found = useYears(setting.asked, carAt, { seed, years, toTheEnd });
  const { ways, cells } = solved;
  const at = yearsAt(found.blocks);
  const mine = at[selected];
  const answer = chargingOf(cells[selected]);
  const { currency } = solved.garage.household.spec;
  return (
    <>
      <section className="view-panel" aria-label="How often it falls short" aria-busy={found.running}>
        {mine && answer && (
          <p className="says" aria-live={found.running ? "off" : "polite"}>
            <strong>
              {mine.shortDays.mean < 0.05
                ? `${answer.plan.name} catches ${answer.car.name} short on no day of these years`
                : `${answer.plan.name} catches ${answer.car.name} short on ${daysText(mine.shortDays.mean)} days a year`}
            </strong>{" "}
            <span className="quiet">
              (nine times in ten the truth lies between {rangeText(mine.shortDays, daysText, "and")})
              {mine.cost && `; a year costs ${tickText(mine.cost.mean, currency)}`}.
            </span>{" "}
            <Better
              at={at}
              blocks={found.blocks}
              selected={selected}
              names={ways.map(({ way }) => way.name)}
              currency={currency}
            />
          </p>
        )}
        <Progress found={found} years={years} />
        {mine && answer && (
          <YearCells
            margins={mine.margins}
            answer={answer}
            perKm={answer.car.whPerKm * solved.draft.luck.seasons.mild.consumption}
            unit={unit}
          />
        )}
        {mine && (
          <p className="quiet">
            One of the years, day by day: the stronger the copper, the less was left; hatched where a drive
            fell short.
          </p>
        )}
      </section>
      <section className="view-panel ways-panel" aria-label="A year at every way">
        <YearTable
          at={at}
          ways={ways.map(({ way }) => way.name)}
          selected={selected}
          onSelect={onSelect}
          currency={currency}
        />
      </section>
    </>
  );
}

interface BetterProps {
  readonly at: readonly (YearAt | null)[];
  readonly blocks: readonly YearBlock[];
  readonly selected: number;
  readonly names: readonly string[];
  readonly currency: string;
}

/** The way with next fewer short days than the one that is looked at, and what it would save a year. */
function Better({ at, blocks, selected, names, currency }: BetterProps) {
  const mine = at[selected];
  if (!mine) return null;
  const next = at
    .flatMap((other, way) =>
      other && other.shortDays.mean < mine.shortDays.mean - 0.5 ? [{ other, way }] : [],
    )
    .sort((a, b) => b.other.shortDays.mean - a.other.shortDays.mean)[0];
  if (!next) return null;
  const saved = yearSaving(blocks, selected, next.way);
  return (
    <>
      The next better, {names[next.way]}, spares {daysText(mine.shortDays.mean - next.other.shortDays.mean)}{" "}
      of them
      {saved && saved.low > 0 && ` and saves ${tickText(saved.mean, currency)} a year`}
      {saved && saved.high < 0 && ` and costs ${tickText(-saved.mean, currency)} a year more`}.
    </>
  );
}

function Progress({ found, years }: { readonly found: YearsSoFar; readonly years: number }) {
  const { stale } = found;
  const done = found.blocks.reduce((sum, block) => sum + block.years, 0);
  if (found.error)
    return (
      <p role="alert">
        The years could not be gone through: {found.error}.{" "}
        <Button quiet onClick={found.start}>
          Try again
        </Button>
      </p>
    );
  if (found.running)
    return (
      <p className="running">
        <progress value={stale ? 0 : done / years} aria-label="Years gone through" />{" "}
        {decimals(stale ? 0 : done, 0)} of {decimals(years, 0)} years
        <Button quiet onClick={found.leave}>
          Cancel
        </Button>
      </p>
    );
  return (
    <p className="quiet" role="status">
      {found.left
        ? `Ended by hand after ${decimals(done, 0)} years.`
        : found.sure
          ? `Sure enough after ${decimals(done, 0)} years: days short within half a day or a twentieth, cost within a fiftieth.`
          : `${decimals(done, 0)} years gone through.`}{" "}
      {(found.left || done < YEARS_A_BLOCK) && (
        <Button quiet onClick={found.start}>
          Go through them again
        </Button>
      )}
    </p>
  );
}

interface TableProps {
  readonly at: readonly (YearAt | null)[];
  readonly ways: readonly string[];
  readonly selected: number;
  readonly currency: string;
  onSelect(way: number): void;
}

function YearTable({ at, ways, selected, currency, onSelect }: TableProps) {
  return (
    <Table label="A year at every way, figures" className="ways">
      <thead>
        <tr>
          <th scope="col">Way</th>
          <th scope="col" className="figure">
            Days short a year
          </th>
          <th scope="col" className="figure">
            Stops a year
          </th>
          <th scope="col" className="figure">
            Of all sessions
          </th>
          <th scope="col" className="figure">
            Cost a year
          </th>
          <th scope="col" className="figure">
            of it stops
          </th>
        </tr>
      </thead>
      <tbody>
        {ways.map((name, way) => {
          const year = at[way];
          return (
            <tr key={name + String(way)} className={way === selected ? "selected" : ""}>
              <th scope="row">
                <button
                  type="button"
                  className="link"
                  aria-pressed={way === selected}
                  onClick={() => onSelect(way)}
                >
                  {name}
                </button>
              </th>
              {year ? (
                <>
                  <td className="figure">
                    {daysText(year.shortDays.mean)}
                    <small>{rangeText(year.shortDays, daysText)}</small>
                  </td>
                  <td className="figure">
                    {daysText(year.stops.mean)}
                    <small>{rangeText(year.stops, daysText)}</small>
                  </td>
                  <td className="figure">{percentText(year.stopShare)}</td>
                  <td className="figure">
                    {year.cost ? tickText(year.cost.mean, currency) : "–"}
                    {year.cost && <small>{rangeText(year.cost, (value) => tickText(value, currency))}</small>}
                  </td>
                  <td className="figure">{year.stopCost ? tickText(year.stopCost.mean, currency) : "–"}</td>
                </>
              ) : (
                <td colSpan={5} className="quiet">
                  {at.length === 0 ? "…" : "nothing charges here"}
                </td>
              )}
            </tr>
          );
        })}
      </tbody>
    </Table>
  );
}
