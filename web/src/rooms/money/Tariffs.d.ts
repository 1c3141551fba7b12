import type { PathProps } from "./view";
/** The tariffs of a household. The one the path is paid at is open; a change is tried at once and kept when it is saved. */
export default function Tariffs({ garage, answered, onChange }: PathProps): import("react").JSX.Element;
