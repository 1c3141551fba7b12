export * from "./tables";
export * from "./resistance";
