import { useMemo } from "react";
import { CAR_CLASSES, type Region } from "@kettleback/core";
import { PhasesSelect } from "../controls/PhasesSelect";
import { Select } from "../controls/Select";
import { TextInput } from "../controls/TextInput";
import { BrochureFields } from "./BrochureFields";
import { chargerOfTyped, rapidOfTyped, type TypedCar, type WrongCar } from "./carTyped";
import { FigureField } from "./FigureField";
import { InletChoice } from "./InletChoice";

const UNKNOWN = "I don’t know";

interface Props {
  readonly typed: TypedCar;
  readonly region: Region;
  readonly wrong: WrongCar;
  onChange(change: Partial<TypedCar>): void;
}

/** A car as far as it is known: its class, what its label and its brochure say, what is seen in its inlet. */
export function CarFields({ typed, region, wrong, onChange }: Props) {
  const charger = chargerOfTyped(typed, region);
  const rapid = useMemo(() => rapidOfTyped(typed, region), [typed, region]);
  return (
    <>
      <TextInput
        says="What you call it"
        large
        placeholder="my car"
        maxLength={80}
        value={typed.carName}
        onChange={(carName) => onChange({ carName })}
      />
      <Select
        says="What it is"
        large
        value={typed.carClass}
        onChange={(carClass) => onChange({ carClass })}
        options={[
          { value: "", text: `${UNKNOWN}: a family car` },
          ...CAR_CLASSES.map(({ id, name }) => ({ value: id, text: name })),
        ]}
      />
      <FigureField
        label="Battery, usable"
        unit="kWh"
        value={typed.batteryKWh}
        problem={wrong.batteryKWh}
        onChange={(batteryKWh) => onChange({ batteryKWh })}
      />
      <FigureField
        label="Onboard charger"
        unit="kW"
        value={typed.chargerKW}
        problem={wrong.chargerKW}
        onChange={(chargerKW) => onChange({ chargerKW })}
      />
      <PhasesSelect
        says="On"
        unknown={UNKNOWN}
        large
        value={typed.phases}
        onChange={(phases) => onChange({ phases })}
      />
      {wrong.phases && (
        <p className="problem" role="alert">
          Phases of the charger: {wrong.phases}
        </p>
      )}
      {charger?.ok && <p className="quiet">Taken as {charger.charger.said}.</p>}
      <details>
        <summary>Look into its inlet</summary>
        <InletChoice value={typed.inlet} unknown={UNKNOWN} onChange={(inlet) => onChange({ inlet })} />
      </details>
      <details>
        <summary>Rapid charging, from the brochure</summary>
        <BrochureFields typed={typed.rapid} found={rapid} onChange={(next) => onChange({ rapid: next })} />
      </details>
    </>
  );
}
