/** The copies of the database: one a day it changes, seven kept; each can be put back, and that undone. */
export declare function Copies(): import("react").JSX.Element | null;
