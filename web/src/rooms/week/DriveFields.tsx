import {
  fromKm,
  toKm,
  type AwayPlace,
  type Day,
  type DistanceUnit,
  type Drive,
  type Pattern,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { FigureInput } from "../../controls/FigureInput";
import { TimeInput } from "../../controls/MomentInput";
import { Select } from "../../controls/Select";
import { Tick } from "../../controls/Tick";
import { added, sound, spanOf, withDrive, withoutDrive, type DriveAt } from "./strip";
import { weekdayOf } from "./words";

const STANDS: Record<AwayPlace, string> = {
  nowhere: "not plugged in",
  work: "plugged in at work",
  post: "plugged in at a public post",
};

interface Props {
  readonly days: readonly Day[];
  readonly pattern: Pattern;
  readonly unit: DistanceUnit;
  readonly selected: DriveAt | null;
  onSelect(drive: DriveAt | null): void;
  onChange(days: readonly Day[]): void;
}

/** Hours tried for a new drive that is asked for by a press, in order. */
const FREE = [9, 14, 19, 6, 12, 16, 22, 1, 4];

/** The drive that was pressed, typed; else how one is drawn. */
export function DriveFields({ days, pattern, unit, selected, onSelect, onChange }: Props) {
  const drive = selected && days[selected.day]?.drives[selected.at];
  const add = (day: number) => {
    for (const hour of FREE) {
      const made = added(days, day, hour * 60, (hour + 1) * 60);
      if (!made) continue;
      onChange(made.days);
      return onSelect(made.at);
    }
  };
  return (
    <div className="drive-fields">
      {drive && selected ? (
        <Fields
          key={`${selected.day}-${selected.at}`}
          {...{ days, pattern, unit, selected, drive, onSelect, onChange }}
        />
      ) : (
        <p className="quiet">
          Drag over a strip to draw a drive, a drive’s ends to change its hours, its distance to change that;
          or press one and type. By keys: arrows move it, with Shift its coming back, + and − its distance,
          Delete takes it away.
        </p>
      )}
      <Select
        label="Add a drive on"
        className="add-drive"
        value={-1}
        onChange={(day) => day >= 0 && add(day)}
        options={[
          { value: -1, text: "Add a drive on …" },
          ...days.map((_, day) => ({ value: day, text: weekdayOf(pattern, day) })),
        ]}
      />
    </div>
  );
}

interface FieldsProps extends Props {
  readonly selected: DriveAt;
  readonly drive: Drive;
}

function Fields({ days, pattern, unit, selected, drive, onSelect, onChange }: FieldsProps) {
  const name = weekdayOf(pattern, selected.day);
  const set = (change: Partial<Drive>) => onChange(withDrive(days, selected, { ...drive, ...change }));
  const day = days[selected.day]!;
  const overlaps = sound(days) === undefined;
  return (
    <fieldset className="one-drive">
      <legend>{name}</legend>
      <label>
        leaves{" "}
        <TimeInput
          label={`${name}: leaves`}
          value={drive.leave}
          onChange={(leave) => {
            const { nights: _, ...rest } = drive;
            if (leave) onChange(withDrive(days, selected, { ...rest, leave }));
          }}
        />
      </label>
      <label>
        back{" "}
        <TimeInput label={`${name}: back`} value={drive.back} onChange={(back) => back && set({ back })} />
      </label>
      <Select
        label={`${name}: nights away`}
        value={Math.floor(
          (Number(drive.leave.slice(0, 2)) * 60 + Number(drive.leave.slice(3)) + spanOf(drive)) / 1_440,
        )}
        onChange={(nights) => set({ nights })}
        options={[0, 1, 2, 3, 4, 5, 6].map((nights) => ({
          value: nights,
          text: nights === 0 ? "the same day" : nights === 1 ? "the next day" : `${nights} days later`,
        }))}
      />
      <label>
        <FigureInput
          label={`${name}: there and back, ${unit}`}
          className="number"
          value={fromKm(drive.km, unit)}
          decimals={1}
          wrong={(typed) => !(typed >= 0 && toKm(typed, unit) <= 2_000)}
          onChange={(typed) => typed >= 0 && toKm(typed, unit) <= 2_000 && set({ km: toKm(typed, unit) })}
        />{" "}
        {unit} there and back
      </label>
      <Select
        label={`${name}: while it is away`}
        value={drive.stands}
        onChange={(stands) => set({ stands })}
        options={(Object.keys(STANDS) as AwayPlace[]).map((value) => ({ value, text: STANDS[value] }))}
      />
      <Tick
        checked={day.home === "home"}
        onChange={(home) =>
          onChange(
            days.map((one, i) => (i === selected.day ? { ...one, home: home ? "home" : "nowhere" } : one)),
          )
        }
      >
        at home it can be plugged in
      </Tick>
      <Button
        quiet
        onClick={() => {
          onSelect(null);
          onChange(withoutDrive(days, selected));
        }}
      >
        Take it away
      </Button>
      {overlaps && (
        <p className="problem" role="alert">
          It overlaps another drive: change its hours, or take it away.
        </p>
      )}
    </fieldset>
  );
}
