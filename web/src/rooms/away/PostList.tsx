import { useState } from "react";
import { metName, NOTE_WORDS, STATE_WORDS, windOf, type PostRow } from "@kettleback/core";
import { Button } from "../../controls/Button";
import { Table } from "../../controls/Table";
import { useNow } from "../../controls/useNow";
import { figureText, speedFigure } from "../../format/number";
import type { ViewProps } from "./view";
import { ageText, amountText, kmText, kWText, nearText } from "./words";

interface Props extends ViewProps {
  readonly rows: readonly PostRow[];
  readonly chosen: string | null;
  onChoose(key: string): void;
}

/** Rows drawn at once. */
const PAGE = 60;

/** Posts as a list: how far, what to plug in, how it stands, what this car gets, what the stay costs. */
export function PostList({ garage, rows, chosen, onChoose }: Props) {
  const { distanceUnit: unit, currency } = garage.household.spec;
  const [pages, setPages] = useState(1);
  const now = useNow();
  return (
    <>
      <Table label="Posts" className="posts" frame="view-panel" rowCount={rows.length + 1}>
        <thead>
          <tr>
            <th scope="col">Post</th>
            <th scope="col">Plug</th>
            <th scope="col">State</th>
            <th scope="col" className="figure">
              This car
            </th>
            <th scope="col" className="figure">
              The stay
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, pages * PAGE).map((row) => {
            const { post, km, towards, at, state, stateMs, free, fitting, figure } = row;
            const notes = garage.posts
              .filter(({ id, spec }) => spec.network === post.key || id === post.key)
              .flatMap(({ spec }) => spec.notes);
            return (
              <tr key={post.key} className={post.key === chosen ? "selected" : ""}>
                <th scope="row">
                  <button
                    type="button"
                    className="link"
                    aria-pressed={post.key === chosen}
                    onClick={() => onChoose(post.key)}
                  >
                    {post.name}
                  </button>
                  <small>
                    {nearText(km, unit)} {windOf(towards)}
                    {post.own ? ", mine" : ""}
                    {notes.length > 0 ? ` · ${NOTE_WORDS[notes.at(-1)!.what]}` : ""}
                  </small>
                </th>
                <td>
                  {at ? metName(at.met) : "not stated"}
                  <small>{figure?.gives ? (figure.ownCable ? "cable of mine" : "its own cable") : ""}</small>
                </td>
                <td className={`state-${state}`}>
                  {STATE_WORDS[state]}
                  {fitting > 1 ? `, ${free} of ${fitting}` : ""}
                  <small>{stateMs === null ? "" : ageText(now - stateMs)}</small>
                </td>
                {figure?.gives ? (
                  <>
                    <td className="figure">
                      {kWText(figure.batteryW)}
                      <small>{figureText(speedFigure(figure.kmPerHour, unit))}</small>
                    </td>
                    <td className="figure">
                      {kmText(figure.km, unit)}
                      <small>
                        {figure.cost === null
                          ? "no price known"
                          : `${figure.unpriced ? "at least " : ""}${amountText(figure.cost, currency)}`}
                        {figure.limited ? `, ${post.limitMinutes} min limit` : ""}
                      </small>
                    </td>
                  </>
                ) : (
                  <td colSpan={2} className="quiet">
                    {figure?.whyNot?.word ?? "nothing is stated"}
                  </td>
                )}
              </tr>
            );
          })}
        </tbody>
      </Table>
      {rows.length > pages * PAGE && (
        <Button quiet onClick={() => setPages(pages + 1)}>
          Show {Math.min(PAGE, rows.length - pages * PAGE)} more of {rows.length}
        </Button>
      )}
    </>
  );
}
