export * from "./document";
export * from "./solve";
export * from "./point";
export * from "./explain";
