import { type Garage } from "@kettleback/core";
/** Cars across, outlets down: what each would get there with the best of what one has, or why not. */
export declare function Matrix({ garage }: {
    readonly garage: Garage;
}): import("react").JSX.Element;
