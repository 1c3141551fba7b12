import { create } from "zustand";
import { Refused } from "../api/client";

export interface Notice {
  readonly id: number;
  readonly text: string;
  readonly tone: "done" | "trouble";
  readonly action?: { readonly label: string; run(): void } | undefined;
}

interface NoticeState {
  readonly notices: readonly Notice[];
  say(notice: Omit<Notice, "id">): void;
  dismiss(id: number): void;
}

let next = 1;

/** What just happened, with the way to undo it where there is one. */
export const useNotices = create<NoticeState>()((set) => ({
  notices: [],
  // One notice at a time: a stack of them would cover the instrument.
  say: (notice) => set({ notices: [{ ...notice, id: next++ }] }),
  dismiss: (id) => set(({ notices }) => ({ notices: notices.filter((n) => n.id !== id) })),
}));

export const sayDone = (text: string, action?: Notice["action"]): void =>
  useNotices.getState().say({ text, tone: "done", action });

/**
 * A save that failed. Where somebody else was first, what is in view is still one's own: saved again it takes the place
 * of theirs, and theirs can be looked at instead.
 * @param show takes what they saved into view
 */
export const sayLateSave = (error: unknown, show: (theirs: object) => void): void => {
  if (!(error instanceof Refused && error.current)) return sayTrouble(error);
  const theirs = error.current.spec as object;
  useNotices.getState().say({
    text: "Somebody else saved this since you opened it, so nothing was written. What you see is still yours: Save puts it in the place of theirs.",
    tone: "trouble",
    action: { label: "Show theirs", run: () => show(theirs) },
  });
};

export const sayTrouble = (error: unknown): void =>
  useNotices
    .getState()
    .say({ text: error instanceof Error ? error.message : String(error), tone: "trouble" });
