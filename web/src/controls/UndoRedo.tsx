import { useEffect } from "react";
import { useStore } from "zustand";
import type { Undoable } from "../stores/undoable";
import { Button } from "./Button";

/** Undo and redo of every change to a draft; Ctrl+Z and Ctrl+Shift+Z outside a field. */
export function UndoRedo<T>({ store }: { readonly store: Undoable<T> }) {
  const { undo, redo, pastStates, futureStates } = useStore(store.temporal);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.closest("input, textarea");
      if (typing || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return;
      event.preventDefault();
      if (event.shiftKey) redo();
      else undo();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [undo, redo]);
  return (
    <div className="undo">
      <Button quiet disabled={pastStates.length === 0} onClick={() => undo()}>
        Undo
      </Button>
      <Button quiet disabled={futureStates.length === 0} onClick={() => redo()}>
        Redo
      </Button>
    </div>
  );
}
