import { Suspense, useEffect, useState } from "react";
import { Link, useNavigate, useParams } from "react-router-dom";
import { startLineup, type Car, type Garage } from "@kettleback/core";
import { RoomFrame } from "../../controls/RoomFrame";
import { UndoRedo } from "../../controls/UndoRedo";
import { viewAt, Views } from "../../controls/Views";
import { NotHere, NothingYet } from "../../controls/states";
import { firstLineup, solveLineup, useLineup, type SolvedLineup } from "../../jobs/lineup";
import { todayIn } from "../../jobs/store";
import { Problems } from "../../plan/Problems";
import { firstSession } from "../../stores/draft";
import { lineupDraftOf, lineupStoreOf, type LineupDraft } from "../../stores/lineup";
import { AddCandidate } from "./AddCandidate";
import { AddWays } from "./AddWays";
import { AskedSentence } from "./AskedSentence";
import { LineupFile } from "./LineupFile";
import { SavedLineups } from "./SavedLineups";
import type { ViewProps } from "./view";
import { VIEWS } from "./views";
import styles from "./lineup.module.scss";

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
  if (garage.cars.length === 0 && !store.getState().draft)
    return (
      <NothingYet title="Nothing to line up yet">
        A line-up needs a car of your own to start from. <Link to="/garage">Add it in the Garage</Link>, or
        take one you think of; the ways you do not have are filled in.
        <AddCandidate garage={garage} onAdd={(car) => store.getState().set(lineupWith(garage, car))} />
      </NothingYet>
    );
  if (!solved || solved.garage !== garage) return null;
  return <Bench garage={garage} solved={solved} onChange={(draft) => store.getState().set(draft)} />;
}

/** A line-up of a household that has no car: of the one it thinks of. */
function lineupWith(garage: Garage, car: Car): LineupDraft {
  const made = startLineup(garage, firstSession(todayIn(garage)));
  return lineupDraftOf({ ...made, cars: [car] }, null);
}

interface BenchProps {
  readonly garage: Garage;
  readonly solved: SolvedLineup;
  onChange(draft: LineupDraft): void;
}

function Bench({ garage, solved, onChange }: BenchProps) {
  const view = viewAt(VIEWS, useParams().view);
  const [chosen, setChosen] = useState<string | null>(null);
  const navigate = useNavigate();
  const whole = useLineup((s) => s.whole);
  const { draft, open, problems } = solved;
  const at = open.ways.findIndex(({ id }) => id === (chosen ?? draft.baseline));
  const selected = Math.max(0, at);
  if (!view) return <NotHere />;
  const props: ViewProps = {
    garage,
    solved,
    whole: whole?.garage === garage ? whole : null,
    selected,
    onSelect: (way) => setChosen(open.ways[way]?.id ?? null),
    onChange,
    onView: (id) => void navigate(`/line-up/${id}`),
  };
  const charts = problems.length === 0 && open.ways.length > 0 && open.cars.length > 0;
  return (
    <RoomFrame
      title="Line-up"
      className={styles.room}
      lead={<SavedLineups garage={garage} draft={draft} sound={problems.length === 0} onChange={onChange} />}
      tools={
        <>
          <LineupFile garage={garage} solved={solved} onChange={onChange} />
          <UndoRedo store={lineupStoreOf(garage.household.id)} />
        </>
      }
    >
      <AskedSentence garage={garage} solved={solved} brief={view.brief ?? false} onChange={onChange} />
      {problems.length > 0 && <Problems problems={problems} distance={garage.household.spec.distanceUnit} />}
      {solved.clock?.notes.map((note) => (
        <p key={note} className="quiet">
          {note}
        </p>
      ))}
      <div className="lineup-bar">
        <Views label="Views of the line-up" base="/line-up" views={VIEWS} view={view.id} />
        <div className="adds">
          <AddWays garage={garage} draft={draft} onChange={onChange} />
          <AddCandidate
            garage={garage}
            onAdd={(car) => onChange({ ...draft, cars: [...draft.cars, car], carAt: open.cars.length })}
          />
        </div>
        {solved.done < solved.all && problems.length === 0 && (
          <p className="so-far quiet" role="status">
            {solved.done} of {solved.all} worked out…
          </p>
        )}
      </div>
      {open.cars.length === 0 && <p className="room-note">No car is in this line-up: tick one above.</p>}
      {open.ways.length === 0 && (
        <p className="room-note">
          No way is in this line-up yet. Add a start set, a saved path, or a way described in place.
        </p>
      )}
      {charts && (
        <Suspense fallback={<div className="view-waiting" />}>
          <view.Body {...props} />
        </Suspense>
      )}
    </RoomFrame>
  );
}
