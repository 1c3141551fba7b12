import type { PartProps } from "./part";
/** What holds of the whole tariff: the least and most of a session, the grace, the membership. Folded until wanted. */
export declare function Terms({ tariff, currency, onEdit }: PartProps): import("react").JSX.Element;
