export { dayDistance, normalQuantile } from "./distance";
export { DAYS, drawsOf, WEEKS, YEARS_A_BLOCK, type Draws } from "./draws";
export { estimate, type Estimate } from "./estimate";
export type { YearsAt } from "./simulate";
export * from "./year";
export * from "./table";
