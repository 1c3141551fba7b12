import { create } from "zustand";
import { persist } from "zustand/middleware";

/** How the start of a charge is told: by per cent, by the distance in the battery, or not known. */
export type StartIn = "percent" | "range" | "unknown";
/** How the target is told: by per cent, by so much distance more, or by the distance in the battery. */
export type TargetIn = "percent" | "more" | "range";

interface SpanIn {
  readonly start: StartIn;
  readonly target: TargetIn;
  set(change: Partial<Pick<SpanIn, "start" | "target">>): void;
}

/** How a person likes to tell a charge: kept from visit to visit. What is planned is a state of charge all the same. */
export const useSpanIn = create<SpanIn>()(
  persist((set) => ({ start: "percent", target: "percent", set }), {
    name: "kettleback-span-in",
    partialize: ({ start, target }) => ({ start, target }),
  }),
);

/** Whether a start that nobody knows changes the answer: so much more is as much from wherever it starts. */
export const startMatters = ({ start, target }: Pick<SpanIn, "start" | "target">): boolean =>
  start === "unknown" && target !== "more";
