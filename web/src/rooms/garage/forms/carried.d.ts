import type { Group } from "../field";
export declare const cable: Group[];
export declare const lead: Group[];
export declare const adapter: Group[];
export declare const fuelCar: Group[];
export declare const place: Group[];
