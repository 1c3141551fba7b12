import { ratedWOf, WHAT_IF_IDS, type Car, type Supposed, type SupplyId } from "@kettleback/core";
import { Button } from "../../controls/Button";
import { Select } from "../../controls/Select";
import { decimals } from "../../format/number";
import { ASKING, sizesOf } from "./compared";

/** The first of the questions, for who wants to be taken there. */
export const FIRST_WHAT_IF = "what-if-cable";

interface Props {
  readonly supposed: Supposed;
  readonly car: Car;
  readonly system: SupplyId;
  onSuppose(supposed: Supposed): void;
}

/** The four things people ask about: were the cable, the phases, the amps or the charger different, on every way at once. */
export function WhatIfs({ supposed, car, system, onSuppose }: Props) {
  return (
    <fieldset className="what-ifs">
      <legend>What if it were different?</legend>
      {WHAT_IF_IDS.map((id) => {
        const sizes = sizesOf(id, car, system);
        const { says, asItIs, size } = ASKING[id];
        const has = id === "charger" ? `, ${decimals(ratedWOf(car, system) / 1000, 1)} kW` : "";
        if (sizes.length === 0) return null;
        return (
          <Select
            key={id}
            id={`what-if-${id}`}
            className={supposed[id] === undefined ? "" : "asked-of"}
            says={says}
            value={supposed[id] ?? 0}
            onChange={(picked) => {
              const { [id]: _, ...others } = supposed;
              onSuppose(picked === 0 ? others : { ...others, [id]: picked });
            }}
            options={[
              { value: 0, text: `${asItIs}${has}` },
              ...sizes.map((n) => ({ value: n, text: size(n) })),
            ]}
          />
        );
      })}
      {Object.keys(supposed).length > 0 && (
        <Button quiet onClick={() => onSuppose({})}>
          As it is again
        </Button>
      )}
    </fieldset>
  );
}
