import { Link } from "react-router-dom";
import type { Row } from "@kettleback/core";
import { LongList } from "../../controls/Long";
import {
  distanceFigure,
  durationText,
  economyFigure,
  figureText,
  percentText,
  shownKm,
} from "../../format/number";
import { followWeek } from "../../jobs/week";
import { cellsOfCar, type ViewProps } from "./view";

/** Per way: what a night puts back against what a day takes, and by how much it holds or falls short. */
export default function Overnight({ garage, solved, selected, onSelect }: ViewProps) {
  const { open, draft, clock } = solved;
  const unit = open.household.distanceUnit;
  const at = Math.min(draft.carAt, open.cars.length - 1);
  const { car } = open.cars[at]!;
  const rows = cellsOfCar(solved, at)
    .map((cell, way) => ({ cell, way }))
    // A rapid station is a stop, not a night.
    .filter(
      (r): r is { cell: Row; way: number } =>
        r.cell?.kind === "charging" && r.cell.plan.evse.kind !== "rapid",
    );
  const most = Math.max(open.dayKm, ...rows.map(({ cell }) => cell.night.km)) * 1.05;
  const km = (n: number) => figureText(distanceFigure(n, unit));
  const spare = ({ night }: Row) => km(Math.abs(shownKm(night.km, unit) - shownKm(open.dayKm, unit)));
  const hours = clock?.departure ?? 12 * 3600;
  const holding = rows
    .filter(({ cell }) => cell.night.holds)
    .sort((a, b) => a.cell.batteryW - b.cell.batteryW)[0];
  return (
    <section className="view-panel" aria-label="Enough overnight?">
      <p className="says">
        {holding
          ? `${holding.cell.plan.name} is the least that puts back ${km(open.dayKm)} for ${car.name} in ${durationText(hours)}.`
          : `None of these puts back ${km(open.dayKm)} for ${car.name} in ${durationText(hours)}.`}
      </p>
      <LongList
        items={rows}
        keyOf={({ way }) => open.ways[way]!.id}
        classOf={({ way }) => (way === selected ? "selected" : "")}
        className="nights"
        usual={58}
        row={({ cell, way }) => (
          <button type="button" onClick={() => onSelect(way)}>
            <span className="name">{cell.plan.name}</span>
            <span className="night-bar" aria-hidden="true">
              <span className="charged" style={{ width: `${(100 * cell.night.km) / most}%` }} />
              <span className="leave" style={{ left: `${(100 * open.dayKm) / most}%` }} />
            </span>
            <span className={cell.night.holds ? "verdict" : "verdict late"}>
              {cell.night.holds ? `enough, ${spare(cell)} to spare` : `short by ${spare(cell)}`}
              <small>
                {km(cell.night.km)} a night
                {cell.night.full ? `, a full charge to ${percentText(draft.session.toSoc)}` : ""}
              </small>
            </span>
          </button>
        )}
      />
      <p className="quiet note">
        From empty to the target, from plugging in to departure
        {clock?.departure === null ? " (12 h, as nobody waits)" : ""}, at{" "}
        {figureText(economyFigure(car.whPerKm, open.household.economyUnit))}. The line is the day’s drive.{" "}
        <Link to="/week" onClick={() => followWeek(garage, at, open.session, open.dayKm)}>
          Follow a whole week of it
        </Link>
      </p>
    </section>
  );
}
