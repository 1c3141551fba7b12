import { create } from "zustand";

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

export const sayTrouble = (error: unknown): void =>
  useNotices
    .getState()
    .say({ text: error instanceof Error ? error.message : String(error), tone: "trouble" });
