export * from "./measured";
export * from "./coin";
export * from "./question";
