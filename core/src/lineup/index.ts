export * from "./way";
export * from "./document";
export * from "./level";
export { cableTo, fittedTo } from "./fitted";
export * from "./row";
export * from "./table";
export * from "./vary";
export * from "./field";
export * from "./stay";
