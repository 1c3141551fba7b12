import { useState } from "react";
import { DateTime } from "luxon";
import {
  finishedBy,
  measuredIn,
  seriesOf,
  reckonedWh,
  type FieldProblem,
  type Household,
  type Kept,
  type Sample,
  type SessionRecord,
} from "@kettleback/core";
import { Button } from "../../../controls/Button";
import { TimeInput } from "../../../controls/MomentInput";
import { TextInput } from "../../../controls/TextInput";
import { readNumber } from "../../../format/manner";
import { energyFigure, figureText, percentText } from "../../../format/number";
import { sayDone, sayTrouble } from "../../../stores/notices";
import { useSessions } from "../../../stores/sessions";
import { endOf } from "./endOf";

interface Props {
  readonly row: Kept<SessionRecord>;
  readonly household: Kept<Household>;
  /** What was read while it went on: it need not be typed again. */
  readonly samples?: readonly Sample[];
  onClose(): void;
}

type Typed = Readonly<Record<"toSoc" | "beforeKWh" | "afterKWh", string>>;
const NOTHING: Typed = { toSoc: "", beforeKWh: "", afterKWh: "" };

/** What was read already, as it would be typed: the last charge, and the counter's first and last figure. */
export function readAlready(samples: readonly Sample[]): Typed {
  if (samples.length === 0) return NOTHING;
  const { totals } = seriesOf([...samples].sort((a, b) => a[0] - b[0]));
  const text = (value: number | null, factor: number) =>
    value === null ? "" : String(Number((value * factor).toFixed(3)));
  const counter = samples.map((sample) => measuredIn(sample, "counterWh")).filter((wh) => wh !== null);
  const moved = totals.counterWh;
  const straight = moved !== null && Math.abs(counter.at(-1)! - counter[0]! - moved) < 0.5;
  return {
    toSoc: samples.some((sample) => measuredIn(sample, "soc") !== null) ? text(totals.toSoc, 100) : "",
    // One that began anew on the way tells by what it moved.
    beforeKWh: straight ? text(counter[0]!, 0.001) : "",
    afterKWh: text(straight ? counter.at(-1)! : moved, 0.001),
  };
}

/** What is typed as a figure; null where nothing is. What is no figure is none that could be accepted. */
const figure = (text: string): number | null => (text.trim() === "" ? null : readNumber(text));

/** What a session came to, in a line: what was charged, what was counted, and what had been reckoned. */
export function cameTo({ fromSoc, toSoc, wallWh, plan }: SessionRecord): string {
  const charged = toSoc === null ? null : `${percentText(fromSoc ?? 0)} to ${percentText(toSoc)}`;
  const reckoned = plan && toSoc !== null ? reckonedWh(plan, toSoc) : null;
  const counted = wallWh === null ? null : `${figureText(energyFigure(wallWh))} counted`;
  return [charged, counted, reckoned && `${figureText(energyFigure(reckoned))} reckoned`]
    .filter(Boolean)
    .join(", ");
}

/** How a session ends: what the car shows and what a counter says, either or both; kept at once, taken back with undo. */
export function FinishForm({ row, household, samples = [], onClose }: Props) {
  const { change } = useSessions();
  const zone = household.spec.timeZone;
  const [typed, setTyped] = useState(() => readAlready(samples));
  const [ended, setEnded] = useState(() => DateTime.now().setZone(zone).toFormat("HH:mm"));
  const [problems, setProblems] = useState<readonly FieldProblem[]>([]);
  const { spec } = row;

  const finish = async () => {
    const nowMs = Date.now();
    const beginMs = Date.parse(spec.begin);
    const percent = figure(typed.toSoc);
    const found = finishedBy({
      beginMs,
      endMs: endOf(ended, beginMs, nowMs, zone),
      nowMs,
      fromSoc: spec.fromSoc ?? 0,
      toSoc: percent === null ? null : percent / 100,
      beforeKWh: figure(typed.beforeKWh),
      afterKWh: figure(typed.afterKWh),
    });
    if (!found.ok) return setProblems(found.problems);
    const { end, toSoc, wallWh } = found;
    try {
      const over = await change(household.id, { ...row, spec: { ...spec, end, toSoc, wallWh } });
      sayDone(`Kept for the log: ${cameTo(over.spec)}.`, {
        label: "Undo",
        run: () => void change(household.id, { ...over, spec }).catch(sayTrouble),
      });
    } catch (error) {
      sayTrouble(error);
    }
  };
  const field = (name: keyof Typed, label: string, unit: string) => {
    const problem = problems.find((one) => one.field === name)?.message;
    return (
      <label>
        {label}{" "}
        <span className="measure">
          <TextInput
            label={`${label}, ${unit}`}
            kind="figure"
            wrong={!!problem}
            value={typed[name]}
            onChange={(text) => setTyped({ ...typed, [name]: text })}
          />{" "}
          {unit}
        </span>
        {problem && (
          <span className="problem" role="alert">
            {label}: {problem}
          </span>
        )}
      </label>
    );
  };
  const late = problems.find((one) => one.field === "end")?.message;
  return (
    <form
      className="finish"
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        void finish();
      }}
    >
      <p className="quiet">
        One of the two is enough; both say more. A counter that begins anew needs no reading before.
      </p>
      <div className="readings">
        {field("toSoc", "The car shows", "%")}
        {field("beforeKWh", "Counter before", "kWh")}
        {field("afterKWh", "Counter after", "kWh")}
        <label>
          Ended at <TimeInput label="Ended at" value={ended} onChange={setEnded} />
          {late && (
            <span className="problem" role="alert">
              Ended at: {late}
            </span>
          )}
        </label>
      </div>
      <p className="acts">
        <Button type="submit">Keep it</Button>{" "}
        <Button quiet onClick={onClose}>
          Not yet
        </Button>
      </p>
    </form>
  );
}
