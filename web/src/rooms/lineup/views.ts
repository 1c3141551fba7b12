import { lazyView } from "../../controls/lazyView";
import { type ComponentType } from "react";
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
  { id: "all", name: "All ways", Body: lazyView(() => import("./PictureView")) },
  { id: "table", name: "Table", Body: lazyView(() => import("./Table")) },
  { id: "cars", name: "Cars × ways", Body: lazyView(() => import("./CarsByWays")) },
  { id: "charts", name: "Charts", Body: lazyView(() => import("./Charts")) },
  { id: "vary", name: "Vary one thing", Body: lazyView(() => import("./VaryView")) },
  { id: "sweep", name: "Vary two", Body: lazyView(() => import("./SweepView")) },
  { id: "night", name: "Enough overnight?", Body: lazyView(() => import("./Overnight")) },
  { id: "stay", name: "A stay", Body: lazyView(() => import("./StayView")) },
  { id: "choose", name: "What to carry", Body: lazyView(() => import("./Choosers")) },
];
