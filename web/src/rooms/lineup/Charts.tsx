import annotation from "chartjs-plugin-annotation";
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
} from "chart.js";
import "../../charts/chartFont";
import { useThemeColours } from "../../charts/useThemeColours";
import { LossChart } from "./LossChart";
import { SocChart } from "./SocChart";
import { cellsOfCar, type ViewProps } from "./view";

Chart.register(
  annotation,
  BarController,
  BarElement,
  CategoryScale,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
);

const MOST_WAYS = 24;

/** Two charts of the car in view, each with its table: charge against the clock, and where the energy goes. */
export default function Charts({ solved, selected }: ViewProps) {
  const colours = useThemeColours();
  const { open, draft, clock } = solved;
  const at = Math.min(draft.carAt, open.cars.length - 1);
  const all = cellsOfCar(solved, at).flatMap((cell, way) =>
    cell?.kind === "charging" ? [{ row: cell, way }] : [],
  );
  const shown = all.slice(0, MOST_WAYS);
  if (!clock || shown.length === 0)
    return <p className="room-note">Nothing here charges {open.cars[at]!.car.name}.</p>;
  return (
    <section className="view-panel charts" aria-label="Charts">
      {all.length > MOST_WAYS && (
        <p className="quiet">
          The first {MOST_WAYS} of {all.length} ways; the table has them all.
        </p>
      )}
      <SocChart clock={clock} rows={shown} selected={selected} colours={colours} />
      <LossChart rows={shown} selected={selected} colours={colours} />
    </section>
  );
}
