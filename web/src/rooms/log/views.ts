import { lazyView } from "../../controls/lazyView";
import { type ComponentType } from "react";
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
  { id: "session", name: "One session", Body: lazyView(() => import("./SessionView")) },
  { id: "read", name: "Read in", Body: lazyView(() => import("./ReadView")) },
  { id: "car", name: "Your car, measured", Body: lazyView(() => import("./CarView")) },
  { id: "claim", name: "Check a claim", Body: lazyView(() => import("./ClaimView")) },
  { id: "learn", name: "Twenty cases", Body: lazyView(() => import("./LearnView")) },
];
