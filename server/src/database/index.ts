export * from "./open";
export * from "./copies";
export * from "./emptying";
export * from "./files";
export * from "./recover";
export * from "./keeper";
export * from "./entities";
export * from "./seed";
