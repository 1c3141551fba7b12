import { fromKm, toKm, type DistanceUnit, type Season } from "@kettleback/core";
import { FigureInput } from "../../controls/FigureInput";
import { Select } from "../../controls/Select";

interface FigureProps {
  readonly label: string;
  /** What it is called where the words alone would not say. */
  readonly name: string;
  readonly value: number;
  readonly range: readonly [number, number];
  readonly unit: string;
  onTake(value: number): void;
}

/** A figure with its words; what is out of range stays in its field, marked, and is not taken. */
const Figure = ({ label, name, value, range: [low, high], unit, onTake }: FigureProps) => (
  <label>
    {label}{" "}
    <FigureInput
      label={name}
      className="number"
      value={value}
      decimals={2}
      wrong={(typed) => !(typed >= low && typed <= high)}
      onChange={(typed) => typed >= low && typed <= high && onTake(typed)}
    />{" "}
    {unit}
  </label>
);

/** Temperatures of a pack one may pick, °C. */
const PACKS = [10, 2, -5, -15];

interface SeasonProps {
  /** The season it is of, where there are several. */
  readonly of?: string;
  readonly season: Season;
  readonly unit: DistanceUnit;
  onChange(season: Season): void;
}

/** What the time of the year does to the car. */
export function SeasonFields({ of, season, unit, onChange }: SeasonProps) {
  const change = (to: Partial<Season>) => onChange({ ...season, ...to });
  // Of several on one screen each says of which season it is.
  const named = (label: string) => (of === undefined ? label : `${label}, ${of}`);
  const packs = [...new Set([...PACKS, ...(season.packC === null ? [] : [season.packC])])];
  return (
    <div className="figures-row">
      <Figure
        label="Consumption"
        name={named("Consumption")}
        value={season.consumption * 100}
        range={[50, 300]}
        unit="% of the usual"
        onTake={(v) => change({ consumption: v / 100 })}
      />
      <Figure
        label="Warming or cooling before a drive"
        name={named("Warming or cooling before a drive")}
        value={season.preheatWh / 1000}
        range={[0, 10]}
        unit="kWh from the battery"
        onTake={(v) => change({ preheatWh: v * 1000 })}
      />
      <Figure
        label="Sun of its own"
        name={named("Sun of its own")}
        value={fromKm(season.sunKm, unit)}
        range={[0, Math.floor(fromKm(200, unit))]}
        unit={`${unit} a day`}
        onTake={(v) => change({ sunKm: toKm(v, unit) })}
      />
      <label>
        The pack as charging begins{" "}
        <Select
          label={named("The pack as charging begins")}
          value={season.packC === null ? "warm" : String(season.packC)}
          onChange={(c) => change({ packC: c === "warm" ? null : Number(c) })}
          options={[
            { value: "warm", text: "warm enough" },
            ...packs.map((c) => ({ value: String(c), text: `${c} °C` })),
          ]}
        />
      </label>
    </div>
  );
}
