import { inWords, LINK_WORDS } from "@kettleback/core";
import { figureText, moneyText, powerFigure } from "../../format/number";
import type { Charging } from "../../jobs/answer";
import { shownAnswers } from "../../plan/answers";
import { useWorld } from "../../terms/useWorld";

const narrowestWord = ({ point }: Charging): string => {
  const { kind } = point.links[point.binding]!;
  return point.current === "DC" && kind === "evse" ? "rapid station" : LINK_WORDS[kind];
};

/** The answer in a sentence, for who hears it. */
export function inShortText(charging: Charging): string {
  const { solution, plan } = charging;
  const [ready] = shownAnswers(charging);
  const power = figureText(powerFigure(solution.moment.balance.stored));
  return `${ready!.name} ${ready!.figure.value}, ${power} into the battery, ${moneyText(solution.bill.total, plan.household.currency)}. The ${narrowestWord(charging)} is the narrowest link.`;
}

/** The answer in three lines, which stays in view on a phone while one changes what is asked. */
export function Strip({
  charging,
  dimmed = false,
}: {
  readonly charging: Charging;
  readonly dimmed?: boolean;
}) {
  const world = useWorld();
  const { solution, plan, cautions } = charging;
  const [ready] = shownAnswers(charging);
  const [worst, ...others] = cautions;
  return (
    <section className={dimmed ? "strip dimmed" : "strip"} aria-label="The answer in short">
      <p className={ready!.alarm ? "figures alarm" : "figures"}>
        <span>
          {ready!.name} <b>{ready!.figure.value}</b>
        </span>
        <b>{figureText(powerFigure(solution.moment.balance.stored))}</b>
        <b>{moneyText(solution.bill.total, plan.household.currency)}</b>
      </p>
      <p>Narrowest: {narrowestWord(charging)}</p>
      {worst && (
        <p className={`worst ${worst.severity}`}>
          <strong>{worst.severity}</strong> {inWords(worst.what, world)}
          {others.length > 0 && ` And ${others.length} more.`}
        </p>
      )}
    </section>
  );
}

/** The same where nothing flows: why. */
export const NothingFlows = ({ because }: { readonly because: string }) => (
  <section className="strip" aria-label="The answer in short">
    <p className="worst stop">
      <strong>Nothing flows.</strong> {because}
    </p>
  </section>
);
