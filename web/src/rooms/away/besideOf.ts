import { SPOT_WORDS, type Beside } from "@kettleback/core";
import { carOf } from "../../jobs/away";
import type { ViewProps } from "./view";

/** What the cards go by, of what is chosen here and what was read of the post. */
export function besideOf({ garage, draft }: Pick<ViewProps, "garage" | "draft">): Beside {
  const { kind, adapter, start, autoUnlock, at } = draft.beside;
  const its = carOf(garage, draft)!;
  return {
    kind,
    adapter,
    start,
    autoUnlock,
    limitMinutes: at?.limitMinutes ?? null,
    idleFee: at?.idleFee ?? false,
    inlet: SPOT_WORDS[draft.reach.body.inlet],
    // Of another car nothing is known there.
    expected:
      at && at.kW !== null && at.carId === its.id
        ? { kW: at.kW, amps: at.amps, phases: at.phases, rapid: at.rapid }
        : null,
    combined: its.car.inlets.some((inlet) => inlet === "ccs1" || inlet === "ccs2"),
  };
}
