import type { DistanceUnit, Mattering, Pattern } from "@kettleback/core";
import { JobWaiting } from "../../controls/JobWaiting";
import { Table } from "../../controls/Table";
import { Button } from "../../controls/Button";
import { useJob } from "../../jobs/useJob";
import { sayDone } from "../../stores/notices";
import { chargingOf, type ViewProps } from "./view";
import { kmText } from "./words";

/** What is to spare, or missing where it is below nothing. */
const spareText = (km: number, unit: DistanceUnit): string =>
  km < 0 ? `${kmText(-km, unit)} short` : `${kmText(km, unit)} to spare`;

/** What matters most: each assumption varied by itself, and what the week then leaves to spare. */
export default function MattersView({ solved, selected, onChange }: ViewProps) {
  const { setting, draft, garage, ways } = solved;
  const answer = chargingOf(solved.cells[selected]);
  if (!setting || !answer)
    return (
      <p className="room-note">A week without mistakes at a way that charges is needed to start from.</p>
    );
  return (
    <Matters
      key={ways[selected]!.id}
      {...{
        setting,
        carAt: solved.carAt,
        way: ways[selected]!.way,
        unit: garage.household.spec.distanceUnit,
      }}
      onTake={(pattern, says) => {
        onChange({ ...draft, pattern });
        sayDone(`The week now goes by: ${says}. Undo brings back the one before.`);
      }}
    />
  );
}

interface Props {
  readonly setting: NonNullable<ViewProps["solved"]["setting"]>;
  readonly carAt: number;
  readonly way: ViewProps["solved"]["ways"][number]["way"];
  readonly unit: DistanceUnit;
  onTake(pattern: Pattern, says: string): void;
}

function Matters({ setting, carAt, way, unit, onTake }: Props) {
  const job = useJob("weekMatters", setting.asked, carAt, way);
  const { result } = job;
  if (!result) return <JobWaiting job={job} />;
  const [first] = result;
  const [low, high] = [
    Math.min(0, ...result.map((one) => one.low)),
    Math.max(1, ...result.map((one) => one.high)),
  ];
  const at = (km: number) => `${(100 * (km - low)) / (high - low)}%`;
  return (
    <section className="view-panel matters" aria-label="What matters most" aria-busy={job.stale}>
      <p className="says" aria-live="polite">
        <strong>
          {first
            ? `${first.name} matters most at ${way.name}: from ${spareText(first.low, unit)} to ${spareText(first.high, unit)}.`
            : `Nothing that was assumed changes this week at ${way.name}.`}
        </strong>{" "}
        <span className="quiet">
          Each is varied by itself; what counts is the distance left above the reserve at the lowest point, or
          what is missing. Press a value to go on with it.
        </span>
      </p>
      <Table label="What matters most, figures" className="matter-table">
        <thead>
          <tr>
            <th scope="col">Assumed</th>
            <th scope="col">Swing</th>
            <th scope="col">Otherwise</th>
          </tr>
        </thead>
        <tbody>
          {result.map((one) => (
            <Matter key={one.id} one={one} at={at} zero={at(0)} unit={unit} onTake={onTake} />
          ))}
        </tbody>
      </Table>
    </section>
  );
}

interface MatterProps {
  readonly one: Mattering;
  at(km: number): string;
  readonly zero: string;
  readonly unit: DistanceUnit;
  onTake(pattern: Pattern, says: string): void;
}

const Matter = ({ one, at, zero, unit, onTake }: MatterProps) => (
  <tr>
    <th scope="row">{one.name}</th>
    <td className="swing">
      <span className="swing-bar" aria-hidden="true">
        <span className="zero" style={{ left: zero }} />
        <span className="bar" style={{ left: at(one.low), right: `calc(100% - ${at(one.high)})` }} />
      </span>
      <small>
        {spareText(one.low, unit)} to {spareText(one.high, unit)}
      </small>
    </td>
    <td className="otherwise">
      {one.varied.map(({ says, pattern, spareKm }) => (
        <Button key={says} quiet onClick={() => onTake(pattern, `${one.name.toLowerCase()}, ${says}`)}>
          {says}: {spareText(spareKm, unit)}
        </Button>
      ))}
    </td>
  </tr>
);
