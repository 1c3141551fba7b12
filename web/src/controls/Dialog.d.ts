import { type FormEvent, type ReactNode } from "react";
interface Props {
    readonly title: string;
    readonly children: ReactNode;
    /** What is pressed at its end. */
    readonly footer?: ReactNode;
    readonly large?: boolean;
    readonly className?: string;
    /** What is typed in it is lost only by a press that says so, not by one beside it. */
    readonly typed?: boolean;
    /** It is a form, which this takes. */
    onSubmit?(event: FormEvent): void;
    onClose(): void;
}
/** A window over the page, closed before anything else is done. */
export declare function Dialog({ title, children, footer, large, className, typed, onSubmit, onClose }: Props): import("react").JSX.Element;
export {};
