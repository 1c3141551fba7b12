import { lazyView } from "../../controls/lazyView";
import { Suspense, useEffect, useState } from "react";
import { Link } from "react-router-dom";
import type { Garage } from "@kettleback/core";
import { Announce } from "../../controls/Announce";
import { Button } from "../../controls/Button";
import { RoomFrame } from "../../controls/RoomFrame";
import { UndoRedo } from "../../controls/UndoRedo";
import { useNarrow } from "../../controls/useNarrow";
import { NothingYet } from "../../controls/states";
import { ConductorDrawing } from "../../drawing/ConductorDrawing";
import type { Answered, Charging } from "../../jobs/answer";
import { startMatters, useSpanIn } from "../../stores/spanIn";
import { useSolve } from "../../jobs/store";
import { Problems } from "../../plan/Problems";
import { Refused } from "../../plan/Refused";
import { Sentence } from "../../plan/Sentence";
import { Trying } from "../../plan/Trying";
import { draftStoreOf, type Draft } from "../../stores/draft";
import { useSessions } from "../../stores/sessions";
import { Answers } from "./Answers";
import { Cautions, Stops } from "./Cautions";
import { GoingOn } from "./started/GoingOn";
import { Lower } from "./Lower";
import { OnPaper } from "./OnPaper";
import { SavedPaths } from "./SavedPaths";
import { inShortText, NothingFlows, Strip } from "./Strip";
import { ToLineup } from "./ToLineup";
import { Verdict } from "./Verdict";
import { RUNGS_HEIGHT } from "./rungsHeight";
import styles from "./path.module.scss";

/** Width (px) up to which nothing stands beside the drawing: the same as in the styles. */
const STACKED = 1100;

/** What takes a file in and out, before it is there: of the same room. */
const FileComing = () => (
  <>
    <Button quiet disabled>
      Export
    </Button>
    <Button quiet disabled>
      Import…
    </Button>
  </>
);

/** What stands beside the answers comes once they do. */
const LinkPanel = lazyView(async () => ({ default: (await import("./LinkPanel")).LinkPanel }));
const Upgrades = lazyView(async () => ({ default: (await import("./Upgrades")).Upgrades }));
const PlanFile = lazyView(async () => ({ default: (await import("./PlanFile")).PlanFile }));
const Started = lazyView(() => import("./started/Started"));
const Hangs = lazyView(async () => ({ default: (await import("./Hangs")).Hangs }));

/** The heart: one sentence that says what is plugged in where, and at once what comes of it. */
export default function PathScreen({ garage }: { garage: Garage }) {
  const answered = useSolve((s) => s.answered);
  const standing = useSolve((s) => s.standing);
  if (!answered || answered.garage !== garage)
    return (
      <NothingYet title="Nothing to plug in yet">
        A path needs a car, an outlet, a charging unit and a tariff.{" "}
        <Link to="/garage">Add them in the Garage</Link>, then come back here.
      </NothingYet>
    );
  const onChange = (draft: Draft) => draftStoreOf(garage.household.id).getState().set(draft);
  const stands = standing?.garage === garage ? standing : null;
  return <Bench garage={garage} answered={answered} standing={stands} onChange={onChange} />;
}

interface BenchProps {
  readonly garage: Garage;
  readonly answered: Answered;
  /** The last answer of this household, while what is asked cannot be answered. */
  readonly standing: (Answered & Charging) | null;
  onChange(draft: Draft): void;
}

const blamedField = (answered: Answered): string | null =>
  answered.kind === "stuck"
    ? answered.refusal.field
    : answered.kind === "unsound"
      ? (answered.problems[0]?.field ?? null)
      : null;

