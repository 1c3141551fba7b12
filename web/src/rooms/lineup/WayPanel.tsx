import {
  acceptedRange,
  LINK_WORDS,
  nameSchema,
  type Row,
  type SavedWay,
  rangesOf,
  purchaseSchema,
  acceptsAt,
  placeSchema,
  type OpenWay,
  type Cell,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { FigureInput } from "../../controls/FigureInput";
import { Tick } from "../../controls/Tick";
import { TitleInput } from "../../controls/TitleInput";
import {
  decimals,
  distanceFigure,
  durationText,
  figureText,
  moneyText,
  percentText,
  powerFigure,
  shownKm,
  speedFigure,
} from "../../format/number";
import { howSet } from "../../plan/howSet";
import { freshId, type LineupDraft } from "../../stores/lineup";
import { dayTimeAt } from "./clock";
import { openingIn } from "./compared";
import { cellsOfCar, type ViewProps } from "./view";
import { openInPath } from "../../plan/openInPath";

const PRICE = rangesOf(purchaseSchema).price;
const isPrice = (n: number): boolean => n >= PRICE.min && n <= PRICE.max;
const LIMIT = acceptsAt(placeSchema, ["limitMinutes"])!;
const isLimit = (minutes: number): boolean => minutes >= LIMIT.min && minutes <= LIMIT.max;

interface Props extends ViewProps {
  onOpenPath(): void;
}

/** The way that is looked at: what its word means, what holds it back, what to beware of, and what can be done with it. */
export function WayPanel(props: Props) {
  const { solved, selected, garage, onChange } = props;
  const { open, draft } = solved;
  const at = Math.min(draft.carAt, open.cars.length - 1);
  const way = open.ways[selected];
  const cell = cellsOfCar(solved, at)[selected];
  if (!way) return null;
  const set = (change: Partial<LineupDraft>) => onChange({ ...draft, ...change });
  const setWay = (change: Partial<SavedWay>) =>
    set({ ways: draft.ways.map((saved) => (saved.id === way.id ? { ...saved, ...change } : saved)) });
  const { saved } = way;
  const { currency, distanceUnit } = garage.household.spec;
  return (
    <aside className="way-panel" aria-label="The way in view">
      <TitleInput
        key={way.id}
        label="Name of the way"
        value={saved.name}
        onName={(typed) => {
          const name = nameSchema.safeParse(typed);
          if (name.success) setWay({ name: name.data });
        }}
      />
      {cell && <p className="quiet">{cell.level.means}</p>}
      {cell?.kind === "blocked" && (
        <p className="problems">
          {cell.refusal.message} {cell.refusal.remedy}
        </p>
      )}
      {cell?.kind === "charging" && (
        <Figures row={cell} currency={currency} unit={distanceUnit} draft={draft} />
      )}
      {saved.buy.length > 0 && <ToBuy saved={saved} currency={currency} setWay={setWay} />}
      <FigureInput
        label="Longest stay there, minutes"
        placeholder="none"
        value={way.way?.place?.limitMinutes ?? Number.NaN}
        wrong={(minutes) => !Number.isNaN(minutes) && !isLimit(minutes)}
        onChange={(minutes) => {
          const name = way.way?.place?.name ?? saved.name;
          if (Number.isNaN(minutes)) setWay({ place: { name } });
          else if (isLimit(minutes)) setWay({ place: { name, limitMinutes: minutes } });
        }}
      >
        {(field, wrong) => (
          <>
            <label className="way-limit">
              Longest stay
              <span>{field} min</span>
            </label>
            {wrong && (
              <p className="problem" role="alert">
                {acceptedRange(LIMIT.min, LIMIT.max, "min")}
              </p>
            )}
          </>
        )}
      </FigureInput>
      <Acts {...props} way={way} cell={cell} set={set} setWay={setWay} />
    </aside>
  );
}

interface ActsProps extends Props {
  readonly way: OpenWay;
  readonly cell: Cell | null | undefined;
  set(change: Partial<LineupDraft>): void;
  setWay(change: Partial<SavedWay>): void;
}

/** What can be done with a way. */
function Acts({ garage, solved, selected, way, cell, set, setWay, onOpenPath, onView }: ActsProps) {
  const { open, draft } = solved;
  const { saved } = way;
  const isBase = draft.baseline === way.id;
  const cells = cellsOfCar(solved, Math.min(draft.carAt, open.cars.length - 1));
  return (
    <div className="way-actions">
      <Tick checked={openingIn(open, cells).includes(selected)} onChange={(first) => setWay({ first })}>
        On the first page
      </Tick>
      <Button quiet disabled={isBase} onClick={() => set({ baseline: way.id })}>
        {isBase ? "The baseline" : "Make it the baseline"}
      </Button>
      <Button
        quiet
        disabled={!cell}
        onClick={() => {
          openInPath(garage, draft, saved, cell!);
          onOpenPath();
        }}
      >
        Open in the Path
      </Button>
      <Button quiet disabled={cell?.kind !== "charging"} onClick={() => onView("vary")}>
        Vary one thing
      </Button>
      <Button
        quiet
        onClick={() => {
          const ways = [...draft.ways];
          ways.splice(selected + 1, 0, {
            ...saved,
            id: freshId(draft.ways),
            name: `${saved.name} 2`.slice(0, 80),
          });
          set({ ways });
        }}
      >
        Duplicate
      </Button>
      <Button
        quiet
        onClick={() =>
          set({
            ways: draft.ways.filter(({ id }) => id !== way.id),
            baseline: isBase ? null : draft.baseline,
          })
        }
      >
        Leave out
      </Button>
    </div>
  );
}

interface ToBuyProps {
  readonly saved: SavedWay;
  readonly currency: string;
  readonly setWay: (change: Partial<SavedWay>) => void;
}

/** What has to be bought for it, at prices of one's own. */
const ToBuy = ({ saved, currency, setWay }: ToBuyProps) => (
  <div className="buy">
    <h3>Still to be bought</h3>
    <ul>
      {saved.buy.map(({ what, price }, i) => (
        <li key={what}>
          <label>
            {what}
            <FigureInput
              label={`${what}, ${currency}`}
              value={price}
              wrong={(asked) => !isPrice(asked)}
              onChange={(asked) =>
                isPrice(asked) &&
                setWay({
                  buy: saved.buy.map((item, j) => (j === i ? { what, price: asked } : item)),
                })
              }
            />
          </label>
        </li>
      ))}
    </ul>
    <p className="quiet">Usual prices in {currency}; put in your own.</p>
  </div>
);

interface FiguresProps {
  readonly row: Row;
  readonly currency: string;
  readonly unit: "km" | "mi";
  readonly draft: LineupDraft;
}

function Figures({ row, currency, unit, draft }: FiguresProps) {
  const { worst, solution, night } = row;
  const { setting, pulls } = solution.circuit;
  const spareKm = Math.abs(shownKm(night.km, unit) - shownKm(draft.dayKm, unit));
  const spare = figureText(distanceFigure(spareKm, unit));
  return (
    <>
      <p>
        The <strong>{LINK_WORDS[row.narrowest]}</strong> is the narrowest link.{" "}
        {setting &&
          `Counted on: ${setting.by === "evse" ? row.plan.evse.name : "the car"} is set to ${setting.amps} A${setting.by === "evse" ? howSet(row.plan.evse) : ""}; untouched it would pull ${decimals(pulls, 0)} A.`}
      </p>
      <dl>
        <dt>Ready</dt>
        <dd>
          {dayTimeAt(solution.clock, row.secondsToTarget)}, after {durationText(row.secondsToTarget)}
        </dd>
        <dt>Range</dt>
        <dd>
          {figureText(speedFigure(row.kmPerHour, unit))}
          <small> ({figureText(speedFigure(row.kmPerHourWall, unit))} counted at the wall)</small>
        </dd>
        <dt>From the wall</dt>
        <dd>{figureText(powerFigure(row.wallW))}</dd>
        <dt>Lost</dt>
        <dd>{percentText(row.lostShare)} of what the meter counts</dd>
        <dt>Cost</dt>
        <dd>{moneyText(row.cost, currency)} the whole charge</dd>
        <dt>A night</dt>
        <dd>
          {night.holds ? `enough, ${spare} to spare` : `falls short by ${spare}`} against{" "}
          {figureText(distanceFigure(draft.dayKm, unit))} a day
        </dd>
        {row.solution.endsItself !== null && (
          <>
            <dt>The car</dt>
            <dd>ends by itself at {percentText(row.solution.endsItself)}</dd>
          </>
        )}
        {row.limitBites !== null && (
          <>
            <dt>Time limit</dt>
            <dd>ends it after {durationText(row.limitBites)}</dd>
          </>
        )}
      </dl>
      {worst && (
        <div className={`way-caution ${worst.severity}`}>
          <strong>{worst.severity}</strong> {worst.what} {worst.todo}
          {row.cautions.length > 1 && <small> And {row.cautions.length - 1} more, on the Path.</small>}
        </div>
      )}
    </>
  );
}
