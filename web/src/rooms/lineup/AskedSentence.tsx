import { fromKm, toKm, type Garage } from "@kettleback/core";
import { FigureInput } from "../../controls/FigureInput";
import { Select } from "../../controls/Select";
import { Tick } from "../../controls/Tick";
import type { SolvedLineup } from "../../jobs/lineup";
import { Comma } from "../../plan/Comma";
import { Departure, SpanWords } from "../../plan/SessionWords";
import { isCandidate } from "./candidate";
import type { LineupDraft } from "../../stores/lineup";
import sentence from "../../plan/sentence.module.scss";

interface Props {
  readonly garage: Garage;
  readonly solved: SolvedLineup;
  /** Only the car in view and its session. */
  readonly brief?: boolean;
  onChange(draft: LineupDraft): void;
}

/** What is asked of every way, as one sentence; the cars that are lined up, and the one in view. */
export function AskedSentence({ garage, solved, brief: asked = false, onChange }: Props) {
  const { draft, open, problems, repeated } = solved;
  const { session } = draft;
  const unit = garage.household.spec.distanceUnit;
  const wrong = (field: string) => problems.find((p) => p.field.startsWith(field))?.message;
  // What is wrong stands where it can be put right.
  const brief = asked && !wrong("dayKm") && !wrong("stayHours");
  const set = (change: Partial<LineupDraft>) => onChange({ ...draft, ...change });
  const own = new Set(draft.cars.filter((car) => typeof car === "string"));
  const toggle = (id: string) => {
    const cars = own.has(id) ? draft.cars.filter((car) => car !== id) : [...draft.cars, id];
    if (cars.length > 0) set({ cars, carAt: 0 });
  };
  return (
    <div className="asked">
      <p className={sentence.sentence}>
        Charge{" "}
        <Select
          label="Car in view"
          manner="sentence"
          value={Math.min(draft.carAt, open.cars.length - 1)}
          onChange={(picked) => set({ carAt: picked })}
          options={open.cars.map(({ key, car }, i) => ({
            value: i,
            text: isCandidate(key) ? `${car.name}, a candidate` : car.name,
          }))}
        />{" "}
        <SpanWords
          session={session}
          repeated={repeated}
          wrong={wrong}
          onChange={(change) => set({ session: { ...session, ...change } })}
        />
        <Comma />
        needed by{" "}
        <Departure
          value={session.neededBy}
          onChange={(neededBy) => set({ session: { ...session, neededBy } })}
        />
        {!brief && (
          <>
            <Comma />
            driving{" "}
            <Typed
              label={`A day's drive, ${unit}`}
              value={fromKm(draft.dayKm, unit)}
              wrong={!!wrong("dayKm")}
              unit={`${unit} a day`}
              onChange={(miles) => set({ dayKm: toKm(miles, unit) })}
            />
            <Comma />
            staying{" "}
            <Typed
              label="Own stay, hours"
              value={draft.stayHours}
              wrong={!!wrong("stayHours")}
              unit="h"
              onChange={(stayHours) => set({ stayHours })}
            />
          </>
        )}
        <span className="comma">.</span>
      </p>
      {!brief && garage.cars.length + draft.cars.filter((car) => typeof car !== "string").length > 1 && (
        <fieldset className="cars-ticked">
          <legend>Cars in the line-up</legend>
          {garage.cars.map(({ id, spec }) => (
            <Tick key={id} checked={own.has(id)} onChange={() => toggle(id)}>
              {spec.name}
            </Tick>
          ))}
          {draft.cars.map((car, i) =>
            typeof car === "string" ? null : (
              <Tick
                key={`described-${i}`}
                checked
                onChange={() =>
                  draft.cars.length > 1 && set({ cars: draft.cars.filter((_, at) => at !== i), carAt: 0 })
                }
              >
                {car.name}, a candidate
              </Tick>
            ),
          )}
        </fieldset>
      )}
    </div>
  );
}

interface TypedProps {
  readonly label: string;
  readonly value: number;
  readonly wrong: boolean;
  readonly unit: string;
  onChange(value: number): void;
}

function Typed({ label, value, wrong, unit, onChange }: TypedProps) {
  return (
    <span className={wrong ? "percent wrong" : "percent"}>
      <FigureInput
        manner="sentence"
        decimals={1}
        label={label}
        wrong={wrong}
        value={value}
        onChange={onChange}
      />{" "}
      {unit}
    </span>
  );
}
