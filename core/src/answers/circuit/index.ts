export * from "./run";
export * from "./choose";
export * from "./asked-by-code";
