import type { FromBrochure } from "@kettleback/core";
import { Button } from "../controls/Button";
import { TextInput } from "../controls/TextInput";
import { MOST_TIMES, type TypedBrochure, type TypedTime } from "./brochure";
import styles from "./brochure.module.scss";

interface Props {
  readonly typed: TypedBrochure;
  /** What it comes to; null while it says nothing. */
  readonly found: FromBrochure | null;
  onChange(typed: TypedBrochure): void;
}

/** What a brochure says of rapid charging, as it says it: a peak, and from one per cent to another in so many minutes. */
export function BrochureFields({ typed, found, onChange }: Props) {
  const { peakKW, stationKW, times } = typed;
  const problems = found && !found.ok ? found.problems : [];
  const wrong = (field: string) => problems.some((problem) => problem.field === field);
  const figure = (label: string, value: string, field: string, change: (text: string) => void) => (
    <TextInput
      className="short"
      kind="figure"
      label={label}
      value={value}
      wrong={wrong(field)}
      onChange={change}
    />
  );
  const time = (i: number, to: Partial<TypedTime>) =>
    onChange({ ...typed, times: times.map((one, at) => (at === i ? { ...one, ...to } : one)) });
  // Those without minutes are not stated: the problems count the others.
  const stated = (i: number) => times.slice(0, i).filter(({ minutes }) => minutes.trim() !== "").length;
  return (
    <div className={styles.brochure} role="group" aria-label="Rapid charging, from the brochure">
      <p>
        Peak at a rapid station{" "}
        {figure("Peak at a rapid station, kW", peakKW, "peakKW", (text) =>
          onChange({ ...typed, peakKW: text }),
        )}{" "}
        kW
      </p>
      {times.map(({ from, to, minutes }, i) => (
        <p key={i}>
          from{" "}
          {figure(`Time ${i + 1}, from per cent`, from, `times.${stated(i)}.fromSoc`, (text) =>
            time(i, { from: text }),
          )}{" "}
          % to{" "}
          {figure(`Time ${i + 1}, to per cent`, to, `times.${stated(i)}.toSoc`, (text) =>
            time(i, { to: text }),
          )}{" "}
          % in{" "}
          {figure(`Time ${i + 1}, minutes`, minutes, `times.${stated(i)}.minutes`, (text) =>
            time(i, { minutes: text }),
          )}{" "}
          min
        </p>
      ))}
      <p>
        at a station of{" "}
        {figure("Station of the brochure, kW", stationKW, "stationKW", (text) =>
          onChange({ ...typed, stationKW: text }),
        )}{" "}
        kW, if it says so
      </p>
      {times.length < MOST_TIMES && (
        <Button
          quiet
          onClick={() => onChange({ ...typed, times: [...times, { ...times.at(-1)!, to: "", minutes: "" }] })}
        >
          It states another time
        </Button>
      )}
      <div aria-live="polite">
        {problems.map(({ field, message }) => (
          <p key={field + message} className="problem">
            {WORDS[field.replace(/\d+\./, "")] ?? "Rapid charging"}: {message}
          </p>
        ))}
        {found?.ok && <p className="quiet">{found.said}. What lies between is assumed.</p>}
      </div>
    </div>
  );
}

/** What the fields are called where something is wrong with them. */
const WORDS: Readonly<Record<string, string>> = {
  peakKW: "Peak",
  stationKW: "Station",
  "times.fromSoc": "From per cent",
  "times.toSoc": "To per cent",
  "times.minutes": "Minutes",
};
