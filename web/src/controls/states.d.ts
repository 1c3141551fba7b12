import type { ReactNode } from "react";
export declare function Waiting({ what }: {
    what: string;
}): import("react").JSX.Element;
export declare function Failure({ message, retry }: {
    message: string;
    retry: () => void;
}): import("react").JSX.Element;
/** A room that has nothing to show yet: what it needs, and where that is added. */
export declare const NothingYet: ({ title, children }: {
    readonly title: string;
    readonly children: ReactNode;
}) => import("react").JSX.Element;
/** Stands at an address that leads nowhere. */
export declare const NotHere: () => import("react").JSX.Element;
