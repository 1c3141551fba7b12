import type { Trial } from "../stores/draft";
/** Says that what is shown is only tried out: nothing has been bought, laid or kept. */
export declare function Trying({ trial, onBack }: {
    readonly trial: Trial;
    onBack(): void;
}): import("react").JSX.Element;
