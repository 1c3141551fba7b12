import { lazy, Suspense } from "react";
import { Link, NavLink, useParams } from "react-router-dom";
import type { Garage } from "@kettleback/core";
import { Problems } from "../../plan/Problems";
import { Refused } from "../../plan/Refused";
import { Sentence } from "../../plan/Sentence";
import { Trying } from "../../plan/Trying";
import { UndoRedo } from "../../controls/UndoRedo";
import type { Answered } from "../../jobs/answer";
import { useSolve } from "../../jobs/store";
import { draftStoreOf, type Draft } from "../../stores/draft";
import { moneyStoreOf } from "../../stores/money";
import styles from "./money.module.scss";

const Receipt = lazy(() => import("./Receipt"));
const When = lazy(() => import("./When"));
const Tariffs = lazy(() => import("./Tariffs"));
const Everywhere = lazy(() => import("./Everywhere"));
const LeadBench = lazy(() => import("./LeadBench"));
const Fuel = lazy(() => import("./Fuel"));
const PaybackView = lazy(() => import("./PaybackView"));
const Memberships = lazy(() => import("./Memberships"));

/** The views of money, in the order questions come up. */
const VIEWS = [
  { id: "receipt", name: "What it costs" },
  { id: "when", name: "When to charge" },
  { id: "tariffs", name: "Tariffs" },
  { id: "places", name: "Every place" },
  { id: "lead", name: "The lead" },
  { id: "fuel", name: "Against fuel" },
  { id: "payback", name: "What pays back" },
  { id: "members", name: "Memberships" },
] as const;
/** Views that are about the path in the sentence rather than figures of their own. */
const OF_THE_PATH = new Set(["receipt", "when", "tariffs", "places"]);

/** What a session costs, what its losses cost, when to charge, what pays back. */
export default function MoneyScreen({ garage }: { readonly garage: Garage }) {
  const answered = useSolve((s) => s.answered);
  const { view: wanted } = useParams();
  if (!answered || answered.garage !== garage) return <NothingYet />;
  const view = VIEWS.find(({ id }) => id === wanted)?.id ?? "receipt";
  const store = draftStoreOf(garage.household.id);
  const onChange = (draft: Draft) => store.getState().set(draft);
  const ofPath = OF_THE_PATH.has(view);
  return (
    <div className={styles.room}>
      <h1 className="visually-hidden">Money</h1>
      <div className="money-bar">
        <nav className="views" aria-label="Views of money">
          {VIEWS.map(({ id, name }) => (
            <NavLink
              key={id}
              to={`/money/${id}`}
              className={id === view ? "active" : ""}
              aria-current={id === view ? "page" : undefined}
            >
              {name}
            </NavLink>
          ))}
        </nav>
        {ofPath ? <UndoRedo store={store} /> : <UndoRedo store={moneyStoreOf(garage.household.id)} />}
      </div>
      {ofPath ? (
        <OfPath garage={garage} answered={answered} view={view} onChange={onChange} />
      ) : (
        <Suspense fallback={<div className="view-waiting" />}>
          {view === "lead" && <LeadBench garage={garage} answered={answered} />}
          {view === "fuel" && <Fuel garage={garage} answered={answered} />}
          {view === "payback" && <PaybackView garage={garage} answered={answered} />}
          {view === "members" && <Memberships garage={garage} answered={answered} />}
        </Suspense>
      )}
    </div>
  );
}

function NothingYet() {
  return (
    <div className="room-note">
      <h1>Nothing to pay yet</h1>
      <p>
        Money starts from a path: a car, an outlet, a charging unit and a tariff.{" "}
        <Link to="/garage">Add them in the Garage</Link>, then come back here.
      </p>
    </div>
  );
}

interface OfPathProps {
  readonly garage: Garage;
  readonly answered: Answered;
  readonly view: string;
  onChange(draft: Draft): void;
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
      {draft.trial && view !== "tariffs" && (
        <Trying trial={draft.trial} onBack={() => onChange({ ...draft, trial: null })} />
      )}
      {problems.length > 0 && <Problems problems={problems} distance={garage.household.spec.distanceUnit} />}
      {answered.kind === "stuck" && (
        <Refused refusal={answered.refusal} fixes={answered.fixes} onChange={onChange} />
      )}
      <Suspense fallback={<div className="view-waiting" />}>
        {view === "tariffs" && <Tariffs garage={garage} answered={answered} onChange={onChange} />}
        {answered.kind === "charging" && (
          <>
            {view === "receipt" && (
              <Receipt garage={garage} charging={answered} draft={draft} onChange={onChange} />
            )}
            {view === "when" && (
              <When garage={garage} charging={answered} draft={draft} onChange={onChange} />
            )}
            {view === "places" && (
              <Everywhere garage={garage} charging={answered} draft={draft} onChange={onChange} />
            )}
          </>
        )}
      </Suspense>
    </>
  );
}
