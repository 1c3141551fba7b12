import type { MoneyProps } from "./view";
/** Every place one's car could charge at, free posts, flat fees and solar hours among them, by what a kWh really costs. */
export default function Everywhere({ garage, draft, charging, onChange }: MoneyProps): import("react").JSX.Element;
