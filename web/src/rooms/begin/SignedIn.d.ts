/** Browsers that have given the passphrase, each of which can be shut out; nothing where none is asked for. */
export declare function SignedIn(): import("react").JSX.Element | null;
