/** The households: added, renamed, taken away and brought back; and what each decides, in one place. */
export default function Households(): import("react").JSX.Element;
