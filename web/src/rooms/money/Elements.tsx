import { useState } from "react";
import {
  COMPONENTS,
  daysText,
  LINE_WORDS,
  priceList,
  whenText,
  WEEKDAYS,
  type PriceComponent,
  type Restrictions,
  type TariffElement,
  type Weekday,
  PRICE_RANGE,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { FigureInput } from "../../controls/FigureInput";
import { DateInput, TimeInput } from "../../controls/MomentInput";
import { Select } from "../../controls/Select";
import { Tick } from "../../controls/Tick";
import { timesIn, typedNumber } from "../../format/manner";
import { NumberInput } from "./NumberInput";
import type { PartProps } from "./part";

/** The restrictions that are typed as numbers, in people's units. */
const NUMBERS = [
  ["min_kwh", "from kWh taken", "kWh", 1, 10_000],
  ["max_kwh", "below kWh taken", "kWh", 1, 10_000],
  ["min_duration", "from minutes after plugging in", "min", 60, 525_600],
  ["max_duration", "below minutes after plugging in", "min", 60, 525_600],
  ["min_power", "from power", "kW", 1, 10_000],
  ["max_power", "below power", "kW", 1, 10_000],
  ["min_current", "from current, all phases", "A", 1, 10_000],
  ["max_current", "below current, all phases", "A", 1, 10_000],
] as const;

/** A number that may be left out. */
function OptionalNumber({
  label,
  unit,
  value,
  max,
  onChange,
}: {
  label: string;
  unit: string;
  value: number | undefined;
  max: number;
  onChange(value: number | undefined): void;
}) {
  return (
    <label className="number">
      <span className="label">{label}</span>
      <span className="with-unit">
        <FigureInput
          label={`${label}, ${unit}`}
          value={value ?? Number.NaN}
          wrong={(n) => n < 0 || n > max}
          onChange={(n) => onChange(Number.isNaN(n) ? undefined : n)}
        />
        <span className="unit">{unit}</span>
      </span>
    </label>
  );
}

/** An object without what is not there. */
const without = <T extends object>(of: T): T =>
  Object.fromEntries(Object.entries(of).filter(([, value]) => value !== undefined)) as T;

/** The prices one by one, in the order in which they are asked: a list to read, each row opening to be changed. */
export function Elements({ tariff, currency, onEdit }: PartProps) {
  const [open, setOpen] = useState<number | null>(null);
  const list = priceList(tariff);
  const change = (at: number, element: TariffElement) =>
    onEdit({ ...tariff, elements: tariff.elements.map((e, i) => (i === at ? element : e)) });
  const move = (at: number, to: number) => {
    const elements = [...tariff.elements];
    const [element] = elements.splice(at, 1);
    elements.splice(to, 0, element!);
    onEdit({ ...tariff, elements });
    setOpen(to);
  };
  return (
    <section className="elements" aria-label="Price list">
      <h3>Price list</h3>
      <p className="quiet">For each kind of price, the first line that applies is used.</p>
      <ol>
        {tariff.elements.map((element, i) => (
          <li key={i}>
            <div className="element-line">
              <span className="element-prices">
                {list
                  .filter((line) => line.element === i)
                  .map((line) => (
                    <span key={line.component}>
                      <b>
                        {typedNumber(line.price)} {currency}
                      </b>{" "}
                      {line.by}
                      {line.notes.length > 0 && <small> {line.notes.join(", ")}</small>}
                    </span>
                  ))}
              </span>
              <span className="element-when">{timesIn(whenText(element)) || "always"}</span>
              <Button
                quiet
                aria-expanded={open === i}
                onClick={() => setOpen(open === i ? null : i)}
                aria-label={`Change line ${i + 1}`}
              >
                {open === i ? "Close" : "Change"}
              </Button>
            </div>
            {open === i && (
              <ElementEditor
                element={element}
                currency={currency}
                onEdit={(e) => change(i, e)}
                onUp={i > 0 ? () => move(i, i - 1) : null}
                onDown={i < tariff.elements.length - 1 ? () => move(i, i + 1) : null}
                onRemove={
                  tariff.elements.length > 1
                    ? () => {
                        setOpen(null);
                        onEdit({ ...tariff, elements: tariff.elements.filter((_, at) => at !== i) });
                      }
                    : null
                }
              />
            )}
          </li>
        ))}
      </ol>
      <Button
        quiet
        onClick={() => {
          // In front, where a line with conditions of its own is asked before the one that always holds.
          onEdit({
            ...tariff,
            elements: [
              {
                price_components: [{ type: "TIME", price: 1, step_size: 60 }],
                restrictions: { min_duration: 7200 },
              },
              ...tariff.elements,
            ],
          });
          setOpen(0);
        }}
      >
        Add a line
      </Button>
    </section>
  );
}

interface OnlyOnProps {
  readonly dates: readonly string[];
  /** The dates in their order; undefined for every day. */
  onChange(dates: readonly string[] | undefined): void;
}

/** The only dates an element holds on: holidays and the like. */
function OnlyOn({ dates, onChange }: OnlyOnProps) {
  const set = (next: readonly string[]) => onChange(next.length > 0 ? [...new Set(next)].sort() : undefined);
  return (
    <div className="view-tools">
      {dates.map((date, i) => (
        <label key={date}>
          only on
          <DateInput
            label={`only on, ${i + 1}`}
            value={date}
            optional
            onChange={(to) => set([...dates.filter((d) => d !== date), ...(to ? [to] : [])])}
          />
        </label>
      ))}
      <label>
        {dates.length === 0 ? "only on the day" : "and on"}
        <DateInput
          key={dates.length}
          label="another day only"
          value=""
          optional
          onChange={(date) => date && set([...dates, date])}
        />
      </label>
    </div>
  );
}

interface EditorProps {
  readonly element: TariffElement;
  readonly currency: string;
  onEdit(element: TariffElement): void;
  readonly onUp: (() => void) | null;
  readonly onDown: (() => void) | null;
  readonly onRemove: (() => void) | null;
}

function ElementEditor({ element, currency, onEdit, onUp, onDown, onRemove }: EditorProps) {
  const { price_components: prices, restrictions: r = {}, kettleback } = element;
  const free = COMPONENTS.find((type) => !prices.some((c) => c.type === type));
  const price = (at: number, to: Partial<PriceComponent>) =>
    onEdit({ ...element, price_components: prices.map((c, i) => (i === at ? without({ ...c, ...to }) : c)) });
  const hold = (to: Partial<Record<keyof Restrictions, unknown>>) => {
    const next = without({ ...r, ...to }) as Restrictions;
    const { restrictions: _, ...rest } = element;
    onEdit(Object.keys(next).length > 0 ? { ...rest, restrictions: next } : rest);
  };
  const amps = (to: Partial<NonNullable<TariffElement["kettleback"]>>) => {
    const next = without({ ...kettleback, ...to });
    const { kettleback: _, ...rest } = element;
    onEdit(Object.keys(next).length > 0 ? { ...rest, kettleback: next } : rest);
  };
  const days = r.day_of_week;
  const day = (name: Weekday, on: boolean) => {
    const next = WEEKDAYS.filter((d) => (d === name ? on : (days ?? WEEKDAYS).includes(d)));
    hold({ day_of_week: next.length === WEEKDAYS.length ? undefined : next });
  };
  return (
    <div className="element-editor">
      {prices.map((component, i) => (
        <PriceOf
          key={component.type}
          component={component}
          price={price}
          i={i}
          prices={prices}
          currency={currency}
          onEdit={onEdit}
          element={element}
        />
      ))}
      {free && (
        <Button
          quiet
          onClick={() =>
            onEdit({ ...element, price_components: [...prices, { type: free, price: 0, step_size: 1 }] })
          }
        >
          Add a price for {LINE_WORDS[free].what}
        </Button>
      )}
      <h4>Holds</h4>
      <Span r={r} hold={hold} />
      <fieldset className="days">
        <legend>{daysText(days)}</legend>
        {WEEKDAYS.map((name) => (
          <Tick key={name} checked={(days ?? WEEKDAYS).includes(name)} onChange={(on) => day(name, on)}>
            {name[0]}
            {name.slice(1, 3).toLowerCase()}
          </Tick>
        ))}
      </fieldset>
      <div className="view-tools">
        {NUMBERS.map(([key, label, unit, scale, max]) => (
          <OptionalNumber
            key={key}
            label={label}
            unit={unit}
            max={max}
            value={r[key] === undefined ? undefined : r[key] / scale}
            onChange={(value) => hold({ [key]: value === undefined ? undefined : value * scale })}
          />
        ))}
        <OptionalNumber
          label="from amps chosen at the post"
          unit="A"
          max={600}
          value={kettleback?.min_amps}
          onChange={(min_amps) => amps({ min_amps } as never)}
        />
        <OptionalNumber
          label="below amps chosen at the post"
          unit="A"
          max={600}
          value={kettleback?.max_amps}
          onChange={(max_amps) => amps({ max_amps } as never)}
        />
      </div>
      <OnlyOn dates={kettleback?.on_dates ?? []} onChange={(on_dates) => amps({ on_dates } as never)} />
      <Order onUp={onUp} onDown={onDown} onRemove={onRemove} />
    </div>
  );
}

interface OrderProps {
  readonly onUp: (() => void) | null;
  readonly onDown: (() => void) | null;
  readonly onRemove: (() => void) | null;
}

/** Where a line stands among the others. */
const Order = ({ onUp, onDown, onRemove }: OrderProps) => (
  <div className="acts">
    {onUp && (
      <Button quiet onClick={onUp}>
        Ask earlier
      </Button>
    )}
    {onDown && (
      <Button quiet onClick={onDown}>
        Ask later
      </Button>
    )}
    {onRemove && (
      <Button quiet onClick={onRemove}>
        Remove this line
      </Button>
    )}
  </div>
);

interface SpanProps {
  readonly r: Restrictions;
  readonly hold: (to: Partial<Record<keyof Restrictions, unknown>>) => void;
}

/** The hours and days in which a line holds. */
const Span = ({ r, hold }: SpanProps) => (
  <div className="view-tools">
    <label>
      from
      <TimeInput
        label="from"
        value={r.start_time ?? ""}
        optional
        onChange={(at) => hold({ start_time: at || undefined })}
      />
    </label>
    <label>
      to
      <TimeInput
        label="to"
        value={r.end_time ?? ""}
        optional
        onChange={(at) => hold({ end_time: at || undefined })}
      />
    </label>
    <label>
      from the day
      <DateInput
        label="from the day"
        value={r.start_date ?? ""}
        optional
        onChange={(at) => hold({ start_date: at || undefined })}
      />
    </label>
    <label>
      before the day
      <DateInput
        label="before the day"
        value={r.end_date ?? ""}
        optional
        onChange={(at) => hold({ end_date: at || undefined })}
      />
    </label>
  </div>
);

interface PriceOfProps {
  readonly component: PriceComponent;
  readonly price: (at: number, to: Partial<PriceComponent>) => void;
  readonly i: number;
  readonly prices: readonly PriceComponent[];
  readonly currency: string;
  readonly onEdit: (element: TariffElement) => void;
  readonly element: TariffElement;
}

/** One price of a line. */
const PriceOf = ({ component, price, i, prices, currency, onEdit, element }: PriceOfProps) => (
  <div className="view-tools">
    <Select
      says="A price for"
      value={component.type}
      onChange={(picked) => price(i, { type: picked })}
      options={COMPONENTS.filter(
        (type) => type === component.type || !prices.some((c) => c.type === type),
      ).map((type) => ({ value: type, text: LINE_WORDS[type].what }))}
    />
    <NumberInput
      label={`Price ${LINE_WORDS[component.type].by}`}
      unit={currency}
      min={PRICE_RANGE.min}
      max={PRICE_RANGE.max}
      value={component.price}
      onChange={(value) => price(i, { price: value })}
    />
    <OptionalNumber
      label="VAT on top"
      unit="%"
      max={100}
      value={component.vat}
      onChange={(vat) => price(i, { vat } as Partial<PriceComponent>)}
    />
    {component.type !== "FLAT" && (
      <NumberInput
        label="In blocks of"
        unit={component.type === "ENERGY" ? "Wh" : "s"}
        min={1}
        max={1_000_000}
        value={component.step_size}
        onChange={(step_size) => price(i, { step_size })}
      />
    )}
    {prices.length > 1 && (
      <Button
        quiet
        onClick={() => onEdit({ ...element, price_components: prices.filter((_, at) => at !== i) })}
      >
        Leave out
      </Button>
    )}
  </div>
);
