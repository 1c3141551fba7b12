import { Suspense, useEffect, useState } from "react";
import { Link, useParams } from "react-router-dom";
import type { Garage } from "@kettleback/core";
import { RoomFrame } from "../../controls/RoomFrame";
import { UndoRedo } from "../../controls/UndoRedo";
import { viewAt, Views } from "../../controls/Views";
import { NotHere, NothingYet } from "../../controls/states";
import { MOST_FOLLOWED, solveWeek, useWeek, type SolvedWeek } from "../../jobs/week";
import { Problems } from "../../plan/Problems";
import { lineupStoreOf } from "../../stores/lineup";
import { weekStoreOf } from "../../stores/week";
import { AskedWeek } from "./AskedWeek";
import { smallestAt, Verdict } from "./Verdict";
import { VIEWS } from "./views";
import { WeekFile } from "./WeekFile";
import styles from "./week.module.scss";

/** Whether a week is enough at each way, and how often it is not. */
export default function WeekScreen({ garage }: { readonly garage: Garage }) {
  const solved = useWeek((s) => s.solved);
  const { id } = garage.household;
  // Only what has been solved is drawn: a change is followed outside of drawing.
  useEffect(() => {
    const follow = () => solveWeek(garage);
    follow();
    const ends = [weekStoreOf(id).subscribe(follow), lineupStoreOf(id).subscribe(follow)];
    return () => ends.forEach((end) => end());
  }, [garage, id]);
  if (garage.cars.length === 0 && !lineupStoreOf(id).getState().draft)
    return (
      <NothingYet title="No week to follow yet">
        A week needs a car. <Link to="/garage">Add it in the Garage</Link>, or think of one in the{" "}
        <Link to="/line-up">Line-up</Link>; then come back here.
      </NothingYet>
    );
  if (!solved || solved.garage !== garage) return null;
  if (solved.ways.length === 0)
    return (
      <NothingYet title="Nowhere to stand for a night">
        No way of the line-up is one at which a car stands for a night.{" "}
        <Link to="/line-up">Add one in the Line-up</Link>.
      </NothingYet>
    );
  return <Bench solved={solved} />;
}

function Bench({ solved }: { readonly solved: SolvedWeek }) {
  const view = viewAt(VIEWS, useParams().view);
  const [chosen, setChosen] = useState<string | null>(null);
  const { garage, problems, ways, lineup } = solved;
  if (!view) return <NotHere />;
  const store = weekStoreOf(garage.household.id);
  const unit = garage.household.spec.distanceUnit;
  const at = ways.findIndex(({ id }) => id === chosen);
  const left =
    lineup.ways.length - ways.length - solved.others.filter(({ way }) => way.evse.kind === "rapid").length;
  const onChange = store.getState().set;
  return (
    <RoomFrame
      title="Week"
      className={styles.room}
      lead={<Views label="Views of the week" base="/week" views={VIEWS} view={view.id} />}
      tools={
        <>
          <WeekFile solved={solved} />
          <UndoRedo store={store} />
        </>
      }
    >
      <Verdict solved={solved} unit={unit} />
      {problems.length > 0 && <Problems problems={problems} distance={unit} />}
      <AskedWeek solved={solved} onChange={onChange} />
      {ways.length === MOST_FOLLOWED && left > 0 && (
        <p className="quiet">The first {MOST_FOLLOWED} ways of the line-up are followed.</p>
      )}
      <Suspense fallback={<div className="view-waiting" />}>
        <view.Body
          solved={solved}
          selected={at >= 0 ? at : smallestAt(solved)}
          onSelect={(way) => setChosen(ways[way]!.id)}
          onChange={onChange}
        />
      </Suspense>
    </RoomFrame>
  );
}
