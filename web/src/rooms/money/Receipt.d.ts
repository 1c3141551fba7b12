import { type Bill, type Micros } from "@kettleback/core";
import type { MoneyProps } from "./view";
/** What the session in the sentence costs, as a receipt whose every line opens to its working. */
export default function Receipt({ charging }: MoneyProps): import("react").JSX.Element;
/** A line as it is printed, in the coins of the currency. */
interface Printed {
    readonly net: Micros;
    readonly vat: Micros;
}
/** Lines as they are printed: both columns, and both sums together, add up to the total as it is printed. */
export declare function printedOf({ lines }: Bill, currency: string): Printed[];
export {};
