import type { PartProps } from "./part";
/** A home tariff as what it is: a week of priced hours, painted by dragging, by keyboard or typed. */
export declare function WeekStrip({ tariff, currency, onEdit }: PartProps): import("react").JSX.Element;
