import type { Undoable } from "../stores/undoable";
/** Undo and redo of every change to a draft; Ctrl+Z and Ctrl+Shift+Z outside a field. */
export declare function UndoRedo<T>({ store }: {
    readonly store: Undoable<T>;
}): import("react").JSX.Element;
