import type { Charging } from "../../jobs/answer";
/** What waiting for the cheapest hours would save, with the way to Money; nothing where it saves nothing. */
export declare function Cheaper({ charging }: {
    readonly charging: Charging;
}): import("react").JSX.Element | null;
