import { type Garage } from "@kettleback/core";
import type { Answered } from "../../jobs/answer";
/** A fee a month against what it takes off, on one's own months. */
export default function Memberships({ garage, answered, }: {
    readonly garage: Garage;
    readonly answered: Answered;
}): import("react").JSX.Element;
