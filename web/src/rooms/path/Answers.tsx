import { Suspense } from "react";
import { lazyView } from "../../controls/lazyView";
import type { Charging } from "../../jobs/answer";
import { useSolve } from "../../jobs/store";
import { shownAnswers } from "../../plan/answers";
import type { Draft } from "../../stores/draft";
import { useSpanIn } from "../../stores/spanIn";
import { Cheaper } from "./Cheaper";
import { Economy } from "./Economy";
import { Term } from "../../terms/Term";

const Working = lazyView(() => import("./Working"));

interface Props {
  readonly charging: Charging;
  readonly draft: Draft;
}

/** The answers, each of which opens to its working. */
export function Answers({ charging, draft }: Props) {
  const askedMore = useSpanIn((told) => told.target === "more");
  const { open, openWorking } = useSolve();
  return (
    <section className="answers" aria-label="Answers">
      <div className="answer-strip">
        {shownAnswers(charging, askedMore).map(({ answer, name, figure, aside, alarm }) => (
          <button
            key={answer}
            type="button"
            className={`answer ${answer}${alarm ? " alarm" : ""}`}
            aria-expanded={open === answer}
            aria-controls="working"
            onClick={() => openWorking(open === answer ? null : answer)}
          >
            <span className="name">
              {alarm && (
                <i className="bang" aria-hidden="true">
                  !
                </i>
              )}
              {name}
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
        {open && (
          <Suspense>
            <Working answer={open} charging={charging} onClose={() => openWorking(null)} />
          </Suspense>
        )}
      </div>
      <p className="terms">
        What these words mean: <Term id="kW">kW</Term>, <Term id="kWh">kWh</Term>,{" "}
        <Term id="phase">phase</Term>, <Term id="continuous">for hours</Term>,{" "}
        <Term id="efficiency">efficiency</Term>.
      </p>
      <Economy charging={charging} draft={draft} />
      <Cheaper charging={charging} />
    </section>
  );
}
