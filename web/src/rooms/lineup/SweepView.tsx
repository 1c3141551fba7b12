import { useEffect, useEffectEvent, useId, useMemo, useRef, useState } from "react";
import {
  csvOf,
  sweepProblems,
  planOn,
  QUANTITY_IDS,
  quantityOf,
  quantityThatMatters,
  RESULT_IDS,
  RESULTS,
  type Axis,
  type SweepRow,
  type FieldProblem,
  type SweepSpec,
  type Micros,
  type Plan,
  type QuantityId,
  type ResultId,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { saveAs } from "../../controls/DocumentFile";
import { optionsOf, Select } from "../../controls/Select";
import { TextInput } from "../../controls/TextInput";
import { readNumber, typedNumber } from "../../format/manner";
import {
  durationText,
  energyFigure,
  figureText,
  moneyText,
  percentText,
  powerFigure,
  speedFigure,
} from "../../format/number";
import { ask, type Job } from "../../jobs/pool";
import { SweepCanvas } from "./SweepCanvas";
import { gridOf, pointsOf, type Grid } from "./sweepShape";
import { cellsOfCar, type ViewProps } from "./view";
import { WayPick } from "./WayPick";

/** Points along a side people can ask for. */
const COUNTS = [50, 100, 200] as const;

/** What can be an axis on this path: everything that varies in steps. */
const axesFor = (plan: Plan): QuantityId[] =>
  QUANTITY_IDS.filter((id) => id !== "conductor" && id !== "phases" && !quantityOf(id).never?.(plan));

/** A span of a quantity worth looking at: its real sizes on this path. */
function usual(plan: Plan, quantity: QuantityId, count: number): Axis {
  const { sizes, range } = quantityOf(quantity);
  const all = sizes(plan);
  const [min, max] = range(plan);
  return { quantity, from: Math.max(min, Math.min(...all)), to: Math.min(max, Math.max(...all)), count };
}

/** Two quantities at once: what comes of every pair, and which link binds where. */
export default function SweepView({ solved, selected, onSelect }: ViewProps) {
  const { open, draft } = solved;
  const way = open.ways[selected]?.way;
  const { car } = open.cars[Math.min(draft.carAt, open.cars.length - 1)]!;
  const plan = useMemo(() => way && planOn(open, car, way), [open, car, way]);
  const cell = cellsOfCar(solved, Math.min(draft.carAt, open.cars.length - 1))[selected];
  if (!plan)
    return (
      <p className="room-note">This way names things that are no longer in the Garage: choose another.</p>
    );
  return (
    <section className="view-panel" aria-label="Vary two">
      <Field
        key={`${selected}-${car.name}`}
        plan={plan}
        matters={cell?.kind === "charging" ? quantityThatMatters(cell) : undefined}
        pick={<WayPick solved={solved} selected={selected} onSelect={onSelect} />}
      />
    </section>
  );
}

/** What one looks at first beside what holds a way back, whichever of it this path has. */
const FIRST: readonly QuantityId[] = ["lead", "run", "station", "station-amps", "step"];

/** The two quantities a sweep opens on: the one that matters for the way, and another. */
function firstAxes(plan: Plan, matters: QuantityId | undefined): readonly [x: QuantityId, y: QuantityId] {
  const can = axesFor(plan);
  const wanted = [...(matters ? [matters] : []), ...FIRST, ...can].filter((id) => can.includes(id));
  const x = wanted[0]!;
  return [x, wanted.find((id) => id !== x)!];
}

type Ends = Readonly<
  Record<"x" | "y", { readonly quantity: QuantityId; readonly from: string; readonly to: string }>
>;

const endsOf = (plan: Plan, x: QuantityId, y: QuantityId): Ends => {
  const typed = (id: QuantityId) => {
    const { from, to } = usual(plan, id, 2);
    return { quantity: id, from: typedNumber(from), to: typedNumber(Number(to.toPrecision(6))) };
  };
  return { x: typed(x), y: typed(y) };
};

/** A sweep that is asked for: how far it is, what it came to, and what was wrong with the question. */
function useSweep(plan: Plan) {
  const [problems, setProblems] = useState<readonly FieldProblem[]>([]);
  const [progress, setProgress] = useState<number | null>(null);
  const [left, setLeft] = useState(false);
  const [failed, setFailed] = useState<string | null>(null);
  const key = useId();
  const [shown, setShown] = useState<{ grid: Grid; plan: Plan } | null>(null);
  const job = useRef<Job<SweepRow[]>>(null);
  useEffect(() => () => job.current?.leave(), []);

  const start = async (spec: SweepSpec) => {
    const wrong = sweepProblems(plan, spec);
    setProblems(wrong);
    if (wrong.length > 0) return;
    setLeft(false);
    setProgress(0);
    setFailed(null);
    const mine = ask("sweep", [plan, spec], { key, progress: setProgress });
    job.current = mine;
    try {
      const rows = await mine.result;
      if (job.current !== mine) return;
      setProgress(null);
      if (rows) setShown({ grid: gridOf(spec, rows), plan });
    } catch (error) {
      if (job.current !== mine) return;
      setProgress(null);
      setFailed(String(error).replace(/^Error: /, ""));
    }
  };
  const cancel = () => {
    job.current?.leave();
    job.current = null;
    setProgress(null);
    setLeft(true);
  };
  return { problems, progress, left, failed, shown, start, cancel };
}

interface FieldProps {
  readonly plan: Plan;
  /** What holds the way back, where it charges. */
  readonly matters: QuantityId | undefined;
  readonly pick: React.ReactNode;
}

function Field({ plan, matters, pick }: FieldProps) {
  const can = axesFor(plan);
  const [ends, setEnds] = useState<Ends>(() => endsOf(plan, ...firstAxes(plan, matters)));
  const [of, setOf] = useState<ResultId>("batteryW");
  const [count, setCount] = useState<(typeof COUNTS)[number]>(COUNTS[0]);
  const { problems, progress, left, failed, shown, start, cancel } = useSweep(plan);
  const axis = ({ quantity, from, to }: Ends["x"]): Axis => ({
    quantity,
    from: readNumber(from),
    to: readNumber(to),
    count,
  });
  const begin = useEffectEvent(() => void start({ x: axis(ends.x), y: axis(ends.y), of }));
  // It opens with an answer.
  useEffect(() => begin(), []);
  const now = useMemo(
    () =>
      shown
        ? ([
            quantityOf(shown.grid.spec.x.quantity).now(plan),
            quantityOf(shown.grid.spec.y.quantity).now(plan),
          ] as const)
        : ([undefined, undefined] as const),
    [shown, plan],
  );
  const set = (id: "x" | "y", change: Partial<Ends["x"]>) =>
    setEnds({ ...ends, [id]: { ...ends[id], ...change } });
  return (
    <>
      <div className="view-tools">
        {pick}
        {(["x", "y"] as const).map((id) => (
          <AxisFields
            key={id}
            id={id}
            can={can}
            ends={ends[id]}
            problems={problems}
            onQuantity={(quantity) => set(id, endsOf(plan, quantity, quantity)[id])}
            onChange={(change) => set(id, change)}
          />
        ))}
        <Select
          says="Show"
          value={of}
          onChange={setOf}
          options={optionsOf(RESULT_IDS, (id) => RESULTS[id].name)}
        />
        <Select says="Points a side" value={count} onChange={setCount} options={optionsOf(COUNTS)} />
        {progress === null ? (
          <Button onClick={() => void start({ x: axis(ends.x), y: axis(ends.y), of })}>Work it out</Button>
        ) : (
          <>
            <progress value={progress} aria-label="Working it out" />
            <Button quiet onClick={cancel}>
              Cancel
            </Button>
          </>
        )}
        {shown && progress === null && (
          <Button quiet onClick={() => saveAs("sweep.csv", csvOf(pointsOf(shown.grid)), "text/csv")}>
            CSV
          </Button>
        )}
      </div>
      {problems.length > 0 && (
        <ul className="problems" role="alert">
          {problems.map(({ field, message }) => (
            <li key={field + message}>
              {field.replace(/^x/, "across").replace(/^y/, "up")}: {message}
            </li>
          ))}
        </ul>
      )}
      {failed && (
        <p role="alert">This could not be worked out: {failed}. Press “Work it out” to try again.</p>
      )}
      {left && (
        <p role="status">Cancelled; {shown ? "the picture before it is still here." : "nothing was kept."}</p>
      )}
      {shown ? (
        <>
          {shown.plan !== plan && <p className="quiet">The way has changed since: work it out again.</p>}
          <SweepCanvas
            grid={shown.grid}
            now={now}
            text={(value) => valueText(shown.grid.spec.of, value, plan)}
          />
        </>
      ) : (
        progress === null && (
          <p className="quiet">Choose two quantities and what to show, then work it out.</p>
        )
      )}
    </>
  );
}

interface AxisProps {
  readonly id: "x" | "y";
  readonly can: readonly QuantityId[];
  readonly ends: Ends["x"];
  readonly problems: readonly FieldProblem[];
  onQuantity(id: QuantityId): void;
  onChange(change: Partial<Ends["x"]>): void;
}

function AxisFields({ id, can, ends, problems, onQuantity, onChange }: AxisProps) {
  const name = id === "x" ? "Across" : "Up";
  const wrong = (field: string) => problems.some((p) => p.field === field);
  return (
    <fieldset className="axis-fields">
      <legend>{name}</legend>
      <Select
        label={`${name}: quantity`}
        value={ends.quantity}
        onChange={onQuantity}
        options={optionsOf(can, (key) => quantityOf(key).name)}
      />
      {(["from", "to"] as const).map((end) => (
        <TextInput
          key={end}
          label={`${name}: ${end}`}
          className="short"
          wrong={wrong(`${id}.${end}`)}
          kind="figure"
          value={ends[end]}
          onChange={(text) => onChange({ [end]: text })}
        />
      ))}
      <span>{quantityOf(ends.quantity).unit}</span>
    </fieldset>
  );
}

/** A value of a result in the household's units. */
function valueText(of: ResultId, value: number, { household }: Plan): string {
  if (of === "batteryW" || of === "wallW") return figureText(powerFigure(value));
  if (of === "kmPerHour") return figureText(speedFigure(value, household.distanceUnit));
  if (of === "secondsToTarget") return durationText(value);
  if (of === "lostShare" || of === "endSoc") return percentText(value, 1);
  if (of === "cost") return moneyText(Math.round(value * 1e6) as Micros, household.currency);
  return figureText(energyFigure(value));
}
