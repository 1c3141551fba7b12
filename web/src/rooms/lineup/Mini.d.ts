import { type Row } from "@kettleback/core";
import { type Scale } from "./miniature";
interface Props {
    readonly row: Row;
    readonly scale: Scale;
}
/** The conductor drawing in small: lanes as wide as their ceilings, what flows filled in, the narrowest pinched. */
export declare const Mini: import("react").MemoExoticComponent<({ row, scale }: Props) => import("react").JSX.Element>;
export {};
