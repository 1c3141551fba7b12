import { useState } from "react";
import type { LearnCase } from "@kettleback/core/learn";
import { Button } from "../../controls/Button";
import { JobWaiting } from "../../controls/JobWaiting";
import { useJob } from "../../jobs/useJob";
import { WorkingPanel } from "../../plan/WorkingPanel";
import { plural } from "./words";

/** Cases of one sitting, as the core makes them. */
const CASES = 20;
const newSeed = (): number => Math.floor(Math.random() * 2 ** 26);

/** What was answered: case by case, the option chosen. */
type Answers = Readonly<Record<number, string>>;

/** Twenty short cases on the demo's parts, answered and judged with their working. Nothing to win. */
export default function LearnView() {
  const [seed, setSeed] = useState(newSeed);
  const [at, setAt] = useState(0);
  const [answers, setAnswers] = useState<Answers>({});
  const [right, setRight] = useState(0);
  const job = useJob("learnCase", seed, at);
  const one = job.stale ? undefined : job.result;
  const answer = (id: string) => {
    if (!one || answers[at] !== undefined) return;
    setAnswers({ ...answers, [at]: id });
    if (id === one.answer) setRight(right + 1);
  };
  const again = () => {
    setSeed(newSeed());
    setAt(0);
    setAnswers({});
    setRight(0);
  };
  const done = Object.keys(answers).length;
  return (
    <>
      <p className="quiet" role="status">
        Case {at + 1} of {CASES}
        {done > 0 ? `; ${right} of ${plural(done, "answer")} right` : ""}
      </p>
      {!one ? <JobWaiting job={job} /> : <Case one={one} chosen={answers[at]} onAnswer={answer} />}
      <p className="acts">
        <Button quiet disabled={at === 0} onClick={() => setAt(at - 1)}>
          Before
        </Button>{" "}
        {at < CASES - 1 ? (
          <Button quiet={answers[at] === undefined} onClick={() => setAt(at + 1)}>
            Next case
          </Button>
        ) : (
          <Button onClick={again}>Twenty others</Button>
        )}
      </p>
    </>
  );
}

interface CaseProps {
  readonly one: LearnCase;
  readonly chosen: string | undefined;
  onAnswer(id: string): void;
}

function Case({ one, chosen, onAnswer }: CaseProps) {
  const [open, setOpen] = useState<string | null>(null);
  const judged = chosen !== undefined;
  const because = one.options.find(({ id }) => id === chosen)?.because;
  const answer = one.options.find(({ id }) => id === one.answer)!;
  return (
    <section className="view-panel case narrow" aria-label="The case">
      <h2>{one.asks}</h2>
      <ul>
        {one.facts.map((fact) => (
          <li key={fact}>{fact}</li>
        ))}
      </ul>
      <div className="options" role="group" aria-label={one.asks}>
        {one.options.map(({ id, says }) => (
          <Button
            key={id}
            quiet
            large
            className={judged ? (id === one.answer ? "right" : id === chosen ? "not" : "") : ""}
            aria-pressed={id === chosen}
            disabled={judged && id !== chosen && id !== one.answer}
            onClick={() => onAnswer(id)}
          >
            {says}
          </Button>
        ))}
      </div>
      {judged && (
        <p role="status" className="judged">
          <b>{chosen === one.answer ? "Right." : `No: ${answer.says}.`}</b>{" "}
          {chosen === one.answer ? answer.because : `${because} ${answer.because}`}
        </p>
      )}
      {judged && one.working && (
        <Button quiet onClick={() => setOpen(open === one.id ? null : one.id)}>
          {open === one.id ? "Close the working" : "Show the working"}
        </Button>
      )}
      {judged && one.working && open === one.id && (
        <WorkingPanel working={one.working} onClose={() => setOpen(null)} />
      )}
    </section>
  );
}
