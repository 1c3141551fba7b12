import type { PartProps } from "./part";
/** The prices one by one, in the order in which they are asked: a list to read, each row opening to be changed. */
export declare function Elements({ tariff, currency, onEdit }: PartProps): import("react").JSX.Element;
