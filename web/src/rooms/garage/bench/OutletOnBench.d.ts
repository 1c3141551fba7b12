import { type HouseRule, type Outlet } from "@kettleback/core";
/** An outlet with the breaker at the board and the run between, filled as far as it may be drawn on for hours. */
export declare function OutletOnBench({ outlet, houseRule, }: {
    readonly outlet: Outlet;
    readonly houseRule: HouseRule;
}): import("react").JSX.Element;
