import {
  fromKm,
  POST_ORDERS,
  toKm,
  type PlaceOnEarth,
  type PostFilters,
  type PostOrder,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { FigureInput } from "../../controls/FigureInput";
import { Fold } from "../../controls/Fold";
import { Select } from "../../controls/Select";
import { Tick } from "../../controls/Tick";
import { awayIn } from "../../jobs/away";
import type { AwayDraft } from "../../stores/away";
import type { ViewProps } from "./view";

const ORDER_WORDS: Readonly<Record<PostOrder, string>> = {
  near: "the nearest",
  fast: "the fastest",
  cheap: "the cheapest",
};

interface PerhapsProps {
  readonly says: string;
  readonly unit: string;
  readonly value: number | null;
  onChange(value: number | null): void;
}

/** A bound that may be left open. */
const Perhaps = ({ says, unit, value, onChange }: PerhapsProps) => (
  <label className="length">
    {says}{" "}
    <FigureInput
      label={`${says}, ${unit}`}
      className="number"
      placeholder="any"
      value={value ?? Number.NaN}
      wrong={(typed) => typed <= 0}
      onChange={(typed) => (Number.isNaN(typed) || typed > 0) && onChange(Number.isNaN(typed) ? null : typed)}
    />{" "}
    {unit}
  </label>
);

/** What is looked for, and from where. */
export function PostFilterFields({
  garage,
  draft,
  onChange,
  here,
  onAdd,
}: ViewProps & { readonly here: PlaceOnEarth; onAdd(): void }) {
  const { distanceUnit: unit, currency } = garage.household.spec;
  const { filters, order, stayHours, from } = draft.posts;
  // The place of the device comes later: what was changed meanwhile stays.
  const posts = (change: Partial<AwayDraft["posts"]>) => {
    const now = awayIn(garage);
    onChange({ ...now, posts: { ...now.posts, ...change } });
  };
  const filter = (change: Partial<PostFilters>) => posts({ filters: { ...filters, ...change } });
  const shownKm = (km: number | null) => (km === null ? null : Math.round(fromKm(km, unit) * 10) / 10);
  const typedKm = (typed: number | null) => (typed === null ? null : toKm(typed, unit));
  const locate = () =>
    navigator.geolocation?.getCurrentPosition(({ coords }) =>
      posts({ from: { lat: round(coords.latitude), lon: round(coords.longitude) } }),
    );
  return (
    <Fold says="What is looked for" className="view-panel filters">
      <Tick checked={filters.fits} onChange={(fits) => filter({ fits })}>
        charges this car
      </Tick>
      <Tick checked={filters.freeNow} onChange={(freeNow) => filter({ freeNow })}>
        free now
      </Tick>
      <Tick checked={filters.noCable} onChange={(noCable) => filter({ noCable })}>
        no cable of mine needed
      </Tick>
      <label className="length">
        I stay{" "}
        <FigureInput
          label="Stay, h"
          className="number"
          value={stayHours}
          wrong={(typed) => !(typed >= 0.1 && typed <= 72)}
          onChange={(typed) => typed >= 0.1 && typed <= 72 && posts({ stayHours: typed })}
        />{" "}
        h
      </label>
      <Perhaps
        says="worth it from"
        unit={unit}
        value={shownKm(filters.leastKm)}
        onChange={(typed) => filter({ leastKm: typedKm(typed) })}
      />
      <Perhaps
        says="within"
        unit={unit}
        value={shownKm(filters.withinKm)}
        onChange={(typed) => filter({ withinKm: typedKm(typed) })}
      />
      <Perhaps
        says="at most, a kWh in the battery"
        unit={currency}
        value={filters.mostPerKWh}
        onChange={(mostPerKWh) => filter({ mostPerKWh })}
      />
      <Select
        says="first"
        value={order}
        onChange={(value) => posts({ order: value })}
        options={POST_ORDERS.map((value) => ({ value, text: ORDER_WORDS[value] }))}
      />
      <span className="from">
        seen from{" "}
        <FigureInput
          label="Latitude, degrees north"
          className="number"
          value={from?.lat ?? here.lat}
          decimals={4}
          wrong={(typed) => !(Math.abs(typed) <= 90)}
          onChange={(lat) => Math.abs(lat) <= 90 && posts({ from: { ...here, ...from, lat } })}
        />{" "}
        <FigureInput
          label="Longitude, degrees east"
          className="number"
          value={from?.lon ?? here.lon}
          decimals={4}
          wrong={(typed) => !(Math.abs(typed) <= 180)}
          onChange={(lon) => Math.abs(lon) <= 180 && posts({ from: { ...here, ...from, lon } })}
        />{" "}
        {"geolocation" in navigator && (
          <Button quiet onClick={locate}>
            Where I am
          </Button>
        )}
      </span>
      <Button quiet onClick={onAdd}>
        Add a post I know…
      </Button>
    </Fold>
  );
}

const round = (degrees: number): number => Math.round(degrees * 1e4) / 1e4;
