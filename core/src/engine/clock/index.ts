export * from "./clock";
export * from "./zone";
