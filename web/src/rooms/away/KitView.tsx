import { useMemo, useState } from "react";
import { bestAt, everyPiece, leastKit, weightOf, type Attempt, type LeastKit } from "@kettleback/core";
import { JobWaiting } from "../../controls/JobWaiting";
import { useNarrow } from "../../controls/useNarrow";
import { openKit, packedMask, type OpenKit } from "../../jobs/away";
import { useJob } from "../../jobs/useJob";
import { Problems } from "../../plan/Problems";
import { KitAnswer } from "./KitAnswer";
import { KitCards } from "./KitCards";
import { KitMatrix } from "./KitMatrix";
import { KitPieces } from "./KitPieces";
import { KitPlaces } from "./KitPlaces";
import { KitSentence } from "./KitSentence";
import { PlaceDetail } from "./PlaceDetail";
import type { ViewProps } from "./view";

/** A kit as it is looked at: what can be put together, what is ticked, and the least that would do. */
export interface SeenKit {
  readonly kit: OpenKit;
  readonly attempts: readonly (readonly Attempt[])[];
  readonly packed: number;
  readonly least: LeastKit;
}

/** What fits where, what to pack, and what of it is needed. */
export default function KitView(props: ViewProps) {
  const { garage, draft } = props;
  const kit = useMemo(() => openKit(garage, draft), [garage, draft]);
  const unit = garage.household.spec.distanceUnit;
  const narrow = useNarrow();
  const [chosen, setChosen] = useState<string | null>(null);
  const { seen, job } = useSeenKit(kit, draft);
  const at = seen
    ? Math.max(
        0,
        kit.places.findIndex(({ id }) => id === (chosen ?? firstShort(seen, draft.wantedKm))),
      )
    : 0;
  // The sentence keeps its place whatever is worked out or wrong: what is typed in it is not interrupted.
  return (
    <>
      {seen && <KitAnswer {...props} seen={seen} />}
      <KitSentence {...props} />
      {kit.problems.length > 0 && kit.places.length > 0 && (
        <Problems problems={kit.problems} distance={unit} />
      )}
      {kit.places.length === 0 && <p>Tick at least one place below: where will you stand for a night?</p>}
      {kit.asked && !seen && <JobWaiting job={job} />}
      {seen && narrow && <KitCards {...props} seen={seen} />}
      {seen && !narrow && (
        <>
          <KitMatrix
            {...props}
            seen={seen}
            selected={at}
            onSelect={(place) => setChosen(kit.places[place]!.id)}
          />
          <PlaceDetail {...props} seen={seen} at={at} />
        </>
      )}
      <div className="two">
        <KitPieces {...props} kit={kit} />
        <KitPlaces {...props} />
      </div>
    </>
  );
}

/** A kit worked out; null until it is, and while something is wrong. Ticks and what is wanted leave what was tried as it is. */
function useSeenKit(kit: OpenKit, draft: ViewProps["draft"]) {
  const { asked } = kit;
  const key = asked ? JSON.stringify({ ...asked, wantedKm: 1, least: "mass" }) : null;
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const question = useMemo(() => asked ?? null, [key]);
  const job = useJob("kit", question);
  const { result: attempts, stale } = job;
  const seen = useMemo((): SeenKit | null => {
    if (!attempts || stale || !asked || attempts.length !== kit.places.length) return null;
    const least = leastKit(attempts, asked.pieces.map(weightOf), asked.wantedKm, asked.least);
    return { kit, attempts, packed: packedMask(kit, draft), least };
  }, [attempts, stale, kit, draft, asked]);
  return { seen, job };
}

/** The place that is looked at first: one that the ticked kit does not serve though a kit could. */
function firstShort({ kit, attempts, packed }: SeenKit, wantedKm: number): string | undefined {
  const all = everyPiece(kit.pieces.length);
  const short = attempts.findIndex((its) => {
    const [now, could] = [packed, all].map((mask) => bestAt(its, mask, wantedKm)?.km ?? 0);
    return now! < wantedKm && could! >= wantedKm;
  });
  return kit.places[Math.max(0, short)]?.id;
}
