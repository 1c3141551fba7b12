export * from "./kinds";
export * from "./series";
export * from "./choose";
export * from "./plan";
export * from "./adopt";
