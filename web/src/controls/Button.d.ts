import type { ComponentProps } from "react";
import PlainButton from "react-bootstrap/Button";
interface Props extends Omit<ComponentProps<typeof PlainButton>, "size" | "variant"> {
    /** One of several that may be pressed, rather than the one that is meant to be. */
    readonly quiet?: boolean;
    /** The one press a page is about. */
    readonly large?: boolean;
}
/** Something to press. */
export declare const Button: ({ quiet, large, ...rest }: Props) => import("react").JSX.Element;
export {};
