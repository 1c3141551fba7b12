import { lazy, Suspense, useDeferredValue, useEffect, useState } from "react";
import { Link, useNavigate } from "react-router-dom";
import { startLineup, type Garage } from "@kettleback/core";
import { Problems } from "../../plan/Problems";
import { UndoRedo } from "../../controls/UndoRedo";
import { firstDraftOf, todayIn } from "../../jobs/store";
import { firstSession } from "../../stores/draft";
import { solveLineup, useLineup, type SolvedLineup } from "../../jobs/lineup";
import { lineupDraftOf, lineupStoreOf, type LineupDraft } from "../../stores/lineup";
import { AddWays } from "./AddWays";
import { AskedSentence } from "./AskedSentence";
import { LineupFile } from "./LineupFile";
import { Picture } from "./Picture";
import { SavedLineups } from "./SavedLineups";
import { VIEWS, type View, type ViewProps } from "./view";
import { WayPanel } from "./WayPanel";
import styles from "./lineup.module.scss";

const Table = lazy(() => import("./Table"));
const CarsByWays = lazy(() => import("./CarsByWays"));
const Charts = lazy(() => import("./Charts"));
const VaryView = lazy(() => import("./VaryView"));
const SweepView = lazy(() => import("./SweepView"));
const Overnight = lazy(() => import("./Overnight"));
const StayView = lazy(() => import("./StayView"));
const Choosers = lazy(() => import("./Choosers"));

/** Every way to charge, side by side. */
export default function LineupScreen({ garage }: { garage: Garage }) {
  const store = lineupStoreOf(garage.household.id);
  const solved = useLineup((s) => s.solved);
  // Only what has been solved is drawn: a change is followed outside of drawing.
  useEffect(() => {
    const follow = () => {
      const draft = store.getState().draft ?? firstLineup(garage);
      if (draft) solveLineup(garage, draft);
    };
    follow();
    return store.subscribe(follow);
  }, [garage, store]);
  if (garage.cars.length === 0 && !store.getState().draft) return <NothingYet />;
  if (!solved || solved.garage !== garage) return null;
  return <Bench garage={garage} solved={solved} onChange={(draft) => store.getState().set(draft)} />;
}

const firsts = new WeakMap<Garage, LineupDraft>();

/** What a household's line-up starts with, made once a garage: the ways it lacks are filled in, only a car it must have. */
function firstLineup(garage: Garage): LineupDraft | undefined {
  if (garage.cars.length === 0) return undefined;
  const session = firstDraftOf(garage)?.session ?? firstSession(todayIn(garage));
  const made = firsts.get(garage) ?? lineupDraftOf(startLineup(garage, session), null);
  firsts.set(garage, made);
  return made;
}

function NothingYet() {
  return (
    <div className="room-note">
      <h1>Nothing to line up yet</h1>
      <p>
        A line-up needs a car of your own to start from. <Link to="/garage">Add it in the Garage</Link>; the
        ways you do not have are filled in.
      </p>
    </div>
  );
}

interface BenchProps {
  readonly garage: Garage;
  readonly solved: SolvedLineup;
  onChange(draft: LineupDraft): void;
}

function Bench({ garage, solved, onChange }: BenchProps) {
  const [view, setView] = useState<View>("picture");
  const [chosen, setChosen] = useState<string | null>(null);
  const navigate = useNavigate();
  // What stands beside the rows follows them.
  const calm = useDeferredValue(solved);
  const { draft, open, problems } = solved;
  const at = open.ways.findIndex(({ id }) => id === (chosen ?? draft.baseline));
  const selected = Math.max(0, at);
  const props: ViewProps = {
    solved,
    selected,
    onSelect: (way) => setChosen(open.ways[way]!.id),
    onChange,
    onView: setView,
  };
  const charts = problems.length === 0 && open.ways.length > 0 && open.cars.length > 0;
  return (
    <div className={styles.room}>
      <div className="room-head">
        <h1 className="visually-hidden">Line-up</h1>
        <SavedLineups garage={garage} draft={draft} sound={problems.length === 0} onChange={onChange} />
        <div className="undo">
          <LineupFile garage={garage} solved={solved} onChange={onChange} />
          <UndoRedo store={lineupStoreOf(garage.household.id)} />
        </div>
      </div>
      <AskedSentence garage={garage} solved={solved} onChange={onChange} />
      {problems.length > 0 && <Problems problems={problems} distance={garage.household.spec.distanceUnit} />}
      {solved.clock?.notes.map((note) => (
        <p key={note} className="quiet">
          {note}
        </p>
      ))}
      <div className="lineup-bar">
        <div className="views" role="group" aria-label="Views of the line-up">
          {(Object.keys(VIEWS) as View[]).map((key) => (
            <button key={key} type="button" aria-pressed={view === key} onClick={() => setView(key)}>
              {VIEWS[key]}
            </button>
          ))}
        </div>
        <AddWays garage={garage} draft={draft} onChange={onChange} />
      </div>
      {open.cars.length === 0 && <p className="room-note">No car is in this line-up: tick one above.</p>}
      {open.ways.length === 0 && (
        <p className="room-note">
          No way is in this line-up yet. Add a start set, a saved path, or a way described in place.
        </p>
      )}
      {solved.done < solved.all && problems.length === 0 && (
        <p className="quiet" role="status">
          {solved.done} of {solved.all} worked out…
        </p>
      )}
      {charts && (
        <Suspense fallback={<div className="view-waiting" />}>
          {view === "picture" && (
            <div className="lineup-bench">
              <Picture {...props} />
              <WayPanel {...props} solved={calm} garage={garage} onOpenPath={() => navigate("/path")} />
            </div>
          )}
          {view === "table" && <Table {...props} />}
          {view === "cars" && <CarsByWays {...props} />}
          {view === "charts" && <Charts {...props} />}
          {view === "vary" && <VaryView {...props} />}
          {view === "sweep" && <SweepView {...props} />}
          {view === "night" && <Overnight {...props} />}
          {view === "stay" && <StayView {...props} />}
          {view === "choose" && <Choosers {...props} garage={garage} />}
        </Suspense>
      )}
    </div>
  );
}
