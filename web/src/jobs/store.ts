import { create } from "zustand";
import { localMinuteOf, type Answer, type Garage } from "@kettleback/core";
import { draftStoreOf, firstDraft, type Draft } from "../stores/draft";
import { useGarage } from "../stores/garage";
import { answerOf, type Answered, type Charging } from "./answer";
import type { Aside } from "./aside";
import { ask } from "./pool";

interface SolveState {
  /** What the draft in view comes to; null without a garage, or in one with nothing to plug in. */
  readonly answered: Answered | null;
  /** The last of them along which something charged. */
  readonly standing: (Answered & Charging) | null;
  /** What takes many solves, of the plan it names; follows the answer a moment later. */
  readonly aside: Aside | null;
  /** The answer whose working is open. */
  readonly open: Answer | null;
  openWorking(answer: Answer | null): void;
}

/** The one place where the browser solves: once a change, never while anything is drawn. Views read it. */
export const useSolve = create<SolveState>()((set) => ({
  answered: null,
  standing: null,
  aside: null,
  open: null,
  openWorking: (open) => set({ open }),
}));

/** What a household starts with, made once a garage. */
const firstDrafts = new WeakMap<Garage, { readonly draft: Draft | undefined }>();

/** Today's date where a household is. */
export const todayIn = (garage: Garage): string =>
  localMinuteOf(Date.now(), garage.household.spec.timeZone).slice(0, "2026-11-24".length);

/** The path a household starts with; undefined where it has nothing to plug in. */
export function firstDraftOf(garage: Garage): Draft | undefined {
  const made = firstDrafts.get(garage) ?? {
    draft: firstDraft(garage, todayIn(garage)),
  };
  firstDrafts.set(garage, made);
  return made.draft;
}

/** The draft of the garage in view: the one being worked on, or what the household starts with. */
const draftInView = (garage: Garage): Draft | undefined =>
  draftStoreOf(garage.household.id).getState().draft ?? firstDraftOf(garage);

/** Solves again if the garage or the draft in view is another than the one last solved. */
function follow(): void {
  const { garage } = useGarage.getState();
  const { answered } = useSolve.getState();
  const draft = garage ? draftInView(garage) : undefined;
  if (!garage || !draft) {
    if (answered) useSolve.setState({ answered: null, aside: null });
    return;
  }
  if (answered?.garage === garage && answered.draft === draft) return;
  const next = answerOf(garage, draft);
  if (next.kind !== "charging") {
    useSolve.setState({ answered: next });
    return;
  }
  useSolve.setState({ answered: next, standing: next });
  const { plan, solution } = next;
  ask("aside", [plan, solution.clock], { key: "aside" }).result.then(
    // What comes from beside the screen is a copy: views ask whether it is about the plan they show.
    (aside) => aside && useSolve.setState({ aside: { ...aside, plan, clock: solution.clock } }),
    // What would lift a path is missing then; the path's own answers stand.
    () => undefined,
  );
}

const followed = new Set<string>();

/** Follows the garage, and the draft of whichever household is in view. */
export function startSolving(): void {
  const watch = () => {
    const id = useGarage.getState().garage?.household.id;
    if (id && !followed.has(id)) {
      followed.add(id);
      draftStoreOf(id).subscribe(() => useGarage.getState().garage?.household.id === id && follow());
    }
    follow();
  };
  useGarage.subscribe(watch);
  watch();
}
