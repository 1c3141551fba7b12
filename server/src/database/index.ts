export * from "./open";
export * from "./copies";
export * from "./keeper";
export * from "./entities";
export * from "./seed";
