export * from "./describe";
export * from "./link";
export * from "./refusal";
export * from "./fit";
export * from "./links";
export * from "./lanes";
export * from "./operate";
export * from "./rapid";
