export * from "./payback";
export * from "./membership";
export * from "./question";
