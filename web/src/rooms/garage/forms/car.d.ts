import type { Group } from "../field";
export declare const car: Group[];
