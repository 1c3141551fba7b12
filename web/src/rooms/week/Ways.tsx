import { amountOf, weekSums, WEEKS_A_YEAR, type DistanceUnit } from "@kettleback/core";
import { Table } from "../../controls/Table";
import { Tick } from "../../controls/Tick";
import { tickText } from "../../plan/money";
import { chargingOf, type ViewProps } from "./view";
import { kmText, timesText, verdictWord } from "./words";

interface Props extends ViewProps {
  readonly unit: DistanceUnit;
  readonly currency: string;
  readonly drawn: readonly string[];
  onDraw(id: string): void;
}

/** Every way: whether the week is enough there, what it carries for good, what would do, what it costs. */
export function Ways({ solved, selected, onSelect, unit, currency, drawn, onDraw }: Props) {
  const { ways, cells, reach } = solved;
  return (
    <Table label="Ways through this week" className="ways" frame="ways-frame">
      <thead>
        <tr>
          <th scope="col" className="tick">
            Drawn
          </th>
          <th scope="col">Way</th>
          <th scope="col">This week</th>
          <th scope="col" className="figure">
            A day, for good
          </th>
          <th scope="col" className="figure">
            A year
          </th>
        </tr>
      </thead>
      <tbody>
        {ways.map(({ id, way }, at) => {
          const cell = cells[at];
          const answer = chargingOf(cell);
          const found = reach[at];
          const sums = answer && weekSums(answer.longRun);
          const cost =
            sums && sums.stops !== null && !sums.unpriced
              ? (amountOf(sums.plugs) + amountOf(sums.stops)) * WEEKS_A_YEAR
              : null;
          return (
            <tr key={id} className={at === selected ? "selected" : ""}>
              <td className="tick">
                <Tick
                  label={`Draw ${way.name}`}
                  checked={at === selected || drawn.includes(id)}
                  disabled={at === selected || !answer}
                  onChange={() => onDraw(id)}
                />
              </td>
              <th scope="row">
                <button
                  type="button"
                  className="link"
                  aria-pressed={at === selected}
                  onClick={() => onSelect(at)}
                >
                  {way.name}
                </button>
              </th>
              {answer ? (
                <>
                  <td className={`verdict-${answer.verdict}`}>
                    {verdictWord(answer, unit)}
                    {cell!.other?.kind === "charging" && (
                      <small>
                        {cell!.other.car.name}: {verdictWord(cell!.other, unit)}
                      </small>
                    )}
                  </td>
                  <td className="figure">{found ? kmText(found.sustainedKmPerDay, unit) : "…"}</td>
                  <td className="figure">
                    {cost === null ? "–" : tickText(cost, currency)}
                    {sums!.stopCount > 0 && (
                      <small>
                        {timesText(sums!.stopCount)} {sums!.stopCount === 1 ? "stop" : "stops"} a week
                      </small>
                    )}
                  </td>
                </>
              ) : (
                <td colSpan={3} className="quiet">
                  {cell?.answer.kind === "blocked" ? cell.answer.refusal.message : "…"}
                </td>
              )}
            </tr>
          );
        })}
      </tbody>
    </Table>
  );
}
