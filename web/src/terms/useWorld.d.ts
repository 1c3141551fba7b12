import { type World } from "@kettleback/core";
/** Whose words come first for the household in view. */
export declare function useWorld(): World;
