export * from "./widen";
export * from "./ladder";
