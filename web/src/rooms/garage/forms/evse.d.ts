import type { Group } from "../field";
export declare const evse: Group[];
