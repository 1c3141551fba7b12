import type { Choice, Field, Values } from "../field";
export declare const same: (list: readonly string[], name?: (id: string) => string) => Choice[];
export declare const PHASES: readonly Choice[];
export declare const OUTLETS: Choice[];
export declare const PLUGS: Choice[];
export declare const is: (path: string, value: unknown) => (values: Values) => boolean;
export declare const isNot: (path: string, value: unknown) => (values: Values) => boolean;
export declare const NAME: Field;
