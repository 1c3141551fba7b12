import { type RefObject } from "react";
/** The width of an element as it is laid out, kept up to date. */
export declare function useWidth<T extends HTMLElement>(): [RefObject<T | null>, number];
