export interface Notice {
    readonly id: number;
    readonly text: string;
    readonly tone: "done" | "trouble";
    readonly action?: {
        readonly label: string;
        run(): void;
    } | undefined;
}
interface NoticeState {
    readonly notices: readonly Notice[];
    say(notice: Omit<Notice, "id">): void;
    dismiss(id: number): void;
}
/** What just happened, with the way to undo it where there is one. */
export declare const useNotices: import("zustand").UseBoundStore<import("zustand").StoreApi<NoticeState>>;
export declare const sayDone: (text: string, action?: Notice["action"]) => void;
export declare const sayTrouble: (error: unknown) => void;
export {};
