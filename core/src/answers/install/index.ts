export * from "./nights";
export * from "./follow";
export * from "./quotes";
export * from "./wear";
export * from "./document";
