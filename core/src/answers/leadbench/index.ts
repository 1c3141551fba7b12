export * from "./measured";
export * from "./coin";
