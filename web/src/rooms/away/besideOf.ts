import { SPOT_WORDS, type Beside } from "@kettleback/core";
import { carOf } from "../../jobs/away";
import type { ViewProps } from "./view";

/** What the cards go by, of what is chosen here and what was read of the post. */
export function besideOf({ garage, draft }: Pick<ViewProps, "garage" | "draft">): Beside {
  const { kind, adapter, start, autoUnlock, at } = draft.beside;
  const inlets = carOf(garage, draft)!.car.inlets;
  return {
    kind,
    adapter,
    start,
    autoUnlock,
    limitMinutes: at?.limitMinutes ?? null,
    idleFee: at?.idleFee ?? false,
    inlet: SPOT_WORDS[draft.reach.body.inlet],
    expected: at && at.kW !== null ? { kW: at.kW, amps: at.amps, phases: at.phases, rapid: at.rapid } : null,
    combined: inlets.some((inlet) => inlet === "ccs1" || inlet === "ccs2"),
  };
}
