import {
  PLUG_INS,
  PRESETS,
  SEASONS,
  type Charges,
  type Pattern,
  type PlugIn,
  type PresetId,
  type SeasonId,
} from "@kettleback/core";
import { Select, type Option } from "../../controls/Select";
import { Comma } from "../../plan/Comma";
import { PercentInput } from "../../plan/PercentInput";
import type { SolvedWeek } from "../../jobs/week";
import type { WeekDraft } from "../../stores/week";
import sentence from "../../plan/sentence.module.scss";

interface Props {
  readonly solved: SolvedWeek;
  onChange(draft: WeekDraft): void;
}

const OWN = "own";
const PLUG_IN_WORDS: Record<PlugIn, string> = {
  home: "whenever it is home",
  below: "only below",
  days: "on the days ticked below",
};
const CHARGES_WORDS: readonly Option<Charges>[] = [
  { value: "at-once", text: "at once" },
  { value: "cheapest", text: "in the cheapest hours that do" },
  { value: "cheap-hours", text: "in the cheapest hours alone" },
];

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Which of the weeks to start from a pattern still is. */
export const presetOf = ({ days }: Pick<Pattern, "days">): PresetId | typeof OWN =>
  (Object.keys(PRESETS) as PresetId[]).find((id) => same(PRESETS[id].days, days)) ?? OWN;

const seasonOf = ({ season }: Pattern): SeasonId | typeof OWN =>
  (Object.keys(SEASONS) as SeasonId[]).find((id) => {
    const { name: _, sunKm: __, ...of } = SEASONS[id];
    const { sunKm: ___, ...own } = season;
    return same(of, own);
  }) ?? OWN;

/** What is asked of every way, as one sentence. */
export function AskedWeek({ solved, onChange }: Props) {
  const { draft, lineup, carAt, problems } = solved;
  const { pattern } = draft;
  const set = (change: Partial<Pattern>) => onChange({ ...draft, pattern: { ...pattern, ...change } });
  const wrong = (field: string) => problems.find((p) => p.field === field)?.message;
  const preset = presetOf(pattern);
  const season = seasonOf(pattern);
  return (
    <p className={sentence.sentence}>
      Is it enough for{" "}
      <Select
        label="Car"
        manner="sentence"
        value={carAt}
        onChange={(at) => onChange({ ...draft, carAt: at })}
        options={lineup.cars.map(({ car }, i) => ({ value: i, text: car.name }))}
      />{" "}
      over the week of a{" "}
      <Select
        label="Week to start from"
        manner="sentence"
        value={preset}
        onChange={(id) => id !== OWN && set({ days: [...PRESETS[id as PresetId].days] })}
        options={[
          ...(preset === OWN ? [{ value: OWN, text: "week of your own" }] : []),
          ...(Object.keys(PRESETS) as PresetId[]).map((id) => ({
            value: id,
            text: PRESETS[id].name.toLowerCase(),
          })),
        ]}
      />
      <Comma />
      when it is{" "}
      <Select
        label="Season"
        manner="sentence"
        value={season}
        onChange={(id) => {
          if (id === OWN) return;
          const { name: _, ...of } = SEASONS[id as SeasonId];
          set({ season: { ...of, sunKm: pattern.season.sunKm } });
        }}
        options={[
          ...(season === OWN ? [{ value: OWN, text: "as set below" }] : []),
          ...(Object.keys(SEASONS) as SeasonId[]).map((id) => ({ value: id, text: SEASONS[id].name })),
        ]}
      />
      <Comma />
      charged to{" "}
      <Select
        label="Daily limit"
        manner="sentence"
        value={pattern.limitSoc}
        onChange={(limitSoc) =>
          set({ limitSoc, ...(pattern.startSoc === pattern.limitSoc ? { startSoc: limitSoc } : {}) })
        }
        options={[...new Set([0.8, 0.9, 1, pattern.limitSoc])].sort().map((limit) => ({
          value: limit,
          text: `${Math.round(limit * 100)} %`,
        }))}
      />
      <Comma />
      never below{" "}
      <PercentInput
        label="Reserve"
        value={pattern.reserveSoc}
        problem={wrong("reserveSoc")}
        onChange={(reserveSoc) => inRange(reserveSoc) && set({ reserveSoc })}
      />
      <Comma />
      beginning at{" "}
      <PercentInput
        label="Charge at the start"
        value={pattern.startSoc}
        problem={wrong("startSoc")}
        onChange={(startSoc) => inRange(startSoc) && set({ startSoc })}
      />
      <Comma />
      <Plugging pattern={pattern} wrong={wrong} set={set} />
      <span className="comma">?</span>
    </p>
  );
}

interface PluggingProps {
  readonly pattern: Pattern;
  wrong(field: string): string | undefined;
  set(change: Partial<Pattern>): void;
}

/** When it is plugged in, and when it charges then. */
const Plugging = ({ pattern, wrong, set }: PluggingProps) => (
  <>
    plugged in{" "}
    <Select
      label="Plugged in"
      manner="sentence"
      value={pattern.plugIn}
      onChange={(plugIn) => set({ plugIn })}
      options={PLUG_INS.map((value) => ({ value, text: PLUG_IN_WORDS[value] }))}
    />
    {pattern.plugIn === "below" && (
      <>
        {" "}
        <PercentInput
          label="Plugged in below"
          value={pattern.belowSoc}
          problem={wrong("belowSoc")}
          onChange={(belowSoc) => inRange(belowSoc) && set({ belowSoc })}
        />
      </>
    )}
    <Comma />
    charging{" "}
    <Select
      label="Charging"
      manner="sentence"
      value={pattern.charges}
      onChange={(charges) => set({ charges })}
      options={CHARGES_WORDS}
    />
  </>
);

/** What a share may be; what is not stays in its field, marked, and is not taken. */
const inRange = (share: number): boolean => share >= 0 && share <= 1;
