export * from "./open";
export * from "./entities";
export * from "./seed";
