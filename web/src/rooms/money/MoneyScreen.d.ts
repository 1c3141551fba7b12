import type { Garage } from "@kettleback/core";
/** What a session costs, what its losses cost, when to charge, what pays back. */
export default function MoneyScreen({ garage }: {
    readonly garage: Garage;
}): import("react").JSX.Element;
