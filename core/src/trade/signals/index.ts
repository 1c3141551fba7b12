export * from "./pilot";
export * from "./proximity";
