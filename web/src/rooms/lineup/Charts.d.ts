import "../../charts/chartFont";
import { type ViewProps } from "./view";
/** Two charts of the car in view, each with its table: charge against the clock, and where the energy goes. */
export default function Charts({ solved, selected }: ViewProps): import("react").JSX.Element;
