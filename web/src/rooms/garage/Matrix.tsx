import { Link, useNavigate } from "react-router-dom";
import { type Fit, type Fitting, type Garage, type Kept, type Outlet } from "@kettleback/core";
import { JobWaiting } from "../../controls/JobWaiting";
import { Table } from "../../controls/Table";
import { ampsText, figureText, powerFigure } from "../../format/number";
import { firstDraftOf } from "../../jobs/store";
import { useJob } from "../../jobs/useJob";
import { draftStoreOf } from "../../stores/draft";
import { thicknessOf } from "./bench/scale";

/** Cars across, outlets down: what each would get there with the best of what one has, or why not. */
export function Matrix({ garage }: { readonly garage: Garage }) {
  const navigate = useNavigate();
  const job = useJob("fits", garage);
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
  const open = ({ carId, outletId, fitting }: Fit) => {
    const store = draftStoreOf(garage.household.id);
    const base = store.getState().draft ?? firstDraftOf(garage);
    if (!base) return;
    const place = garage.places.find(({ id }) => id === placeOf(garage, outletId));
    store.getState().set({
      ...base,
      ...fitting?.parts,
      carId,
      outletId,
      leadId: null,
      tariffId: place?.parentId ?? base.tariffId,
      settings: { evseAmps: null, carAmps: null, otherBusy: false },
      acknowledged: [],
      savedId: null,
      trial: null,
    });
    void navigate("/path");
  };
  return (
    <>
      <p className="says">
        Every car at every outlet of your places, with the unit, cable and adapter of yours that give it most.
        A choice opens its path.
      </p>
      <Table label="Cars by outlets" className="fits">
        <thead>
          <tr>
            <th scope="col">At the inlet, most</th>
            {garage.cars.map(({ id, spec }) => (
              <th key={id} scope="col">
                {spec.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {garage.outlets.map((outlet, i) => (
            <OutletFits
              key={outlet.id}
              outlet={outlet}
              place={garage.places.find(({ id }) => id === outlet.parentId)?.spec.name ?? ""}
              fits={fits[i]!}
              garage={garage}
              onOpen={open}
            />
          ))}
        </tbody>
      </Table>
    </>
  );
}

/** What flows, in phases as wide as their amps. */
const InPhases = ({ fitting: { phases, amps } }: { readonly fitting: Fitting }) => (
  <span className="in-lanes" aria-hidden="true">
    {Array.from({ length: phases }, (_, i) => (
      <i key={i} style={{ blockSize: `${thicknessOf(amps, phases).px / 3}px` }} />
    ))}
  </span>
);

const placeOf = (garage: Garage, outletId: string) =>
  garage.outlets.find(({ id }) => id === outletId)?.parentId;

interface RowProps {
  readonly outlet: Kept<Outlet>;
  readonly place: string;
  readonly fits: readonly Fit[];
  readonly garage: Garage;
  onOpen(fit: Fit): void;
}

function OutletFits({ outlet, place, fits, garage, onOpen }: RowProps) {
  const missing = [...new Set(fits.flatMap(({ misfit }) => misfit?.missing ?? []))];
  return (
    <tr>
      <th scope="row">
        {place}
        <small>{outlet.spec.name}</small>
        {missing.length > 0 && <small className="missing">To use it: {missing.join("; or ")}.</small>}
      </th>
      {fits.map((fit) => {
        const car = garage.cars.find(({ id }) => id === fit.carId)!.spec.name;
        const { fitting, misfit } = fit;
        if (!fitting)
          return (
            <td key={fit.carId} className="none" title={misfit!.why}>
              {misfit!.word}
              <span className="visually-hidden">: {misfit!.why}</span>
            </td>
          );
        const unit = garage.evses.find(({ id }) => id === fitting.parts.evseId)?.spec.name;
        return (
          <td key={fit.carId}>
            <button
              type="button"
              onClick={() => onOpen(fit)}
              aria-label={`Open ${car} at ${place}, ${outlet.spec.name}`}
            >
              <strong>{figureText(powerFigure(fitting.inletW))}</strong>
              <InPhases fitting={fitting} />
              <small>
                {fitting.current === "DC"
                  ? "direct current"
                  : `${fitting.phases} × ${ampsText(fitting.amps)}`}
                {unit && `, ${unit}`}
              </small>
              {fitting.over && <small className="over">! more than it should hold</small>}
            </button>
          </td>
        );
      })}
    </tr>
  );
}
