import type { ViewProps } from "./view";
/** Every way as a row, and the one that is looked at beside them. */
export declare function PictureView(props: ViewProps): import("react").JSX.Element;
