import { useMemo } from "react";
import {
  Chart,
  Filler,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
  type ChartOptions,
} from "chart.js";
import { Line } from "react-chartjs-2";
import {
  fromKm,
  outlay,
  payback,
  toKm,
  type Garage,
  type Payback,
  type Turn,
  type WayCost,
  rangesOf,
  paybackQuestionSchema,
  acceptsAt,
  MOST_OUTLAYS,
} from "@kettleback/core";
import "../../charts/chartFont";
import { useThemeColours } from "../../charts/useThemeColours";
import { Button } from "../../controls/Button";
import { Icon } from "../../controls/Icon";
import { Select } from "../../controls/Select";
import { Table } from "../../controls/Table";
import { TextInput } from "../../controls/TextInput";
import { decimals } from "../../format/number";
import type { Answered } from "../../jobs/answer";
import { amountText, tickText } from "../../plan/money";
import type { MoneyDraft } from "../../stores/money";
import { NumberInput } from "./NumberInput";
import { useMoney } from "./useMoney";

Chart.register(LineController, LineElement, LinearScale, PointElement, Tooltip, Filler, Legend);

type Asked = MoneyDraft["payback"];
const TAKES = rangesOf(paybackQuestionSchema);
const OF_A_WAY = rangesOf(paybackQuestionSchema.shape.now);
const COST = acceptsAt(paybackQuestionSchema, ["items", 0, "cost", "low"])!;

/** Years from which they are told by the year; below, months are. */
const BY_YEARS = 1.5;

/** A time as people say it: "no time", "5 months", "2.4 years". */
const spanText = (years: number): string => {
  const months = Math.ceil(years * 12 - 1e-9);
  if (months <= 0) return "no time";
  if (years < BY_YEARS) return months === 1 ? "a month" : `${months} months`;
  return `${decimals(years, years < 10 ? 1 : 0)} years`;
};

/** Years to pay back as people say them, between two where they differ. */
export const yearsText = ({ low, high }: NonNullable<Payback["years"]>): string => {
  const [from, to] = [spanText(low), spanText(high)];
  if (low <= 0 && from !== to) return `up to ${to}`;
  const unit = / (?:months|years)$/.exec(to)?.[0] ?? to;
  return from === to ? from : `${from.endsWith(unit) ? from.slice(0, -unit.length) : from} to ${to}`;
};

/** Where it pays, in words; `text` tells a value with its unit. */
export const turnText = (turn: Turn, text: (at: number) => string): string =>
  "at" in turn ? `${turn.side} ${text(turn.at)}` : turn.side === "always" ? "whatever it is" : "none";

/** Whether equipment pays back, for this driver: yearly cost by way, years as a range, and what would turn it. */
export default function PaybackView({
  garage,
  answered,
}: {
  readonly garage: Garage;
  readonly answered: Answered;
}) {
  const found = useMoney(garage, answered);
  const { currency, distanceUnit: unit } = garage.household.spec;
  if (!found) return <p className="room-note">A path that charges is needed to start from.</p>;
  const asked = found.money.payback;
  const set = (to: Partial<Asked>) => found.change("payback", to);
  const sound = paybackQuestionSchema.safeParse(asked).success;
  const now: WayCost = { ...asked.now, items: [] };
  const then: WayCost = { ...asked.then, items: asked.items };
  const driving = { kmAYear: asked.kmAYear, elsewherePer100Km: asked.elsewhere };
  const result = sound ? payback(now, then, driving, asked.years) : null;
  const per = (per100Km: number) => (unit === "km" ? per100Km : toKm(per100Km, "mi"));
  const back = (value: number) => (unit === "km" ? value : fromKm(value, "mi"));
  return (
    <div className="payback">
      <section className="view-panel" aria-label="What pays back">
        {result ? (
          <Result result={result} asked={asked} currency={currency} unit={unit} per={per} />
        ) : (
          <p className="quiet">Put the marked figures right, and the answer stands here.</p>
        )}
      </section>
      <section className="view-panel" aria-label="What it takes">
        <h3>With these figures</h3>
        <div className="view-tools">
          <NumberInput
            label="You drive a year"
            unit={unit}
            min={Math.round(fromKm(TAKES.kmAYear.min, unit))}
            max={Math.round(fromKm(TAKES.kmAYear.max, unit))}
            value={Number(fromKm(asked.kmAYear, unit).toFixed(0))}
            onChange={(v) => set({ kmAYear: toKm(v, unit) })}
          />
          <NumberInput
            label="You keep it"
            {...TAKES.years}
            value={asked.years}
            onChange={(years) => set({ years })}
          />
          <NumberInput
            label={`Elsewhere, 100 ${unit} cost`}
            {...TAKES.elsewhere}
            unit={currency}
            value={Number(per(asked.elsewhere).toFixed(4))}
            onChange={(v) => set({ elsewhere: back(v) })}
          />
        </div>
        <Ways unit={unit} asked={asked} set={set} currency={currency} per={per} back={back} />
        <Items asked={asked} currency={currency} set={set} />
      </section>
    </div>
  );
}

