import { LINK_WORDS, type LinkKind } from "@kettleback/core";
import { phaseWords } from "../../drawing/ConductorDrawing";
import type { Charging } from "../../jobs/answer";
import { ampsText, figureText, percentText, powerFigure } from "../../format/number";

const BECAUSE_WORDS = {
  amps: "",
  phases: "; it withholds phases the onboard charger would use",
  cap: "; its power cap binds before its amps do",
  sag: "; its resistance pulls the voltage down until the charger backs off",
} as const;

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
  const setter = setting?.by === "car" ? `${plan.car.name}, in the car,` : plan.evse.name;
  return (
    <p className="verdict-line">
      <strong>
        The {name(narrow.kind)} is the narrowest link:{" "}
        {point.because === "holds" && setting
          ? `it should hold ${ampsText(narrow.ceilingAmps)} for hours, so ${setter} is set to ${ampsText(setting.amps)} ${phaseWords(point)}`
          : `${held}${point.because === "holds" ? "" : BECAUSE_WORDS[point.because]}`}
        .
      </strong>{" "}
      {setting && `Untouched, ${ampsText(pulls)} would flow. `}
      {over && `The ${name(over.kind)} should hold no more than ${ampsText(over.ceilingAmps)}. `}
      {next !== narrow && (
        <>
          Next is the {name(next.kind)}, at {ampsText(next.ceilingAmps)} (
          {figureText(powerFigure(next.ceilingW))}).
        </>
      )}
    </p>
  );
}
