import { useEffect, useMemo, useState } from "react";
import { chosenPosts, type PlaceOnEarth, type PostRow, type PostsAsked } from "@kettleback/core";
import { JobWaiting } from "../../controls/JobWaiting";
import { knownPosts, postsAskedOf } from "../../jobs/away";
import { useJob } from "../../jobs/useJob";
import { useNetworks } from "../../stores/networks";
import { NetworkBar } from "./NetworkBar";
import { PostDetail } from "./PostDetail";
import { PostFilterFields } from "./PostFilterFields";
import { PostForm } from "./PostForm";
import { PostList } from "./PostList";
import { PostMap } from "./PostMap";
import type { ViewProps } from "./view";
import { kmText, kWText, nearText } from "./words";

const NO_NETWORK = JSON.stringify({ locations: [], tariffs: [] });

/** Posts near a place: a network's and one's own, what this car gets there with this kit, and how they stand. */
export default function PostsView(props: ViewProps) {
  const { garage, draft } = props;
  const household = garage.household.id;
  const { heads, texts, failure, load, look, householdId } = useNetworks();
  useEffect(() => void load(household), [household, load]);
  const ready = householdId === household;
  const head = ready ? (heads.find(({ id }) => id === draft.posts.networkId) ?? heads[0]) : undefined;
  const text = head ? texts[head.id] : NO_NETWORK;
  useEffect(() => {
    if (head && text === undefined) void look(household, head.id);
  }, [head, text, household, look]);
  const asked = useMemo(() => postsAskedOf(garage, draft), [garage, draft]);
  return (
    <>
      {ready && text !== undefined && asked ? (
        <Near {...props} source={text} asked={asked} />
      ) : (
        <div className="view-waiting">
          {!asked && <p>Something of the car or the charge is wrong: look at “What to pack”.</p>}
        </div>
      )}
      {failure && <p role="alert">{failure}</p>}
      <NetworkBar {...props} head={head} />
    </>
  );
}

interface NearProps extends ViewProps {
  readonly source: string;
  readonly asked: PostsAsked;
}

function Near({ source, asked, ...props }: NearProps) {
  const { garage, draft } = props;
  const key = JSON.stringify(asked);
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const question = useMemo(() => asked, [key]);
  const own = useMemo(() => knownPosts(garage), [garage]);
  const fromKey = JSON.stringify(draft.posts.from);
  const from = useMemo(() => JSON.parse(fromKey) as PlaceOnEarth | null, [fromKey]);
  const job = useJob("posts", source, question, from, own);
  if (!job.result) return <JobWaiting job={job} />;
  if (!job.result.ok)
    return (
      <div className="problems" role="alert">
        <strong>What the network said cannot be read; nothing else has changed.</strong>
        <ul>
          {job.result.problems.map(({ field, message }) => (
            <li key={field}>
              {field}: {message}
            </li>
          ))}
        </ul>
      </div>
    );
  return <Found {...props} {...job.result} />;
}

interface FoundProps extends ViewProps {
  readonly rows: readonly PostRow[];
  readonly here: PlaceOnEarth;
  readonly notes: readonly string[];
}

function Found({ rows, here, notes, ...props }: FoundProps) {
  const { garage, draft } = props;
  const { filters, order } = draft.posts;
  const unit = garage.household.spec.distanceUnit;
  const [chosen, setChosen] = useState<string | null>(null);
  const [adding, setAdding] = useState(false);
  const found = useMemo(() => chosenPosts(rows, filters, order), [rows, filters, order]);
  const best = found.find(({ state, figure }) => state === "free" && figure?.gives) ?? found[0];
  const at = found.find(({ post }) => post.key === chosen) ?? best;
  return (
    <>
      <div className="answer">
        <p className="verdict" role="status">
          {best?.figure?.gives ? (
            <>
              <b>{best.post.name}</b>, {nearText(best.km, unit)} away
              {best.state === "free" ? ", is free" : ""}: {kWText(best.figure.batteryW)},{" "}
              {kmText(best.figure.km, unit)} in {hoursText(draft.posts.stayHours)}.
            </>
          ) : (
            <b>
              {rows.length === 0
                ? "No posts are known yet."
                : "No post is as you want it: ask for less below."}
            </b>
          )}{" "}
          {rows.length > 0 && `${found.length} of ${rows.length} posts.`}
        </p>
      </div>
      <PostFilterFields {...props} here={here} onAdd={() => setAdding(true)} />
      <div className="posts-two">
        <div>
          <PostMap rows={found} here={here} unit={unit} chosen={at?.post.key ?? null} onChoose={setChosen} />
          {at && <PostDetail {...props} row={at} />}
        </div>
        <div>
          <PostList {...props} rows={found} chosen={at?.post.key ?? null} onChoose={setChosen} />
        </div>
      </div>
      {notes.length > 0 && (
        <ul className="quiet read-past">
          {notes.map((note) => (
            <li key={note}>{note}</li>
          ))}
        </ul>
      )}
      {adding && <PostForm {...props} here={here} onClose={() => setAdding(false)} />}
    </>
  );
}

const hoursText = (hours: number): string => (hours === 1 ? "an hour" : `${hours} h`);
