import { useMemo, useState } from "react";
import {
  micros,
  moveVerdict,
  STAYS,
  staysOf,
  WORTH_MOVING_KM,
  type Micros,
  type Stay,
  type Row,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { FigureInput } from "../../controls/FigureInput";
import { Select } from "../../controls/Select";
import { Table } from "../../controls/Table";
import {
  distanceFigure,
  durationText,
  energyFigure,
  figureText,
  moneyText,
  moreText,
  shownKm,
} from "../../format/number";
import { cellsOfCar, type ViewProps } from "./view";
import type { LineupDraft } from "../../stores/lineup";

/** "I have two hours here": what each way gives, where a time limit bites, and whether the faster one is worth the move. */
export default function StayView({ solved, selected, onSelect }: ViewProps) {
  const { open, draft } = solved;
  const [hours, setHours] = useState<number>(2);
  const [moveMinutes, setMoveMinutes] = useState(15);
  const at = Math.min(draft.carAt, open.cars.length - 1);
  const cells = useMemo(() => cellsOfCar(solved, at), [solved, at]);
  const rows = useMemo(() => cells.flatMap((cell) => (cell?.kind === "charging" ? [cell] : [])), [cells]);
  const way = useMemo(
    () => new Map(cells.flatMap((cell, i) => (cell?.kind === "charging" ? [[cell, i] as const] : []))),
    [cells],
  );
  const chosen = cells[selected];
  const here = chosen?.kind === "charging" ? chosen : rows[0];
  const hoursRight = hours > 0 && hours <= 168;
  const minutesRight = moveMinutes >= 0 && moveMinutes <= 240;
  const problems = [
    ...(hoursRight ? [] : ["Length of the stay: accepted: above 0 to 168 h"]),
    ...(minutesRight ? [] : ["Moving takes: accepted: 0 to 240 min"]),
  ];
  const sound = problems.length === 0;
  // Nothing is solved anew: a stay is read off the sessions of the line-up.
  const stays = useMemo(
    () =>
      sound
        ? staysOf(rows, {
            hours,
            moveMinutes,
            here,
            limitOf: (row) => open.ways[way.get(row)!]!.way?.place?.limitMinutes ?? null,
          })
        : [],
    [rows, way, open, here, hours, moveMinutes, sound],
  );
  const { worth, best } = moveVerdict(stays, here);
  const { distanceUnit: unit, currency } = open.household;
  const km = (n: number) => figureText(distanceFigure(n, unit));
  const hereKm = stays.find(({ row }) => row === here)?.km ?? 0;
  const moreKm = (stay: Stay) => shownKm(stay.km, unit) - shownKm(hereKm, unit);
  const hereCost = stays.find(({ row }) => row === here)?.cost ?? micros(0);
  const costs = ({ cost }: Stay): string => {
    const more = moreText(cost, hereCost, currency);
    return more === "the same" ? "for the same money" : `for ${more}`;
  };
  return (
    <section className="view-panel" aria-label="A stay">
      <StayTools
        hours={hours}
        hoursRight={hoursRight}
        setHours={setHours}
        draft={draft}
        here={here}
        way={way}
        onSelect={onSelect}
        rows={rows}
        moveMinutes={moveMinutes}
        minutesRight={minutesRight}
        setMoveMinutes={setMoveMinutes}
      />
      {problems.length > 0 && (
        <ul className="problems" role="alert">
          {problems.map((problem) => (
            <li key={problem}>{problem}</li>
          ))}
        </ul>
      )}
      {sound && here && best && (
        <p className="says" aria-live="polite">
          {best.row === here
            ? `Stay where you are: nothing else gives more in ${durationText(hours * 3600)}.`
            : worth
              ? `${best.row.plan.name} is worth the move: ${km(moreKm(best))} more, ${costs(best)}.`
              : `Not worth the move: ${best.row.plan.name} would give ${km(moreKm(best))} more, below the ${km(WORTH_MOVING_KM)} it takes to get up for.`}
        </p>
      )}
      {stays.length > 0 && (
        <StayTable
          stays={stays}
          moreKm={moreKm}
          here={here}
          hereCost={hereCost}
          km={km}
          currency={currency}
        />
      )}
    </section>
  );
}

interface StayTableProps {
  readonly stays: Stay[];
  readonly moreKm: (stay: Stay) => number;
  readonly here: Row | undefined;
  readonly hereCost: Micros;
  readonly km: (n: number) => string;
  readonly currency: string;
}

/** What each way gives, the one one stands at among them. */
const StayTable = ({ stays, moreKm, here, hereCost, km, currency }: StayTableProps) => (
  <Table label="What each way gives in the stay" className="plain">
    <thead>
      <tr>
        <th scope="col">Way</th>
        <th scope="col">At the plug</th>
        <th scope="col">Range gained</th>
        <th scope="col">On the meter</th>
        <th scope="col">Cost</th>
        <th scope="col">Against where you stand</th>
        <th scope="col" />
      </tr>
    </thead>
    <tbody>
      {stays.map((stay, i) => (
        <StayRow
          key={i}
          stay={stay}
          moreKm={moreKm(stay)}
          here={stay.row === here}
          hereCost={hereCost}
          km={km}
          currency={currency}
        />
      ))}
    </tbody>
  </Table>
);

interface StayToolsProps {
  readonly hours: number;
  readonly hoursRight: boolean;
  readonly setHours: (value: number) => void;
  readonly draft: LineupDraft;
  readonly here: Row | undefined;
  readonly way: Map<Row, number>;
  readonly onSelect: (way: number) => void;
  readonly rows: Row[];
  readonly moveMinutes: number;
  readonly minutesRight: boolean;
  readonly setMoveMinutes: (value: number) => void;
}

/** How long, where, and what moving the car takes. */
const StayTools = ({
  hours,
  hoursRight,
  setHours,
  draft,
  here,
  way,
  onSelect,
  rows,
  moveMinutes,
  minutesRight,
  setMoveMinutes,
}: StayToolsProps) => (
  <div className="view-tools">
    <label>
      I have
      <span>
        <FigureInput
          className="short"
          label="Length of the stay, hours"
          value={hours}
          wrong={!hoursRight}
          onChange={setHours}
        />{" "}
        h here
      </span>
    </label>
    <span className="choices">
      {[...STAYS, { hours: draft.stayHours, name: "own" }].map(({ hours: h, name }) => (
        <Button key={name} quiet aria-pressed={h === hours} onClick={() => setHours(h)}>
          {name} {h} h
        </Button>
      ))}
    </span>
    <Select
      says="I stand at"
      value={here ? way.get(here)! : -1}
      onChange={onSelect}
      options={rows.map((row) => ({ value: way.get(row)!, text: row.plan.name }))}
    />
    <label>
      Moving takes
      <span>
        <FigureInput
          className="short"
          label="Moving the car takes, minutes"
          value={moveMinutes}
          wrong={!minutesRight}
          onChange={setMoveMinutes}
        />{" "}
        min
      </span>
    </label>
  </div>
);

interface RowProps {
  readonly stay: Stay;
  /** Range (km) more than where one stands, as both are shown. */
  readonly moreKm: number;
  readonly here: boolean;
  readonly hereCost: Micros;
  km(n: number): string;
  readonly currency: string;
}

function StayRow({ stay, moreKm, here, hereCost, km, currency }: RowProps) {
  const signed = (n: number, text: string) => (n > 0 ? `+${text}` : n < 0 ? `−${text}` : text);
  return (
    <tr className={here ? "selected" : ""}>
      <th scope="row">{stay.row.plan.name}</th>
      <td>{durationText(stay.plugged)}</td>
      <td>{km(stay.km)}</td>
      <td>{figureText(energyFigure(stay.wallWh))}</td>
      <td>{moneyText(stay.cost, currency)}</td>
      <td>
        {here
          ? "you stand here"
          : `${signed(moreKm, km(Math.abs(moreKm)))}, ${moreText(stay.cost, hereCost, currency)}`}
      </td>
      <td>{stay.limited ? "the time limit ends it" : stay.full ? "reaches the target" : ""}</td>
    </tr>
  );
}
