import type { DocumentKind, FieldProblem } from "@kettleback/core";
interface Props {
    /** What the file holds: "plan". */
    readonly one: string;
    /** What it is called, and its text; null where there is nothing to export just now, left out where there never is. */
    readonly content?: {
        readonly name: string;
        text(): string;
    } | null;
    readonly maxBytes: number;
    /** Kinds of file that are offered; JSON where nothing is said. */
    readonly accept?: string;
    /** Takes a file's text in: what is wrong with it, or nothing once it is in. */
    take(text: string): Promise<readonly FieldProblem[]>;
}
interface KindProps<T> {
    readonly one: string;
    readonly document: DocumentKind<T>;
    /** What is exported; null where there is nothing just now, left out where there never is. */
    readonly content?: (T & {
        readonly name: string;
    }) | null;
    /** Takes in what was read. What the server refuses is told field by field. */
    take(value: T): Promise<void> | void;
}
/** A kind of document as a file: exported, and taken in, chosen or dropped. */
export declare function KindFile<T>({ one, document, content, take }: KindProps<T>): import("react").JSX.Element;
/** Hands the browser a text as a file. */
export declare function saveAs(name: string, text: string, type: string): void;
/** Exports a document as a file, and takes one in, chosen or dropped. A broken file changes nothing. */
export declare function DocumentFile({ one, content, maxBytes, accept, take: takeText, }: Props): import("react").JSX.Element;
export {};
