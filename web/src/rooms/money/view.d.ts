import type { Garage } from "@kettleback/core";
import type { Answered, Charging } from "../../jobs/answer";
import type { Draft } from "../../stores/draft";
/** What a view with figures of its own is given: they start from the path in view. */
export interface OwnProps {
    readonly garage: Garage;
    readonly answered: Answered;
}
/** What a view of the path is given, whether it charges or not. */
export interface PathProps extends OwnProps {
    onChange(draft: Draft): void;
}
/** What a view of the path's answer is given. */
export interface MoneyProps {
    readonly garage: Garage;
    readonly charging: Charging;
    readonly draft: Draft;
    onChange(draft: Draft): void;
}
