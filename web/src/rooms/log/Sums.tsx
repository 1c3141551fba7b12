import { useState } from "react";
import { GROUPINGS, type Grouping, type LogSum } from "@kettleback/core";
import { Select, optionsOf } from "../../controls/Select";
import { Table } from "../../controls/Table";
import { decimals, durationText } from "../../format/number";
import { costText, monthText, shareText, UNKNOWN } from "./words";
import type { ViewProps } from "./view";

const GROUPING_WORDS: Readonly<Record<Grouping, string>> = {
  month: "month",
  car: "car",
  place: "place",
  way: "way",
};

/** Sums of the year by month, car, place or way, each with its bar: what reached the battery, and what was lost. */
export function Sums({ garage, log }: Pick<ViewProps, "garage" | "log">) {
  const [by, setBy] = useState<Grouping>("month");
  const { currency } = garage.household.spec;
  const sums = log.by[by];
  const most = Math.max(...sums.map(({ wallWh }) => wallWh), 1);
  return (
    <section className="view-panel" aria-label="Sums">
      <h2>
        By{" "}
        <Select
          label="Summed by"
          value={by}
          options={optionsOf(GROUPINGS, (one) => GROUPING_WORDS[one])}
          onChange={setBy}
        />
      </h2>
      <Table label={`Sums by ${by}`} className="sums">
        <thead>
          <tr>
            <th scope="col">{GROUPING_WORDS[by]}</th>
            <th scope="col" className="figure">
              sessions
            </th>
            <th scope="col" className="figure">
              kWh
            </th>
            <th scope="col" className="bar-head">
              <span className="visually-hidden">drawn</span>
            </th>
            <th scope="col" className="figure">
              lost
            </th>
            <th scope="col" className="figure">
              hours
            </th>
            <th scope="col" className="figure">
              {currency}
            </th>
            <th scope="col" className="figure">
              rapid
            </th>
            <th scope="col" className="figure">
              °C
            </th>
          </tr>
        </thead>
        <tbody>
          {sums.map((sum) => (
            <SumRow
              key={sum.key ?? ""}
              sum={sum}
              most={most}
              name={by === "month" ? monthText(sum.key!) : (sum.key ?? "not said")}
              currency={currency}
            />
          ))}
        </tbody>
      </Table>
    </section>
  );
}

function SumRow({
  sum,
  most,
  name,
  currency,
}: {
  readonly sum: LogSum;
  readonly most: number;
  readonly name: string;
  readonly currency: string;
}) {
  const lost = sum.lostShare ?? 0;
  const percent = (wh: number) => `${(100 * wh) / most}%`;
  const cold = sum.coldestC;
  return (
    <tr>
      <th scope="row">{name}</th>
      <td className="figure">{sum.sessions}</td>
      <td className="figure">{decimals(sum.wallWh / 1000, 1)}</td>
      <td className="bar-cell">
        <svg className="sum-bar" width="100%" height="14" aria-hidden="true">
          <rect className="kept-part" width={percent(sum.wallWh * (1 - lost))} height="14" />
          <rect
            className="lost-part"
            x={percent(sum.wallWh * (1 - lost))}
            width={percent(sum.wallWh * lost)}
            height="14"
          />
        </svg>
      </td>
      <td className="figure">{shareText(sum.lostShare)}</td>
      <td className="figure">{sum.of.seconds === 0 ? UNKNOWN : durationText(sum.seconds)}</td>
      <td className="figure">
        {sum.of.cost === 0
          ? UNKNOWN
          : costText(sum.cost, currency)
              .replace(/[^\d.,\s-]/g, "")
              .trim()}
      </td>
      <td className="figure">{sum.of.rapid === 0 ? UNKNOWN : `${sum.rapid}`}</td>
      <td className="figure">
        {cold === null
          ? UNKNOWN
          : cold === sum.hottestC
            ? decimals(cold, 0)
            : `${decimals(cold, 0)} to ${decimals(sum.hottestC!, 0)}`}
      </td>
    </tr>
  );
}
