import { type FieldProblem, type Garage } from "@kettleback/core";
import type { Draft } from "../stores/draft";
interface Props {
    readonly garage: Garage;
    readonly draft: Draft;
    readonly problems: readonly FieldProblem[];
    /** Part of the setting that stops the path from working. */
    readonly blamed: string | null;
    /** Offsets of the two moments that a doubled hour stands for. */
    readonly repeated: readonly string[];
    onChange(draft: Draft): void;
}
/** The setting as one sentence: it reads aloud, and every bracket is a control. */
export declare function Sentence({ garage, draft, problems, blamed, repeated, onChange }: Props): import("react").JSX.Element;
export {};
