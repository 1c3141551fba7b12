export * from "./payback";
export * from "./membership";
