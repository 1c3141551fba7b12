export * from "./cars";
export * from "./battery";
export * from "./brochure";
export * from "./papers";
export * from "./inlet";
export * from "./begin";
export * from "./hangs";
