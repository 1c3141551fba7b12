import { explain, type Answer, type Plan, type Solution } from "@kettleback/core";
import { shownAnswers } from "./answers";
import { WorkingPanel } from "./WorkingPanel";

interface Props {
  readonly solution: Solution;
  readonly plan: Plan;
  readonly open: Answer | null;
  onOpen(answer: Answer | null): void;
}

/** The answers, each of which opens to its working. */
export function Answers({ solution, plan, open, onOpen }: Props) {
  return (
    <section className="answers" aria-label="Answers">
      <div className="answer-strip">
        {shownAnswers(solution, plan).map(({ answer, name, nature, figure, aside, alarm }) => (
          <button
            key={answer}
            type="button"
            className={`answer ${answer}${alarm ? " alarm" : ""}`}
            aria-expanded={open === answer}
            aria-controls="working"
            onClick={() => onOpen(open === answer ? null : answer)}
          >
            <span className="name">
              {alarm && (
                <i className="bang" aria-hidden="true">
                  !
                </i>
              )}
              {name} <small>{nature}</small>
            </span>
            <span className="figure">
              {figure.value}
              {figure.unit && <small> {figure.unit}</small>}
            </span>
            <span className="aside">{aside}</span>
          </button>
        ))}
      </div>
      <div id="working" aria-live="polite">
        {open && <WorkingPanel working={explain(open, solution, plan)} onClose={() => onOpen(null)} />}
      </div>
    </section>
  );
}
