export * from "./clock";
export * from "./zone";
export { changesIn, offsetAt } from "./year";
