import type { MoneyProps } from "./view";
/** When to charge: each way of placing the session in its hours, against starting at once. */
export default function When(props: MoneyProps): import("react").JSX.Element;
