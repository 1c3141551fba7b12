import { useMemo } from "react";
import { Link } from "react-router-dom";
import {
  fromKm,
  homeTariffQuestionSchema,
  HOUSE_HOURS,
  rangesOf,
  toKm,
  type DistanceUnit,
  type Garage,
  type HomeTariffQuestion,
  type HomeTariffs,
  type HousePart,
  type Plan,
  type TariffYear,
} from "@kettleback/core";
import { JobWaiting } from "../../controls/JobWaiting";
import { Table } from "../../controls/Table";
import { Tick } from "../../controls/Tick";
import { hourText } from "../../format/manner";
import { decimals, distanceFigure, figureText } from "../../format/number";
import { useJob } from "../../jobs/useJob";
import { amountText } from "../../plan/money";
import { NumberInput } from "./NumberInput";
import { useMoney } from "./useMoney";
import type { OwnProps } from "./view";

const TAKES = rangesOf(homeTariffQuestionSchema);
const PARTS = Object.keys(HOUSE_HOURS) as HousePart[];

/** Which tariff the home is best on: a year of nights like the path's under each, with its standing charge and the house. */
export default function HomeTariff({ garage, answered }: OwnProps) {
  const found = useMoney(garage, answered);
  if (!found || answered.kind !== "charging")
    return <p className="room-note">A path that charges is needed to start from.</p>;
  const { money, change } = found;
  const { home } = money;
  const set = (to: Partial<HomeTariffQuestion>) => change("home", to);
  const chosen = garage.tariffs.filter(({ id }) => home.tariffs.includes(id));
  const sound = homeTariffQuestionSchema.safeParse(home).success;
  return (
    <section className="view-panel home-tariff" aria-label="Which home tariff">
      {sound && chosen.length > 0 ? (
        <Answer garage={garage} plan={answered.plan} question={home} />
      ) : (
        <p className="room-note">
          {sound
            ? "Tick a tariff below to see what a year costs under it."
            : "A figure below is out of its range."}
        </p>
      )}
      <h3>With these figures</h3>
      <Figures home={home} unit={garage.household.spec.distanceUnit} set={set} />
      <fieldset className="ticked">
        <legend>Tariffs set side by side</legend>
        {garage.tariffs.map(({ id, spec }) => (
          <Tick
            key={id}
            checked={home.tariffs.includes(id)}
            onChange={(on) =>
              set({ tariffs: on ? [...home.tariffs, id] : home.tariffs.filter((other) => other !== id) })
            }
          >
            {spec.name}
          </Tick>
        ))}
      </fieldset>
      <p className="quiet">
        Nights are those of the path: plugged in, needed by and charged to as it says. Another tariff is
        added, and a standing charge kept with it, under <Link to="/money/tariffs">Tariffs</Link>.
      </p>
    </section>
  );
}

interface FiguresProps {
  readonly home: HomeTariffQuestion;
  readonly unit: DistanceUnit;
  set(to: Partial<HomeTariffQuestion>): void;
}

/** A day's drive, and what the house itself uses. */
const Figures = ({ home, unit, set }: FiguresProps) => (
  <div className="view-tools">
    <NumberInput
      label="A day’s drive"
      unit={unit}
      min={Math.round(fromKm(TAKES.kmADay.min, unit) * 10) / 10}
      max={Math.round(fromKm(TAKES.kmADay.max, unit))}
      value={Number(fromKm(home.kmADay, unit).toFixed(1))}
      onChange={(v) => set({ kmADay: toKm(v, unit) })}
    />
    {PARTS.map((part) => (
      <NumberInput
        key={part}
        label={`House, ${hourText(HOUSE_HOURS[part].from)} to ${hourText(HOUSE_HOURS[part].to)}`}
        unit="kWh a year"
        min={0}
        max={200_000}
        value={home.house[part]}
        onChange={(v) => set({ house: { ...home.house, [part]: v } })}
      />
    ))}
  </div>
);

interface AnswerProps {
  readonly garage: Garage;
  readonly plan: Plan;
  readonly question: HomeTariffQuestion;
}

