export * from "./regions";
export * from "./cars";
export * from "./battery";
export * from "./begin";
export * from "./hangs";
