import { Suspense } from "react";
import { Link, useParams } from "react-router-dom";
import { useStore } from "zustand";
import type { Garage } from "@kettleback/core";
import { RoomFrame } from "../../controls/RoomFrame";
import { UndoRedo } from "../../controls/UndoRedo";
import { useNarrow } from "../../controls/useNarrow";
import { viewAt, Views } from "../../controls/Views";
import { NotHere, NothingYet } from "../../controls/states";
import { firstAway } from "../../jobs/away";
import { awayStoreOf } from "../../stores/away";
import { AwayFile } from "./AwayFile";
import { VIEWS } from "./views";
import styles from "./away.module.scss";

/** A trip: what to pack, what reaches, which posts, where to stop, and the minute beside the post. */
export default function AwayScreen({ garage }: { readonly garage: Garage }) {
  const store = awayStoreOf(garage.household.id);
  const draft = useStore(store, (s) => s.draft) ?? firstAway(garage);
  const view = viewAt(VIEWS, useParams().view);
  // Beside a post nobody looks for the next view behind a button.
  const narrow = useNarrow();
  if (!view) return <NotHere />;
  if (garage.cars.length === 0)
    return (
      <NothingYet title="No car to go away with yet">
        A trip needs a car. <Link to="/garage">Add it in the Garage</Link>, then come back here.
      </NothingYet>
    );
  const views = <Views label="Views of a trip" base="/away" views={VIEWS} view={view.id} />;
  return (
    <RoomFrame
      title="Away"
      className={styles.room}
      lead={!narrow && views}
      tools={
        <>
          <AwayFile garage={garage} draft={draft} view={view.id} onChange={store.getState().set} />
          <UndoRedo store={store} />
        </>
      }
    >
      {narrow && views}
      <Suspense fallback={<div className="view-waiting" />}>
        <view.Body garage={garage} draft={draft} onChange={store.getState().set} />
      </Suspense>
    </RoomFrame>
  );
}
