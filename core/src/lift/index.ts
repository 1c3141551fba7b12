export * from "./ladder";
export { EFFORTS, type Effort, type Parts } from "./change";
