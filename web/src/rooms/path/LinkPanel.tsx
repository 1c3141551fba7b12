import { useEffect, useRef } from "react";
import {
  HOUSE_RULES,
  inWords,
  LINK_WORDS,
  settableSteps,
  TERM_OF_LINK,
  type HouseRule,
  type Plan,
} from "@kettleback/core";
import { optionsOf, Select } from "../../controls/Select";
import { ampsText, decimals, figureText, percentText, powerFigure } from "../../format/number";
import type { Charging } from "../../jobs/answer";
import type { Draft } from "../../stores/draft";
import { useGarage } from "../../stores/garage";
import { sayTrouble } from "../../stores/notices";
import { Term } from "../../terms/Term";
import { useWorld } from "../../terms/useWorld";

interface Props {
  readonly charging: Charging;
  readonly draft: Draft;
  readonly index: number;
  /** The link that was pressed; null where none was and the narrowest is told of. */
  readonly pressed: number | null;
  onChange(draft: Draft): void;
}

/** Figures of one link, and for unit and charger the current they are set to. */
export function LinkPanel({ charging, draft, index, pressed, onChange }: Props) {
  const shown = useRef<HTMLElement>(null);
  // Pressed by its number from wherever one has scrolled to, its figures open in view.
  useEffect(() => {
    if (pressed !== null) shown.current?.scrollIntoView?.({ block: "nearest" });
  }, [pressed]);
  const { point, plan } = charging;
  const world = useWorld();
  const link = point.links[Math.min(index, point.links.length - 1)]!;
  const share = point.amps / link.ceilingAmps;
  const setting =
    point.current === "DC"
      ? null
      : link.kind === "evse"
        ? "evseAmps"
        : link.kind === "charger"
          ? "carAmps"
          : null;
  return (
    <section ref={shown} className="link-panel" aria-label="Selected link">
      <h2>
        {index + 1}. {link.name}
      </h2>
      <dl>
        <dt>What it is</dt>
        <dd>
          <Term id={TERM_OF_LINK[link.kind]}>{LINK_WORDS[link.kind]}</Term>
        </dd>
        <dt>Ceiling</dt>
        <dd>
          {link.role === "holds" ? "should hold " : "lets through "}
          {Number.isFinite(link.ceilingAmps)
            ? `${ampsText(link.ceilingAmps)}${point.phases > 1 ? " on each phase" : ""}, ${figureText(powerFigure(link.ceilingW))} alone`
            : "whatever comes"}
          <small>{inWords(link.why, world)}</small>
          <small>{link.source.name}</small>
        </dd>
        <dt>Carries</dt>
        <dd>
          {ampsText(point.amps)}, {percentText(share)} of its ceiling{link.over ? ": too much" : ""}
        </dd>
        <dt>Resistance</dt>
        <dd>{link.ohms > 0 ? `${decimals(link.ohms * 1000, 1)} mΩ a conductor` : "not counted"}</dd>
        <dt>Heat</dt>
        <dd>{figureText(powerFigure(link.lossW))} at full flow</dd>
      </dl>
      {setting && (
        <div className="step">
          <Select<number | "">
            says={setting === "evseAmps" ? "Set on the unit" : "Set in the car"}
            value={draft.settings[setting] ?? ""}
            onChange={(picked) =>
              onChange({
                ...draft,
                settings: { ...draft.settings, [setting]: picked === "" ? null : picked },
              })
            }
            options={[
              { value: "", text: "as it comes" },
              ...stepsOf(plan, setting).map((amps) => ({ value: amps, text: `${amps} A` })),
            ]}
          />
          {setting === "evseAmps" && plan.evse.howSet && <small>To set it: {plan.evse.howSet}</small>}
        </div>
      )}
      {link.kind === "outlet" && <HouseRulePicker plan={plan} />}
    </section>
  );
}

const CAR_STEPS = [5, 6, 8, 10, 12, 13, 16, 20, 24, 32, 40, 48, 64, 80];

/** The steps a unit has, or common steps up to its most where it lists none; in a car, common ones up to its most. */
function stepsOf({ evse, car }: Plan, setting: "evseAmps" | "carAmps"): readonly number[] {
  if (setting === "evseAmps") return settableSteps({ evse });
  const most = Math.max(...car.charger.limits.map((limit) => limit.amps));
  return CAR_STEPS.filter((amps) => amps <= most);
}

const RULE_WORDS: Record<HouseRule, string> = {
  cautious: "cautious: for older wiring",
  usual: "usual: common practice",
  rated: "rated: the figure moulded on it",
};

/** Which sustained figure the household goes by; it holds for every outlet. */
function HouseRulePicker({ plan: { household } }: { plan: Plan }) {
  const saveHousehold = useGarage((s) => s.saveHousehold);
  return (
    <div className="step">
      <Select
        says="House rule"
        value={household.houseRule}
        onChange={(picked) => void saveHousehold({ ...household, houseRule: picked }).catch(sayTrouble)}
        options={optionsOf(HOUSE_RULES, (rule) => RULE_WORDS[rule])}
      />
      <small>Many units hold a level of their own: 10 A from a 13 A plug is normal.</small>
    </div>
  );
}
