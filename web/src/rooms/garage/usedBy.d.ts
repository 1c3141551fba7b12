import { type Garage, type Kind } from "@kettleback/core";
/** Names of what uses a thing: what belongs to it, and what cannot do without it. */
export declare function usedBy(garage: Garage, kind: Kind, id: string): string[];
