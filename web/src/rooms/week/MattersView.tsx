import type { DistanceUnit, Mattering, Pattern, PlugIn } from "@kettleback/core";
import { JobWaiting } from "../../controls/JobWaiting";
import { Table } from "../../controls/Table";
import { Button } from "../../controls/Button";
import { percentText } from "../../format/number";
import { tickText } from "../../plan/money";
import { useJob } from "../../jobs/useJob";
import { sayDone } from "../../stores/notices";
import { chargingOf, type ViewProps } from "./view";
import { kmText, timesText, weekdayOf } from "./words";

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
  const { distanceUnit: unit, currency } = garage.household.spec;
  const asked = { setting, carAt: solved.carAt, way: ways[selected]!.way, unit };
  const take = (pattern: Pattern, says: string) => {
    onChange({ ...draft, pattern });
    sayDone(`The week now goes by: ${says}. Undo brings back the one before.`);
  };
  return (
    <div className="year">
      <Matters key={ways[selected]!.id} {...asked} onTake={take} />
      <Schools
        key={`schools ${ways[selected]!.id}`}
        {...asked}
        currency={currency}
        onTake={(plugIn) =>
          take({ ...draft.pattern, plugIn }, `plugged in ${schoolWords(plugIn, draft.pattern)}`)
        }
      />
    </div>
  );
}

/** A school of plugging in, in words. */
function schoolWords(plugIn: PlugIn, { belowSoc, plugInDays, start }: Pattern): string {
  if (plugIn === "home") return "whenever it is home";
  if (plugIn === "below") return `only below ${percentText(belowSoc)}`;
  const names = plugInDays.map((day) => weekdayOf({ start }, day).slice(0, 3));
  return names.length === 7 ? "on every day" : names.length === 0 ? "on no day" : `on ${names.join(", ")}`;
}

const VERDICTS = { holds: "holds", buffer: "holds, as buffer", short: "falls short" } as const;

interface SchoolsProps extends Omit<Props, "onTake"> {
  readonly currency: string;
  onTake(plugIn: PlugIn): void;
}

/** The schools of plugging in, side by side: people disagree, and each has its reasons. */
function Schools({ setting, carAt, way, unit, currency, onTake }: SchoolsProps) {
  const job = useJob("weekSchools", setting.asked, carAt, way);
  const { result } = job;
  const { pattern } = setting.asked;
  if (!result) return <JobWaiting job={job} />;
  return (
    <section className="view-panel" aria-label="Schools of plugging in" aria-busy={job.stale}>
      <h2>When to plug in: three schools at {way.name}</h2>
      <p className="quiet">
        Whenever it is home there is most to spare; below a level alone it is plugged in least often; on
        chosen days it becomes a habit.
      </p>
      <Table label="Schools of plugging in, figures" className="ways">
        <thead>
          <tr>
            <th scope="col">Plugged in</th>
            <th scope="col">This week</th>
            <th scope="col" className="figure">
              At its lowest
            </th>
            <th scope="col" className="figure">
              Times a week
            </th>
            <th scope="col" className="figure">
              A year
            </th>
          </tr>
        </thead>
        <tbody>
          {result.map((school) => (
            <tr key={school.plugIn} className={school.plugIn === pattern.plugIn ? "selected" : ""}>
              <th scope="row">
                <button
                  type="button"
                  className="link"
                  aria-pressed={school.plugIn === pattern.plugIn}
                  onClick={() => onTake(school.plugIn)}
                >
                  {schoolWords(school.plugIn, pattern)}
                </button>
              </th>
              <td className={`verdict-${school.verdict}`}>{VERDICTS[school.verdict]}</td>
              <td className="figure">
                {percentText(school.lowestSoc)}
                <small>{spareText(school.spareKm, unit)}</small>
              </td>
              <td className="figure">{timesText(school.sessions)}</td>
              <td className="figure">
                {school.costPerYear === null ? "–" : tickText(school.costPerYear, currency)}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </section>
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
