export * from "./ladder";
export { EFFORTS, type Effort, type Needs, type Parts } from "./change";
export type { Against } from "./base";
export { conductorFor } from "./wiring";
