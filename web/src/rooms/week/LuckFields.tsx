import { DateTime } from "luxon";
import { dayDistance, type DistanceLaw, type DistanceUnit, type Luck, type SeasonId } from "@kettleback/core";
import { FigureInput } from "../../controls/FigureInput";
import { Select } from "../../controls/Select";
import type { WeekDraft } from "../../stores/week";
import { SeasonFields } from "./SeasonFields";
import { kmText } from "./words";

interface Props {
  readonly draft: WeekDraft;
  readonly unit: DistanceUnit;
  onChange(draft: WeekDraft): void;
}

const LAWS: Record<DistanceLaw["law"], string> = {
  "as-planned": "just as the week says",
  spread: "spread about what the week says",
  geometric: "as wide as a distance can be with that mean",
  trips: "as your trips were",
};
const SEASON_NAMES: Record<SeasonId, string> = { mild: "mild", cold: "cold", hot: "hot" };

/** What chance does to a year, all of it to be changed. */
export function LuckFields({ draft, unit, onChange }: Props) {
  const { luck } = draft;
  const set = (change: Partial<Luck>) => onChange({ ...draft, luck: { ...luck, ...change } });
  const share = (label: string, value: number, take: (value: number) => void, after: string) => (
    <label>
      {label}{" "}
      <FigureInput
        label={`${label}, per cent`}
        className="number"
        value={value * 100}
        decimals={1}
        wrong={(typed) => !(typed >= 0 && typed <= 100)}
        onChange={(typed) => typed >= 0 && typed <= 100 && take(typed / 100)}
      />{" "}
      % {after}
    </label>
  );
  return (
    <>
      <h2>With this luck</h2>
      <div className="figures-row">
        <label>
          Distances are{" "}
          <Select
            label="Distances are"
            value={luck.distance.law}
            onChange={(law) =>
              set({
                distance: law === "spread" ? { law, cv: 0.35 } : law === "trips" ? luck.distance : { law },
              })
            }
            options={(Object.keys(LAWS) as DistanceLaw["law"][])
              .filter((law) => law !== "trips" || luck.distance.law === "trips")
              .map((value) => ({ value, text: LAWS[value] }))}
          />
        </label>
        {luck.distance.law === "spread" &&
          share(
            "by",
            luck.distance.cv,
            (cv) => cv >= 0.01 && set({ distance: { law: "spread", cv } }),
            "of it",
          )}
        {share("Late home on", luck.lateChance, (lateChance) => set({ lateChance }), "of days")}
        <label>
          by{" "}
          <FigureInput
            label="Late by, hours"
            className="number"
            value={luck.lateHours}
            decimals={2}
            wrong={(typed) => !(typed >= 0.25 && typed <= 12)}
            onChange={(lateHours) => lateHours >= 0.25 && lateHours <= 12 && set({ lateHours })}
          />{" "}
          h
        </label>
        {share("Forgotten to plug in", luck.forgotten, (forgotten) => set({ forgotten }), "of homecomings")}
        {share("A public post is taken on", luck.postTaken, (postTaken) => set({ postTaken }), "of days")}
      </div>
      <fieldset className="months">
        <legend>The months are</legend>
        {luck.months.map((season, month) => (
          <Select
            key={month}
            says={DateTime.fromObject({ month: month + 1 }).toFormat("LLL")}
            label={`${DateTime.fromObject({ month: month + 1 }).toFormat("LLLL")} is`}
            value={season}
            onChange={(picked) => set({ months: luck.months.map((one, i) => (i === month ? picked : one)) })}
            options={(Object.keys(SEASON_NAMES) as SeasonId[]).map((value) => ({
              value,
              text: SEASON_NAMES[value],
            }))}
          />
        ))}
      </fieldset>
      {(Object.keys(SEASON_NAMES) as SeasonId[])
        .filter((id) => luck.months.includes(id))
        .map((id) => (
          <fieldset key={id} className="season">
            <legend>Where it is {SEASON_NAMES[id]}</legend>
            <SeasonFields
              of={SEASON_NAMES[id]}
              season={luck.seasons[id]}
              unit={unit}
              onChange={(season) => set({ seasons: { ...luck.seasons, [id]: season } })}
            />
          </fieldset>
        ))}
      <Quantiles draft={draft} unit={unit} />
    </>
  );
}

const PLACES = [0.05, 0.25, 0.5, 0.75, 0.95] as const;

/** What the law of distances comes to on the longest day of the week: how far on one day in twenty, in four, in two. */
function Quantiles({ draft, unit }: Pick<Props, "draft" | "unit">) {
  const { pattern, luck } = draft;
  const usual = pattern.days.map(({ drives }) => drives.reduce((sum, { km }) => sum + km, 0));
  const day = usual.indexOf(Math.max(...usual));
  const km = PLACES.map((place) => dayDistance(luck.distance, usual[day]!, day, place));
  const most = Math.max(1, km.at(-1)! * 1.05);
  const at = (value: number) => `${(100 * value) / most}%`;
  return (
    <figure className="quantiles">
      <div className="quantile-bar" aria-hidden="true">
        <span className="wide" style={{ left: at(km[0]!), width: at(km[4]! - km[0]!) }} />
        <span className="half" style={{ left: at(km[1]!), width: at(km[3]! - km[1]!) }} />
        <span className="middle" style={{ left: at(km[2]!) }} />
      </div>
      <figcaption>
        The longest day of the week: half of such days between {kmText(km[1]!, unit)} and{" "}
        {kmText(km[3]!, unit)}, one in twenty above {kmText(km[4]!, unit)}.
      </figcaption>
    </figure>
  );
}
