export * from "./kinds";
export * from "./choose";
export * from "./plan";
export * from "./adopt";
