import { LINK_WORDS, type Plan, type Solution } from "@kettleback/core";
import { ampsText, decimals, figureText, percentText, powerFigure } from "../format/number";
import type { Draft } from "../state/draft";

interface Props {
  readonly solution: Solution;
  readonly plan: Plan;
  readonly draft: Draft;
  readonly index: number;
  onChange(draft: Draft): void;
}

/** Figures of one link, and for unit and charger the current they are set to. */
export function LinkPanel({ solution, plan, draft, index, onChange }: Props) {
  const { point } = solution;
  const link = point.links[Math.min(index, point.links.length - 1)]!;
  const share = point.amps / link.ceilingAmps;
  const setting = link.kind === "unit" ? "unitAmps" : link.kind === "charger" ? "carAmps" : null;
  return (
    <section className="link-panel" aria-label="Selected link">
      <h2>
        {index + 1}. {link.name}
      </h2>
      <dl>
        <dt>What it is</dt>
        <dd>{LINK_WORDS[link.kind]}</dd>
        <dt>Ceiling</dt>
        <dd>
          {ampsText(link.ceilingAmps)} a lane, {figureText(powerFigure(link.ceilingW))} alone
          <small>{link.why}</small>
          <small>{link.source.name}</small>
        </dd>
        <dt>Carries</dt>
        <dd>
          {ampsText(point.amps)}, {percentText(share)} of its ceiling
        </dd>
        <dt>Resistance</dt>
        <dd>{link.ohms > 0 ? `${decimals(link.ohms * 1000, 1)} mΩ a conductor` : "not counted"}</dd>
        <dt>Heat</dt>
        <dd>{figureText(powerFigure(link.lossW))} at full flow</dd>
      </dl>
      {setting && (
        <div className="step">
          <label htmlFor="step">{setting === "unitAmps" ? "Set on the unit" : "Set in the car"}</label>{" "}
          <select
            id="step"
            value={draft.settings[setting] ?? ""}
            onChange={(e) =>
              onChange({
                ...draft,
                settings: {
                  ...draft.settings,
                  [setting]: e.target.value === "" ? null : Number(e.target.value),
                },
              })
            }
          >
            <option value="">as it comes</option>
            {stepsOf(plan, setting).map((amps) => (
              <option key={amps} value={amps}>
                {amps} A
              </option>
            ))}
          </select>
        </div>
      )}
    </section>
  );
}

const CAR_STEPS = [5, 6, 8, 10, 12, 13, 16, 20, 24, 32, 40, 48];

/** The steps a unit has, or common steps up to its most where it lists none. */
function stepsOf({ unit, car }: Plan, setting: "unitAmps" | "carAmps"): readonly number[] {
  if (setting === "carAmps") {
    const most = Math.max(...car.charger.limits.map((limit) => limit.amps));
    return CAR_STEPS.filter((amps) => amps <= most);
  }
  return unit.steps.length > 0 ? unit.steps : CAR_STEPS.filter((amps) => amps <= unit.maxAmps);
}