interface WaysProps {
  readonly unit: "km" | "mi";
  readonly asked: Asked;
  readonly set: (to: Partial<Asked>) => void;
  readonly currency: string;
  readonly per: (per100Km: number) => number;
  readonly back: (value: number) => number;
}

/** What each way costs, as it is now and as it would be then. */
const Ways = ({ unit, asked, set, currency, per, back }: WaysProps) => (
  <Table className="plain ways">
    <thead>
      <tr>
        <th scope="col">Way</th>
        <th scope="col">100 {unit} cost</th>
        <th scope="col">A year, whatever you drive</th>
        <th scope="col">Share of your distance</th>
      </tr>
    </thead>
    <tbody>
      {(["now", "then"] as const).map((key) => {
        const way = asked[key];
        const change = (to: Partial<Asked["now"]>) => set({ [key]: { ...way, ...to } });
        const says = key === "now" ? "Now" : "Then";
        return (
          <tr key={key}>
            <th scope="row">
              <TextInput
                says={<span className="label">{says}</span>}
                className="number"
                maxLength={80}
                value={way.name}
                onChange={(text) => change({ name: text })}
              />
            </th>
            <td>
              <NumberInput
                label={`${says}: 100 ${unit} cost`}
                {...OF_A_WAY.per100Km}
                unit={currency}
                value={Number(per(way.per100Km).toFixed(4))}
                onChange={(v) => change({ per100Km: back(v) })}
              />
            </td>
            <td>
              <NumberInput
                label={`${says}: a year`}
                {...OF_A_WAY.aYear}
                unit={currency}
                value={way.aYear}
                onChange={(aYear) => change({ aYear })}
              />
            </td>
            <td>
              <NumberInput
                label={`${says}: share`}
                unit="%"
                min={0}
                max={100}
                value={Number((way.share * 100).toFixed(4))}
                onChange={(v) => change({ share: v / 100 })}
              />
            </td>
          </tr>
        );
      })}
    </tbody>
  </Table>
);

interface ItemsProps {
  readonly asked: Asked;
  readonly currency: string;
  set(to: Partial<Asked>): void;
}

/** What has to be bought, each between two figures; grants count off. */
function Items({ asked: { items }, currency, set }: ItemsProps) {
  const change = (at: number, to: Partial<Asked["items"][number]>) =>
    set({ items: items.map((item, i) => (i === at ? { ...item, ...to } : item)) });
  const total = paybackQuestionSchema.shape.items.safeParse(items).success ? outlay(items) : null;
  return (
    <>
      <h3>What has to be bought</h3>
      <ul className="items">
        {items.map(({ what, sign, cost }, i) => (
          <li key={i}>
            <TextInput
              label={`Item ${i + 1}`}
              maxLength={60}
              value={what}
              onChange={(text) => change(i, { what: text })}
            />
            <Select
              label={`${what}: bought or granted`}
              value={sign}
              onChange={(picked) => change(i, { sign: picked })}
              options={[
                { value: 1, text: "costs" },
                { value: -1, text: "is granted" },
              ]}
            />
            <NumberInput
              bare
              label={`${what}, least`}
              min={COST.min}
              max={COST.max}
              value={cost.low}
              onChange={(low) => change(i, { cost: { ...cost, low } })}
            />
            <span>to</span>
            <NumberInput
              bare
              label={`${what}, most`}
              unit={currency}
              min={Number.isFinite(cost.low) ? cost.low : COST.min}
              max={COST.max}
              value={cost.high}
              onChange={(high) => change(i, { cost: { ...cost, high } })}
            />
            <Button
              quiet
              aria-label={`Leave ${what} out`}
              onClick={() => set({ items: items.filter((_, at) => at !== i) })}
            >
              <Icon name="close" />
            </Button>
          </li>
        ))}
      </ul>
      <p className="outlay">
        <Button
          quiet
          disabled={items.length >= MOST_OUTLAYS}
          onClick={() => set({ items: [...items, { what: "cable", sign: 1, cost: { low: 0, high: 0 } }] })}
        >
          Add something to buy
        </Button>
        {total && (
          <span>
            Altogether <b>{amountText(total.low, currency)}</b> to <b>{amountText(total.high, currency)}</b>.
          </span>
        )}
      </p>
      <p className="quiet">
        Usual figures, all yours to change. A wallbox, its circuit and any upgrade are licensed work: ask for
        a price on your own house.
      </p>
    </>
  );
}

