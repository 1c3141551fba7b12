import { lazy, type ComponentType } from "react";
import ChargedView from "./ChargedView";
import type { ViewProps } from "./view";

interface View {
  readonly id: string;
  readonly name: string;
  readonly Body: ComponentType<ViewProps>;
}

/** The views of the log, in the order questions come up; all but the first come once they are looked at. */
export const VIEWS: readonly View[] = [
  { id: "charged", name: "What was charged", Body: ChargedView },
  { id: "session", name: "One session", Body: lazy(() => import("./SessionView")) },
  { id: "read", name: "Read in", Body: lazy(() => import("./ReadView")) },
  { id: "car", name: "Your car, measured", Body: lazy(() => import("./CarView")) },
  { id: "claim", name: "Check a claim", Body: lazy(() => import("./ClaimView")) },
  { id: "learn", name: "Twenty cases", Body: lazy(() => import("./LearnView")) },
];
