import { useState } from "react";
import { Link } from "react-router-dom";
import {
  besideKind,
  metName,
  NOTE_WORDS,
  placeMet,
  POST_NOTES,
  STATE_WORDS,
  type KnownPost,
  type Post,
  type PostNote,
  type PostRow,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { Select } from "../../controls/Select";
import { useInView } from "../../controls/useInView";
import { TextInput } from "../../controls/TextInput";
import { useNow } from "../../controls/useNow";
import { ampsText, durationText } from "../../format/number";
import { todayIn } from "../../jobs/store";
import { carOf, openKit } from "../../jobs/away";
import { useGarage } from "../../stores/garage";
import { sayDone, sayTrouble } from "../../stores/notices";
import type { ViewProps } from "./view";
import { ageText, kmText, togetherText } from "./words";

/** One post: everything it has, what one knows of it, and what can be done with it. */
export function PostDetail({ garage, draft, onChange, row }: ViewProps & { readonly row: PostRow }) {
  const { post, at, figure, tariff } = row;
  const shown = useInView<HTMLElement>(post.key);
  const unit = garage.household.spec.distanceUnit;
  const pieces = openKit(garage, draft)
    .pieces.filter(({ id, piece }) => draft.packed.includes(id) && piece.have !== "buy")
    .map(({ piece }) => piece);
  const known = garage.posts.find(({ id, spec }) => spec.network === post.key || id === post.key);
  const place = at && placeMet(at.met, post.name);
  const careful = figure?.gives?.cautions.filter(({ severity }) => severity !== "note") ?? [];
  const beside = () =>
    onChange({
      ...draft,
      beside: {
        ...draft.beside,
        postKey: post.key,
        at: {
          name: post.name,
          carId: carOf(garage, draft)!.id,
          kW: figure?.gives ? figure.batteryW / 1000 : null,
          amps: figure?.gives?.amps ?? 0,
          phases: figure?.gives?.phases ?? 1,
          rapid: figure?.gives?.current === "DC",
          limitMinutes: post.limitMinutes,
          idleFee:
            tariff?.elements.some(({ price_components: prices }) =>
              prices.some(({ type, price }) => type === "PARKING_TIME" && price > 0),
            ) ?? false,
        },
        kind: place?.evse ? besideKind(place.evse) : "portable",
        adapter: figure?.gives?.used.adapter !== undefined,
        start: tariff === null ? draft.beside.start : "app",
        ticks: {},
        card: 0,
      },
    });
  return (
    <section ref={shown} className="view-panel post-detail" aria-label={post.name}>
      <h2>{post.name}</h2>
      <p className="quiet">
        {[post.address, post.operator && `run by ${post.operator}`, tariff?.name].filter(Boolean).join(" · ")}
      </p>
      {figure?.gives ? (
        <p>
          With {togetherText(figure.gives, pieces)}: {kmText(figure.km, unit)} in{" "}
          {durationText(figure.plugged)}
          {figure.limited
            ? ", when the time limit ends it"
            : figure.fullAfter === null
              ? ""
              : `, done after ${durationText(figure.fullAfter)}`}
          .
        </p>
      ) : (
        <p>{figure?.whyNot?.why ?? "It does not say what it has."}</p>
      )}
      {careful.map(({ code, what, why, todo }) => (
        <p key={code} className="room-caution">
          <b>{what}</b> {why} {todo}
        </p>
      ))}
      <Points post={post} />
      <Notes key={post.key} garage={garage} row={row} known={known} />
      <p className="acts">
        <Link to="/away/beside" onClick={beside}>
          I stand before it
        </Link>
        {known && post.own && (
          <Button
            quiet
            asks={() =>
              useGarage
                .getState()
                .remove("posts", known)
                .then((gone) =>
                  sayDone(`${post.name} is no longer kept.`, {
                    label: "Undo",
                    run: () => void useGarage.getState().restore("posts", gone).catch(sayTrouble),
                  }),
                )
                .catch(sayTrouble)
            }
          >
            Remove
          </Button>
        )}
      </p>
    </section>
  );
}

/** Every place to plug in at a post, and how it stands. */
function Points({ post }: { readonly post: Post }) {
  const now = useNow();
  return (
    <ul className="points">
      {post.outlets.map(({ uid, state, stateMs, met }) => (
        <li key={uid}>
          {met
            .map(
              ({ met: one }) =>
                `${metName(one)}${one.kind === "post" ? `, ${one.phases === 3 ? "3 × " : ""}${ampsText(one.amps)}${one.tethered ? "" : ", socket"}` : ""}`,
            )
            .join(" or ") || "nothing stated"}
          : {STATE_WORDS[state]}
          {stateMs === null ? "" : `, ${ageText(now - stateMs)}`}
        </li>
      ))}
    </ul>
  );
}

interface NotesProps {
  readonly garage: ViewProps["garage"];
  readonly row: PostRow;
  readonly known: ViewProps["garage"]["posts"][number] | undefined;
}

/** What one knows oneself of a post, dated; it stays when its network is read anew. */
function Notes({ garage, row: { post }, known }: NotesProps) {
  const [what, setWhat] = useState<PostNote>("always-free");
  const [text, setText] = useState("");
  const { keep } = useGarage.getState();
  const notes = known?.spec.notes ?? [];
  const write = (changed: KnownPost["notes"]) =>
    keep("posts", {
      ...known,
      parentId: known?.parentId ?? null,
      spec: known
        ? { ...known.spec, notes: changed }
        : { name: post.name, at: post.at, network: post.key, points: [], notes: changed },
    })
      .then(() => setText(""))
      .catch(sayTrouble);
  const typed = text.trim();
  return (
    <div className="notes">
      <h3>What I know of it</h3>
      {notes.length > 0 && (
        <ul>
          {notes.map((note, i) => (
            <li key={`${note.what}${note.on}${i}`}>
              {note.what === "note" ? "" : NOTE_WORDS[note.what]}
              {note.text ? `${note.what === "note" ? "" : ": "}${note.text}` : ""} <small>{note.on}</small>{" "}
              <Button
                quiet
                aria-label={`Remove the note ${NOTE_WORDS[note.what]}`}
                asks={() => write(notes.filter((_, k) => k !== i))}
              >
                Remove
              </Button>
            </li>
          ))}
        </ul>
      )}
      <div className="add-note">
        <Select
          label="Kind of note"
          value={what}
          onChange={setWhat}
          options={POST_NOTES.map((value) => ({ value, text: NOTE_WORDS[value] }))}
        />
        <TextInput
          label="In your own words"
          placeholder="in your own words"
          maxLength={200}
          value={text}
          onChange={setText}
        />
        <Button
          quiet
          disabled={what === "note" && typed === ""}
          asks={() =>
            write([...notes, { what, on: todayIn(garage), ...(typed === "" ? {} : { text: typed }) }])
          }
        >
          Note it
        </Button>
      </div>
    </div>
  );
}
