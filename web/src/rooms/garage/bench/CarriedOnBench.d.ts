import { type Adapter, type Cable, type HouseRule, type Lead } from "@kettleback/core";
/** A cable: its lanes between two faces, as long as it is. */
export declare function CableOnBench({ cable }: {
    readonly cable: Cable;
}): import("react").JSX.Element;
/** What a lead may carry for hours: its own amps, or what its plug or socket holds. */
export declare const leadHolds: (lead: Lead, houseRule: HouseRule) => number;
/** A lead between its plug and its socket, filled as far as it may carry for hours, with its drop at that. */
export declare function LeadOnBench({ lead, houseRule }: {
    readonly lead: Lead;
    readonly houseRule: HouseRule;
}): import("react").JSX.Element;
/** An adapter: one face becomes another. */
export declare function AdapterOnBench({ adapter }: {
    readonly adapter: Adapter;
}): import("react").JSX.Element;
