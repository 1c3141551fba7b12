import type { PartProps } from "./part";
/** Prices by the hour as a sheet of days: the dearer, the deeper; below zero is hatched. */
export declare function HourlyPrices({ tariff, currency, timeZone, onEdit, }: PartProps & {
    readonly timeZone: string;
}): import("react").JSX.Element;
