import type { ReactNode } from "react";
import { Link } from "react-router-dom";
import type { DistanceUnit, FitWay } from "@kettleback/core";
import { Button } from "../../controls/Button";
import { timesIn } from "../../format/manner";
import type { ViewProps } from "./view";
import { chosenWay, costText, FIT_WORDS, kmText, leftText, needText, weekText } from "./words";

/** Every way to fit a car in, each on the board's own axis of amperes. */
export default function WaysView({ draft, answer, asked, garage, onChange, stale }: ViewProps) {
  if (!answer) return <div className="view-waiting" />;
  const { currency, distanceUnit: unit } = garage.household.spec;
  const { ways, best } = answer;
  const chosen = chosenWay(answer, draft.chosen);
  const found = ways.find(({ id }) => id === best);
  const axis = Math.max(
    ...ways.map(({ board }) => Math.max(board.mainAmps, board.houseAmps + board.carAmps)),
  );
  const look = (way: FitWay) => onChange({ ...draft, chosen: way.id });
  return (
    <div className={stale ? "older" : undefined}>
      <div className="answer">
        <p className="verdict" role="status">
          {found ? (
            <>
              <b>{timesIn(found.name)}</b> is enough: {kmText(found.nightKm, unit)} a night, usually{" "}
              {costText(found.cost, currency)}.
            </>
          ) : (
            <b>No way that fits is enough for this week.</b>
          )}{" "}
          {found && found.id !== "wanted" && (
            <span>
              The {asked.wanted.amps} A you wish for{" "}
              {ways.find(({ id }) => id === "wanted")!.fit === "no" ? "do not fit" : "are not needed"}.
            </span>
          )}
        </p>
        <p className="quiet">
          {answer.madeUp
            ? "The house is a usual one, made up from its loads: its hours and the limit that follows it are told by that."
            : "The house is as its meter told."}{" "}
          Held against{" "}
          {asked.pattern ? <Link to="/week">your week</Link> : `${kmText(asked.night.km, unit)} every day`}.
        </p>
      </div>
      <ul className="ways" aria-label="Ways to fit a car in">
        {ways.map((way) => (
          <WayRow
            key={way.id}
            way={way}
            axis={axis}
            unit={unit}
            fullKm={asked.car.battery.usableWh / asked.car.whPerKm}
            currency={currency}
            selected={way.id === chosen.id}
            best={way.id === best}
            onLook={() => look(way)}
          >
            {way.id === chosen.id && <WayDetail way={way} />}
          </WayRow>
        ))}
      </ul>
    </div>
  );
}

/** Why a way goes or does not, what it asks of the house, and what to beware of: under its own row, in view. */
function WayDetail({ way }: { readonly way: FitWay }) {
  return (
    <section className="way-detail" aria-label={timesIn(way.name)}>
      <p>{timesIn(way.why)}</p>
      {way.fit !== "no" && (
        <p>
          {leftText(way.amps)}, {way.told}
          {way.circuits ? `; breaker ${way.breakerAmps} A` : ""}.
        </p>
      )}
      <div className="two">
        <div>
          <h3>It asks of the house</h3>
          <ul>
            {way.asks.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
        </div>
        <div>
          {way.cautions.length > 0 && (
            <>
              <h3>To beware of</h3>
              <ul className="room-caution">
                {way.cautions.map((text) => (
                  <li key={text}>{text}</li>
                ))}
              </ul>
            </>
          )}
        </div>
      </div>
      <p className="presses">
        {way.circuits && way.fit !== "no" && <Link to="/install/circuit">Its circuit</Link>}
        {way.followed && <Link to="/install/limit">Its year</Link>}
        {way.fit !== "no" && <Link to="/install/brief">The brief for it</Link>}
      </p>
    </section>
  );
}

interface RowProps {
  readonly way: FitWay;
  /** Most of all boards (A): all of them on one axis. */
  readonly axis: number;
  readonly unit: DistanceUnit;
  /** What a full battery is worth (km). */
  readonly fullKm: number;
  readonly currency: string;
  readonly selected: boolean;
  readonly best: boolean;
  onLook(): void;
  /** What is told of it once it is looked at. */
  readonly children: ReactNode;
}

/** A way on its board: the house in slate, the car in copper, what is left open, what is too much hatched. */
function WayRow({ way, axis, unit, fullKm, currency, selected, best, onLook, children }: RowProps) {
  const { board, fit } = way;
  const full = way.nightKm >= fullKm - 1e-6;
  const at = (amps: number): string => `${(100 * amps) / axis}%`;
  const car = way.id === "wanted" || fit !== "no" ? board.carAmps : 0;
  const sum = board.houseAmps + car;
  const over = board.gives ? 0 : Math.max(0, sum - board.mainAmps);
  // The main is what holds it: nothing usable is left beside the car.
  const binds = !board.gives && sum > board.mainAmps - 1;
  const inside = Math.max(0, Math.min(car, board.mainAmps - board.houseAmps));
  return (
    <li className={`way ${fit} ${selected ? "selected" : ""}`}>
      <span className="way-name">
        <Button className="link" aria-pressed={selected} onClick={onLook}>
          {timesIn(way.name)}
        </Button>
        <small>
          {FIT_WORDS[fit]}
          {best ? ", asks least of those that are enough" : ""}
          {fit !== "no" && way.told ? `; ${way.told}` : ""}
        </small>
      </span>
      <span
        className="bus"
        role="img"
        aria-label={`Main ${board.mainAmps} A: the house ${needText(board.houseAmps)}, the car ${car > 0 ? `${board.gives ? "up to " : ""}${leftText(car)}` : "nothing"}${over > 0 ? `, ${needText(over)} too much` : ""}`}
      >
        <i className="ground" style={{ width: at(board.mainAmps) }} />
        <i className="taken" style={{ width: at(Math.min(board.houseAmps, axis)) }} />
        <i
          className={board.gives ? "car gives" : "car"}
          style={{
            left: at(board.houseAmps),
            width: at(board.gives ? Math.min(car, axis - board.houseAmps) : inside),
          }}
        />
        <i className={binds ? "edge jaws" : "edge"} style={{ left: at(board.mainAmps) }} />
        {over > 0 && <i className="over" style={{ left: at(board.mainAmps), width: at(over) }} />}
      </span>
      <span className="way-figure">
        {fit === "no" ? "" : kmText(way.nightKm, unit)}
        <small>{fit === "no" ? "" : full ? "a battery full" : "a night"}</small>
      </span>
      <span className="way-figure">
        {fit === "no" ? "" : costText(way.cost, currency)}
        <small>{fit === "no" ? "" : "usually"}</small>
      </span>
      <span className={`way-week ${way.week?.verdict === "short" && fit !== "no" ? "late" : ""}`}>
        {weekText(way, unit)}
        <small>{fit === "no" ? "" : "the week"}</small>
      </span>
      {children}
    </li>
  );
}
