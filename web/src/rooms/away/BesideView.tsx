import { useMemo } from "react";
import { Link } from "react-router-dom";
import {
  BESIDE_KINDS,
  BESIDE_WORDS,
  cardsFor,
  COURTESIES,
  EMERGENCY,
  LOCAL_RULES,
  START_WORDS,
  STARTS,
  troublesAt,
  type Beside,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { Select } from "../../controls/Select";
import { Tick } from "../../controls/Tick";
import { useInView } from "../../controls/useInView";
import type { AwayDraft } from "../../stores/away";
import { besideOf } from "./besideOf";
import { TicksKept } from "./TicksKept";
import type { ViewProps } from "./view";

/** The session beside the post, a card at a time; what to try when it will not; courtesy and law. */
export default function BesideView(props: ViewProps) {
  const { garage, draft, onChange } = props;
  const situation = useMemo(() => besideOf({ garage, draft }), [garage, draft]);
  const cards = cardsFor(situation);
  const at = Math.min(draft.beside.card, cards.length - 1);
  const card = cards[at]!;
  const set = (change: Partial<AwayDraft["beside"]>) =>
    onChange({ ...draft, beside: { ...draft.beside, ...change } });
  const shown = useInView<HTMLElement>(card.id, "start");
  const { ticks } = draft.beside;
  const id = (step: string) => `${card.id}.${step}`;
  const done = card.steps.filter((step) => ticks[id(step.id)] !== undefined).length;
  const tick = (step: string, on: boolean): void => {
    const { [id(step)]: _, ...others } = ticks;
    set({ ticks: on ? { ...others, [id(step)]: moment() } : others });
  };
  return (
    <div className="beside">
      <p className="at-post">
        {draft.beside.at ? (
          <>
            At <b>{draft.beside.at.name}</b>.
          </>
        ) : (
          <>
            At no post in particular; choose one in <Link to="/away/posts">Posts near me</Link> to see what is
            expected there.
          </>
        )}
      </p>
      <section
        ref={shown}
        className="card-now view-panel"
        aria-label={`Card ${at + 1} of ${cards.length}: ${card.title}`}
      >
        <p className="where" aria-hidden="true">
          {cards.map((one, i) => (
            <i key={one.id} className={i === at ? "now" : i < at ? "past" : ""} />
          ))}
        </p>
        <h2>{card.title}</h2>
        <p className="card-says">{card.says}</p>
        <ol>
          {card.steps.map((step) => (
            <li key={step.id}>
              <Tick
                className="big-tick"
                checked={ticks[id(step.id)] !== undefined}
                onChange={(on) => tick(step.id, on)}
              >
                <span>
                  {step.text}
                  {step.why && <small>{step.why}</small>}
                </span>
              </Tick>
            </li>
          ))}
        </ol>
        <p className="turn">
          <Button quiet large disabled={at === 0} onClick={() => set({ card: at - 1 })}>
            Back
          </Button>
          <span role="status">
            {done} of {card.steps.length} done
          </span>
          {at === cards.length - 1 ? (
            <Button quiet large onClick={() => set({ card: 0, ticks: {} })}>
              Begin anew
            </Button>
          ) : (
            <Button large onClick={() => set({ card: at + 1 })}>
              Next: {cards[at + 1]!.title.toLowerCase()}
            </Button>
          )}
        </p>
      </section>
      <p className="emergency" role="note">
        <b>If something is wrong:</b> {EMERGENCY}
      </p>
      <Troubles situation={situation} />
      <StandBefore {...props} set={set} />
      <CourtesyAndLaw />
    </div>
  );
}

/** The moment a tick is made (ms). */
const moment = (): number => Date.now();

/** What may go wrong, and what to try. */
const Troubles = ({ situation }: { readonly situation: Beside }) => (
  <section className="view-panel" aria-label="When it will not">
    <h2>When it will not</h2>
    {troublesAt(situation).map(({ id: trouble, title, tries }) => (
      <details key={trouble} className="trouble">
        <summary>{title}</summary>
        <ol>
          {tries.map((step) => (
            <li key={step.id}>
              {step.text}
              {step.why && <small>{step.why}</small>}
            </li>
          ))}
        </ol>
      </details>
    ))}
  </section>
);

interface StandBeforeProps extends ViewProps {
  set(change: Partial<AwayDraft["beside"]>): void;
}

/** What one stands before, as far as it is not known from the post. */
const StandBefore = ({ garage, draft, set }: StandBeforeProps) => (
  <section className="view-panel situation" aria-label="What I stand before">
    <h2>What I stand before</h2>
    <Select
      says="It is"
      value={draft.beside.kind}
      onChange={(kind) => set({ kind })}
      options={BESIDE_KINDS.map((value) => ({ value, text: BESIDE_WORDS[value] }))}
    />
    <Select
      says="It starts by"
      value={draft.beside.start}
      onChange={(start) => set({ start })}
      options={STARTS.map((value) => ({ value, text: START_WORDS[value] }))}
    />
    <Tick checked={draft.beside.adapter} onChange={(adapter) => set({ adapter })}>
      an adapter goes on its plug
    </Tick>
    <Tick checked={draft.beside.autoUnlock} onChange={(autoUnlock) => set({ autoUnlock })}>
      my car lets go of the plug when it is done
    </Tick>
    <TicksKept garage={garage} ticks={draft.beside.ticks} />
  </section>
);

/** What one owes others, and whose rules go first. */
const CourtesyAndLaw = () => (
  <section className="view-panel" aria-label="Courtesy and law">
    <h2>Courtesy and law</h2>
    <p>
      <b>{LOCAL_RULES}</b>
    </p>
    <dl className="courtesy">
      {COURTESIES.map(({ id: rule, title, text }) => (
        <div key={rule}>
          <dt>{title}</dt>
          <dd>{text}</dd>
        </div>
      ))}
    </dl>
  </section>
);
