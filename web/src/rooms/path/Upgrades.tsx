import { useCallback, useState } from "react";
import { micros, type Rung } from "@kettleback/core";
import { Button } from "../../controls/Button";
import { durationText, figureText, moreText, powerFigure } from "../../format/number";
import type { Charging } from "../../jobs/answer";
import { useSolve } from "../../jobs/store";
import type { Draft, Trial } from "../../stores/draft";
import { RUNGS_HEIGHT } from "./rungsHeight";

interface Props {
  readonly charging: Charging;
  readonly draft: Draft;
  onChange(draft: Draft): void;
}

const PARTS = ["household", "outlet", "lead", "evse", "cable", "adapter"] as const;

/** The parts of a rung's plan that are not those of the plan it was asked of. */
const partsOf = (rung: Rung, { plan }: Charging): Trial["parts"] =>
  Object.fromEntries(
    PARTS.filter(
      (part) =>
        rung.plan[part] !== plan[part] && JSON.stringify(rung.plan[part]) !== JSON.stringify(plan[part]),
    ).map((part) => [part, rung.plan[part]]),
  );

/** The path with a rung made: its parts are tried out, its settings and the pack's temperature are set. */
const tried = (draft: Draft, rung: Rung, charging: Charging): Draft => ({
  ...draft,
  settings: rung.plan.settings,
  session: { ...draft.session, batteryC: rung.plan.session.batteryC },
  trial: { what: rung.what, parts: { ...draft.trial?.parts, ...partsOf(rung, charging) } },
});

/** Seconds by which one way is no sooner than another. */
const A_MINUTE = 60;

/** Efforts that are work on the wiring. */
const WIRING: ReadonlySet<Rung["effort"]> = new Set(["repair", "outlet", "wired"]);

/** What a rung gains: power, time and money against the path as it is, or as it may safely be used. */
function gains({ gainW, secondsSaved, costMore }: Rung, currency: string): string {
  if (secondsSaved === null || costMore === null) return `${figureText(powerFigure(gainW))} in the battery`;
  if (Math.abs(secondsSaved) < 5 * A_MINUTE && gainW < 50) return "no faster, and safe";
  const more = moreText(costMore, micros(0), currency);
  const cost = more === "the same" ? "same cost" : more;
  return `+${figureText(powerFigure(gainW))}, ${durationText(secondsSaved)} sooner, ${cost}`;
}

/** What the gains are held against, where that is not the path as it is. */
const AGAINST: Readonly<Record<Rung["against"], string | null>> = {
  now: null,
  safe: "As it stands this path is not safe: each gain is against the same path with the current lowered until it is.",
  nothing: "As it stands nothing should be charged here: each way is told by what it gives.",
};

function Rungs({ rungs, charging, draft, onChange }: Props & { readonly rungs: readonly Rung[] }) {
  return (
    <ol>
      {rungs.map((rung) => (
        <li key={rung.what}>
          <span>{rung.what.replace(/^./, (c) => c.toUpperCase())}</span>
          <span className="gains">{gains(rung, charging.plan.household.currency)}</span>
          <Button
            quiet
            aria-label={`Try it: ${rung.what}`}
            onClick={() => onChange(tried(draft, rung, charging))}
          >
            Try it
          </Button>
        </li>
      ))}
    </ol>
  );
}

/** How high the rungs were last: while the next are worked out their room is kept, and what stands under them stays. */
function useHeightOf(known: boolean): [(box: HTMLElement | null) => (() => void) | undefined, number] {
  const [height, setHeight] = useState(RUNGS_HEIGHT);
  const box = useCallback(
    (section: HTMLElement | null) => {
      if (!section || !known || typeof ResizeObserver === "undefined") return undefined;
      const watch = new ResizeObserver(([entry]) => setHeight(entry!.borderBoxSize[0]!.blockSize));
      watch.observe(section);
      return () => watch.disconnect();
    },
    [known],
  );
  return [box, height];
}

/** What would lift it: coherent changes, least gain first; any of them is tried out from here, and undone. */
export function Upgrades({ charging, draft, onChange }: Props) {
  const aside = useSolve((s) => s.aside);
  const { plan, point } = charging;
  // Rungs of an older path are never offered on a newer one.
  const known = aside?.plan === plan;
  const [box, height] = useHeightOf(known);
  const rungs = known ? aside.rungs : [];
  const own = rungs.filter(({ needs }) => needs === null);
  const phases = rungs.filter(({ needs }) => needs === "three-phases");
  const kind = point.links[point.binding]!.kind;
  const against = rungs[0] && AGAINST[rungs[0].against];
  return (
    <section
      ref={box}
      className="upgrades"
      aria-label="What would lift it"
      aria-busy={!known}
      style={known ? undefined : { minBlockSize: height }}
    >
      <h2>What would lift it</h2>
      {against && <p className="quiet">{against}</p>}
      {known && rungs.length === 0 && (
        <p className="quiet">
          {kind === "charger" || kind === "battery" || kind === "inlet"
            ? "Nothing in the path: the car itself takes no more."
            : "No further improvement to suggest."}
        </p>
      )}
      <Rungs rungs={own} charging={charging} draft={draft} onChange={onChange} />
      {phases.length > 0 && (
        <>
          <h3>If the utility brings three phases</h3>
          <p className="quiet">
            One phase is taken as given here. Ask your network operator first, or say with the outlet in the
            Garage that three reach the board.
          </p>
          <Rungs rungs={phases} charging={charging} draft={draft} onChange={onChange} />
        </>
      )}
      {rungs.some(({ effort }) => WIRING.has(effort)) && (
        <p className="quiet">
          Work on the wiring is a licensed electrician’s; your local code decides. New outlets and units for a
          car have protection of their own against current that goes astray.
        </p>
      )}
    </section>
  );
}
