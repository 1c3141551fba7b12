export { fittingSetting, type FittingSetting } from "./setting";
export * from "./ways";
export * from "./answer";
export * from "./needed";
export * from "./brief";
export * from "./rows";
export * from "./first";
