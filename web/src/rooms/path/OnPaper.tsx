import { ampsText } from "../../format/number";
import type { Charging } from "../../jobs/answer";
import { localAt } from "../../plan/answers";
import { howSet } from "../../plan/howSet";
import { dateText } from "../../format/manner";

/** What only the printed sheet says: which path it is, and what has to be set by hand before it holds. */
export function OnPaper({ charging: { plan, solution } }: { readonly charging: Charging }) {
  const { setting } = solution.circuit;
  const { evseAmps, carAmps, otherBusy } = plan.settings;
  const settings = [
    ...(setting
      ? [
          `${setting.by === "car" ? plan.car.name : plan.evse.name}: set to ${ampsText(setting.amps)}${setting.by === "car" ? "" : howSet(plan.evse)}; the figures count on it.`,
        ]
      : []),
    ...(evseAmps !== null ? [`${plan.evse.name}: set to ${ampsText(evseAmps)}${howSet(plan.evse)}.`] : []),
    ...(carAmps !== null ? [`${plan.car.name}: limited to ${ampsText(carAmps)}.`] : []),
    ...(otherBusy ? ["Another car draws on the same station."] : []),
  ];
  return (
    <section className="print-only" aria-label="On paper">
      <h2>
        {plan.name}, {dateText(localAt(solution, 0))}
      </h2>
      <p>
        Settings to make:{" "}
        {settings.length > 0
          ? settings.join(" ")
          : `none; ${plan.evse.name} and ${plan.car.name} as they are.`}
      </p>
    </section>
  );
}
