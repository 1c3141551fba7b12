import { useState } from "react";
import {
  againstFuel,
  ECONOMY_UNITS,
  fromLitresPer100Km,
  fromWhPerKm,
  FUEL_PRICES,
  FUEL_UNITS,
  KM_PER_MILE,
  mpge,
  perLitre,
  toLitresPer100Km,
  toWhPerKm,
  whPerKmOfMpge,
  type EconomyUnit,
  rangesOf,
  fuelQuestionSchema,
  type FuelFigures,
  type Garage,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { optionsOf, Select } from "../../controls/Select";
import { decimals, percentText } from "../../format/number";
import { amountText } from "../../plan/money";
import { NumberInput, within } from "./NumberInput";
import { useMoney } from "./useMoney";
import type { OwnProps } from "./view";
import type { MoneyDraft } from "../../stores/money";

const TAKES = rangesOf(fuelQuestionSchema);
/** The least and the most a car may use, in a unit of economy. */
const boundsIn = (economy: EconomyUnit): [number, number] => [
  fromWhPerKm(TAKES.wallWhPerKm.min, economy),
  fromWhPerKm(TAKES.wallWhPerKm.max, economy),
];

/** A fuel car and one's own over the same distance. */
export default function Fuel({ garage, answered }: OwnProps) {
  const found = useMoney(garage, answered);
  const { currency, distanceUnit, economyUnit } = garage.household.spec;
  const [economy, setEconomy] = useState<EconomyUnit>(economyUnit);
  const [miles, setMiles] = useState(100);
  if (!found) return <p className="room-note">A path that charges is needed to start from.</p>;
  const { money, change } = found;
  const { price, priceUnit, uses, usesUnit, perKWh, wallWhPerKm } = money.fuel;
  const set = (to: Partial<typeof money.fuel>) => change("fuel", to);
  const sound = fuelQuestionSchema.safeParse(money.fuel).success;
  const figures = sound
    ? againstFuel({
        pricePerLitre: perLitre(price, priceUnit),
        litresPer100Km: toLitresPer100Km(uses, usesUnit),
        wallWhPerKm,
        perKWh,
      })
    : null;
  const by = (per100Km: number) => (distanceUnit === "km" ? per100Km : per100Km * KM_PER_MILE);
  const most = figures ? Math.max(figures.fuelPer100Km, figures.electricPer100Km) : 1;
  return (
    <div className="fuel-bench">
      <section className="view-panel fuel" aria-label="Against fuel">
        {!figures && <p className="quiet">Put the marked figures right, and the answer stands here.</p>}
        {figures && (
          <>
            <p className="says" aria-live="polite">
              <strong>
                {figures.savedShare >= 0
                  ? `Electricity costs ${percentText(figures.savedShare)} less over the same distance.`
                  : `Electricity costs ${percentText(-figures.savedShare)} more over the same distance.`}
              </strong>
            </p>
            <dl className="tanks">
              {(
                [
                  ["fuel", "Fuel car", figures.fuelPer100Km],
                  ["electric", "Yours", figures.electricPer100Km],
                ] as const
              ).map(([kind, name, cost]) => (
                <div key={kind} className={kind}>
                  <dt>{name}</dt>
                  <dd>
                    <span className="tank" aria-hidden="true" style={{ width: `${(100 * cost) / most}%` }} />
                    <b>{amountText(by(cost), currency)}</b> for 100 {distanceUnit}
                  </dd>
                </div>
              ))}
            </dl>
            <Facts
              figures={figures}
              currency={currency}
              wallWhPerKm={wallWhPerKm}
              miles={miles}
              setMiles={setMiles}
              economy={economy}
            />
          </>
        )}
      </section>
      <section className="view-panel" aria-label="With these figures">
        <h3>With these figures</h3>
        <Question garage={garage} asked={money.fuel} set={set} economy={economy} setEconomy={setEconomy} />
      </section>
    </div>
  );
}

interface FactsProps {
  readonly figures: FuelFigures;
  readonly currency: string;
  readonly wallWhPerKm: number;
  readonly miles: number;
  readonly setMiles: (value: number) => void;
  readonly economy: "Wh/km" | "kWh/100 km" | "Wh/mi" | "mi/kWh" | "km/kWh";
}

/** Where both would cost the same. */
const Facts = ({ figures, currency, wallWhPerKm, miles, setMiles, economy }: FactsProps) => (
  <dl className="facts">
    <div>
      <dt>To cost as little, a fuel car would have to use</dt>
      <dd>
        {figures.matchLitres > 0
          ? `${decimals(figures.matchLitres, 2)} l/100 km, ${decimals(fromLitresPer100Km(figures.matchLitres, "mpg (imperial)"), 0)} mpg imperial or ${decimals(fromLitresPer100Km(figures.matchLitres, "mpg (US)"), 0)} mpg US`
          : "no fuel at all: yours is free"}
      </dd>
    </div>
    <div>
      <dt>Both cost the same at</dt>
      <dd>{amountText(figures.breakEvenPerKWh, currency)} a kWh</dd>
    </div>
    <div>
      <dt>Yours in miles a gallon's worth of energy (33.7 kWh a US gallon, US EPA)</dt>
      <dd>{decimals(mpge(wallWhPerKm), 0)} MPGe</dd>
    </div>
    <div>
      <dt>
        <span className="inline-number">
          <NumberInput
            bare
            label="Miles a gallon's worth"
            min={1}
            max={1_000}
            value={miles}
            onChange={setMiles}
          />{" "}
          MPGe are
        </span>
      </dt>
      <dd>
        {within(miles, 1, 1_000)
          ? `${decimals(fromWhPerKm(whPerKmOfMpge(miles), economy), 1)} ${economy}`
          : "–"}
      </dd>
    </div>
  </dl>
);

interface QuestionProps {
  readonly garage: Garage;
  readonly asked: MoneyDraft["fuel"];
  readonly set: (to: Partial<MoneyDraft["fuel"]>) => void;
  /** The unit in which one's own use is typed. */
  readonly economy: EconomyUnit;
  readonly setEconomy: (unit: EconomyUnit) => void;
}

/** What both cars use, and what their energy costs. */
function Question({ garage, asked, set, economy, setEconomy }: QuestionProps) {
  const { currency } = garage.household.spec;
  const { price, priceUnit, uses, usesUnit, perKWh, wallWhPerKm } = asked;
  const shownUse = Number(fromWhPerKm(wallWhPerKm, economy).toPrecision(6));
  return (
    <div className="view-tools">
      {garage.fuelCars.map(({ id, spec: { name, ...car } }) => (
        <Button key={id} quiet onClick={() => set(car)}>
          Take {name}
        </Button>
      ))}
      <NumberInput
        label="Fuel costs"
        {...TAKES.price}
        unit={currency}
        value={price}
        onChange={(v) => set({ price: v })}
      />
      <Select
        says="for"
        label="Fuel price by"
        value={priceUnit}
        onChange={(picked) => set({ priceUnit: picked })}
        options={optionsOf(FUEL_PRICES)}
      />
      <NumberInput
        label="The fuel car uses"
        {...TAKES.uses}
        value={uses}
        onChange={(v) => set({ uses: v })}
      />
      <Select
        says="in"
        label="Unit of the fuel car"
        value={usesUnit}
        onChange={(picked) => set({ usesUnit: picked })}
        options={optionsOf(FUEL_UNITS)}
      />
      <NumberInput
        label="A kWh on the meter"
        {...TAKES.perKWh}
        unit={currency}
        value={perKWh}
        onChange={(v) => set({ perKWh: v })}
      />
      <NumberInput
        label="Yours uses, at the meter"
        min={Math.min(...boundsIn(economy))}
        max={Math.max(...boundsIn(economy))}
        value={shownUse}
        onChange={(v) => set({ wallWhPerKm: toWhPerKm(v, economy) })}
      />
      <Select
        says="in"
        label="Your unit"
        value={economy}
        onChange={setEconomy}
        options={optionsOf(ECONOMY_UNITS)}
      />
    </div>
  );
}
