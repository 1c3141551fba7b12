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
  return (
    <>
      {kit.asked ? <Solved {...props} kit={kit} /> : <KitSentence {...props} />}
      {kit.problems.length > 0 && kit.places.length > 0 && (
        <Problems problems={kit.problems} distance={unit} />
      )}
      {kit.places.length === 0 && <p>Tick at least one place below: where will you stand for a night?</p>}
      <div className="two">
        <KitPieces {...props} kit={kit} />
        <KitPlaces {...props} />
      </div>
    </>
  );
}

/** The same question until something of it is another: ticks and undo leave what was tried as it is. */
function Solved(props: ViewProps & { readonly kit: OpenKit }) {
  const { draft, kit } = props;
  const asked = kit.asked!;
  // What is wanted, and what least means, changes nothing of what can be put together.
  const { wantedKm, least: measure, ...tried } = asked;
  const key = JSON.stringify(tried);
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const question = useMemo(() => ({ ...asked, wantedKm: 1, least: "mass" as const }), [key]);
  const job = useJob("kit", question);
  const narrow = useNarrow();
  const [chosen, setChosen] = useState<string | null>(null);
  const attempts = job.result;
  const fits = attempts?.length === kit.places.length && !job.stale;
  const seen = useMemo((): SeenKit | null => {
    if (!attempts || !fits) return null;
    const least = leastKit(attempts, asked.pieces.map(weightOf), wantedKm, measure);
    return { kit, attempts, packed: packedMask(kit, draft), least };
  }, [attempts, fits, kit, draft, asked, wantedKm, measure]);
  if (!seen)
    return (
      <>
        <KitSentence {...props} />
        <JobWaiting job={job} />
      </>
    );
  const at = Math.max(
    0,
    kit.places.findIndex(({ id }) => id === (chosen ?? firstShort(seen, wantedKm))),
  );
  const select = (place: number) => setChosen(kit.places[place]!.id);
  return (
    <>
      <KitAnswer {...props} seen={seen} />
      <KitSentence {...props} />
      {narrow ? (
        <KitCards {...props} seen={seen} />
      ) : (
        <>
          <KitMatrix {...props} seen={seen} selected={at} onSelect={select} />
          <PlaceDetail {...props} seen={seen} at={at} />
        </>
      )}
    </>
  );
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
