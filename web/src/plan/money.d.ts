/** An amount in currency units as money to read; more than its cents where it is small. */
export declare function amountText(amount: number, currency: string): string;
/** An amount on an axis: whole where it is large. */
export declare const tickText: (amount: number, currency: string) => string;
