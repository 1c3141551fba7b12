import { lazyView } from "../../controls/lazyView";
import { type ComponentType } from "react";
import TheWeek from "./TheWeek";
import type { ViewProps } from "./view";

interface View {
  readonly id: string;
  readonly name: string;
  readonly Body: ComponentType<ViewProps>;
}

/** The views of a week, in the order questions come up; all but the first come once they are looked at. */
export const VIEWS: readonly View[] = [
  { id: "days", name: "The week", Body: TheWeek },
  { id: "year", name: "A year of luck", Body: lazyView(() => import("./YearView")) },
  { id: "matters", name: "What matters most", Body: lazyView(() => import("./MattersView")) },
];
