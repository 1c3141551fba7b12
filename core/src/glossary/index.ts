export * from "./terms";
export * from "./world";
