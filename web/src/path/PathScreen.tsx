import { useEffect, useMemo, useState } from "react";
import { Link } from "react-router-dom";
import { DateTime } from "luxon";
import { isRefusal, planOf, solvePlan, type Answer, type FieldProblem, type Garage } from "@kettleback/core";
import { ConductorDrawing } from "../drawing/ConductorDrawing";
import { firstDraft, useDrafts, type Draft } from "../state/draft";
import { Answers } from "./Answers";
import { Cautions, Stops } from "./Cautions";
import { Lift } from "./Lift";
import { LinkPanel } from "./LinkPanel";
import { Lower } from "./Lower";
import { PlanFile } from "./PlanFile";
import { Refused } from "./Refused";
import { SavedPaths } from "./SavedPaths";
import { Sentence } from "./Sentence";
import { UndoRedo } from "./UndoRedo";
import { Verdict } from "./Verdict";
import "./path.scss";
import "./beside.scss";
import "./lower.scss";

/** The heart: one sentence that says what is plugged in where, and at once what comes of it. */
export function PathScreen({ garage }: { garage: Garage }) {
  const householdId = garage.household.id;
  const kept = useDrafts((s) => s.drafts[householdId]);
  const setDraft = useDrafts((s) => s.set);
  const initial = useMemo(
    () => kept ?? firstDraft(garage, DateTime.now().setZone(garage.household.spec.timeZone).toISODate()!),
    [kept, garage],
  );
  if (!initial) return <NothingYet />;
  return <Bench garage={garage} draft={initial} onChange={(draft) => setDraft(householdId, draft)} />;
}

function NothingYet() {
  return (
    <div className="room-note">
      <h1>Nothing to plug in yet</h1>
      <p>
        A path needs a car, an outlet, a charging unit and a tariff.{" "}
        <Link to="/garage">Add them in the Garage</Link>, then come back here.
      </p>
    </div>
  );
}

interface BenchProps {
  readonly garage: Garage;
  readonly draft: Draft;
  onChange(draft: Draft): void;
}

function Bench({ garage, draft, onChange }: BenchProps) {
  const [open, setOpen] = useState<Answer | null>(null);
  const [selected, setSelected] = useState<number | null>(null);
  const plan = useMemo(() => planOf(garage, draft), [garage, draft]);
  const result = useMemo(() => (plan.ok ? solvePlan(plan.value) : null), [plan]);
  const solution = result && !isRefusal(result) ? result : null;
  const refusal = result && isRefusal(result) ? result : null;
  const problems: readonly FieldProblem[] = plan.ok ? [] : plan.problems;
  const links = solution?.point.links.length ?? 0;

  useEffect(() => {
    // A link's number key selects it, unless the number is being typed somewhere.
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.closest("input, select, textarea");
      const number = Number(event.key);
      if (!typing && !event.ctrlKey && !event.metaKey && !event.altKey && number >= 1 && number <= links)
        setSelected(number - 1);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [links]);

  return (
    <div className="path-room">
      <div className="path-head">
        <h1 className="visually-hidden">Path</h1>
        <SavedPaths garage={garage} draft={draft} sound={plan.ok} onChange={onChange} />
        <div className="undo">
          <PlanFile plan={plan.ok ? plan.value : null} onImported={onChange} />
          <UndoRedo />
        </div>
      </div>
      <Sentence
        garage={garage}
        draft={draft}
        problems={problems}
        blamed={refusal?.field ?? problems[0]?.field ?? null}
        onChange={onChange}
      />
      {problems.length > 0 && <Problems problems={problems} />}
      {refusal && <Refused refusal={refusal} garage={garage} draft={draft} onChange={onChange} />}
      {refusal && plan.ok && <Cautions plan={plan.value} draft={draft} onChange={onChange} />}
      {solution && plan.ok && (
        <div className="bench">
          <div className="bench-drawing">
            <Stops plan={plan.value} acknowledged={draft.acknowledged} />
            <Verdict solution={solution} />
            <ConductorDrawing
              solution={solution}
              plan={plan.value}
              selected={selected ?? solution.point.binding}
              onSelect={setSelected}
            />
          </div>
          <Answers solution={solution} plan={plan.value} open={open} onOpen={setOpen} />
          <aside className="beside">
            <Cautions plan={plan.value} draft={draft} onChange={onChange} />
            <Lift plan={plan.value} />
            <LinkPanel
              solution={solution}
              plan={plan.value}
              draft={draft}
              index={Math.min(selected ?? solution.point.binding, links - 1)}
              onChange={onChange}
            />
          </aside>
          <Lower solution={solution} plan={plan.value} draft={draft} onChange={onChange} />
        </div>
      )}
    </div>
  );
}

const FIELD_WORDS: Record<string, string> = {
  "session.fromSoc": "Charge at the start",
  "session.toSoc": "Target charge",
  "session.pluggedInAt": "Plugged in at",
  "session.neededBy": "Needed by",
};

/** The screen speaks per cent where the document speaks shares. */
const inScreenWords = ({ field, message }: FieldProblem): string =>
  `${FIELD_WORDS[field] ?? field}: ${message.startsWith("accepted: 0 to 1 ") ? "accepted: 0 to 100 %" : message}`;

function Problems({ problems }: { problems: readonly FieldProblem[] }) {
  return (
    <div role="alert">
      <ul className="problems">
        {problems.map((p) => (
          <li key={p.field}>{inScreenWords(p)}</li>
        ))}
      </ul>
    </div>
  );
}
