import type { Pattern, Second } from "@kettleback/core";
import { Select } from "../../controls/Select";
import { Tick } from "../../controls/Tick";
import type { SolvedWeek, WeekWay } from "../../jobs/week";
import type { WeekDraft } from "../../stores/week";
import { SeasonFields } from "./SeasonFields";
import { weekdayOf } from "./words";

interface Props {
  readonly solved: SolvedWeek;
  onChange(draft: WeekDraft): void;
}

const NONE = "";
const ELSEWHERE = {
  work: "At work it is plugged into",
  post: "At a public post, into",
  stop: "On the way it stops at",
} as const;

/** What else is assumed: the season's figures, days left full, where it charges away from home, another car. */
export function Conditions({ solved, onChange }: Props) {
  const { draft } = solved;
  const { pattern } = draft;
  const set = (change: Partial<Pattern>) => onChange({ ...draft, pattern: { ...pattern, ...change } });
  return (
    <section className="view-panel conditions" aria-label="With these figures">
      <h2>With these figures</h2>
      <SeasonFields
        season={pattern.season}
        unit={solved.garage.household.spec.distanceUnit}
        onChange={(season) => set({ season })}
      />
      <Weekdays
        legend="Charged full, for"
        pattern={pattern}
        value={pattern.liftedOn}
        onChange={(liftedOn) => set({ liftedOn })}
      />
      {pattern.plugIn === "days" && (
        <Weekdays
          legend="Plugged in on"
          pattern={pattern}
          value={pattern.plugInDays}
          onChange={(plugInDays) => set({ plugInDays })}
        />
      )}
      <Elsewhere solved={solved} onChange={onChange} />
      {solved.lineup.cars.length > 1 && <OtherCar solved={solved} onChange={(second) => set({ second })} />}
    </section>
  );
}

/** What it is plugged into away from home, and what it stops at. */
const Elsewhere = ({ solved, onChange }: Props) => (
  <div className="figures-row">
    {(Object.keys(ELSEWHERE) as (keyof typeof ELSEWHERE)[]).map((at) => (
      <label key={at}>
        {ELSEWHERE[at]}{" "}
        <Select
          label={ELSEWHERE[at]}
          wrong={solved.problems.some(({ field }) => field === at)}
          value={solved.draft.elsewhere[at] ?? NONE}
          onChange={(id) =>
            onChange({
              ...solved.draft,
              elsewhere: { ...solved.draft.elsewhere, [at]: id === NONE ? null : id },
            })
          }
          options={[
            {
              value: NONE,
              text:
                at === "stop"
                  ? `the first rapid station (${firstRapid(solved.others)})`
                  : "nothing that is known",
            },
            ...[...solved.others, ...solved.ways].map(({ id, way }) => ({ value: id, text: way.name })),
          ]}
        />
      </label>
    ))}
  </div>
);

const firstRapid = (others: readonly WeekWay[]): string =>
  others.find(({ way }) => way.evse.kind === "rapid")?.way.name ?? "there is none";

interface WeekdaysProps {
  readonly legend: string;
  readonly pattern: Pattern;
  readonly value: readonly number[];
  onChange(days: number[]): void;
}

const Weekdays = ({ legend, pattern, value, onChange }: WeekdaysProps) => (
  <fieldset className="weekdays">
    <legend>{legend}</legend>
    {pattern.days.map((_, day) => (
      <Tick
        key={day}
        label={`${legend} ${weekdayOf(pattern, day)}`}
        checked={value.includes(day)}
        onChange={(on) =>
          onChange(on ? [...value, day].sort((a, b) => a - b) : value.filter((d) => d !== day))
        }
      >
        {weekdayOf(pattern, day).slice(0, 3)}
      </Tick>
    ))}
  </fieldset>
);

/** Another car on the same unit at home, and who goes first where both stand there. */
function OtherCar({
  solved,
  onChange,
}: {
  readonly solved: SolvedWeek;
  onChange(second: Second | null): void;
}) {
  const { draft, lineup, carAt } = solved;
  const { second, days } = draft.pattern;
  return (
    <div className="figures-row">
      <label>
        On the same unit too{" "}
        <Select
          label="On the same unit too"
          value={second?.car ?? -1}
          onChange={(car) =>
            onChange(car < 0 ? null : { car, days: second?.days ?? days, first: second?.first ?? false })
          }
          options={[
            { value: -1, text: "no other car" },
            ...lineup.cars.flatMap(({ car }, i) => (i === carAt ? [] : [{ value: i, text: car.name }])),
          ]}
        />
      </label>
      {second && (
        <label>
          Where both are home{" "}
          <Select
            label="Where both are home"
            value={second.first ? "other" : "mine"}
            onChange={(who) => onChange({ ...second, first: who === "other" })}
            options={[
              { value: "mine", text: `${solved.car.name} goes first` },
              { value: "other", text: `${lineup.cars[second.car]?.car.name ?? "the other"} goes first` },
            ]}
          />
        </label>
      )}
    </div>
  );
}
