import { fromKm, legSchema, roadSchema, toKm, type Road, type TripLeg } from "@kettleback/core";
import { Button } from "../../controls/Button";
import { FigureInput } from "../../controls/FigureInput";
import { Icon } from "../../controls/Icon";
import { Table } from "../../controls/Table";
import { TextInput } from "../../controls/TextInput";
import type { ViewProps } from "./view";

/** The legs of a trip, and what the car meets on them. */
export function Legs({ garage, draft, onChange }: ViewProps) {
  const unit = garage.household.spec.distanceUnit;
  const { legs, road } = draft.trip;
  const set = (next: readonly TripLeg[]) => onChange({ ...draft, trip: { ...draft.trip, legs: [...next] } });
  return (
    <section className="view-panel" aria-label="Legs">
      <h2>Legs</h2>
      <Table label="Legs of the trip" className="legs">
        <thead>
          <tr>
            <th scope="col">Road</th>
            <th scope="col" className="figure">
              {unit}
            </th>
            <th scope="col" className="figure">
              {unit}/h
            </th>
            <th scope="col" className="figure">
              m up
            </th>
            <th scope="col" className="figure">
              m down
            </th>
            <th scope="col" className="figure">
              Head wind, {unit}/h
            </th>
            <th scope="col">
              <span className="visually-hidden">Remove</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {legs.map((leg, i) => (
            <LegRow key={i} {...{ leg, i, unit, legs, set }} />
          ))}
        </tbody>
      </Table>
      <Button
        quiet
        onClick={() =>
          set([
            ...legs,
            {
              km: toKm(50, unit),
              speedKmh: toKm(unit === "mi" ? 60 : 90, unit),
              upM: 0,
              downM: 0,
              windKmh: 0,
            },
          ])
        }
      >
        Add a leg
      </Button>
      <RoadFields
        road={road}
        unit={unit}
        onChange={(next) => onChange({ ...draft, trip: { ...draft.trip, road: next } })}
      />
    </section>
  );
}

interface LegRowProps {
  readonly leg: TripLeg;
  readonly i: number;
  readonly legs: readonly TripLeg[];
  readonly unit: "km" | "mi";
  set(legs: readonly TripLeg[]): void;
}

/** One leg, each of its figures taken as soon as it is one that may be. */
function LegRow({ leg, i, legs, unit, set }: LegRowProps) {
  const change = (i: number, of: Partial<TripLeg>) => {
    const next = legSchema.safeParse({ ...legs[i]!, ...of });
    if (next.success) set(legs.map((leg, k) => (k === i ? next.data : leg)));
  };
  const may = (i: number, of: (typed: number) => Partial<TripLeg>) => (typed: number) =>
    !legSchema.safeParse({ ...legs[i]!, ...of(typed) }).success;
  const cell = (i: number, says: string, value: number, of: (typed: number) => Partial<TripLeg>) => (
    <td className="figure">
      <FigureInput
        label={`${says} of leg ${i + 1}`}
        className="number"
        value={value}
        decimals={1}
        wrong={may(i, of)}
        onChange={(typed) => change(i, of(typed))}
      />
    </td>
  );
  return (
    <tr>
      <td>
        <TextInput
          label={`Name of leg ${i + 1}`}
          maxLength={80}
          value={leg.name ?? ""}
          onChange={(name) => {
            const { name: _, ...rest } = leg;
            set(legs.map((one, k) => (k === i ? (name === "" ? rest : { ...leg, name }) : one)));
          }}
        />
      </td>
      {cell(i, `Distance, ${unit},`, fromKm(leg.km, unit), (typed) => ({ km: toKm(typed, unit) }))}
      {cell(i, `Speed, ${unit}/h,`, fromKm(leg.speedKmh, unit), (typed) => ({
        speedKmh: toKm(typed, unit),
      }))}
      {cell(i, "Metres up", leg.upM, (upM) => ({ upM }))}
      {cell(i, "Metres down", leg.downM, (downM) => ({ downM }))}
      {cell(i, `Head wind, ${unit}/h,`, fromKm(leg.windKmh, unit), (typed) => ({
        windKmh: toKm(typed, unit),
      }))}
      <td>
        <Button quiet aria-label={`Remove leg ${i + 1}`} onClick={() => set(legs.filter((_, k) => k !== i))}>
          <Icon name="close" />
        </Button>
      </td>
    </tr>
  );
}

const ROAD: readonly (readonly [keyof Road, string, string, number])[] = [
  ["massKg", "Car and load", "kg", 1],
  ["cdaM2", "Drag area", "m²", 1],
  ["crr", "Rolling resistance", "%", 100],
  ["driveline", "From battery to wheels", "%", 100],
  ["regained", "Regained in braking", "%", 100],
  ["auxW", "Drawn beside driving", "W", 1],
  ["climateWPerK", "Cabin, for each degree off 20 °C", "W", 1],
];

/** What the car meets on the road; usual figures until somebody knows better. */
function RoadFields({
  road,
  unit,
  onChange,
}: {
  readonly road: Road;
  readonly unit: "km" | "mi";
  onChange(road: Road): void;
}) {
  const take = (of: Partial<Road>) => {
    const next = roadSchema.safeParse({ ...road, ...of });
    if (next.success) onChange(next.data);
  };
  const wrong = (of: Partial<Road>) => !roadSchema.safeParse({ ...road, ...of }).success;
  return (
    <details className="road">
      <summary>What driving takes</summary>
      <p className="quiet">
        Rolling and drag are scaled so that a calm, level road at 20 °C and the speed below takes the car’s
        own figure. The rest are usual figures (from memory).
      </p>
      <div className="fields">
        <label className="length">
          The car’s own figure is at{" "}
          <FigureInput
            label={`Speed of the car’s own figure, ${unit}/h`}
            className="number"
            decimals={0}
            value={fromKm(road.figureKmh, unit)}
            wrong={(typed) => wrong({ figureKmh: toKm(typed, unit) })}
            onChange={(typed) => take({ figureKmh: toKm(typed, unit) })}
          />{" "}
          {unit}/h
        </label>
        {ROAD.map(([field, says, its, scale]) => (
          <label key={field} className="length">
            {says}{" "}
            <FigureInput
              label={`${says}, ${its}`}
              className="number"
              value={road[field] * scale}
              decimals={2}
              wrong={(typed) => wrong({ [field]: typed / scale })}
              onChange={(typed) => take({ [field]: typed / scale })}
            />{" "}
            {its}
          </label>
        ))}
      </div>
    </details>
  );
}
