interface Props {
    /** What they are views of. */
    readonly label: string;
    /** The address they all begin with. */
    readonly base: string;
    readonly views: readonly {
        readonly id: string;
        readonly name: string;
    }[];
    /** The one in view. */
    readonly view: string;
}
/** The views of a room, each with an address of its own. */
export declare const Views: ({ label, base, views, view }: Props) => import("react").JSX.Element;
/** The view an address names; the first where it names none, undefined where there is none of that name. */
export declare const viewAt: <V extends {
    readonly id: string;
}>(views: readonly V[], wanted: string | undefined) => V | undefined;
export {};
