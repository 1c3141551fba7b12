import { type Garage, type Kept, type Kind, type SpecOf } from "@kettleback/core";
interface KindProps<K extends Kind, D> {
    readonly kind: K;
    readonly garage: Garage;
    readonly draft: D & {
        readonly savedId: string | null;
    };
    /** What is kept of the draft. */
    readonly spec: SpecOf<K>;
    /** Something differs from what is kept, as far as is known. */
    readonly changed: boolean;
    readonly mayKeep: boolean;
    readonly mayOverwrite?: boolean;
    /** A kept one as the draft in view. */
    draftOf(spec: SpecOf<K>, savedId: string): D;
    /** Keeps it by another way than as it is. */
    keepAs?(name: string): Promise<Kept<SpecOf<K>>> | null;
    onChange(draft: D): void;
}
/** Opens what a household keeps of a kind, keeps what is in view by name, and deletes; the deletion can be undone. */
export declare function SavedKind<K extends "paths" | "lineups", D>(props: KindProps<K, D>): import("react").JSX.Element;
export {};
