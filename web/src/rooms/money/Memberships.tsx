import {
  monthsOn,
  paysFromKWh,
  type Garage,
  rangesOf,
  membershipQuestionSchema,
  acceptsAt,
  type Month,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { decimals } from "../../format/number";
import type { Answered } from "../../jobs/answer";
import { amountText } from "../../plan/money";
import { energyPriceOf } from "./first";
import { NumberInput } from "./NumberInput";
import { useMoney } from "./useMoney";

const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"] as const;
const TAKES = rangesOf(membershipQuestionSchema);
const A_MONTH = acceptsAt(membershipQuestionSchema, ["months", 0])!;

/** A fee a month against what it takes off, on one's own months. */
export default function Memberships({
  garage,
  answered,
}: {
  readonly garage: Garage;
  readonly answered: Answered;
}) {
  const found = useMoney(garage, answered);
  const { currency } = garage.household.spec;
  if (!found) return <p className="room-note">A path that charges is needed to start from.</p>;
  const { money, change } = found;
  const { fee, discount, perKWh, months } = money.member;
  const set = (to: Partial<typeof money.member>) => change("member", to);
  const offered = garage.tariffs.flatMap(({ id, spec }) => {
    const { membership } = spec.kettleback ?? {};
    const perKWh = energyPriceOf(spec);
    return membership && perKWh !== undefined ? [{ id, name: spec.name, membership, perKWh }] : [];
  });
  const sound = membershipQuestionSchema.safeParse(money.member).success;
  const asked = { monthlyFee: fee, discount, perKWh };
  const from = sound ? paysFromKWh(asked) : null;
  const told = sound ? monthsOn(asked, months) : [];
  const paying = told.filter(({ pays }) => pays).length;
  const year = told.reduce((sum, m) => sum + m.without - m.with, 0);
  const most = Math.max(...told.map(({ kWh }) => kWh), from ?? 0, 1);
  return (
    <section className="view-panel members" aria-label="Memberships">
      {sound && (
        <p className="says" aria-live="polite">
          <strong>
            {from === null
              ? "It takes nothing off: it never pays."
              : `It pays from ${decimals(from, 1)} kWh a month.`}
          </strong>{" "}
          On your months it pays in {paying} of 12, and the year costs {amountText(Math.abs(year), currency)}{" "}
          {year >= 0 ? "less" : "more"} with it.
        </p>
      )}
      <Months from={from} most={most} told={told} months={months} set={set} />
      <p className="quiet">
        kWh charged at this tariff each month; the line is where the fee has paid for itself.
      </p>
      <h3>With these figures</h3>
      <div className="view-tools">
        {offered.map(({ id, name, membership, perKWh: price }) => (
          <Button
            key={id}
            quiet
            onClick={() => set({ fee: membership.monthly_fee, discount: membership.discount, perKWh: price })}
          >
            Take {name}
          </Button>
        ))}
        <NumberInput
          label="Fee a month"
          {...TAKES.fee}
          unit={currency}
          value={fee}
          onChange={(v) => set({ fee: v })}
        />
        <NumberInput
          label="Takes off"
          unit="%"
          min={TAKES.discount.min * 100}
          max={TAKES.discount.max * 100}
          value={Number((discount * 100).toFixed(4))}
          onChange={(v) => set({ discount: v / 100 })}
        />
        <NumberInput
          label="A kWh without it"
          {...TAKES.perKWh}
          unit={currency}
          value={perKWh}
          onChange={(v) => set({ perKWh: v })}
        />
      </div>
    </section>
  );
}

interface MonthsProps {
  readonly from: number | null;
  readonly most: number;
  readonly told: Month[];
  readonly months: number[];
  readonly set: (to: Partial<{ fee: number; discount: number; perKWh: number; months: number[] }>) => void;
}

/** What is charged each month, against where the fee has paid for itself. */
const Months = ({ from, most, told, months, set }: MonthsProps) => (
  <ol className="months" aria-label="kWh by month">
    {MONTHS.map((month, i) => (
      <li key={month}>
        <span className="bar" aria-hidden="true">
          {from !== null && (
            <i className="line" style={{ bottom: `${(100 * Math.min(from, most)) / most}%` }} />
          )}
          <i
            className={told[i]?.pays ? "pays" : ""}
            style={{ height: `${(100 * (told[i]?.kWh ?? 0)) / most}%` }}
          />
        </span>
        <NumberInput
          bare
          label={`${month}, kWh`}
          min={A_MONTH.min}
          max={A_MONTH.max}
          value={months[i]!}
          onChange={(v) => set({ months: months.map((m, at) => (at === i ? v : m)) })}
        />
        <span className="month">{month}</span>
        <small>{told[i] ? (told[i].pays ? "pays" : "no") : ""}</small>
      </li>
    ))}
  </ol>
);
