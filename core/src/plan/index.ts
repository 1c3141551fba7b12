export * from "./document";
export * from "./clock";
export * from "./solve";
export * from "./explain";
