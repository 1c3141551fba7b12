import {
  candidateSchema,
  CONNECTORS,
  flatTariff,
  fromKm,
  plugsFor,
  toKm,
  type ConnectorId,
  type TripCandidate,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { FigureInput } from "../../controls/FigureInput";
import { Icon } from "../../controls/Icon";
import { Select } from "../../controls/Select";
import { Table } from "../../controls/Table";
import { TextInput } from "../../controls/TextInput";
import { carOf } from "../../jobs/away";
import type { ViewProps } from "./view";

type Stop = ViewProps["draft"]["trip"]["stops"][number];

/** Price a kWh of a tariff that is one price; not a number for any other. */
const flatOf = ({ tariff }: Stop): number => {
  const [element, ...more] = tariff?.elements ?? [];
  const [component, ...others] = element?.price_components ?? [];
  return component?.type === "ENERGY" && more.length + others.length === 0 ? component.price : Number.NaN;
};

/** The places one may stop at: where, what they give, what they cost, how long one waits. */
export function StopFields({ garage, draft, onChange }: ViewProps) {
  const { distanceUnit: unit, currency } = garage.household.spec;
  const { stops } = draft.trip;
  const set = (next: readonly Stop[]) => onChange({ ...draft, trip: { ...draft.trip, stops: [...next] } });
  const car = carOf(garage, draft)!.car;
  const plug: ConnectorId = plugsFor(car.inlets, "DC")[0] ?? plugsFor(car.inlets, "AC")[0]!;
  const km = draft.trip.legs.reduce((sum, leg) => sum + leg.km, 0);
  const fresh = (): Stop => ({
    name: `stop ${stops.length + 1}`,
    atKm: Math.round(km / 2),
    detourKm: 0,
    point:
      CONNECTORS[plug].current === "DC"
        ? { plug, tethered: true, phases: 1, volts: 920, amps: 350, watts: 150_000 }
        : { plug, tethered: true, phases: 1, volts: 230, amps: 32 },
    tariff: null,
    limitMinutes: null,
    waitMinutes: 0,
    fixedMinutes: 6,
    state: "open",
  });
  return (
    <section className="view-panel" aria-label="Where one may stop">
      <h2>Where one may stop</h2>
      <Table label="Places to stop" className="candidates">
        <thead>
          <tr>
            <th scope="col">Place</th>
            <th scope="col" className="figure">
              At, {unit}
            </th>
            <th scope="col" className="figure">
              Detour, {unit}
            </th>
            <th scope="col" className="figure">
              kW
            </th>
            <th scope="col" className="figure">
              {currency} a kWh
            </th>
            <th scope="col" className="figure">
              Wait, min
            </th>
            <th scope="col">Today</th>
            <th scope="col">
              <span className="visually-hidden">Remove</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {stops.map((stop, i) => (
            <StopRow key={i} {...{ stop, i, unit, stops, set }} />
          ))}
        </tbody>
      </Table>
      <Button quiet onClick={() => set([...stops, fresh()])}>
        Add a stop
      </Button>
    </section>
  );
}

interface StopRowProps {
  readonly stop: Stop;
  readonly i: number;
  readonly stops: readonly Stop[];
  readonly unit: "km" | "mi";
  set(stops: readonly Stop[]): void;
}

/** One place to stop, each of its figures taken as soon as it is one that may be. */
function StopRow({ stop, i, stops, unit, set }: StopRowProps) {
  const merged = (i: number, of: Partial<TripCandidate>) =>
    candidateSchema.safeParse({ ...stops[i]!, ...of });
  const change = (i: number, of: Partial<TripCandidate>) => {
    const next = merged(i, of);
    if (next.success) set(stops.map((stop, k) => (k === i ? next.data : stop)));
  };
  const cell = (
    i: number,
    says: string,
    value: number,
    of: (typed: number) => Partial<TripCandidate>,
    decimals = 0,
  ) => (
    <td className="figure">
      <FigureInput
        label={`${says} of stop ${i + 1}`}
        className="number"
        value={value}
        decimals={decimals}
        wrong={(typed) => !merged(i, of(typed)).success}
        onChange={(typed) => change(i, of(typed))}
      />
    </td>
  );
  return (
    <tr>
      <td>
        <TextInput
          label={`Name of stop ${i + 1}`}
          maxLength={80}
          value={stop.name}
          onChange={(name) => set(stops.map((one, k) => (k === i ? { ...stop, name } : one)))}
        />
      </td>
      {cell(i, `Place along the way, ${unit},`, fromKm(stop.atKm, unit), (typed) => ({
        atKm: toKm(typed, unit),
      }))}
      {cell(i, `Detour, ${unit},`, fromKm(stop.detourKm, unit), (typed) => ({
        detourKm: toKm(typed, unit),
      }))}
      {cell(
        i,
        "Power on the sign, kW,",
        (stop.point.watts ?? stop.point.volts * stop.point.amps * stop.point.phases) / 1000,
        (typed) => ({ point: { ...stop.point, watts: typed * 1000 } }),
        1,
      )}
      <td className="figure">
        <FigureInput
          label={`Price a kWh of stop ${i + 1}`}
          className="number"
          placeholder={stop.tariff === null ? "not known" : stop.tariff.name}
          value={flatOf(stop)}
          wrong={(typed) => typed < -1000}
          onChange={(typed) =>
            change(i, {
              tariff: Number.isNaN(typed) ? null : flatTariff(stop.name || "price", typed),
            })
          }
        />
      </td>
      {cell(i, "Waiting, min,", stop.waitMinutes, (waitMinutes) => ({ waitMinutes }))}
      <td>
        <Select
          label={`Stop ${i + 1} today`}
          value={stop.state}
          onChange={(state) => change(i, { state })}
          options={[
            { value: "open" as const, text: "open" },
            { value: "taken" as const, text: "taken" },
            { value: "broken" as const, text: "broken" },
          ]}
        />
      </td>
      <td>
        <Button
          quiet
          aria-label={`Remove stop ${i + 1}`}
          onClick={() => set(stops.filter((_, k) => k !== i))}
        >
          <Icon name="close" />
        </Button>
      </td>
    </tr>
  );
}
