import { lazyView } from "../../controls/lazyView";
import { type ComponentType } from "react";
import KitView from "./KitView";
import type { ViewProps } from "./view";

interface View {
  readonly id: string;
  readonly name: string;
  readonly Body: ComponentType<ViewProps>;
}

/** The views of a trip, in the order questions come up; all but the first come once they are looked at. */
export const VIEWS: readonly View[] = [
  { id: "kit", name: "What to pack", Body: KitView },
  { id: "reach", name: "Will it reach", Body: lazyView(() => import("./ReachView")) },
  { id: "posts", name: "Posts near me", Body: lazyView(() => import("./PostsView")) },
  { id: "stops", name: "Stops on the way", Body: lazyView(() => import("./StopsView")) },
  { id: "beside", name: "At the post", Body: lazyView(() => import("./BesideView")) },
];
