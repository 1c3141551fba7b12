import type { ComponentType } from "react";
import { lazyView } from "../../controls/lazyView";
import HouseView from "./HouseView";
import type { ViewProps } from "./view";

interface View {
  readonly id: string;
  readonly name: string;
  readonly Body: ComponentType<ViewProps>;
}

/** The views of an installation, in the order questions come up; all but the first come once they are looked at. */
export const VIEWS: readonly View[] = [
  { id: "house", name: "What is left", Body: HouseView },
  { id: "ways", name: "Ways", Body: lazyView(() => import("./WaysView")) },
  { id: "limit", name: "The limit", Body: lazyView(() => import("./LimitView")) },
  { id: "circuit", name: "Circuit", Body: lazyView(() => import("./CircuitView")) },
  { id: "brief", name: "Brief", Body: lazyView(() => import("./BriefView")) },
  { id: "quotes", name: "Quotes", Body: lazyView(() => import("./QuotesView")) },
  { id: "care", name: "Looks", Body: lazyView(() => import("./CareView")) },
];
