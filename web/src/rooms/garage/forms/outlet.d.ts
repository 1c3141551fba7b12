import type { Group } from "../field";
export declare const outlet: Group[];
