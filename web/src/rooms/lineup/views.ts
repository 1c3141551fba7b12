import { lazy, type ComponentType } from "react";
import { Compare } from "./Compare";
import type { ViewProps } from "./view";

interface View {
  readonly id: string;
  readonly name: string;
  /** It is about one car and one session: a day's drive, a stay and other cars are not asked for. */
  readonly brief?: true;
  readonly Body: ComponentType<ViewProps>;
}

/** The views of a line-up, in the order questions come up; all but the first come once they are looked at. */
export const VIEWS: readonly View[] = [
  { id: "compare", name: "Compare", brief: true, Body: Compare },
  { id: "all", name: "All ways", Body: lazy(() => import("./PictureView")) },
  { id: "table", name: "Table", Body: lazy(() => import("./Table")) },
  { id: "cars", name: "Cars × ways", Body: lazy(() => import("./CarsByWays")) },
  { id: "charts", name: "Charts", Body: lazy(() => import("./Charts")) },
  { id: "vary", name: "Vary one thing", Body: lazy(() => import("./VaryView")) },
  { id: "sweep", name: "Vary two", Body: lazy(() => import("./SweepView")) },
  { id: "night", name: "Enough overnight?", Body: lazy(() => import("./Overnight")) },
  { id: "stay", name: "A stay", Body: lazy(() => import("./StayView")) },
  { id: "choose", name: "What to carry", Body: lazy(() => import("./Choosers")) },
];
