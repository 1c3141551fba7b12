export * from "./article";
export * from "./energy";
export * from "./distance";
export * from "./economy";
export * from "./fuel";
export * from "./money";
export * from "./zone";
export * from "./decimal";
