export * from "./document";
export * from "./connection";
export * from "./solve";
export * from "./point";
export * from "./explain";
