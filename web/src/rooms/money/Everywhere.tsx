import { useMemo } from "react";
import { useNavigate } from "react-router-dom";
import { KM_PER_MILE, LINE_WORDS, type DistanceUnit, type Offer } from "@kettleback/core";
import { Button } from "../../controls/Button";
import { JobWaiting } from "../../controls/JobWaiting";
import { ALL_UP_TO, LongRows } from "../../controls/Long";
import { Table } from "../../controls/Table";
import { durationText, energyFigure, figureText } from "../../format/number";
import { useJob } from "../../jobs/useJob";
import { amountText } from "../../plan/money";
import { draftOf, pathOfDraft } from "../../stores/draft";
import type { MoneyProps } from "./view";

/** Columns of the table. */
const COLUMNS = 8;

/** Every place one's car could charge at, free posts, flat fees and solar hours among them, by what a kWh really costs. */
export default function Everywhere({ garage, draft, charging, onChange }: MoneyProps) {
  const navigate = useNavigate();
  const path = useMemo(() => pathOfDraft(draft), [draft]);
  const job = useJob("everywhere", garage, path);
  const { result: offers } = job;
  if (!offers) return <JobWaiting job={job} />;
  const { currency, distanceUnit: unit } = garage.household.spec;
  const most = Math.max(...offers.map(({ charging: c }) => c?.perKWhStored ?? 0), 1e-9);
  const open = ({ path }: Offer) => {
    onChange({ ...draftOf(path, null), name: draft.name });
    void navigate("/money/receipt");
  };
  return (
    <section className="view-panel" aria-label="Every place">
      <p className="says">
        {charging.plan.car.name} at every outlet of your places, by what a kWh in the battery costs; the same
        charge and hours as in the sentence, no longer than the place allows.
      </p>
      <Table
        label="Prices at every place"
        className="plain places"
        {...(offers.length > ALL_UP_TO ? { rowCount: offers.length + 1 } : {})}
      >
        <thead>
          <tr>
            <th scope="col">Where</th>
            <th scope="col">Tariff</th>
            <th scope="col">A kWh in the battery</th>
            <th scope="col" className="n">
              For 100 {unit}
            </th>
            <th scope="col" className="n">
              Session
            </th>
            <th scope="col" className="n">
              Stored
            </th>
            <th scope="col">Charged for</th>
            <th scope="col" />
          </tr>
        </thead>
        <LongRows
          items={offers}
          keyOf={({ outletId }) => outletId}
          classOf={({ outletId }) => (outletId === draft.outletId ? "selected" : "")}
          usual={58}
          columns={COLUMNS}
          row={(offer) => (
            <OfferCells offer={offer} currency={currency} unit={unit} most={most} onOpen={open} />
          )}
        />
      </Table>
    </section>
  );
}

interface OfferProps {
  readonly offer: Offer;
  readonly currency: string;
  readonly unit: DistanceUnit;
  /** The dearest of all, as long as a bar gets. */
  readonly most: number;
  onOpen(offer: Offer): void;
}

/** What a place charges, or why nothing is charged there. */
function OfferCells({ offer, currency, unit, most, onOpen }: OfferProps) {
  const { charging: c } = offer;
  const distance = (per100Km: number) => (unit === "km" ? per100Km : per100Km * KM_PER_MILE);
  return (
    <>
      <th scope="row">
        {offer.place}
        <small>{offer.outlet}</small>
      </th>
      <td>{offer.tariff}</td>
      {c ? (
        <>
          <td>
            <span
              className="price-bar"
              aria-hidden="true"
              style={{ width: `${4 + (64 * Math.max(0, c.perKWhStored)) / most}px` }}
            />
            {amountText(c.perKWhStored, currency)}
          </td>
          <td className="n">{amountText(distance(c.per100Km), currency)}</td>
          <td className="n">{amountText(c.cost, currency)}</td>
          <td className="n">{figureText(energyFigure(c.storedWh))}</td>
          <td>
            {durationText(c.plugged)}
            {c.limited && <small>the place's limit ends it</small>}
            {c.bill.lines
              .filter(({ component, amount }) => component === "PARKING_TIME" && amount > 0)
              .slice(0, 1)
              .map(({ component }) => (
                <small key={component}>{LINE_WORDS[component].what} is charged too</small>
              ))}
          </td>
          <td>
            <Button quiet onClick={() => onOpen(offer)} aria-label={`Open ${offer.place}, ${offer.outlet}`}>
              Open
            </Button>
          </td>
        </>
      ) : (
        <td colSpan={6} className="quiet">
          {offer.refusal}
        </td>
      )}
    </>
  );
}
