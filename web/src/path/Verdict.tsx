import { LINK_WORDS, type LinkKind, type Solution } from "@kettleback/core";
import { laneWords } from "../drawing/ConductorDrawing";
import { ampsText, figureText, powerFigure } from "../format/number";

const BOUND_WORDS = {
  lanes: "it withholds lanes the onboard charger would use",
  "charger-cap": "its cap on AC power binds before its amps do",
  "voltage-sag": "its resistance pulls the voltage down until the charger backs off",
} as const;

/** What holds it back, in one sentence, and what comes next. */
export function Verdict({ solution: { point } }: { solution: Solution }) {
  const narrow = point.links[point.binding]!;
  const next = point.links[point.runnerUp]!;
  const direct = point.current === "DC";
  const name = (kind: LinkKind) => (direct && kind === "unit" ? "rapid station" : LINK_WORDS[kind]);
  const held = direct
    ? `${ampsText(point.amps)}, ${figureText(powerFigure(narrow.ceilingW))} at the start`
    : `${ampsText(point.amps)} on ${laneWords(point.lanes)}`;
  return (
    <p className="verdict-line">
      <strong>
        The {name(narrow.kind)} is the narrowest link: {held}
        {point.boundBy === "amps" ? "" : `; ${BOUND_WORDS[point.boundBy]}`}.
      </strong>{" "}
      Next is the {name(next.kind)}, at {ampsText(next.ceilingAmps)} ({figureText(powerFigure(next.ceilingW))}
      ).
    </p>
  );
}
