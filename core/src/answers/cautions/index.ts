export * from "./caution";
export * from "./breaker";
export * from "./judge";
