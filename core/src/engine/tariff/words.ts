import {
  WEEKDAYS,
  type PriceComponent,
  type Restrictions,
  type Tariff,
  type TariffElement,
} from "../../things/parts";

const BY: Readonly<Record<PriceComponent["type"], string>> = {
  ENERGY: "a kWh",
  TIME: "an hour charging",
  PARKING_TIME: "an hour standing without charging",
  FLAT: "a session",
};

const DAY_NAMES = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"] as const;

/**
 * Days in words: runs of three and more as "Mon–Fri".
 * @example daysText(["SATURDAY", "SUNDAY"]) // "Sat, Sun"
 */
export function daysText(days: Restrictions["day_of_week"]): string {
  if (!days) return "every day";
  const at = WEEKDAYS.flatMap((day, i) => (days.includes(day) ? [i] : []));
  const runs: number[][] = [];
  for (const day of at) {
    const last = runs.at(-1);
    if (last && last.at(-1) === day - 1) last.push(day);
    else runs.push([day]);
  }
  return runs
    .map((run) =>
      run.length > 2
        ? `${DAY_NAMES[run[0]!]}–${DAY_NAMES[run.at(-1)!]}`
        : run.map((day) => DAY_NAMES[day]).join(", "),
    )
    .join(", ");
}

/** A duration in words people use: minutes up to two hours, hours beyond. */
const duration = (seconds: number): string =>
  seconds < 7200 ? `${Number((seconds / 60).toFixed(1))} min` : `${Number((seconds / 3600).toFixed(2))} h`;

const between = (low: number | undefined, high: number | undefined, text: (n: number) => string): string[] =>
  low === undefined
    ? high === undefined
      ? []
      : [`below ${text(high)}`]
    : [high === undefined ? `from ${text(low)}` : `from ${text(low)} to ${text(high)}`];

/**
 * When an element holds, in words; empty where it always does.
 * @example whenText({ price_components: [], restrictions: { start_time: "23:00", end_time: "07:00" } })
 */
export function whenText({ restrictions: r, kettleback }: TariffElement): string {
  if (!r && !kettleback) return "";
  const parts = [
    ...(r?.start_time !== undefined || r?.end_time !== undefined
      ? [`${r.start_time ?? "00:00"}–${r.end_time ?? "24:00"}`]
      : []),
    ...(r?.day_of_week ? [daysText(r.day_of_week)] : []),
    ...(r?.start_date ? [`from ${r.start_date}`] : []),
    ...(r?.end_date ? [`before ${r.end_date}`] : []),
    ...between(r?.min_duration, r?.max_duration, (n) => `${duration(n)} after plugging in`),
    ...between(r?.min_kwh, r?.max_kwh, (n) => `${n} kWh taken`),
    ...between(r?.min_power, r?.max_power, (n) => `${n} kW`),
    ...between(r?.min_current, r?.max_current, (n) => `${n} A over all phases`),
    ...between(kettleback?.min_amps, kettleback?.max_amps, (n) => `${n} A chosen`),
    ...(kettleback?.on_dates ? [`on ${kettleback.on_dates.join(", ")}`] : []),
    ...(r?.reservation ? ["of a reservation: never charged here"] : []),
  ];
  return parts.join(", ");
}

/** One price of an element. */
export interface PriceLine {
  readonly element: number;
  readonly component: PriceComponent["type"];
  readonly price: number;
  readonly by: string;
  /** When it holds; empty where it always does. */
  readonly when: string;
  /** VAT and blocks, where there are any. */
  readonly notes: readonly string[];
}

/**
 * A tariff as a price list to read, in the order in which its elements are asked.
 * @example priceList(flatTariff("Flat", 0.31)).length // 1
 */
export const priceList = ({ elements }: Tariff): PriceLine[] =>
  elements.flatMap((element, i) =>
    element.price_components.map(({ type, price, vat, step_size }) => ({
      element: i,
      component: type,
      price,
      by: BY[type],
      when: whenText(element),
      notes: [
        ...(vat === undefined ? [] : [`plus ${vat} % VAT`]),
        ...(step_size > 1
          ? [
              type === "ENERGY"
                ? `in blocks of ${step_size / 1000} kWh`
                : `in blocks of ${duration(step_size)}`,
            ]
          : []),
      ],
    })),
  );

/** A least or a most, by both of its figures where it has two: each holds on its own total. */
const boundText = (
  { excl_vat, incl_vat }: NonNullable<Tariff["min_price"]>,
  currency: string,
  vat: boolean,
): string =>
  incl_vat !== undefined
    ? `${excl_vat} ${currency} without VAT and ${incl_vat} ${currency} with it`
    : `${excl_vat} ${currency}${vat ? " without VAT" : ""}`;

/** Whether any price of a tariff has VAT on top. */
const hasVat = ({ elements, kettleback }: Tariff): boolean =>
  kettleback?.hourly?.vat !== undefined ||
  elements.some(({ price_components }) => price_components.some(({ vat }) => vat !== undefined));

/**
 * What holds of the whole tariff beside its prices, a sentence each.
 * @example termsOf(flatTariff("Flat", 0.31), "EUR") // []
 */
export function termsOf(tariff: Tariff, currency: string): string[] {
  const { min_price, max_price, kettleback, start_date_time, end_date_time, elements } = tariff;
  const { membership, grace_minutes, hourly } = kettleback ?? {};
  return [
    ...(hourly
      ? [
          `${hourly.prices.length} prices of ${hourly.minutes} minutes each from ${hourly.starts_at}${hourly.markup === 0 ? "" : `, ${hourly.markup} ${currency} a kWh on top`}.`,
        ]
      : []),
    ...(grace_minutes
      ? [`Standing costs nothing for ${grace_minutes} minutes after charging has ended.`]
      : []),
    ...(min_price ? [`A session costs ${boundText(min_price, currency, hasVat(tariff))} at least.`] : []),
    ...(max_price ? [`A session costs ${boundText(max_price, currency, hasVat(tariff))} at most.`] : []),
    ...(membership
      ? [
          `${membership.monthly_fee} ${currency} a month takes ${Number((membership.discount * 100).toFixed(1))} % off energy and time${membership.joined ? "" : "; not joined"}.`,
        ]
      : []),
    ...(start_date_time ? [`Holds from ${start_date_time}.`] : []),
    ...(end_date_time ? [`Holds until ${end_date_time}.`] : []),
    ...(elements.some(({ restrictions }) => restrictions?.reservation)
      ? ["Prices of a reservation are kept and never charged: nothing is reserved here."]
      : []),
  ];
}