function Answer({ garage, plan, question }: AnswerProps) {
  const tariffs = useMemo(
    () => garage.tariffs.filter(({ id }) => question.tariffs.includes(id)).map(({ spec }) => spec),
    [garage, question.tariffs],
  );
  const asked = useStable(question);
  const job = useJob("homeTariffs", plan, tariffs, asked);
  if (!job.result) return <JobWaiting job={job} />;
  const { currency, distanceUnit } = garage.household.spec;
  return (
    <div aria-busy={job.stale}>
      <Verdict found={job.result} currency={currency} unit={distanceUnit} question={asked} />
      <Years years={job.result.years} currency={currency} unit={distanceUnit} />
    </div>
  );
}

/** The question as it was while its figures are the same, whatever was drawn since. */
function useStable(question: HomeTariffQuestion): HomeTariffQuestion {
  const text = JSON.stringify(question);
  return useMemo(() => JSON.parse(text) as HomeTariffQuestion, [text]);
}

interface VerdictProps {
  readonly found: HomeTariffs;
  readonly currency: string;
  readonly unit: DistanceUnit;
  readonly question: HomeTariffQuestion;
}

/** The cheapest, by how much, and what would turn it. */
function Verdict({ found: { years, turning, holds }, currency, unit, question }: VerdictProps) {
  const [best, next] = years;
  if (!best) return <p className="says">Nothing flows on this path: no year can be told.</p>;
  if (best.unpricedNights > 0)
    return <p className="says">None of these has prices for a whole week of nights: no year can be told.</p>;
  const km = (n: number) => figureText(distanceFigure(n, unit));
  return (
    <div aria-live="polite">
      <p className="says">
        <strong>
          {best.name}: {amountText(best.total, currency)} a year
          {next && turning ? `, ${amountText(next.total - best.total, currency)} less than ${next.name}` : ""}
          .
        </strong>{" "}
        {best.cheap &&
          best.cheap.hours > 0 &&
          `Its ${decimals(best.cheap.hours, best.cheap.hours % 1 ? 1 : 0)} cheap hours carry ${km(best.cheap.km)} a day.`}
      </p>
      {!holds && (
        <p>
          A night does not carry {km(question.kmADay)} a day on this path: the rest is charged past departure.
        </p>
      )}
      {next && turning && (
        <p>
          What turns it:{" "}
          {turning.km === null
            ? "no day’s drive does"
            : `from ${km(turning.km)} a day ${turning.km > question.kmADay ? "up" : "down"} ${next.name} is the cheaper`}
          ; or a standing charge of {best.name} {amountText(turning.standingMore, currency)} a month higher.
        </p>
      )}
    </div>
  );
}

interface YearsProps {
  readonly years: readonly TariffYear[];
  readonly currency: string;
  readonly unit: DistanceUnit;
}

/** What a year comes to under each, part by part. */
const Years = ({ years, currency, unit }: YearsProps) => (
  <Table label="A year under each tariff, scrolls sideways">
    <thead>
      <tr>
        <th scope="col">Tariff</th>
        <th scope="col" className="n">
          A year
        </th>
        <th scope="col" className="n">
          Car, cheapest hours
        </th>
        <th scope="col" className="n">
          Car, at once
        </th>
        <th scope="col" className="n">
          House
        </th>
        <th scope="col" className="n">
          Standing
        </th>
        <th scope="col" className="n">
          Cheap hours carry, a day
        </th>
      </tr>
    </thead>
    <tbody>
      {years.map((year) => (
        <tr key={year.name}>
          <th scope="row">{year.name}</th>
          <td className="n">
            <b>{year.unpricedNights > 0 ? "–" : amountText(year.total, currency)}</b>
          </td>
          <td className="n">
            {year.unpricedNights > 0
              ? `no prices on ${year.unpricedNights} of 7 nights`
              : amountText(year.car, currency)}
          </td>
          <td className="n">{year.unpricedNights > 0 ? "–" : amountText(year.carAtOnce, currency)}</td>
          <td className="n">{year.house === null ? "not by the week" : amountText(year.house, currency)}</td>
          <td className="n">{amountText(year.standing, currency)}</td>
          <td className="n">
            {year.cheap
              ? `${figureText(distanceFigure(year.cheap.km, unit))} in ${decimals(year.cheap.hours, 1)} h`
              : year.house === null
                ? "by the hour"
                : "one price"}
          </td>
        </tr>
      ))}
    </tbody>
  </Table>
);
