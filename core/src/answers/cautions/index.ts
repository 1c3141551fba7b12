export * from "./caution";
export * from "./codes";
export * from "./breaker";
export * from "./judge";
