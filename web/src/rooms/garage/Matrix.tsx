import { useMemo, useState, type ReactNode } from "react";
import { Link, useNavigate } from "react-router-dom";
import type { Car, Fit, Fitting, Garage, Kept, Outlet } from "@kettleback/core";
import { JobWaiting } from "../../controls/JobWaiting";
import { ALL_UP_TO, LongRows } from "../../controls/Long";
import { Table } from "../../controls/Table";
import { TextInput } from "../../controls/TextInput";
import { ampsText, figureText, powerFigure } from "../../format/number";
import { firstDraftOf } from "../../jobs/store";
import { useWatchedJob } from "../../jobs/useJob";
import { draftStoreOf } from "../../stores/draft";
import { thicknessOf } from "./bench/scale";

/** Cars and outlets against each other: what each would get there with the best of what one has, or why not. */
export function Matrix({ garage }: { readonly garage: Garage }) {
  const job = useWatchedJob("fits", garage);
  if (garage.cars.length === 0 || garage.outlets.length === 0)
    return (
      <p className="empty">
        Add a car and an outlet first; then every car is held against every outlet here.{" "}
        <Link to={garage.cars.length === 0 ? "/garage/cars" : "/garage/places"}>
          {garage.cars.length === 0 ? "To the cars" : "To the places"}
        </Link>
      </p>
    );
  // Of another garage than the one in view nothing is shown: its cars and outlets are others.
  const fits = job.stale ? undefined : job.result;
  if (!fits) return <JobWaiting job={job} />;
  return (
    <>
      <p className="says">
        Every car at every outlet of your places, with the unit, cable and adapter of yours that give it most.
        A choice opens its path.
      </p>
      <Fits garage={garage} fits={fits} />
    </>
  );
}

/** A car or an outlet at the head of a row or a column, and its place in the cells. */
interface Head {
  readonly id: string;
  readonly at: number;
  /** What it is found by. */
  readonly text: string;
  readonly title: ReactNode;
}

/** From so many on there is a field to find cars and outlets by. */
const FINDING_FROM = 10;
/** Things that are lacking which are named at an outlet; more are only counted. */
const MOST_LACKING = 3;

const placeOf = (garage: Garage, outletId: string) =>
  garage.places.find(({ id }) => id === garage.outlets.find((outlet) => outlet.id === outletId)?.parentId);

const carHead = ({ id, spec }: Kept<Car>, at: number): Head => ({
  id,
  at,
  text: spec.name,
  title: spec.name,
});

function outletHead({ id, spec }: Kept<Outlet>, at: number, place: string, fits: readonly Fit[]): Head {
  const missing = [...new Set(fits.flatMap(({ misfit }) => misfit?.missing ?? []))];
  const more = missing.length - MOST_LACKING;
  return {
    id,
    at,
    text: `${place} ${spec.name}`,
    title: (
      <>
        {place}
        <small>{spec.name}</small>
        {missing.length > 0 && (
          <small className="missing">
            To use it: {missing.slice(0, MOST_LACKING).join("; or ")}
            {more > 0 && `; or ${more} others`}.
          </small>
        )}
      </>
    ),
  };
}

