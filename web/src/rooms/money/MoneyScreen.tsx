import { Suspense } from "react";
import { Link, useParams } from "react-router-dom";
import type { Garage } from "@kettleback/core";
import { RoomFrame } from "../../controls/RoomFrame";
import { UndoRedo } from "../../controls/UndoRedo";
import { viewAt, Views } from "../../controls/Views";
import { NotHere, NothingYet } from "../../controls/states";
import { useSolve } from "../../jobs/store";
import { Problems } from "../../plan/Problems";
import { Refused } from "../../plan/Refused";
import { Sentence } from "../../plan/Sentence";
import { Trying } from "../../plan/Trying";
import { draftStoreOf } from "../../stores/draft";
import { moneyStoreOf } from "../../stores/money";
import type { PathProps } from "./view";
import { VIEWS, type View } from "./views";
import styles from "./money.module.scss";

/** What a session costs, what its losses cost, when to charge, what pays back. */
export default function MoneyScreen({ garage }: { readonly garage: Garage }) {
  const answered = useSolve((s) => s.answered);
  const view = viewAt(VIEWS, useParams().view);
  if (!view) return <NotHere />;
  if (!answered || answered.garage !== garage)
    return (
      <NothingYet title="Nothing to pay yet">
        Money starts from a path: a car, an outlet, a charging unit and a tariff.{" "}
        <Link to="/garage">Add them in the Garage</Link>, then come back here.
      </NothingYet>
    );
  const store = draftStoreOf(garage.household.id);
  return (
    <RoomFrame
      title="Money"
      className={styles.room}
      lead={<Views label="Views of money" base="/money" views={VIEWS} view={view.id} />}
      tools={
        view.of === "its own" ? (
          <UndoRedo store={moneyStoreOf(garage.household.id)} />
        ) : (
          <UndoRedo store={store} />
        )
      }
    >
      {view.of === "its own" ? (
        <Suspense fallback={<div className="view-waiting" />}>
          <view.Body garage={garage} answered={answered} />
        </Suspense>
      ) : (
        <OfPath
          garage={garage}
          answered={answered}
          view={view}
          onChange={(draft) => store.getState().set(draft)}
        />
      )}
    </RoomFrame>
  );
}

interface OfPathProps extends PathProps {
  readonly view: Exclude<View, { of: "its own" }>;
}

/** The sentence of the path, and what is asked of it. */
function OfPath({ garage, answered, view, onChange }: OfPathProps) {
  const { draft } = answered;
  const problems = answered.kind === "unsound" ? answered.problems : [];
  return (
    <>
      <Sentence
        garage={garage}
        draft={draft}
        problems={problems}
        blamed={answered.kind === "stuck" ? answered.refusal.field : (problems[0]?.field ?? null)}
        repeated={answered.repeated}
        onChange={onChange}
      />
      {draft.trial && view.of === "its answer" && (
        <Trying trial={draft.trial} onBack={() => onChange({ ...draft, trial: null })} />
      )}
      {problems.length > 0 && <Problems problems={problems} distance={garage.household.spec.distanceUnit} />}
      {answered.kind === "stuck" && (
        <Refused refusal={answered.refusal} fixes={answered.fixes} onChange={onChange} />
      )}
      <Suspense fallback={<div className="view-waiting" />}>
        {view.of === "the path" ? (
          <view.Body garage={garage} answered={answered} onChange={onChange} />
        ) : (
          answered.kind === "charging" && (
            <view.Body garage={garage} charging={answered} draft={draft} onChange={onChange} />
          )
        )}
      </Suspense>
    </>
  );
}
