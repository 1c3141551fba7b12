import { type Evse } from "@kettleback/core";
/** A charging unit: its plugs, the steps it may be set to as bars, and what it gives the car. */
export declare function EvseOnBench({ evse }: {
    readonly evse: Evse;
}): import("react").JSX.Element;
