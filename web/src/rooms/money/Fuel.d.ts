import type { OwnProps } from "./view";
/** A fuel car and one's own over the same distance. */
export default function Fuel({ garage, answered }: OwnProps): import("react").JSX.Element;
