import { type Car } from "@kettleback/core";
/** A car: its inlets, its charger on each count of lanes it works on, its battery as wide as it holds. */
export declare function CarOnBench({ car }: {
    readonly car: Car;
}): import("react").JSX.Element;
