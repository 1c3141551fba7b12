import type { Draft } from "../../stores/draft";
interface Props {
    readonly draft: Draft;
    onChange(draft: Draft): void;
}
/** Every current step of the unit side by side; any of them is set from here. */
export default function Steps({ draft, onChange }: Props): import("react").JSX.Element;
export {};