interface ResultProps {
  readonly result: Payback;
  readonly asked: Asked;
  readonly currency: string;
  readonly unit: "km" | "mi";
  per(per100Km: number): number;
}

function Result({ result, asked, currency, unit, per }: ResultProps) {
  const { years, pays, savedAYear, yearlyNow, yearlyThen, turnKm, turnPer100Km } = result;
  const { then, years: kept } = asked;
  const name = then.name || "it";
  return (
    <>
      <p className={`says verdict-${pays}`} aria-live="polite">
        <strong>
          {years === null
            ? `${name.replace(/^./, (c) => c.toUpperCase())} does not pay back: a year costs ${amountText(-savedAYear, currency)} more.`
            : pays === "no"
              ? `${name.replace(/^./, (c) => c.toUpperCase())} does not pay back in the ${decimals(kept, 0)} years you keep it: it takes ${yearsText(years)}.`
              : pays === "perhaps"
                ? `${name.replace(/^./, (c) => c.toUpperCase())} may pay back: ${yearsText(years)}, and you keep it ${decimals(kept, 0)}.`
                : `${name.replace(/^./, (c) => c.toUpperCase())} pays back in ${yearsText(years)}.`}
        </strong>{" "}
        A year costs {amountText(yearlyNow, currency)} now and {amountText(yearlyThen, currency)} then.
      </p>
      <Curve result={result} asked={asked} currency={currency} />
      <dl className="facts">
        <div>
          <dt>Distances a year at which it pays in {decimals(kept, 0)} years</dt>
          <dd>{turnText(turnKm, (km) => `${decimals(fromKm(km, unit), 0)} ${unit}`)}</dd>
        </div>
        <div>
          <dt>Prices for 100 {unit} elsewhere at which it does</dt>
          <dd>{turnText(turnPer100Km, (price) => amountText(per(price), currency))}</dd>
        </div>
      </dl>
    </>
  );
}

/** What has been spent by year: now, and with the least and the most laid out. */
function Curve({ result, asked, currency }: Pick<ResultProps, "result" | "asked" | "currency">) {
  const colours = useThemeColours();
  const { years, now, then } = asked;
  const { yearlyNow, yearlyThen, outlay: cost } = result;
  const data = useMemo(() => {
    const line = (start: number, yearly: number) => [
      { x: 0, y: start },
      { x: years, y: start + yearly * years },
    ];
    const plain = { pointRadius: 0, borderWidth: 2.5 };
    return {
      datasets: [
        {
          ...plain,
          label: now.name || "now",
          data: line(0, yearlyNow),
          borderColor: colours.ink,
          borderDash: [6, 4],
        },
        {
          ...plain,
          label: `${then.name || "then"}, from the least to the most laid out`,
          data: line(cost.low, yearlyThen),
          borderColor: colours.copper,
        },
        {
          ...plain,
          label: "",
          data: line(cost.high, yearlyThen),
          borderColor: colours.copper,
          fill: "-1",
          backgroundColor: colours.lane,
        },
      ],
    };
  }, [years, yearlyNow, yearlyThen, cost, now.name, then.name, colours]);
  const options = useMemo(
    (): ChartOptions<"line"> => ({
      animation: false,
      maintainAspectRatio: false,
      scales: {
        x: {
          type: "linear",
          min: 0,
          max: years,
          grid: { color: colours.rule },
          ticks: { color: colours.quiet },
          title: { display: true, text: "years", color: colours.quiet },
        },
        y: {
          grid: { color: colours.rule },
          ticks: { color: colours.quiet, callback: (v) => tickText(Number(v), currency) },
        },
      },
      plugins: {
        // The two lines of what is laid out are the edges of one thing, and named once.
        legend: {
          display: true,
          labels: { color: colours.ink, boxHeight: 2, boxWidth: 26, filter: ({ text }) => text !== "" },
        },
        tooltip: { enabled: false },
      },
    }),
    [years, currency, colours],
  );
  const label = `Spent after ${decimals(years, 0)} years: ${amountText(yearlyNow * years, currency)} as now, ${amountText(cost.low + yearlyThen * years, currency)} to ${amountText(cost.high + yearlyThen * years, currency)} with ${then.name}.`;
  return (
    <div className="plot">
      <Line data={data} options={options} role="img" aria-label={label} />
    </div>
  );
}
