export * from "./id";
export * from "./kinds";
export * from "./series";
export * from "./choose";
export * from "./plan";
export * from "./adopt";
export * from "./saved-lineup";
export * from "./lineup";
