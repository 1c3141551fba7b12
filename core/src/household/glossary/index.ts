export * from "./terms";
export * from "./links";
export * from "./names";
export * from "./world";
export * from "./spoken";