/** The table: what there is more of goes down, where a list may be long, and the other across. */
function Fits({ garage, fits }: { readonly garage: Garage; readonly fits: readonly (readonly Fit[])[] }) {
  const [sought, setSought] = useState("");
  const open = useOpening(garage);
  const { cars, outlets } = useMemo(
    () => ({
      cars: garage.cars.map(carHead),
      outlets: garage.outlets.map((outlet, i) =>
        outletHead(outlet, i, placeOf(garage, outlet.id)?.spec.name ?? "", fits[i]!),
      ),
    }),
    [garage, fits],
  );
  const words = sought.trim().toLowerCase();
  /** Those found by their words; all where none is, so that cars can be sought at every outlet and outlets for every car. */
  const found = (heads: readonly Head[]) => {
    const some = heads.filter(({ text }) => text.toLowerCase().includes(words));
    return some.length > 0 ? some : heads;
  };
  const carsDown = cars.length > Math.max(ALL_UP_TO, outlets.length);
  const [down, across] = carsDown ? [found(cars), found(outlets)] : [found(outlets), found(cars)];
  const none = words !== "" && down.length + across.length === cars.length + outlets.length;
  const row = (head: Head) => (
    <>
      <th scope="row">{head.title}</th>
      {across.map((other) => {
        const [car, outlet] = carsDown ? [head, other] : [other, head];
        const fit = fits[outlet.at]![car.at]!;
        return <Cell key={other.id} fit={fit} garage={garage} car={car} outlet={outlet} onOpen={open} />;
      })}
    </>
  );
  return (
    <>
      {Math.max(cars.length, outlets.length) >= FINDING_FROM && (
        <label className="find">
          Find a car or an outlet <TextInput kind="search" value={sought} onChange={setSought} />
          <span role="status">{none && "none is called that: all are shown"}</span>
        </label>
      )}
      <Table
        label="Cars by outlets"
        className="fits"
        {...(down.length > ALL_UP_TO ? { rowCount: down.length + 1 } : {})}
      >
        <thead>
          <tr>
            <th scope="col">At the inlet, most</th>
            {across.map(({ id, title }) => (
              <th key={id} scope="col">
                {title}
              </th>
            ))}
          </tr>
        </thead>
        <LongRows items={down} keyOf={({ id }) => id} usual={USUAL} columns={across.length + 1} row={row} />
      </Table>
    </>
  );
}

/** Usual height of a row (px), before it is measured. */
const USUAL = 92;

/** Opens the path of a cell. */
function useOpening(garage: Garage) {
  const navigate = useNavigate();
  return ({ carId, outletId, fitting }: Fit) => {
    const store = draftStoreOf(garage.household.id);
    const base = store.getState().draft ?? firstDraftOf(garage);
    if (!base) return;
    store.getState().set({
      ...base,
      ...fitting?.parts,
      carId,
      outletId,
      leadId: null,
      tariffId: placeOf(garage, outletId)?.parentId ?? base.tariffId,
      settings: { evseAmps: null, carAmps: null, otherBusy: false },
      acknowledged: [],
      savedId: null,
      trial: null,
    });
    void navigate("/path");
  };
}

/** What flows, in phases as wide as their amps. */
const InPhases = ({ fitting: { phases, amps } }: { readonly fitting: Fitting }) => (
  <span className="in-lanes" aria-hidden="true">
    {Array.from({ length: phases }, (_, i) => (
      <i key={i} style={{ blockSize: `${thicknessOf(amps, phases).px / 3}px` }} />
    ))}
  </span>
);

interface CellProps {
  readonly fit: Fit;
  readonly garage: Garage;
  readonly car: Head;
  readonly outlet: Head;
  onOpen(fit: Fit): void;
}

function Cell({ fit, garage, car, outlet, onOpen }: CellProps) {
  const { fitting, misfit } = fit;
  if (!fitting)
    return (
      <td className="none" title={misfit!.why}>
        {misfit!.word}
        <span className="visually-hidden">: {misfit!.why}</span>
      </td>
    );
  const unit = garage.evses.find(({ id }) => id === fitting.parts.evseId)?.spec.name;
  const spec = garage.outlets[outlet.at]!.spec;
  const place = placeOf(garage, outlet.id)?.spec.name ?? "";
  return (
    <td>
      <button
        type="button"
        onClick={() => onOpen(fit)}
        aria-label={`Open ${car.text} at ${place}, ${spec.name}`}
      >
        <strong>{figureText(powerFigure(fitting.inletW))}</strong>
        <InPhases fitting={fitting} />
        <small>
          {fitting.current === "DC" ? "direct current" : `${fitting.phases} × ${ampsText(fitting.amps)}`}
          {unit && `, ${unit}`}
        </small>
        {fitting.over && <small className="over">! more than it should hold</small>}
      </button>
    </td>
  );
}
