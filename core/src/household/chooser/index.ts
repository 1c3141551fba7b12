export * from "./met";
export * from "./candidates";
export * from "./cables";
export * from "./portables";
export { plugFor } from "./plug";
