import { useMemo, useState } from "react";
import {
  LINK_WORDS,
  planOn,
  QUANTITY_IDS,
  quantityOf,
  quantityThatMatters,
  type OpenLineup,
  type Plan,
  type QuantityId,
} from "@kettleback/core";
import { JobWaiting } from "../../controls/JobWaiting";
import { Select } from "../../controls/Select";
import { Table } from "../../controls/Table";
import { ampsText, durationText, figureText, moneyText, percentText, powerFigure } from "../../format/number";
import { useJob } from "../../jobs/useJob";
import { dayTimeAt } from "./clock";
import { cellsOfCar, type ViewProps } from "./view";
import { WayPick } from "./WayPick";

/** One quantity of a way stepped through its real sizes: one row a size, and where it stops helping. */
export default function VaryView({ solved, selected, onSelect }: ViewProps) {
  const [wanted, setWanted] = useState<QuantityId | null>(null);
  const { open, draft } = solved;
  const way = open.ways[selected]?.way;
  const { car } = open.cars[Math.min(draft.carAt, open.cars.length - 1)]!;
  const cell = cellsOfCar(solved, Math.min(draft.carAt, open.cars.length - 1))[selected];
  const plan = useMemo(() => way && planOn(open, car, way), [open, car, way]);
  if (!plan)
    return (
      <p className="room-note">This way names things that are no longer in the Garage: choose another.</p>
    );
  const can = QUANTITY_IDS.filter((id) => !quantityOf(id).never?.(plan));
  const first = cell?.kind === "charging" ? quantityThatMatters(cell) : can[0]!;
  const id = wanted && can.includes(wanted) ? wanted : first;
  return (
    <section className="view-panel" aria-label="Vary one thing">
      <div className="view-tools">
        <WayPick solved={solved} selected={selected} onSelect={onSelect} />
        <Select
          says="Vary"
          value={id}
          onChange={setWanted}
          options={QUANTITY_IDS.map((key) => ({
            value: key,
            text: quantityOf(key).name,
            disabled: !can.includes(key),
          }))}
        />
      </div>
      <Sizes open={open} plan={plan} id={id} />
    </section>
  );
}

interface SizesProps {
  readonly open: OpenLineup;
  readonly plan: Plan;
  readonly id: QuantityId;
}

function Sizes({ open, plan, id }: SizesProps) {
  const { household, stayHours, dayKm } = open;
  const asked = useMemo(() => ({ household, stayHours, dayKm }), [household, stayHours, dayKm]);
  const job = useJob("vary", asked, plan, id);
  if (!job.result) return <JobWaiting job={job} />;
  const { rows, enough, says, quantity } = job.result;
  const { name } = quantityOf(quantity);
  const most = Math.max(1, ...rows.map(({ cell }) => (cell.kind === "charging" ? cell.batteryW : 0)));
  const { currency } = open.household;
  return (
    <>
      <p className="says" aria-live="polite">
        {says}
      </p>
      <Table label={`Sizes of ${name}`} className="plain vary">
        <thead>
          <tr>
            <th scope="col">{name.replace(/^the /, "").replace(/^./, (c) => c.toUpperCase())}</th>
            <th scope="col">Into the battery</th>
            <th scope="col">Flows</th>
            <th scope="col">Narrowest link</th>
            <th scope="col">Time</th>
            <th scope="col">Ready</th>
            <th scope="col">Lost</th>
            <th scope="col">Cost</th>
            <th scope="col">Caution</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ value, text, now, cell }, i) => (
            <tr key={value} className={i === enough ? "enough" : now ? "selected" : ""}>
              <th scope="row">
                {text}
                {now && <small> as it is</small>}
                {i === enough && <small className="stops"> enough: beyond it nothing is gained</small>}
              </th>
              {cell.kind === "charging" ? (
                <>
                  <td className="with-bar">
                    <span className="small-bar" aria-hidden="true">
                      <span style={{ width: `${(100 * cell.batteryW) / most}%` }} />
                    </span>
                    {figureText(powerFigure(cell.batteryW))}
                  </td>
                  <td>
                    {cell.phases} × {ampsText(cell.amps)}
                  </td>
                  <td>{LINK_WORDS[cell.narrowest]}</td>
                  <td>{durationText(cell.secondsToTarget)}</td>
                  <td className={cell.inTime ? "" : "late"}>
                    {cell.inTime
                      ? dayTimeAt(cell.solution.clock, cell.secondsToTarget)
                      : `short by ${durationText(cell.shortBySeconds)}`}
                  </td>
                  <td>{percentText(cell.lostShare)}</td>
                  <td>{moneyText(cell.cost, currency)}</td>
                  <td>{cell.worst?.severity ?? ""}</td>
                </>
              ) : (
                <td colSpan={8} className="quiet">
                  {cell.refusal.message}
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </Table>
    </>
  );
}
