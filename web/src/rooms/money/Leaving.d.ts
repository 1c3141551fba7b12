import "../../charts/chartFont";
import type { MoneyProps } from "./view";
/** When to leave a post somebody else's meter runs at: what a kWh in the battery has cost by then. */
export default function Leaving({ charging }: MoneyProps): import("react").JSX.Element;
