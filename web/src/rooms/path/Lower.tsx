import { lazyView } from "../../controls/lazyView";
import { Suspense, useState } from "react";
import type { Charging } from "../../jobs/answer";
import type { Draft } from "../../stores/draft";
import { useCalm } from "./useCalm";

const Clock = lazyView(() => import("./Clock"));
const Losses = lazyView(() => import("./Losses"));
const Steps = lazyView(() => import("./Steps"));
const Says = lazyView(() => import("./Says"));
const Nothing = lazyView(() => import("./Nothing"));

const VIEWS = {
  clock: "The clock",
  flow: "Where it goes",
  steps: "Current steps",
  says: "My car says …",
  nothing: "Nothing charges?",
} as const;
type View = keyof typeof VIEWS;

interface Props {
  readonly charging: Charging;
  readonly draft: Draft;
  onChange(draft: Draft): void;
}

/** The heavier views under the answers. They follow the answer once the changes pause. */
export function Lower({ charging, draft, onChange }: Props) {
  const [view, setView] = useState<View>("clock");
  const calm = useCalm(charging);
  const { solution, plan } = calm;
  return (
    <section className="lower" aria-label={VIEWS[view]}>
      <div className="views" role="group" aria-label="Views of the session">
        {(Object.keys(VIEWS) as View[]).map((key) => (
          <button key={key} type="button" aria-pressed={view === key} onClick={() => setView(key)}>
            {VIEWS[key]}
          </button>
        ))}
      </div>
      <Suspense fallback={<div className="view-waiting" />}>
        {view === "clock" && <Clock solution={solution} plan={plan} />}
        {view === "flow" && <Losses solution={solution} plan={plan} />}
        {view === "says" && <Says charging={calm} draft={draft} onChange={onChange} />}
        {view === "nothing" && <Nothing key={plan.evse.name} plan={plan} />}
        {view === "steps" && <Steps draft={draft} onChange={onChange} />}
      </Suspense>
    </section>
  );
}
