import type { Beyond, Tariff } from "@kettleback/core";
import { NumberInput } from "./NumberInput";
import type { PartProps } from "./Tariffs";

/** What holds of the whole tariff: the least and most of a session, the grace, the membership. Folded until wanted. */
export function Terms({ tariff, currency, onEdit }: PartProps) {
  const { min_price, max_price, kettleback = {} } = tariff;
  const bound = (key: "min_price" | "max_price", value: number | null) => {
    const { [key]: _, ...rest } = tariff;
    onEdit(value === null ? (rest as Tariff) : { ...tariff, [key]: { excl_vat: value } });
  };
  const beyond = (key: keyof Beyond, value: Beyond[keyof Beyond]) => {
    const { [key]: _, ...rest } = kettleback;
    const next = value === undefined ? rest : { ...rest, [key]: value };
    const { kettleback: __, ...plain } = tariff;
    onEdit(Object.keys(next).length > 0 ? { ...plain, kettleback: next } : plain);
  };
  const { membership, grace_minutes } = kettleback;
  return (
    <details className="terms">
      <summary>Least, most, grace and membership</summary>
      <div className="term">
        <label>
          <input
            type="checkbox"
            checked={!!min_price}
            onChange={(e) => bound("min_price", e.target.checked ? 1 : null)}
          />{" "}
          a session costs at least
        </label>
        {min_price && (
          <NumberInput
            bare
            label="Least of a session"
            unit={currency}
            min={0}
            max={1_000_000}
            value={min_price.excl_vat}
            onChange={(v) => bound("min_price", v)}
          />
        )}
      </div>
      <div className="term">
        <label>
          <input
            type="checkbox"
            checked={!!max_price}
            onChange={(e) => bound("max_price", e.target.checked ? 50 : null)}
          />{" "}
          a session costs at most
        </label>
        {max_price && (
          <NumberInput
            bare
            label="Most of a session"
            unit={currency}
            min={0}
            max={1_000_000}
            value={max_price.excl_vat}
            onChange={(v) => bound("max_price", v)}
          />
        )}
      </div>
      <div className="term">
        <label>
          <input
            type="checkbox"
            checked={grace_minutes !== undefined}
            onChange={(e) => beyond("grace_minutes", e.target.checked ? 10 : undefined)}
          />{" "}
          standing is free at first, after charging has ended
        </label>
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
        <label>
          <input
            type="checkbox"
            checked={!!membership}
            onChange={(e) =>
              beyond(
                "membership",
                e.target.checked ? { monthly_fee: 5, discount: 0.2, joined: true } : undefined,
              )
            }
          />{" "}
          a membership
        </label>
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
            <label>
              <input
                type="checkbox"
                checked={membership.joined}
                onChange={(e) => beyond("membership", { ...membership, joined: e.target.checked })}
              />{" "}
              joined
            </label>
          </>
        )}
      </div>
    </details>
  );
}
