import type { Beyond, Tariff } from "@kettleback/core";
import { Tick } from "../../controls/Tick";
import { NumberInput } from "./NumberInput";
import type { PartProps } from "./part";

type Bound = "min_price" | "max_price";

interface BoundProps {
  readonly says: string;
  readonly label: string;
  /** What stands there when it is first ticked. */
  readonly usual: number;
  readonly value: Tariff[Bound];
  readonly currency: string;
  onChange(value: Tariff[Bound] | null): void;
}

/** A least or a most, by its figure without VAT and, where the tariff has one, its figure with VAT. */
function BoundField({ says, label, usual, value, currency, onChange }: BoundProps) {
  const amount = { bare: true, unit: currency, min: 0 } as const;
  return (
    <div className="term">
      <Tick checked={!!value} onChange={(on) => onChange(on ? { excl_vat: usual } : null)}>
        {says}
      </Tick>
      {value && (
        <>
          <NumberInput
            {...amount}
            label={`${label}, without VAT`}
            max={1_000_000}
            value={value.excl_vat}
            onChange={(excl_vat) => onChange({ ...value, excl_vat })}
          />
          <span>without VAT</span>
          <Tick
            checked={value.incl_vat !== undefined}
            onChange={(on) =>
              onChange(on ? { ...value, incl_vat: value.excl_vat } : { excl_vat: value.excl_vat })
            }
          >
            and with VAT
          </Tick>
          {value.incl_vat !== undefined && (
            <NumberInput
              {...amount}
              label={`${label}, with VAT`}
              max={2_000_000}
              value={value.incl_vat}
              onChange={(incl_vat) => onChange({ ...value, incl_vat })}
            />
          )}
        </>
      )}
    </div>
  );
}

/** What holds of the whole tariff: the least and most of a session, the grace, the membership. Folded until wanted. */
export function Terms({ tariff, currency, onEdit }: PartProps) {
  const { min_price, max_price, kettleback = {} } = tariff;
  const bound = (key: Bound, value: Tariff[Bound] | null) => {
    const { [key]: _, ...rest } = tariff;
    onEdit(value ? { ...tariff, [key]: value } : (rest as Tariff));
  };
  const beyond = (key: keyof Beyond, value: Beyond[keyof Beyond]) => {
    const { [key]: _, ...rest } = kettleback;
    const next = value === undefined ? rest : { ...rest, [key]: value };
    const { kettleback: __, ...plain } = tariff;
    onEdit(Object.keys(next).length > 0 ? { ...plain, kettleback: next } : plain);
  };
  const { membership, grace_minutes, standing_monthly } = kettleback;
  return (
    <details className="terms">
      <summary>Standing charge, least, most, grace and membership</summary>
      <Standing
        value={standing_monthly}
        currency={currency}
        onChange={(v) => beyond("standing_monthly", v)}
      />
      <BoundField
        says="a session costs at least"
        label="Least of a session"
        usual={1}
        value={min_price}
        currency={currency}
        onChange={(value) => bound("min_price", value)}
      />
      <BoundField
        says="a session costs at most"
        label="Most of a session"
        usual={50}
        value={max_price}
        currency={currency}
        onChange={(value) => bound("max_price", value)}
      />
      <div className="term">
        <Tick
          checked={grace_minutes !== undefined}
          onChange={(on) => beyond("grace_minutes", on ? 10 : undefined)}
        >
          standing is free at first, after charging has ended
        </Tick>
        {grace_minutes !== undefined && (
          <NumberInput
            bare
            label="Grace"
            unit="min"
            min={0}
            max={10_080}
            value={grace_minutes}
            onChange={(v) => beyond("grace_minutes", v)}
          />
        )}
      </div>
      <div className="term">
        <Tick
          checked={!!membership}
          onChange={(on) =>
            beyond("membership", on ? { monthly_fee: 5, discount: 0.2, joined: true } : undefined)
          }
        >
          a membership
        </Tick>
        {membership && (
          <>
            <NumberInput
              bare
              label="Fee a month"
              unit={`${currency} a month`}
              min={0}
              max={10_000}
              value={membership.monthly_fee}
              onChange={(monthly_fee) => beyond("membership", { ...membership, monthly_fee })}
            />
            <NumberInput
              bare
              label="Takes off"
              unit="% off"
              min={0}
              max={100}
              value={Number((membership.discount * 100).toFixed(4))}
              onChange={(v) => beyond("membership", { ...membership, discount: v / 100 })}
            />
            <Tick
              checked={membership.joined}
              onChange={(on) => beyond("membership", { ...membership, joined: on })}
            >
              joined
            </Tick>
          </>
        )}
      </div>
    </details>
  );
}

interface StandingProps {
  readonly value: number | undefined;
  readonly currency: string;
  onChange(value: number | undefined): void;
}

/** Standing charge a month where a tariff begins to have one. */
const USUAL_STANDING = 10;

/** What being connected costs, beside all that is drawn. */
const Standing = ({ value, currency, onChange }: StandingProps) => (
  <div className="term">
    <Tick checked={value !== undefined} onChange={(on) => onChange(on ? USUAL_STANDING : undefined)}>
      a standing charge, whatever is drawn; no session is billed for it
    </Tick>
    {value !== undefined && (
      <NumberInput
        bare
        label="Standing charge"
        unit={`${currency} a month`}
        min={0}
        max={10_000}
        value={value}
        onChange={onChange}
      />
    )}
  </div>
);
