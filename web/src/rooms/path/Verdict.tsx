import { LINK_WORDS, type Because, type LinkKind } from "@kettleback/core";
import { phaseWords } from "../../drawing/ConductorDrawing";
import { isTied } from "../../drawing/layout";
import type { Charging } from "../../jobs/answer";
import { ampsText, figureText, percentText, powerFigure } from "../../format/number";
import { howSet } from "../../plan/howSet";
import { Term } from "../../terms/Term";

const BECAUSE_WORDS = {
  amps: "",
  cap: "; its power cap binds before its amps do",
  sag: "; its resistance pulls the voltage down until the charger backs off",
} as const;

const PHASES = ["no phase", "one phase", "two phases", "three phases"] as const;

/** Why the narrowest link is the narrowest, as it follows its amps; nothing where the amps say it. */
export function becauseText(because: Because, supplied: 1 | 2 | 3, usable: 1 | 2 | 3): string {
  if (because === "holds") return "";
  if (because !== "phases") return BECAUSE_WORDS[because];
  return `; it supplies ${PHASES[supplied]}; your car could use ${PHASES[usable].replace(/ .*/, "")}`;
}

/** What holds it back, in one sentence; the setting the figures count on, and who makes it; and what comes next. */
export function Verdict({ charging: { point, plan, solution } }: { readonly charging: Charging }) {
  const narrow = point.links[point.binding]!;
  const next = point.links[point.runnerUp]!;
  const direct = point.current === "DC";
  const { setting, pulls } = solution.circuit;
  const over = point.links.find((link) => link.over);
  const name = (kind: LinkKind) => (direct && kind === "evse" ? "rapid station" : LINK_WORDS[kind]);
  const held = direct
    ? `${ampsText(point.amps)}, ${figureText(powerFigure(narrow.ceilingW))} at full flow (${percentText(solution.moment.soc)})`
    : `${ampsText(point.amps)} ${phaseWords(point)}`;
  const most = Math.max(...plan.car.charger.limits.map(({ phases }) => phases)) as 1 | 2 | 3;
  const setter = setting?.by === "car" ? `${plan.car.name}, in the car,` : plan.evse.name;
  return (
    <p className="verdict-line">
      <strong>
        The {name(narrow.kind)} is the <Term id="narrowest">narrowest link</Term>:{" "}
        {point.because === "holds" && setting
          ? `it should hold ${ampsText(narrow.ceilingAmps)} for hours, so ${setter} is set to ${ampsText(setting.amps)} ${phaseWords(point)}${setting.by === "car" ? "" : howSet(plan.evse)}`
          : `${held}${becauseText(point.because, point.phases, most)}`}
        .
      </strong>{" "}
      {setting && `Untouched, ${ampsText(pulls)} would flow. `}
      {over && `The ${name(over.kind)} should hold no more than ${ampsText(over.ceilingAmps)}. `}
      {next !== narrow && (
        <>
          {isTied(point) ? `As narrow is the ${name(next.kind)}` : `Next is the ${name(next.kind)}`}, at{" "}
          {ampsText(next.ceilingAmps)} ({figureText(powerFigure(next.ceilingW))}).
        </>
      )}
    </p>
  );
}