function Bench({ garage, answered, standing, onChange }: BenchProps) {
  const { draft } = answered;
  const plan = answered.kind === "unsound" ? null : answered.plan;
  const problems = answered.kind === "unsound" ? answered.problems : [];
  const narrow = useNarrow();
  const before = answered.kind === "unsound" && standing?.draft.savedId === draft.savedId ? standing : null;
  const inShort = answered.kind === "charging" ? answered : before;
  // What goes on comes first: it is what one comes back to look at.
  const runs = useSessions(
    ({ householdId, rows }) =>
      householdId === garage.household.id &&
      rows.some(({ spec }) => spec.end === null && spec.carId === draft.carId),
  );
  return (
    <RoomFrame
      title="Path"
      className={styles.room}
      lead={<SavedPaths garage={garage} draft={draft} plan={plan} onChange={onChange} />}
      tools={
        <>
          <ToLineup garage={garage} draft={draft} plan={plan} />
          <Suspense fallback={<FileComing />}>
            <PlanFile plan={plan} onImported={onChange} />
          </Suspense>
          <Button quiet onClick={() => window.print()}>
            Print
          </Button>
          <UndoRedo store={draftStoreOf(garage.household.id)} />
        </>
      }
    >
      {narrow && answered.kind === "stuck" && <NothingFlows because={answered.refusal.message} />}
      <GoingOn garage={garage} />
      {narrow && inShort && !runs && <Strip charging={inShort} dimmed={inShort !== answered} />}
      <Sentence
        garage={garage}
        draft={draft}
        problems={problems}
        blamed={blamedField(answered)}
        repeated={answered.repeated}
        onChange={onChange}
      />
      <Suspense fallback={null}>
        <Started garage={garage} draft={draft} plan={answered.kind === "charging" ? answered.plan : null} />
      </Suspense>
      {draft.trial && <Trying trial={draft.trial} onBack={() => onChange({ ...draft, trial: null })} />}
      {problems.length > 0 && <Problems problems={problems} distance={garage.household.spec.distanceUnit} />}
      {answered.kind === "stuck" && (
        <>
          <Refused refusal={answered.refusal} fixes={answered.fixes} onChange={onChange} />
          <Cautions
            cautions={answered.cautions}
            draft={draft}
            currency={garage.household.spec.currency}
            onChange={onChange}
          />
        </>
      )}
      {inShort && (
        // One answer: while a figure is being typed anew it stays as it was, and nothing of it can be used.
        <div className={before ? "as-before" : "as-now"} inert={before !== null}>
          {before ? <p className="quiet">As it was before that change:</p> : null}
          <Answer charging={inShort} draft={before ? before.draft : draft} onChange={onChange} />
        </div>
      )}
    </RoomFrame>
  );
}

interface AnswerProps {
  readonly charging: Charging;
  readonly draft: Draft;
  onChange(draft: Draft): void;
}

function Answer({ charging, draft, onChange }: AnswerProps) {
  const { point, cautions, solution } = charging;
  const [selected, setSelected] = useState<number | null>(null);
  const links = point.links.length;
  const unknownStart = useSpanIn(startMatters);

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

  const index = Math.min(selected ?? point.binding, links - 1);
  // Where one was pressed its figures open beside it: next to the drawing, or under it where nothing stands beside.
  const stacked = useNarrow(STACKED);
  const figures = (
    <Suspense fallback={null}>
      <LinkPanel charging={charging} draft={draft} index={index} pressed={selected} onChange={onChange} />
    </Suspense>
  );
  return (
    <div className="bench">
      <Announce>{inShortText(charging)}</Announce>
      <div className="bench-drawing">
        <OnPaper charging={charging} />
        <Stops cautions={cautions} acknowledged={draft.acknowledged} />
        <Verdict charging={charging} />
        {solution.clock.notes.map((note) => (
          <p key={note} className="quiet">
            {note}
          </p>
        ))}
        <ConductorDrawing charging={charging} selected={index} onSelect={setSelected} />
        {selected !== null && stacked && figures}
      </div>
      <Answers charging={charging} draft={draft} />
      <aside className="beside">
        {selected !== null && !stacked && figures}
        <Cautions
          cautions={cautions}
          draft={draft}
          currency={charging.plan.household.currency}
          onChange={onChange}
        />
        <Suspense fallback={<section className="upgrades" style={{ minBlockSize: RUNGS_HEIGHT }} />}>
          <Upgrades charging={charging} draft={draft} onChange={onChange} />
        </Suspense>
        {((charging.plan.car.assumed ?? []).length > 0 || unknownStart) && (
          <Suspense fallback={null}>
            <Hangs charging={charging} draft={draft} />
          </Suspense>
        )}
        {selected === null && figures}
      </aside>
      <Lower charging={charging} draft={draft} onChange={onChange} />
    </div>
  );
}
